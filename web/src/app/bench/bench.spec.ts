import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { LIBRARY, planRepair, readJob } from '@nelbo/core';
import { benchBatches, benchClocks, type BenchBatch } from '@nelbo/core/cure';
import { BASE } from '../../../../core/spec/support';
import { LogStore } from '../state/log-store';
import { deviceForSpecs } from '../state/testing';
import { Alarm } from './alarm';
import { BenchStep } from './bench-step';
import { BenchStore } from './bench-store';
import { CupDrawing } from './cup-drawing';
import { FreeMixView } from './free-mix';
import { clockOf, countdown, type BenchRun } from './run';
import { minutes, mixedWords, offBy, ratioWords } from './words';

function batches(document: object = BASE): readonly BenchBatch[] {
  const { job } = readJob(document);
  const plan = job && planRepair(job, LIBRARY, {}, { now: 0 }).plan;
  if (!plan) throw new Error('no plan');
  return benchBatches(plan, LIBRARY.resins);
}
const [BATCH] = batches();
const MIN = 60_000;
const run = (more: Partial<BenchRun> = {}): BenchRun => ({
  id: 'r',
  jobId: 'job',
  boat: 'Skiff “Spec”',
  batch: BATCH,
  way: 0,
  step: 'ready',
  events: [],
  at: 0,
  ...more,
});

function setUp(): {
  store: BenchStore;
  http: HttpTestingController;
  local: ReturnType<typeof deviceForSpecs>['local'];
} {
  const device = deviceForSpecs();
  TestBed.configureTestingModule({
    providers: [
      ...device.providers,
      provideHttpClient(),
      provideHttpClientTesting(),
      provideRouter([]),
      LogStore,
      BenchStore,
      Alarm,
    ],
  });
  const http = TestBed.inject(HttpTestingController);
  TestBed.inject(LogStore).open('job');
  http.match('/api/v1/jobs/job/log').forEach((r) => r.flush([]));
  return { store: TestBed.inject(BenchStore), http, local: device.local };
}

describe('countdowns', () => {
  it('count to the deadline, up to hours, and on past it', () => {
    expect(countdown(10_000 + 400_000, 10_000)).toBe('06:40');
    expect(countdown(7_925_000, 0)).toBe('2:12:05');
    expect(countdown(0, 20_000)).toBe('−00:20');
    expect(countdown(500, 0)).toBe('00:01');
    expect(countdown(5, 5)).toBe('00:00');
  });
});

describe('the clock of a batch', () => {
  const clocks = benchClocks(BATCH, 20, 20);
  it('none before it is mixed; then the pot, then the window, then sanding', () => {
    expect(clockOf(run(), 0)).toBeUndefined();
    const mixed = run({ step: 'use', mixedAt: 0, clocks });
    expect(clockOf(mixed, MIN)?.name).toContain('use before');
    expect(clockOf(mixed, clocks.usable * 1000 + MIN)?.name).toContain('pot life ends');
    expect(clockOf(mixed, clocks.life[1] * 1000 + 10 * MIN)?.kind).toBe('over');
    const laid = { ...mixed, step: 'laid' as const, laidAt: 0 };
    expect(clockOf(laid, MIN)?.name).toContain('next ply bonds from');
    expect(clockOf(laid, (clocks.opens?.[1] ?? 0) * 1000 + MIN)?.name).toContain('next ply bonds until');
  });
  it('a window that has shut stays shut until abrasion is logged', () => {
    const shut = (clocks.closes?.[1] ?? 0) * 1000 + MIN;
    const laid = run({ step: 'laid', mixedAt: 0, laidAt: 0, clocks });
    expect(clockOf(laid, shut)?.name).toContain('window has shut');
    expect(clockOf({ ...laid, events: [{ at: shut - 2 * 60 * MIN, kind: 'abraded' }] }, shut)?.kind).toBe(
      'over',
    );
    expect(clockOf({ ...laid, events: [{ at: shut, kind: 'abraded' }] }, shut + 1)?.name).toContain(
      'can be sanded',
    );
    expect(clockOf({ ...laid, events: [{ at: MIN, kind: 'coated' }] }, 2 * MIN)?.name).toContain(
      'can be sanded',
    );
  });
});

describe('words of the bench', () => {
  it('say range, ratio and error as a person would', () => {
    expect(minutes([31 * 60, 33 * 60, 36 * 60])).toBe('31–36 min');
    expect(minutes([4 * 3600, 4.4 * 3600, 5 * 3600])).toBe('4.0–5.0 h');
    expect(ratioWords(0.113, 0, run())).toBe('no hardener yet');
    expect(ratioWords(0.115, 0.02, run())).toBe('5.75 : 1');
    expect(offBy(0.0301)).toBe('+3.0 %');
    expect(offBy(-0.0101)).toBe('−1.0 %');
    expect(offBy(0.0002)).toBe('exact');
    expect(
      mixedWords(run({ pot: 17.4, air: 17.4, unread: ['pot'] }), {}, benchClocks(BATCH, 17, 17)),
    ).toContain('pot 17.4 °C (assumed), air 17.4 °C.');
    expect(
      mixedWords(
        run({
          lot: 'S-1',
          pot: 19.2,
          air: 17.4,
          humidity: 0.61,
          first: 0.113,
          second: 0.0197,
          simulated: true,
        }),
        {},
        benchClocks(BATCH, 19, 17),
      ),
    ).toMatch(/lot S-1, pot 19\.2 °C, air 17\.4 °C, 61 % \(simulated device\)\. Pot life \d+–\d+ min\./);
  });
});

