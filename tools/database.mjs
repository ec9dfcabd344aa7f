// Asks the database that DATABASE_URL names whether it answers, or makes a database in its cluster.
import pg from 'pg';

const PATIENCE_MS = 4000;
const [what, name] = process.argv.slice(2);
const client = new pg.Client({
  connectionString: process.env.DATABASE_URL,
  connectionTimeoutMillis: PATIENCE_MS,
  query_timeout: PATIENCE_MS,
});
client.on('error', () => undefined);

async function answers() {
  try {
    await client.connect();
    await client.query('select 1');
    return 'yes';
  } catch (e) {
    return e.code === '28P01' || e.code === '28000' ? 'password' : 'no';
  }
}

async function create() {
  if (!/^[a-z_][a-z0-9_]*$/.test(name ?? '')) throw new Error('a database name is needed');
  await client.connect();
  const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [name]);
  if (rowCount === 0) await client.query(`create database ${name}`);
}

if (what === 'answers') console.log(await answers());
else await create();
// Whatever the server makes of the goodbye.
setTimeout(() => process.exit(0), 500).unref();
await client.end().catch(() => undefined);
