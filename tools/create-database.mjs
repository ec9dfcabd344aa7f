// Creates the named database if it is missing. DATABASE_URL names the cluster's maintenance database.
import pg from 'pg';

const name = process.argv[2];
if (!/^[a-z_][a-z0-9_]*$/.test(name ?? '')) throw new Error('a database name is needed');
const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
await client.connect();
const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [name]);
if (rowCount === 0) await client.query(`create database ${name}`);
await client.end();