describe('the store of the bench', () => {
  it('keeps every change with what it tells the log, and sends that once', async () => {
    const soon = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 200));
    const { store, http, local } = setUp();
    const made = store.start('job', 'first', 'Skiff “Spec”', BATCH);
    expect(local.runs.get(made.id)).toEqual(jasmine.objectContaining({ step: 'ready' }));
    store.change(
      made.id,
      { step: 'use', mixedAt: Date.now() },
      { who: 'Tam', text: 'mixed', event: { kind: 'mixed' } },
    );
    await soon();
    const [request] = http.match((r) => r.method === 'POST');
    expect(request.request.body).toEqual(
      jasmine.objectContaining({
        stage: 'mix',
        who: 'Tam',
        text: 'mixed',
        event: jasmine.objectContaining({ kind: 'mixed', run: made.id, product: BATCH.product }),
      }),
    );
    expect(local.waiting.size).toBe(1);
    request.flush(
      { ...request.request.body, receivedAt: '2026-11-25T10:00:00Z' },
      { status: 201, statusText: 'Created' },
    );
    await soon();
    expect(local.waiting.size).toBe(0);
    expect(http.match((r) => r.method === 'POST')).toEqual([]);
    store.change('nobody', { step: 'laid' });
  });

  it('rings once when a clock runs out, and not for a pot that has been laid', () => {
    const { store } = setUp();
    const alarm = TestBed.inject(Alarm);
    const clocks = benchClocks(BATCH, 20, 20);
    const made = store.start('job', 'first', 'b', BATCH);
    store.change(made.id, { step: 'use', mixedAt: Date.now() - clocks.usable * 1000 + 300, clocks });
    TestBed.tick();
    store.now.set(Date.now() + 1000);
    TestBed.tick();
    expect(alarm.ringing().map((r) => r.text)).toEqual([`${BATCH.title}: empty the pot now`]);
    store.now.set(Date.now() + 2000);
    TestBed.tick();
    expect(alarm.ringing().length).toBe(1);
    alarm.heard(alarm.ringing()[0].id);
    expect(alarm.ringing()).toEqual([]);
  });
});

