// Runs every suite and ends with one line "N passed, N failed". Arguments choose suites by name.
import { spawn } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { freePort } from './free-port.ts';

/** Address of the maintenance database of the cluster that the tests may make databases in. */
function clusterUrl() {
  if (process.env.DATABASE_URL) {
    const url = new URL(process.env.DATABASE_URL);
    url.pathname = '/postgres';
    return url.toString();
  }
  if (!existsSync('.nelbo/pg-port')) return '';
  return `postgres://nelbo:${readFileSync('.nelbo/password', 'utf8')}@127.0.0.1:${readFileSync('.nelbo/pg-port', 'utf8').trim()}/postgres`;
}

const env = {
  ...process.env,
  NELBO_CLUSTER_URL: clusterUrl(),
  CI: '1',
  NG_CLI_ANALYTICS: 'false',
  CHROME_BIN: process.env.CHROME_BIN ?? '/usr/bin/chromium',
};
/** Plans by the thousand leave much that lives for a moment: a larger nursery spares a third of the time. */
const NURSERY = '--max-semi-space-size=64';
const jasmine = (config) => [
  'node',
  [NURSERY, '--import', 'tsx', 'node_modules/jasmine/bin/jasmine.js', `--config=${config}`],
];
const playwright = (...files) => [
  'npx',
  [
    '--no-install',
    'playwright',
    'test',
    '--config',
    'e2e/playwright.config.ts',
    ...files.map((f) => `e2e/${f}.spec`),
  ],
];
const ofJasmine = (text) => {
  const m = [...text.matchAll(/(\d+) specs?, (\d+) failures?/g)].at(-1);
  return m ? { passed: Number(m[1]) - Number(m[2]), failed: Number(m[2]) } : undefined;
};
const ofKarma = (text) => {
  const done = [...text.matchAll(/Executed (\d+) of (\d+)(?: \((\d+) FAILED\))?/g)].at(-1);
  if (!done || Number(done[2]) === 0) return undefined;
  const failed = Number(done[3] ?? 0) + Number(done[2]) - Number(done[1]);
  return { passed: Number(done[2]) - failed, failed };
};
const ofPlaywright = (text) => {
  const count = (word) =>
    Number([...text.matchAll(new RegExp(`^\\s*(\\d+) ${word}`, 'gm'))].at(-1)?.[1] ?? 0);
  const total = {
    passed: count('passed'),
    failed: count('failed') + count('flaky') + count('interrupted') + count('did not run'),
  };
  return total.passed + total.failed > 0 ? total : undefined;
};
const checked = () => ({ passed: 1, failed: 0 });

const ofPlain = (text) => {
  const m = [...text.matchAll(/^(\d+) passed, (\d+) failed$/gm)].at(-1);
  return m ? { passed: Number(m[1]), failed: Number(m[2]) } : undefined;
};

/**
 * The longest first: each goes to the lane that is free, so that nothing waits for a suite that happens to share its round.
 * The core goes beside the first stories, since two browsers at once keep each other waiting.
 * The servers, databases and browsers of two suites never meet.
 */
const SUITES = [
  // Settings, backups and killed servers have a yard of their own; every view is examined there.
  {
    name: 'screens',
    ports: ['NELBO_E2E_PORT', 'NELBO_E2E_SECOND_PORT'],
    command: playwright('hands', 'journey', 'kept', 'keeping', 'killed', 'views', 'work'),
    count: ofPlaywright,
  },
  { name: 'core', command: jasmine('jasmine.core.json'), count: ofJasmine },
  {
    name: 'journey',
    ports: ['NELBO_E2E_PORT'],
    command: playwright('any-hull', 'bench', 'daily-trade', 'fair-and-finish', 'ground', 'places', 'stops'),
    count: ofPlaywright,
  },
  { name: 'server', command: jasmine('jasmine.server.json'), count: ofJasmine },
  {
    name: 'starts',
    command: [
      'node',
      ['--import', 'tsx', 'node_modules/jasmine/bin/jasmine.js', '--config=jasmine.starts.json'],
    ],
    count: ofJasmine,
  },
  { name: 'browser', command: ['npx', ['--no-install', 'ng', 'test']], cwd: 'web', count: ofKarma },
  { name: 'types', quiet: true, command: ['npm', ['run', '--silent', 'typecheck']], count: checked },
  {
    name: 'torture',
    command: ['bash', ['./nelbo', 'torture', '--kills', '8', '--blows', '8', '--latest-start-ms', '60000']],
    count: ofPlain,
  },
  {
    name: 'fuzz',
    command: ['bash', ['./nelbo', 'fuzz', '--inputs', '600', '--latest-ms', '30000']],
    count: ofPlain,
  },
  { name: 'inspect', command: ['bash', ['./nelbo', 'inspect', '--sample']], count: ofPlain },
  { name: 'lint', quiet: true, command: ['npx', ['--no-install', 'eslint', '.']], count: checked },
  {
    name: 'format',
    quiet: true,
    command: ['npx', ['--no-install', 'prettier', '--check', '--log-level', 'warn', '.']],
    count: checked,
  },
  { name: 'walls', command: ['node', ['--import', 'tsx', 'tools/walls.ts']], count: ofPlain },
];

