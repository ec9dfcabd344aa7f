import { JOB, bench, type } from '../testing';
import { FairStage } from '../stages/fair-stage';
import { FairMap } from './fair-map';
import { GapEntry } from './gap-entry';
import { progressPlot } from './progress-plot';
import type { FairingRound, JobDocument } from '@nelbo/core';

const STATIONS = [-0.2, -0.1, 0, 0.1, 0.2];
const LINES = [-0.1, 0, 0.1];
/** A bowl of so many metres in the middle, and a high that holds the batten off by `high` elsewhere. */
const round = (deep: number, high = 0): FairingRound => ({
  at: '2026-11-23T08:00:00Z',
  readings: LINES.flatMap((y) =>
    STATIONS.map((x) => ({
      x,
      y,
      gap: x === 0 && y === 0 ? deep + high : x === 0.1 && y === 0 ? 0 : high,
    })),
  ),
});
const read = (...rounds: FairingRound[]): JobDocument => ({ ...JOB, fairing: { rounds } }) as JobDocument;

const press = (host: HTMLElement, ...keys: string[]): void => {
  const pad = host.querySelector('.pad');
  if (!pad) throw new Error('no pad');
  for (const key of keys) pad.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
};

describe('gaps, typed', () => {
  const entry = async (again?: FairingRound) => {
    const b = await bench(GapEntry, { size: [0.4, 0.2], again });
    const kept: FairingRound['readings'][] = [];
    b.fixture.componentInstance.kept.subscribe((r) => kept.push(r));
    return { ...b, kept };
  };

  it('go from place to place, by key and by one tap', async () => {
    const b = await entry();
    press(b.host, '1', '.', '5', 'Enter', '0', 'Enter', 'ArrowRight', '2', 'Enter');
    await b.settle();
    b.button('0.5').click();
    b.button('3').click();
    await b.settle();
    b.button('Keep this round').click();
    expect(b.kept.length).toBe(1);
    expect(b.kept[0].map((r) => r.gap)).toEqual([0.0015, 0, 0.002, 0.0005, 0.003]);
    // The uppermost line first, from aft.
    expect(b.kept[0][0]).toEqual({ x: -0.2, y: 0.1, gap: 0.0015 });
    expect(b.kept[0].every((r) => r.y === 0.1)).toBeTrue();
  });

  it('that are negative or absurd are told in words, and nothing typed before is lost', async () => {
    const b = await entry();
    press(b.host, '2', 'Enter', '-');
    await b.settle();
    expect(b.text()).toContain('never negative');
    press(b.host, '9', '9', '9', 'Enter');
    await b.settle();
    expect(b.text()).toContain('0 to 60 mm');
    press(b.host, 'Backspace', 'Backspace', 'Backspace', 'ArrowLeft');
    await b.settle();
    expect(b.text()).toContain('1 of 45 read');
  });

  it('are taken back, and fewer than four are no round', async () => {
    const b = await entry();
    press(b.host, '2', 'Enter', '1', 'Enter', 'ArrowLeft', 'Backspace');
    await b.settle();
    expect(b.text()).toContain('1 of 45 read');
    expect(b.button('Keep this round').disabled).toBeTrue();
  });

  it('keep their places when the lattice grows, and a round that is corrected its own', async () => {
    const b = await entry();
    press(b.host, '2', 'Enter', '1', 'Enter');
    b.button('more stations').click();
    await b.settle();
    expect(b.text()).toContain('2 of 50 read');
  });
});

describe('the size to read', () => {
  it('stays as it was typed while the plan moves on', async () => {
    const b = await bench(GapEntry, { size: [0.4, 0.2] });
    type(b.host, 'Length to read', '0.9 m');
    b.fixture.componentRef.setInput('size', [0.41, 0.21]);
    await b.settle();
    expect(b.text()).toContain('over 900 mm × 200 mm');
  });
});

