import { randomUUID } from 'node:crypto';
import type { JobDocument } from '@nelbo/core';

/** What a writer was told is safe. */
export interface Acknowledged {
  readonly saves: {
    readonly jobId: string;
    readonly saveId: string;
    readonly title: string;
    readonly version: number;
  }[];
  readonly entries: { readonly jobId: string; readonly id: string; readonly text: string }[];
  /** ms from the first try to the answer, in the order of the answers. */
  readonly waits: number[];
}

const blank = (title: string): JobDocument => ({
  format: 'nelbo-job/2',
  title,
  hull: { material: 'frp-solid', thickness: 0.007 },
  damage: { kind: 'hole', size: [0.096, 0.058] },
});

const PAUSE_MS = 25;
const TIMEOUT_MS = 4000;

interface Answer {
  readonly status: number;
  readonly body: {
    version: number;
    document: JobDocument;
    current?: { version: number; document: JobDocument };
  };
}

/**
 * One person at one screen: edits a job of their own and one that all share, and writes the log, one thing after
 * another. Whatever fails is sent again with the same id, to whichever server answers.
 */
export class Writer {
  readonly acknowledged: Acknowledged = { saves: [], entries: [], waits: [] };
  readonly ownJob = randomUUID();
  #version = 0;
  #count = 0;
  #turn = 0;
  stopping = false;

  constructor(
    private readonly name: string,
    private readonly servers: readonly string[],
    private readonly sharedJob: string,
  ) {}

  async run(): Promise<void> {
    await this.#send('POST', '/jobs', { id: this.ownJob, document: blank(`${this.name} begins`) });
    this.#version = 1;
    while (!this.stopping) {
      this.#count += 1;
      await this.#saveOwn();
      await this.#log();
      if (this.#count % 3 === 0) await this.#saveShared();
    }
  }

  async #saveOwn(): Promise<void> {
    const [saveId, title] = [randomUUID(), `${this.name} ${this.#count}`];
    const { body } = await this.#send('PUT', `/jobs/${this.ownJob}`, {
      version: this.#version,
      document: blank(title),
      saveId,
      who: this.name,
    });
    this.#version = body.version;
    this.acknowledged.saves.push({ jobId: this.ownJob, saveId, title, version: body.version });
  }

  async #log(): Promise<void> {
    const entry = {
      id: randomUUID(),
      stage: 'laminate',
      at: new Date().toISOString(),
      who: this.name,
      text: `${this.name} entry ${this.#count}`,
    };
    await this.#send('POST', `/jobs/${this.sharedJob}/log`, entry);
    this.acknowledged.entries.push({ jobId: this.sharedJob, id: entry.id, text: entry.text });
  }

  /** Saves on top of what others saved: a conflict is read, and the edit made again on it. */
  async #saveShared(): Promise<void> {
    const [saveId, title] = [randomUUID(), `${this.name} shares ${this.#count}`];
    let known = (await this.#send('GET', `/jobs/${this.sharedJob}`)).body.version;
    for (;;) {
      const { status, body } = await this.#send('PUT', `/jobs/${this.sharedJob}`, {
        version: known,
        document: blank(title),
        saveId,
        who: this.name,
      });
      if (status === 200) {
        this.acknowledged.saves.push({ jobId: this.sharedJob, saveId, title, version: body.version });
        return;
      }
      known = body.current?.version ?? known;
    }
  }

  /** Sends until a server answers for good; 5xx and broken connections are tried again on the other one. */
  async #send(method: string, path: string, body?: unknown): Promise<Answer> {
    const began = Date.now();
    for (;;) {
      const server = this.servers[this.#turn % this.servers.length];
      try {
        const res = await fetch(server + path, {
          method,
          headers: { 'content-type': 'application/json' },
          body: body === undefined ? undefined : JSON.stringify(body),
          signal: AbortSignal.timeout(TIMEOUT_MS),
        });
        const answer = (await res.json()) as Answer['body'];
        if (res.status < 500) {
          if (res.status >= 400 && res.status !== 409)
            throw new Refused(`${method} ${path} was refused with ${res.status}: ${JSON.stringify(answer)}`);
          if (method !== 'GET') this.acknowledged.waits.push(Date.now() - began);
          return { status: res.status, body: answer };
        }
      } catch (e) {
        if (e instanceof Refused) throw e;
      }
      this.#turn += 1;
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
    }
  }
}

/** An answer that trying again cannot change: a fault of the server. */
export class Refused extends Error {}