async function run({ command: [program, args], cwd, quiet, ports = [] }) {
  const own = {};
  for (const name of ports) own[name] = String(await freePort());
  return new Promise((resolve) => {
    let text = '';
    const child = spawn(program, args, { cwd, env: { ...env, ...own }, stdio: ['ignore', 'pipe', 'pipe'] });
    for (const stream of [child.stdout, child.stderr]) {
      stream.on('data', (chunk) => {
        text += chunk;
        if (!quiet) process.stdout.write(chunk);
      });
    }
    child.on('error', (error) => resolve({ code: 1, text: `${text}\n${error.message}` }));
    child.on('close', (code) => {
      if (quiet) process.stdout.write(text);
      resolve({ code: code ?? 1, text });
    });
  });
}

const wanted = process.argv.slice(2);
const unknown = wanted.find((w) => !SUITES.some((s) => s.name === w));
if (unknown) {
  console.error(`no suite “${unknown}”; there are ${SUITES.map((s) => s.name).join(', ')}`);
  process.exit(1);
}
let [passed, failed] = [0, 0];
const table = [];
const failures = [];
/** What a suite says of its failures, so that they stand at the end of a long output: its last lines, and every line that names one. */
const TOLD_AT_THE_END = 60;
function failuresOf(name, text) {
  const lines = text.split('\n').filter((line) => line.trim() !== '');
  const named = lines.slice(0, -TOLD_AT_THE_END).filter((line) => /✘|FAILED$|^\d+\) /.test(line));
  return `== what failed in ${name}\n${[...named, ...lines.slice(-TOLD_AT_THE_END)].join('\n')}\n`;
}
const chosen = SUITES.filter((s) => wanted.length === 0 || wanted.includes(s.name));
async function measure(suite) {
  console.log(`\n== ${suite.name}`);
  const began = Date.now();
  const { code, text } = await run(suite);
  // A suite that ends badly, or that ran nothing, is a failure even where its count says otherwise.
  const plain = text.replace(/\u001b\[[0-9;]*[A-Za-z]/g, '');
  const counted = (code === 0 || suite.count !== checked ? suite.count(plain) : undefined) ?? {
    passed: 0,
    failed: 1,
  };
  if (code !== 0 && counted.failed === 0) counted.failed = 1;
  passed += counted.passed;
  failed += counted.failed;
  if (counted.failed > 0) failures.push(failuresOf(suite.name, plain));
  table.push(
    `${suite.name.padEnd(8)} ${String(counted.passed).padStart(4)} passed ${String(counted.failed).padStart(3)} failed ${((Date.now() - began) / 1000).toFixed(0).padStart(4)} s`,
  );
}
/** Two processors. */
const LANES = 2;
const waiting = [...chosen];
async function lane() {
  for (let suite = waiting.shift(); suite; suite = waiting.shift()) await measure(suite);
}
await Promise.all(Array.from({ length: LANES }, lane));
if (failures.length > 0) console.log(`\n${failures.join('\n')}`);
console.log(`\n${table.join('\n')}\n`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed > 0 || passed === 0 ? 1 : 0);