describe('a round that is corrected', () => {
  it('comes back as it was read', async () => {
    const r = round(0.002);
    const b = await bench(GapEntry, { size: [0.4, 0.2], again: r });
    const kept: FairingRound['readings'][] = [];
    b.fixture.componentInstance.kept.subscribe((x) => kept.push(x));
    b.button('Keep the corrected round').click();
    const order = (a: { x: number; y: number }, c: { x: number; y: number }): number =>
      a.y - c.y || a.x - c.x;
    expect([...kept[0]].sort(order)).toEqual([...r.readings].sort(order));
  });
});

describe('the fair stage', () => {
  it('plans from the laminate until the surface is read', async () => {
    const b = await bench(FairStage);
    expect(b.text()).toContain('Planned from the laminate');
    b.button('Read the surface').click();
    await b.settle();
    expect(b.text()).toContain('gaps under the batten');
    press(
      b.host,
      ...['0', '0', '0', '0', '0', '0', '0', '0', '0'].flatMap((d) => [d, 'Enter']),
      ...['0', '1', '2', '1', '0', '0', '0', '0', '0'].flatMap((d) => [d, 'Enter']),
    );
    await b.settle();
    b.button('Keep this round').click();
    await b.settle();
    expect(b.document().fairing?.rounds?.length).toBe(1);
    expect(b.context.plan()?.dish?.fair?.surface?.deepest.value).toBeCloseTo(0.002, 9);
    expect(b.text()).toContain('Deepest low');
    expect(b.context.log().some((e) => e.text.includes('Read round 1: 18 gaps under a batten'))).toBeTrue();
  });

  it('asks for the highs to be cut first, and lets a round be taken out', async () => {
    const b = await bench(FairStage, {}, read(round(0.004, 0.0009)));
    expect(b.text()).toContain('Cut the highs first');
    b.button('Take round 1 out').click();
    await b.settle();
    expect(b.document().fairing?.rounds).toBeUndefined();
  });

  it('says when it is fair, and has no filler left to mix', async () => {
    const b = await bench(FairStage, {}, read(round(0.003), round(0.0002)));
    expect(b.text()).toContain('Nothing is off by more than');
    expect(b.text()).not.toContain('Each batch');
    expect(b.host.querySelectorAll('nb-sanding tbody tr').length).toBeGreaterThan(0);
  });

  it('reads the usual papers, tells what they cost here, and names a grit that is on no scale', async () => {
    const b = await bench(FairStage, {}, JOB, [], { currency: '£', habit: '80 120 150 180 220' });
    expect(b.text()).toMatch(/Your usual P80, .* would take/);
    type(b.host, 'End at', 'P130');
    await b.settle();
    expect(b.context.problems().find((p) => p.path === 'sanding.end')?.params).toEqual(
      jasmine.objectContaining({ why: 'off-scale', near: [120, 150] }),
    );
    type(b.host, 'End at', 'P240');
    await b.settle();
    expect(b.context.plan()?.dish?.fair?.endGrit).toBe(240);
  });

  it('keeps what is on the shelf for the whole yard', async () => {
    const b = await bench(FairStage);
    const box = [...b.host.querySelectorAll<HTMLLabelElement>('nb-papers label')]
      .find((l) => l.textContent?.trim() === 'P80')
      ?.querySelector('input');
    box?.click();
    b.http.expectOne('/api/v1/shop').flush({ currency: '£' });
    const put = b.http.expectOne({ method: 'PUT', url: '/api/v1/shop' });
    expect(put.request.body.papers.length).toBeGreaterThan(10);
    expect(put.request.body.papers.some((p: { id: string }) => p.id === 'disc-p80')).toBeFalse();
    put.flush(put.request.body);
    await b.settle();
    expect(b.text()).toContain('28 of 33');
  });
});

