import { TestBed } from '@angular/core/testing';
import { LIBRARY, planRepair, problem, readJob, type CureForecast } from '@nelbo/core';
import { forecastCure } from '@nelbo/core/cure';
import { of } from 'rxjs';
import { JOB, bench } from '../testing';
import { HeavyWork } from '../../workers/heavy-work';
import {
  curePlot,
  drawField,
  fieldRange,
  heatColor,
  horizonOf,
  hourLabel,
  hourTicks,
  temperaturePlot,
} from './charts';
import { CureAir } from './cure-air';
import { CureHelp } from './cure-help';
import { CureWindows } from './cure-windows';

const NOW = Date.parse('2026-11-25T13:00:00Z');
function forecast(): CureForecast {
  const { job } = readJob(JOB);
  const clock = { now: NOW, timeZone: 'UTC' };
  const cure = job && forecastCure(job, planRepair(job, LIBRARY, {}, clock), LIBRARY, {}, clock);
  if (!cure) throw new Error('no forecast');
  return cure;
}
const CURE = forecast();

describe('charts of a cure', () => {
  const c = CURE.cases.find((x) => x.field) as CureForecast['cases'][number];

  it('have no more than some eight hours named, on the hours of the wall', () => {
    const ticks = hourTicks(NOW, NOW + 30 * 3_600_000);
    expect(ticks.length).toBeGreaterThan(2);
    expect(ticks.length).toBeLessThanOrEqual(9);
    expect(ticks.every((t) => new Date(t).getMinutes() === 0)).toBeTrue();
    expect(hourLabel(new Date(2026, 10, 25, 6).getTime())).toBe('06:00');
    expect(hourLabel(new Date(2026, 10, 25).getTime())).toBe('Wed');
  });

  it('show temperatures and cure up to a while after sanding, in the unit that is read', () => {
    const plot = temperaturePlot(c, NOW, (x) => x * 1.8 + 32, '°F');
    expect(plot?.label).toContain('°F');
    const data = plot?.data.datasets.find((d) => d.label === 'surface')?.data as { x: number; y: number }[];
    expect(data.every((p) => p.x <= horizonOf(c) && p.y > 50)).toBeTrue();
    const cure = curePlot(c, NOW)?.data.datasets[0].data as { x: number; y: number }[];
    expect(cure.at(-1)?.y ?? 0).toBeGreaterThan(70);
    expect(cure.every((p) => p.y >= 0 && p.y <= 100)).toBeTrue();
    expect(temperaturePlot({ ...c, series: undefined }, NOW, (x) => x, '°C')).toBeUndefined();
    expect(curePlot({ ...c, series: undefined }, NOW)).toBeUndefined();
  });

  it('the picture of time and depth goes from paper to burnt, darker the hotter', () => {
    const light = (s: number): number => heatColor(s).reduce((a, b) => a + b, 0);
    for (let i = 1; i <= 10; i += 1) expect(light(i / 10)).toBeLessThanOrEqual(light((i - 1) / 10));
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [60, 30];
    if (!c.field) throw new Error('no field');
    const range = fieldRange(c.field, horizonOf(c));
    expect(range[1] - range[0]).toBeGreaterThanOrEqual(10);
    drawField(canvas, c.field, c.field.t[0], horizonOf(c), range);
    const pixels = canvas.getContext('2d')?.getImageData(0, 0, 60, 30).data ?? [];
    expect(new Set(Array.from(pixels).filter((_, i) => i % 4 === 0)).size).toBeGreaterThan(5);
  });
});