describe('one step at a time', () => {
  async function step(more: Partial<BenchRun>): Promise<{
    host: HTMLElement;
    store: BenchStore;
    id: string;
    click: (name: string) => Promise<void>;
    type: (text: string) => Promise<void>;
    refresh: () => Promise<void>;
  }> {
    const { store } = setUp();
    const made = store.start('job', 'first', 'b', more.batch ?? BATCH);
    store.change(made.id, more);
    const fixture = TestBed.createComponent(BenchStep);
    const refresh = async (): Promise<void> => {
      fixture.componentRef.setInput(
        'run',
        store.runs().find((r) => r.id === made.id),
      );
      await fixture.whenStable();
    };
    await refresh();
    const host = fixture.nativeElement as HTMLElement;
    return {
      host,
      store,
      id: made.id,
      refresh,
      click: async (name) => {
        const button = [...host.querySelectorAll('button')].find((b) => b.textContent?.includes(name));
        if (!button) throw new Error(`no button ${name} in ${host.textContent}`);
        button.click();
        await refresh();
      },
      type: async (text) => {
        const input = host.querySelector<HTMLInputElement>('#bench-reads') as HTMLInputElement;
        input.value = text;
        input.dispatchEvent(new Event('input'));
        await refresh();
      },
    };
  }
  const now = (s: { store: BenchStore; id: string }): BenchRun =>
    s.store.runs().find((r) => r.id === s.id) as BenchRun;

  it('the second part follows what really went in of the first', async () => {
    const s = await step({ step: 'first' });
    await s.type('120');
    await s.click('Resin is in');
    expect(now(s).first).toBeCloseTo(0.12, 9);
    expect(s.host.querySelector('.big')?.textContent).toContain((120 * (1 + BATCH.ratio)).toFixed(1));
  });

  it('what was poured by volume is weighed by its density, each part on top of the other', async () => {
    const s = await step({ step: 'first' });
    await s.type('100 ml');
    await s.click('Resin is in');
    // 1.15 kg on a litre of resin, 1.00 of hardener.
    expect(now(s).first).toBeCloseTo(0.115, 6);
    await s.type('20 ml');
    await s.click('Hardener is in');
    expect(now(s).second).toBeCloseTo(0.02, 6);
    expect(now(s).step).toBe('stir');
  });

  it('what cannot be read is said, and nothing goes on', async () => {
    const s = await step({ step: 'first' });
    await s.type('a lot');
    await s.click('Resin is in');
    expect(now(s).step).toBe('first');
    expect(s.host.querySelector('[role=alert]')?.textContent).toContain('Not a weight');
  });

  it('too little is corrected, and the log says by how much', async () => {
    const s = await step({ step: 'second', first: 0.115 });
    await s.type('131');
    await s.click('Hardener is in');
    expect(s.host.textContent).toContain('Add hardener until the scale reads');
    await s.click('It reads that');
    expect(now(s).step).toBe('stir');
    expect((now(s).second ?? 0) / 0.115).toBeCloseTo(BATCH.ratio, 3);
  });

  it('far too much late is thrown away', async () => {
    const s = await step({ step: 'second', first: 0.115, metAt: Date.now() - 3_000_000 });
    await s.type('160');
    await s.click('Hardener is in');
    expect(s.host.textContent).toContain('begun to cure');
    await s.click('It is in the tray outside');
    expect(now(s).step).toBe('thrown');
  });

  it('“too much” without a scale asks what it reads', async () => {
    const s = await step({ step: 'second', first: 0.115 });
    await s.click('Too much');
    expect(s.host.querySelector('[role=alert]')?.textContent).toContain('Type what the scale reads');
  });

  it('every way to measure shows its own figure; peroxide has its hazard', async () => {
    const s = await step({ step: 'second', batch: batches({ ...BASE, system: { resin: 'polyester' } })[0] });
    expect(s.host.textContent).toContain('never MEK, the thinner');
    // What is in already was planned, not weighed: no more than the catalyst is still to pour.
    expect(s.host.querySelector('.facts')?.textContent).toMatch(
      /still to pour \d\.\d+ g|still to pour \d\.\d g/,
    );
  });

  it('another way to measure shows its own figure', async () => {
    const s = await step({ step: 'second' });
    await s.click('Other way to measure');
    expect(s.host.querySelector('.big')?.textContent).toMatch(/ml|mm/);
  });

  it('mixed, noted, laid, abraded, weather: each is one tap', async () => {
    const s = await step({ step: 'stir', first: 0.113, second: 0.0197, pot: 19, air: 17 });
    await s.click('Mixed');
    expect(now(s).clocks?.life[1]).toBeGreaterThan(600);
    await s.click('Note');
    await s.click('Kicked early');
    expect(s.host.textContent).toContain('Noted: kicked early');
    await s.click('It is laid');
    expect(now(s).laidAt).toBeDefined();
    await s.click('Abraded');
    expect(now(s).events.map((e) => e.kind)).toEqual(['abraded']);
    await s.click('Weather broke');
    expect(s.host.textContent).not.toMatch(/NaN|undefined/);
  });
});

describe('the same in a cup, and mixing by hand', () => {
  it('draws lines by the shape of the cup, and without one tells both parts', async () => {
    setUp();
    const fixture = TestBed.createComponent(CupDrawing);
    // Enough for lines that lie 5 mm and more apart.
    const [large] = batches({ ...BASE, damage: { kind: 'hole', size: [0.3, 0.2] } });
    fixture.componentRef.setInput('run', run({ batch: large }));
    await fixture.whenStable();
    const svg = (fixture.nativeElement as HTMLElement).querySelector('svg');
    expect(svg?.getAttribute('aria-label')).toMatch(/resin to \d+ ml, then hardener to \d+ ml/);
    fixture.componentRef.setInput(
      'run',
      run({ batch: batches({ ...BASE, system: { resin: 'polyester' } })[0] }),
    );
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('drops');
  });

  it('works a product out as it is typed, and tells what cannot be read', async () => {
    setUp();
    const fixture = TestBed.createComponent(FreeMixView);
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    expect(host.textContent).toContain('102.2 g');
    const amount = [...host.querySelectorAll('label')]
      .find((l) => l.textContent?.includes('Amount'))
      ?.querySelector('input') as HTMLInputElement;
    const amounted = async (text: string): Promise<string> => {
      amount.value = text;
      amount.dispatchEvent(new Event('input'));
      await fixture.whenStable();
      return host.textContent ?? '';
    };
    // 100 ml of a mix of 1.125: 112.5 g, of which 95.8 g of resin.
    expect(await amounted('100 ml')).toContain('95.8 g');
    expect(host.querySelector('[role=alert]')).toBeNull();
    expect(await amounted('2 pumps')).toContain('the yard has no pump for it');
    expect(await amounted('9 drops')).toContain('nobody has counted');
    amount.value = 'a bucket';
    amount.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    expect(host.querySelector('[role=alert]')?.textContent).toContain('Amount');
    expect([...host.querySelectorAll('button')].some((b) => b.textContent?.includes('Mix it'))).toBeFalse();
  });
});
