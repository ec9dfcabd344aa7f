import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type BrowserContext, type Page } from '@playwright/test';
import fc from 'fast-check';
import { freePort } from '../free-port';
import { Supervised } from './servers';

/** What may happen between two words. `answers` are lost on their way back: the server has heard, the page has not. */
const BLOWS = [
  'nothing',
  'kill tab',
  'kill browser',
  'reload',
  'drop answers',
  'stranger answers',
  'cut network',
  'kill server',
  'second tab',
  'leave job',
] as const;
type Blow = (typeof BLOWS)[number];
const STRANGERS = [
  { status: 200, contentType: 'text/html', body: '<h1>Sign in</h1>' },
  { status: 200, contentType: 'application/json', body: '{}' },
  { status: 200, contentType: 'application/json', body: 'null' },
  { status: 204, body: '' },
  { status: 404, contentType: 'text/html', body: 'not found' },
  { status: 403, contentType: 'text/html', body: 'no' },
];
const KINDS = ['title', 'where', 'thickness', 'log', 'log unsent', 'new job'] as const;
type Kind = (typeof KINDS)[number];

interface Step {
  readonly kind: Kind;
  readonly blow: Blow;
  readonly wait: number;
}

const PATIENCE_MS = 40_000;
/** Nothing that a person does takes longer. */
const STEP_MS = 60_000;
const inTime = <T>(work: Promise<T>, ms = STEP_MS): Promise<T> =>
  Promise.race([
    work,
    pause(ms).then((): T => {
      throw new Error('it never ended');
    }),
  ]);
const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** One person at one browser, who types, loses tab, network and server, and comes back; what they typed is counted at the end. */
class Person {
  #context: BrowserContext | undefined;
  #page: Page | undefined;
  readonly #profile = mkdtempSync(join(tmpdir(), 'nelbo-browser-'));
  /** What a person has typed last, by field, and every entry that they logged. */
  readonly fields = new Map<string, string>();
  readonly logged: string[] = [];
  readonly begun: string[] = [];
  unsent = '';
  #count = 0;

  constructor(
    private readonly server: Supervised,
    private readonly base: string,
    private readonly job: string,
    private readonly name: string,
  ) {}

