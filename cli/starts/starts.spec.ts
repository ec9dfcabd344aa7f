import { spawn } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '../..');
/** A start after whatever happened takes no longer than this, ms; a first one, and one on a busy machine, may take some more. */
const RECOVERY_MS = 10_000;

interface Outcome {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
  readonly ms: number;
}

/** A yard of the spec's own: state, database and port apart from everything else on the machine. */
class Yard {
  readonly state = mkdtempSync(join(tmpdir(), 'nelbo-state-'));
  port = 0;

  constructor() {
    chmodSync(this.state, 0o755);
  }

  run(command: string, ...args: string[]): Promise<Outcome> {
    return this.with({}, command, ...args);
  }

  with(env: Record<string, string | undefined>, command: string, ...args: string[]): Promise<Outcome> {
    const began = Date.now();
    const child = this.begin(env, command, ...args);
    let [out, err] = ['', ''];
    child.stdout.on('data', (c) => (out += c));
    child.stderr.on('data', (c) => (err += c));
    return new Promise((resolve) =>
      child.on('exit', (code) => setTimeout(() => resolve({ code, out, err, ms: Date.now() - began }), 50)),
    );
  }

  begin(env: Record<string, string | undefined>, command: string, ...args: string[]) {
    const clean: NodeJS.ProcessEnv = {
      ...process.env,
      NELBO_STATE: this.state,
      PORT: String(this.port),
      DATABASE_URL: undefined,
      NELBO_CLUSTER_URL: undefined,
      ...env,
    };
    return spawn(join(root, 'nelbo'), [command, ...args], {
      cwd: this.state,
      env: clean,
      stdio: ['ignore', 'pipe', 'pipe'],
    });
  }

  remembered(line: number): number {
    return Number(readFileSync(join(this.state, 'server'), 'utf8').split('\n')[line - 1]);
  }

  get cluster(): string {
    return readFileSync(join(this.state, 'cluster'), 'utf8').trim();
  }

  postmaster(): number {
    return Number(readFileSync(join(this.cluster, 'postmaster.pid'), 'utf8').split('\n')[0]);
  }

  async titles(): Promise<string[]> {
    const res = await fetch(`http://127.0.0.1:${this.port}/api/v1/jobs?limit=500`, {
      signal: AbortSignal.timeout(5000),
    });
    return ((await res.json()) as { jobs: { title: string }[] }).jobs.map((j) => j.title);
  }
}

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const s = createServer().listen(0, '127.0.0.1', () => {
      const { port } = s.address() as { port: number };
      s.close(() => resolve(port));
    });
  });
const kill = (pid: number, signal: NodeJS.Signals): void => void process.kill(pid, signal);
/** Servers that run for a state folder. */
const serversOf = (state: string): string[] =>
  readdirSync('/proc').filter(
    (p) =>
      /^\d+$/.test(p) &&
      has(p, 'environ', `NELBO_HOME=${state}`) &&
      has(p, 'cmdline', join(root, 'server/dist/main.mjs')),
  );
function has(pid: string, file: string, word: string): boolean {
  try {
    return readFileSync(`/proc/${pid}/${file}`, 'utf8').split('\0').includes(word);
  } catch {
    return false;
  }
}
/** No shell's and no program's own words reach whoever started it. */
const PLAIN = /line \d+:|\bat .*\.(m?js|ts):\d+|Error:|"level":/;

