import { spawn, type ChildProcess } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const MAIN = join(dirname(fileURLToPath(import.meta.url)), '../../server/dist/main.mjs');
const RESPAWN_MS = 150;

/** One server process that is started again whenever it ends, as a supervisor would. */
export class Supervised {
  #child: ChildProcess | undefined;
  #stopped = false;
  readonly url: string;

  constructor(
    private readonly databaseUrl: string,
    private readonly port: number,
  ) {
    this.url = `http://127.0.0.1:${port}/api/v1`;
    this.#start();
  }

  #start(): void {
    if (this.#stopped) return;
    const child = spawn('node', [MAIN], {
      env: { ...process.env, DATABASE_URL: this.databaseUrl, PORT: String(this.port), LOG_LEVEL: 'silent' },
      stdio: 'ignore',
    });
    this.#child = child;
    child.on('exit', () => setTimeout(() => this.#start(), RESPAWN_MS));
  }

  /** @returns whether there was a process to kill */
  kill(): boolean {
    return this.#child?.exitCode === null && this.#child.signalCode === null
      ? this.#child.kill('SIGKILL')
      : false;
  }

  async ready(): Promise<void> {
    for (let tries = 0; tries < 300; tries += 1) {
      if (
        await fetch(`${this.url}/health`).then(
          (r) => r.ok,
          () => false,
        )
      )
        return;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    throw new Error('the server did not start');
  }

  stop(): void {
    this.#stopped = true;
    this.#child?.kill('SIGKILL');
  }
}