  async page(): Promise<Page> {
    if (this.#page && !this.#page.isClosed()) return this.#page;
    this.#context ??= await chromium.launchPersistentContext(this.#profile, {
      executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--no-first-run',
      ],
      viewport: { width: 1280, height: 800 },
    });
    this.#page = await this.#context.newPage();
    return this.#page;
  }

  /** Opens a page of the job until it is there: the server may be on its way up. */
  async open(path: string): Promise<Page> {
    const page = await this.page();
    for (let tries = 0; ; tries += 1) {
      try {
        await page.goto(`${this.base}${path}`, { timeout: 10_000 });
        await page.locator('main').first().waitFor({ timeout: 10_000 });
        return page;
      } catch (e) {
        if (tries > 8) throw e;
        await pause(500);
      }
    }
  }

  async type(kind: Kind): Promise<void> {
    this.#count += 1;
    const word = `${this.name} ${this.#count}`;
    switch (kind) {
      case 'title':
        return this.#field('What happened', word, 'title');
      case 'where':
        return this.#field('Where', word, 'damage.where');
      case 'thickness':
        return this.#field('Laminate thickness', `${5 + (this.#count % 40) / 10}`, 'hull.thickness');
      case 'log': {
        const page = await this.#at('log');
        await page.getByLabel('What was done or seen').fill(word);
        await page.getByRole('button', { name: 'Log it' }).click();
        this.logged.push(word);
        this.unsent = '';
        return;
      }
      case 'log unsent': {
        const page = await this.#at('log');
        await page.getByLabel('What was done or seen').pressSequentially(word);
        this.unsent = (await page.getByLabel('What was done or seen').inputValue()) || word;
        return;
      }
      case 'new job': {
        const page = await this.open('/jobs/new');
        await page.getByLabel('What happened').fill(word);
        await page.getByLabel('Size, along the hull').fill('90');
        await page.getByLabel('Size, up the hull').fill('60');
        await page.getByRole('button', { name: 'Plan this job' }).click();
        await page.waitForURL(/survey/, { timeout: 15_000 });
        this.begun.push(word);
      }
    }
  }

  async #field(label: string, value: string, path: string): Promise<void> {
    const page = await this.#at('survey');
    const box = page.getByLabel(label, { exact: true }).first();
    await box.waitFor({ timeout: 15_000 });
    await box.fill('');
    await box.pressSequentially(value, { delay: 4 });
    this.fields.set(path, value);
  }

  async #at(stage: string): Promise<Page> {
    const page = await this.page();
    const own = `/jobs/${this.job}/${stage}`;
    return page.url().endsWith(own) && (await page.locator('main').count()) > 0 ? page : this.open(own);
  }

  async suffer(blow: Blow): Promise<void> {
    const page = await this.page();
    switch (blow) {
      case 'nothing':
        return;
      case 'kill tab':
        // As when the system is short of memory: no page has its say.
        await this.#crash(page);
        return;
      case 'kill browser':
        await this.#end();
        return;
      case 'reload':
        await page.reload({ timeout: 15_000 }).catch(() => undefined);
        return;
      case 'drop answers':
        await page.route('**/api/**', async (route) => {
          await route.fetch().catch(() => undefined);
          await route.abort().catch(() => undefined);
        });
        await pause(900);
        await page.unrouteAll({ behavior: 'ignoreErrors' });
        return;
      case 'stranger answers': {
        // The sign-in page of a harbour's network, or a proxy that finds all well: none of it is a save.
        let n = 0;
        await page.route('**/api/**', (route) =>
          route.fulfill(STRANGERS[(n += 1) % STRANGERS.length]).catch(() => undefined),
        );
        await pause(900);
        await page.unrouteAll({ behavior: 'ignoreErrors' });
        return;
      }
      case 'cut network':
        await page.context().setOffline(true);
        await pause(700);
        await page.context().setOffline(false);
        return;
      case 'kill server':
        this.server.kill();
        return;
      case 'second tab': {
        const other = await page.context().newPage();
        await other.goto(`${this.base}/jobs/${this.job}/survey`, { timeout: 15_000 }).catch(() => undefined);
        await other.close();
        return;
      }
      case 'leave job':
        await this.open('/shop').catch(() => undefined);
    }
  }

  async #crash(page: Page): Promise<void> {
    const session = await page
      .context()
      .newCDPSession(page)
      .catch(() => undefined);
    // A crashed page answers nothing any more, not even that it crashed.
    await Promise.race([session?.send('Page.crash').catch(() => undefined), pause(400)]);
    await Promise.race([page.close().catch(() => undefined), pause(1500)]);
    this.#page = undefined;
  }

  /** The whole browser is gone, as when the battery is. */
  async #end(): Promise<void> {
    await Promise.race([this.#context?.close().catch(() => undefined), pause(4000)]);
    [this.#context, this.#page] = [undefined, undefined];
  }

  /** Waits until nothing waits on the device any more. @returns what is wrong with what the server has */
  async settled(): Promise<string[]> {
    const page = await this.open(`/jobs/${this.job}/survey`);
    await page
      .getByRole('status')
      .filter({ hasText: /^Saved$/ })
      .first()
      .waitFor({ timeout: PATIENCE_MS })
      .catch(() => undefined);
    for (
      const until = Date.now() + PATIENCE_MS;
      Date.now() < until && (await page.getByText('not sent').count()) > 0;
    )
      await pause(300);
    const faults: string[] = [];
    const read = async <T>(path: string): Promise<T> =>
      (await (await fetch(`${this.server.url}${path}`)).json()) as T;
    const { document } = await read<{ document: unknown }>(`/jobs/${this.job}`);
    const at = (path: string): unknown =>
      path.split('.').reduce((o, k) => (o as Record<string, unknown> | undefined)?.[k], document);
    for (const [path, word] of this.fields) {
      const kept = path === 'hull.thickness' ? String(Math.round(Number(at(path)) * 1e7) / 1e4) : at(path);
      if (kept !== word) faults.push(`${path} was typed “${word}” and is “${String(kept)}”`);
    }
    const log = (await read<{ text: string }[]>(`/jobs/${this.job}/log`)).map((e) => e.text);
    for (const word of this.logged)
      if (log.filter((t) => t === word).length !== 1)
        faults.push(`entry “${word}” is there ${log.filter((t) => t === word).length} times`);
    const { jobs } = await read<{ jobs: { title: string }[] }>('/jobs?limit=500');
    for (const word of this.begun)
      if (jobs.filter((j) => j.title === word).length !== 1)
        faults.push(`job “${word}” is there ${jobs.filter((j) => j.title === word).length} times`);
    if (this.unsent) {
      const logPage = await this.open(`/jobs/${this.job}/log`);
      const there = await logPage.getByLabel('What was done or seen').inputValue();
      if (there !== this.unsent)
        faults.push(`the entry being written was “${this.unsent}” and is “${there}”`);
    }
    return faults;
  }

  async leave(): Promise<void> {
    await this.#end();
    rmSync(this.#profile, { recursive: true, force: true });
  }
}

/**
 * A person types into a real browser while tab, browser, network, answers and server go in a seeded order; at the end
 * all that was typed is there, once.
 *
 * @param blows how many things happen
 * @returns faults, and how much was typed
 */
export async function tortureBrowser(
  databaseUrl: string,
  blows: number,
  seed: number,
): Promise<{ faults: string[]; typed: number; done: Record<string, number> }> {
  const port = await freePort();
  const server = new Supervised(databaseUrl, port);
  await server.ready();
  const job = randomUUID();
  await fetch(`${server.url}/jobs`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      id: job,
      document: {
        format: 'nelbo-job/2',
        title: 'begins',
        hull: { material: 'frp-solid' },
        damage: { kind: 'hole', size: [0.1, 0.1] },
      },
    }),
  });
  const steps: Step[] = fc.sample(
    fc.record({
      kind: fc.constantFrom(...KINDS),
      blow: fc.constantFrom(...BLOWS),
      wait: fc.integer({ min: 0, max: 900 }),
    }),
    { numRuns: blows, seed },
  );
  const person = new Person(server, `http://127.0.0.1:${port}`, job, `s${seed}`);
  const faults: string[] = [];
  const done: Record<string, number> = {};
  try {
    for (const [n, step] of steps.entries()) {
      try {
        await inTime(person.type(step.kind));
      } catch (e) {
        faults.push(
          `step ${n}, ${step.kind} after ${steps[n - 1]?.blow ?? 'nothing'}: could not be typed: ${String(e).split('\n')[0]}`,
        );
        break;
      }
      await pause(step.wait);
      await inTime(person.suffer(step.blow)).catch((e: unknown) =>
        faults.push(`step ${n}, ${step.blow}: ${String(e)}`),
      );
      done[step.blow] = (done[step.blow] ?? 0) + 1;
    }
    await server.ready();
    faults.push(...(await inTime(person.settled(), 3 * STEP_MS)));
  } finally {
    await person.leave();
    server.stop();
  }
  if (faults.length > 0)
    faults.push(
      `what happened: ${steps.map((s, n) => `${n} ${s.kind} (${s.wait} ms) ${s.blow}`).join('; ')}`,
    );
  return { faults, typed: steps.length, done };
}