describe('it always starts', () => {
  let yard: Yard;
  const job = {
    id: '5b1d2f60-9999-4a01-9c01-000000000009',
    document: {
      format: 'nelbo-job/1',
      title: 'Kept through it all',
      hull: { material: 'frp-solid' },
      damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
    },
  };
  /** What an ordinary start takes on this machine, ms. */
  let usual = 0;
  /** Recovery takes ten seconds at most where a start takes two or three. */
  const soon = (): number => Math.max(RECOVERY_MS, 4 * usual);
  async function starts(): Promise<Outcome> {
    const done = await yard.run('start');
    expect(done.err).not.toMatch(PLAIN);
    expect(done.code).withContext(done.err).toBe(0);
    expect(done.out.trim()).toBe(`http://127.0.0.1:${yard.port}/`);
    expect(await yard.titles()).toContain('Kept through it all');
    expect(serversOf(yard.state).length).toBe(1);
    return done;
  }
  beforeAll(async () => {
    yard = new Yard();
    yard.port = await freePort();
    // Two first starts at once: one waits for the other, and both end well.
    const [one, two] = await Promise.all([yard.run('start'), yard.run('start')]);
    expect([one.code, two.code])
      .withContext(one.err + two.err)
      .toEqual([0, 0]);
    await fetch(`http://127.0.0.1:${yard.port}/api/v1/jobs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(job),
    });
    await yard.run('stop');
    usual = (await starts()).ms;
  }, 180_000);
  afterAll(async () => {
    const stopped = await yard.run('stop');
    expect(stopped.code).toBe(0);
    expect(serversOf(yard.state)).toEqual([]);
    for (const folder of [yard.state, yard.cluster]) rmSync(folder, { recursive: true, force: true });
  }, 60_000);

  it('again while it runs, and says where', async () => {
    const before = yard.remembered(1);
    const done = await starts();
    expect(done.err).toContain('runs already');
    expect(yard.remembered(1)).toBe(before);
  }, 60_000);

  it('after server and database were killed', async () => {
    kill(yard.remembered(1), 'SIGKILL');
    kill(yard.postmaster(), 'SIGKILL');
    expect((await starts()).ms).toBeLessThan(soon());
  }, 60_000);

  it('after the database alone was killed, under a server that runs on', async () => {
    kill(yard.postmaster(), 'SIGKILL');
    expect((await starts()).ms).toBeLessThan(soon());
  }, 60_000);

  it('over a left-over postmaster.pid whose number belongs to another process now', async () => {
    await yard.run('stop');
    writeFileSync(
      join(yard.cluster, 'postmaster.pid'),
      `${process.pid}\n${yard.cluster}\n1\n5432\n\n127.0.0.1\n`,
    );
    expect((await starts()).ms).toBeLessThan(soon());
    expect(existsSync(`/proc/${process.pid}`)).toBeTrue();
  }, 60_000);

  it('over a server that hangs, and a database that does', async () => {
    const [server, database] = [yard.remembered(1), yard.postmaster()];
    kill(server, 'SIGSTOP');
    expect((await starts()).ms).toBeLessThan(2 * soon());
    expect(existsSync(`/proc/${server}`)).toBeFalse();
    kill(database, 'SIGSTOP');
    await yard.run('start').then((d) => expect(d.code).withContext(d.err).toBe(0));
    await starts();
  }, 90_000);

  it('beside an orphan that nothing remembers, and never ends a process of somebody else', async () => {
    const orphan = yard.remembered(1);
    rmSync(join(yard.state, 'server'));
    await starts();
    expect(existsSync(`/proc/${orphan}`)).toBeFalse();
    // A note that came with a copy of another checkout names a process that is not ours.
    const stranger = spawn('sleep', ['60'], { stdio: 'ignore' });
    const lines = readFileSync(join(yard.state, 'server'), 'utf8').split('\n');
    writeFileSync(join(yard.state, 'server'), [String(stranger.pid), ...lines.slice(1)].join('\n'));
    await starts();
    expect(existsSync(`/proc/${stranger.pid}`)).toBeTrue();
    stranger.kill();
  }, 60_000);

  it('with a password that got lost, and with another one than the database has', async () => {
    await yard.run('stop');
    writeFileSync(join(yard.state, 'password'), 'of-somewhere-else\n');
    expect((await starts()).err).toContain('password');
    await yard.run('stop');
    rmSync(join(yard.state, 'password'));
    await starts();
  }, 90_000);

  it('anew over a newer build, so that no page asks for files that are gone', async () => {
    const before = yard.remembered(1);
    const lines = readFileSync(join(yard.state, 'server'), 'utf8').split('\n');
    writeFileSync(join(yard.state, 'server'), [...lines.slice(0, 3), '1', ...lines.slice(4)].join('\n'));
    expect((await starts()).err).toContain('renewed');
    expect(yard.remembered(1)).not.toBe(before);
    const page = await (await fetch(`http://127.0.0.1:${yard.port}/jobs`)).text();
    for (const [, file] of page.matchAll(/(?:src|href)="([^":]+\.(?:js|css))"/g))
      expect((await fetch(`http://127.0.0.1:${yard.port}/${file}`)).status)
        .withContext(file)
        .toBe(200);
  }, 60_000);

  it('or says in one plain sentence why it cannot, and what to do', async () => {
    const taken = createServer().listen(0, '127.0.0.1');
    await new Promise((resolve) => taken.once('listening', resolve));
    const { port } = taken.address() as { port: number };
    await yard.run('stop');
    const cases: [string, Record<string, string>, RegExp][] = [
      ['a taken port', { PORT: String(port) }, /port \d+ is taken.*choose another/],
      ['a silly port', { PORT: 'tea' }, /PORT=tea is no port/],
      ['a port beyond all', { PORT: '99999' }, /PORT=99999 is no port/],
      [
        'a database that is not there',
        { DATABASE_URL: 'postgres://a:b@127.0.0.1:1/nelbo' },
        /127\.0\.0\.1:1\/nelbo cannot be reached/,
      ],
      [
        'a host of no name',
        { DATABASE_URL: 'postgres://a:b@nowhere.invalid/nelbo' },
        /not known by that name|cannot be reached/,
      ],
      ['an address that is none', { DATABASE_URL: 'tea' }, /DATABASE_URL/],
      ['a full disk', { NELBO_LEAST_MB: '999999999' }, /disk is nearly full.*make room/],
    ];
    for (const [name, env, words] of cases) {
      const done = await yard.with(env, 'start');
      expect(done.code).withContext(name).toBe(1);
      expect(done.err).withContext(name).toMatch(words);
      expect(done.err).withContext(name).not.toMatch(PLAIN);
      expect(done.err).withContext(name).not.toContain('a:b');
    }
    taken.close();
    await starts();
  }, 120_000);

  it('and backs up and restores by any path, or says why not; what is no ordinary file is never replaced', async () => {
    const file = (name: string): string => join(yard.state, name);
    const good = await yard.run('backup', 'yard.nelbo-backup');
    expect(good.code).withContext(good.err).toBe(0);
    mkdirSync(file('folder'));
    symlinkSync(file('yard.nelbo-backup'), file('link'));
    const refused: [string[], RegExp][] = [
      [['backup', 'folder'], /is a folder/],
      [['backup', 'link'], /is a link/],
      [['backup', '/dev/null'], /no ordinary file/],
      [['backup', 'nowhere/yard'], /no such folder/],
      [['backup', `${'x'.repeat(300)}`], /name is too long/],
      [['restore', 'nowhere', '--replace'], /no such folder or file/],
      [['restore', 'folder', '--replace'], /no ordinary file/],
      [['restore', '/dev/zero', '--replace'], /no ordinary file/],
      [['restore', 'cluster', '--replace'], /not a backup|cannot be read/],
      [['restore', 'yard.nelbo-backup'], /not empty/],
    ];
    for (const [args, words] of refused) {
      const done = await yard.run(args[0], ...args.slice(1));
      expect(done.code).withContext(args.join(' ')).toBe(2);
      expect(done.err).withContext(args.join(' ')).toMatch(words);
      expect(done.err).withContext(args.join(' ')).not.toMatch(PLAIN);
    }
    expect(readdirSync(yard.state).filter((f) => f.endsWith('.part'))).toEqual([]);
    expect((await yard.run('restore', 'yard.nelbo-backup', '--replace')).code).toBe(0);
    await starts();
  }, 150_000);
});

describe('a first start that was interrupted', () => {
  it('at any moment is made good by the next', async () => {
    for (const after of [700, 2800]) {
      const yard = new Yard();
      yard.port = await freePort();
      const first = yard.begin({}, 'start');
      await new Promise((resolve) => setTimeout(resolve, after));
      first.kill('SIGKILL');
      const done = await yard.run('start');
      expect(done.code).withContext(`${after} ms: ${done.err}`).toBe(0);
      expect(await yard.titles()).toEqual([]);
      await yard.run('stop');
      for (const folder of [yard.cluster, yard.state]) rmSync(folder, { recursive: true, force: true });
    }
  }, 240_000);
});