const COLD = problem({ severity: 'warning', stage: 'mix', path: 'conditions.temperature' }, 'stays-soft', {
  layer: 'group 1',
});
/** A worker that answers at once. */
const work = {
  cure: () => of({ kind: 'cure', share: 1, forecast: CURE, ms: 1, done: true }),
  help: () =>
    of({
      kind: 'help',
      ms: 1,
      progress: {
        share: 1,
        done: true,
        options: [
          {
            id: 'tent',
            title: 'Tent and heater',
            changes: [['warmth', { kind: 'tent', temperature: 26, from: 'start' }]],
            finish: NOW,
            finishBefore: NOW + 36_000_000,
            gone: [{ kind: 'cold', problem: COLD }],
            come: [{ kind: 'hot', problem: COLD }],
            peak: 41,
          },
        ],
      },
    }),
  logger: () =>
    of({
      readings: [],
      rows: 0,
      left: ['2 rows without a readable temperature'],
      taken: [],
      refused: 'The file is empty.',
    }),
};
const withWork = (): void => {
  TestBed.configureTestingModule({ providers: [{ provide: HeavyWork, useValue: work }] });
};

describe('what is shown of a cure', () => {
  it('what a glue line is waited for, in the words of a glue line', async () => {
    const [after] = CURE.cases[0].milestones.map((m) => m.after);
    const glued = {
      ...CURE,
      cases: [
        {
          id: 'mix.film.1',
          of: 'film' as const,
          stage: 'mix' as const,
          title: 'sets until it can be rasped',
          product: 'Glue',
          laid: NOW,
          milestones: [
            {
              id: 'sand' as const,
              meaning: { kind: 'workable' as const },
              after,
              at: NOW,
              span: [NOW, NOW] as const,
            },
          ],
        },
      ],
    };
    TestBed.configureTestingModule({
      providers: [
        {
          provide: HeavyWork,
          useValue: {
            ...work,
            cure: () => of({ kind: 'cure', share: 1, forecast: glued, ms: 1, done: true }),
          },
        },
      ],
    });
    const b = await bench(CureWindows);
    b.context.forecast.begin(true);
    await b.until('Set: can be worked on');
    expect(b.text()).not.toContain('peel ply');
  });

  it('likely moments with their ranges, pots, and how the law was fitted', async () => {
    withWork();
    const b = await bench(CureWindows);
    b.context.forecast.begin(true);
    await b.until('Recoat by');
    expect(b.text()).toContain('Left in the cup');
    expect(b.text()).toContain('law fitted to the sheet');
    expect(b.context.plan()?.cure).toBeDefined();
    expect(b.text()).not.toMatch(/NaN|undefined|Invalid/);
  });

  it('what would help tells what it changes, and is taken over', async () => {
    withWork();
    const b = await bench(CureHelp);
    b.button('Find the soonest safe end').click();
    await b.settle();
    expect(b.text()).toContain('no more: too cold to cure');
    expect(b.text()).toContain('But: gets too hot');
    b.button('Plan it so').click();
    await b.settle();
    expect(b.document().warmth?.temperature).toBe(26);
  });

  it('air and warmth ask only for what they need; a bad file leaves the readings', async () => {
    withWork();
    const kept = [
      { at: '2026-11-25T10:00:00Z', temperature: 8 },
      { at: '2026-11-25T11:00:00Z', temperature: 9 },
    ];
    const b = await bench(
      CureAir,
      {},
      { ...JOB, schedule: {}, conditions: { temperature: 12, air: 'readings', readings: kept } },
    );
    expect(b.text()).toContain('2 readings');
    const input = b.host.querySelector<HTMLInputElement>('input[type=file]') as HTMLInputElement;
    const files = new DataTransfer();
    files.items.add(new File([''], 'x.csv'));
    input.files = files.files;
    input.dispatchEvent(new Event('change'));
    await b.until('The file is empty. The readings that stood here are kept.');
    expect(b.document().conditions?.readings).toEqual(kept);
    const slider = b.host.querySelector<HTMLInputElement>('#cure-start') as HTMLInputElement;
    slider.value = '4';
    slider.dispatchEvent(new Event('input'));
    await b.settle();
    expect(Date.parse(b.document().schedule?.start ?? '')).toBeGreaterThan(Date.now());
  });
});