describe('the map of the surface', () => {
  it('draws lows and highs, tells where to cut and fill, and the portions', async () => {
    const b = await bench(FairMap, {}, read(round(0.004, 0.0009)));
    expect(b.text()).toMatch(/Cut 0\.9 mm .*towards the bow/);
    expect(b.text()).toMatch(/Fill 4\.0 mm in the middle/);
    expect(b.host.querySelectorAll('.fair-low').length).toBeGreaterThan(1);
    expect(b.host.querySelectorAll('.fair-high').length).toBe(1);
    [...b.host.querySelectorAll<HTMLElement>('p-togglebutton')]
      .find((t) => t.textContent?.includes('Portions'))
      ?.click();
    await b.settle();
    expect(b.host.querySelectorAll('.fair-cell').length).toBeGreaterThan(3);
    expect(b.host.textContent).toMatch(/\d+ ml/);
  });

  it('shows the newest round first and how it came down', async () => {
    const b = await bench(FairMap, {}, read(round(0.004), round(0.001)));
    expect(b.text()).toContain('round 2, 15 gaps');
    expect(b.host.querySelector('p-chart')).not.toBeNull();
    const plot = progressPlot(
      [
        { deepest: 4, highest: 0 },
        { deepest: 1, highest: 0 },
      ],
      0.5,
      'mm',
    );
    expect(plot.data.datasets[0].data).toEqual([4, 1]);
    expect(plot.label).toContain('round 2 deepest 1.0 mm');
  });
});

describe('the fillers', () => {
  it('are compared in the worker and one is taken over with its chain', async () => {
    const b = await bench(FairStage, {}, { ...JOB, system: { resin: 'polyester', finish: 'gel-coat' } });
    b.button('Compare the fillers on this job').click();
    for (let i = 0; i < 80 && b.host.querySelectorAll('.filler').length === 0; i += 1) {
      await new Promise((resolve) => setTimeout(resolve, 100));
      await b.settle();
    }
    const told = [...b.host.querySelectorAll('.filler')].map((f) => f.textContent ?? '');
    expect(told.length).toBe(6);
    expect(told.filter((t) => t.includes('in the plan')).length).toBe(1);
    expect(told.every((t) => !/NaN|undefined/.test(t))).toBeTrue();
    b.button('Plan with Polyester fairing putty').click();
    await b.settle();
    expect(b.document().system).toEqual(
      jasmine.objectContaining({ resin: 'polyester', finish: 'gel-coat', filler: 'polyester-putty' }),
    );
    expect(b.context.plan()?.system?.chosen?.chain.filler?.id).toBe('polyester-putty');
  });
});

describe('rounds of a job', () => {
  it('are twelve at the most: the oldest goes, and the document stays valid', async () => {
    const b = await bench(FairStage, {}, read(...Array.from({ length: 12 }, () => round(0.002))));
    b.button('Read it again').click();
    await b.settle();
    press(b.host, ...Array.from({ length: 10 }, () => ['1', 'Enter']).flat());
    await b.settle();
    b.button('Keep this round').click();
    await b.settle();
    expect(b.document().fairing?.rounds?.length).toBe(12);
    expect(b.context.problems().filter((p) => p.severity === 'error')).toEqual([]);
  });

  it('have a lattice of no more places than a round may have', async () => {
    const b = await bench(GapEntry, { size: [0.4, 0.2] });
    for (let i = 0; i < 30; i += 1) {
      b.button('more stations').click();
      b.button('more lines').click();
      await b.settle();
    }
    expect(b.text()).toContain('25 stations on 24 lines');
    expect(b.host.querySelectorAll('.cell').length).toBe(600);
    for (let i = 0; i < 30; i += 1) {
      b.button('fewer stations').click();
      await b.settle();
    }
    expect(b.text()).toContain('2 stations on 24 lines');
  });

  it('are typed in inches where the yard reads inches', async () => {
    const b = await bench(GapEntry, { size: [0.4, 0.2] }, JOB, [], {
      currency: '£',
      units: { length: 'us' },
    });
    const kept: FairingRound['readings'][] = [];
    b.fixture.componentInstance.kept.subscribe((r) => kept.push(r));
    for (const q of ['0', '0.04', '0.08', '0.12']) b.button(q).click();
    await b.settle();
    b.button('Keep this round').click();
    expect(kept[0].map((r) => Math.round(r.gap * 1e6))).toEqual([0, 1016, 2032, 3048]);
  });
});
