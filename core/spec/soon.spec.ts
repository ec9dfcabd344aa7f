import fc from 'fast-check';
import {
  networkOf,
  orderRows,
  placeTasks,
  type Item,
  type JobDocument,
  type Plan,
  type Shop,
  type Step,
  type StepRow,
  type Timeline,
} from '../src/index';
import { Ledger } from '../src/trace/ledger';
import { stepOf } from '../src/work/step-of';
import { planOf } from './support';

const BY_DAY: Shop = { hours: { days: 'mon-fri', start: '08:00', end: '17:00' } };
const tasksOf = (timeline: Timeline | undefined): Timeline['stages'][number]['tasks'] =>
  timeline?.stages.flatMap((s) => s.tasks) ?? [];

/** By how much each link with a most was overrun, ms, where nothing was done first. */
function overrun({ work, timeline }: Pick<Plan, 'work' | 'timeline'>): readonly string[] {
  const placed = new Map(tasksOf(timeline).map((t) => [t.id, t]));
  return (work?.links ?? []).flatMap(({ from, to, most }) => {
    if (!most) return [];
    const [made, next] = [placed.get(from ?? ''), placed.get(to ?? '')];
    const again = placed.get(most.missed.id);
    if (again)
      return made && next && again.end <= next.start && again.start >= made.end
        ? []
        : [`${to}: again too late`];
    const since = most.since === 'start' ? made?.start : made?.end;
    const late = (next?.start ?? NaN) - (since ?? NaN) - most.within.value * 1000;
    return late <= 1 ? [] : [`${to}: ${late / 60_000} min`];
  });
}

const countOf = ({ work }: Plan): number => (work?.links ?? []).filter((l) => l.most).length;

describe('a link that says how late at the most', () => {
  const ledger = new Ledger('mix');
  const s = (name: string, minutes: number): ReturnType<Ledger['given']> =>
    ledger.given(name, name, minutes * 60, 's', 'assumed', 'made up');
  const step = (serves: string, minutes: number, stage: 'grind' | 'mix' = 'mix'): Step =>
    stepOf(stage, 'fill', 'spread', { place: 'face', serves }, s(serves, minutes));
  const wait = (serves: string, minutes: number): Item => ({
    lag: { id: `face.tacky@${serves}`, stage: 'mix', awaited: 'tacky', least: s(`wait ${serves}`, minutes) },
  });
  const row = (before: number, within: number, since?: 'start'): readonly Item[] => {
    const bright = step('bright', 30, 'grind');
    return [
      { step: step('first', before, 'grind') },
      { step: bright },
      { step: step('edges', 10) },
      wait('edges', 60),
      {
        step: step('prime', 15),
        soon: {
          after: bright.id,
          ...(since ? { since } : {}),
          within: s('within', within),
          missed: step('again', 5),
        },
      },
    ];
  };
  /** Hours of the clock of each step. */
  const begun = (items: readonly Item[], hours?: { start: string; end: string }): Record<string, number> =>
    Object.fromEntries(
      tasksOf(
        placeTasks(
          networkOf(items, ['grind', 'mix']),
          8 * 3_600_000,
          {},
          hours ? { hours: { days: 'daily', ...hours } } : {},
          ['grind', 'mix'],
        ),
      )
        .filter((t) => t.kind === 'work')
        .map((t) => [t.id.split('@')[1], t.start / 3_600_000]),
    );

  it('leaves alone what is met anyway', () => {
    expect(begun(row(60, 120))).toEqual({ first: 8, bright: 9, edges: 9.5, prime: 9.5 + 70 / 60 });
  });

  it('begins what does not keep in the morning rather than twice, over steps, waits and stages between', () => {
    const day = { start: '08:00', end: '12:00' };
    // From 10:00 bright would be ready at 10:30 and the primer at 11:40: begun, it would end after noon.
    expect(begun(row(135, 120), day)).toEqual({ first: 8, bright: 32, edges: 32.5, prime: 32.5 + 70 / 60 });
  });

  it('makes it anew where no day holds both, before what needs it', () => {
    const again = begun(row(10, 60));
    expect(again['again']).toBeCloseTo(8 + 110 / 60, 9);
    expect(again['prime']).toBeCloseTo(8 + 115 / 60, 9);
  });

  it('counts from the start where what is made begins to be lost as it is made', () => {
    // 70 min from the end of it, 100 min from its start.
    expect(begun(row(10, 90))['again']).toBeUndefined();
    expect(begun(row(10, 90, 'start'))['again']).toBeCloseTo(8 + 110 / 60, 9);
    expect(begun(row(10, 100, 'start'))['again']).toBeUndefined();
    // Begun at 10:00 the primer would come at 11:40 in a yard that shuts at 11:45: from the start as from the end it waits for the morning.
    const day = { start: '08:00', end: '11:45' };
    expect(begun(row(120, 100, 'start'), day)['bright']).toBe(32);
    expect(begun(row(120, 100, 'start'), day)['again']).toBeUndefined();
  });

  it('says how late it was, after what, and what is done first', () => {
    const { shut } = placeTasks(networkOf(row(10, 60), ['grind', 'mix']), 0, {}, {}, ['grind', 'mix']);
    expect(shut.length).toBe(1);
    expect(shut[0].stage).toBe('grind');
    expect(shut[0].late).toBeCloseTo(10 * 60, 6);
    expect(shut[0].first.takes).toBe(5 * 60);
  });

  it('is none to a step that the repair does not have', () => {
    expect(networkOf(row(10, 60), ['mix']).links.some((l) => l.most)).toBeFalse();
  });

  it('counts from when a stage was reported done, whatever had been planned', () => {
    const placed = placeTasks(networkOf(row(10, 120), ['grind', 'mix']), 0, { grind: 20 * 3_600_000 }, {}, [
      'grind',
      'mix',
    ]);
    expect(tasksOf(placed).find((t) => t.id.endsWith('edges'))?.start).toBe(20 * 3_600_000);
    expect(placed.shut).toEqual([]);
  });

  it('is lost over night after a stage that was reported done, and says after what', () => {
    const crew = { hours: { days: 'daily' as const, start: '08:00', end: '12:00' } };
    // Reported at 11:30: edges and their wait take until the afternoon, when the yard is shut.
    const { shut, stages } = placeTasks(
      networkOf(row(10, 120), ['grind', 'mix']),
      8 * 3_600_000,
      { grind: 11.5 * 3_600_000 },
      crew,
      ['grind', 'mix'],
    );
    expect(shut.map((x) => x.stage)).toEqual(['grind']);
    expect(stages[1].tasks.map((t) => t.id.split('@')[1])).toContain('again');
  });
});

const metal = (hull: string, start: string, humidity: number): JobDocument => ({
  format: 'nelbo-job/1',
  hull: { material: hull },
  damage: { kind: 'scratch', size: [0.3, 0.1], depth: 0.001 },
  conditions: { temperature: 18, humidity },
  schedule: { start },
});
const wetCore = (start: string): JobDocument => ({
  format: 'nelbo-job/1',
  hull: { material: 'frp-cored', thickness: 0.004, core: 'balsa' },
  access: 'one',
  damage: { kind: 'wet-core', wet: 'wet', size: [0.4, 0.3] },
  conditions: { temperature: 18, humidity: 0.5 },
  schedule: { start },
});
const at = (hours: number): string =>
  new Date(Date.parse('2026-11-23T00:00:00Z') + hours * 3_600_000).toISOString();

describe('what does not keep', () => {
  it('bright metal begun late is made bright in the morning, and primed while it is', () => {
    const { plan, problems } = planOf(metal('aluminium', '2026-12-01T15:50:00Z', 0.7), BY_DAY);
    const bright = tasksOf(plan.timeline).find((t) => t.id === 'face.abrade@ground');
    expect(new Date(bright?.start ?? 0).toISOString()).toBe('2026-12-02T08:00:00.000Z');
    expect(overrun(plan)).toEqual([]);
    expect(problems.some((p) => p.code === 'window-missed')).toBeFalse();
  });

  it('is met or made anew, whatever the metal, the air and the hour', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('steel', 'aluminium', 'stainless', 'lead', 'steel-galvanised'),
        fc.double({ min: 7, max: 150, noNaN: true }),
        fc.double({ min: 0.3, max: 0.95, noNaN: true }),
        (hull, hours, humidity) => {
          const { plan } = planOf(metal(hull, at(hours), humidity), BY_DAY);
          expect(countOf(plan)).withContext(hull).toBe(1);
          expect(overrun(plan)).withContext(hull).toEqual([]);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('a dried core is closed while its reading holds, or read again', () => {
    fc.assert(
      fc.property(fc.double({ min: 7, max: 150, noNaN: true }), (hours) => {
        const { plan } = planOf(wetCore(at(hours)), BY_DAY);
        expect(countOf(plan)).toBe(1);
        expect(overrun(plan)).toEqual([]);
      }),
      { numRuns: 25 },
    );
  });

  it('stands at the step that has to come in time, and what was done first has a number of its own', () => {
    const rows = (shop: Shop): readonly StepRow[] =>
      orderRows(planOf(metal('aluminium', '2026-12-01T08:00:00Z', 0.7), shop).plan, {
        timeZone: 'UTC',
      }).flatMap((r) => (r.kind === 'step' ? [r] : []));
    const gate = (own: readonly StepRow[]) =>
      own.flatMap((r) => r.gates).find((g) => g.text.startsWith('begin by'));
    expect(gate(rows(BY_DAY))?.status).toBe('planned');
    expect(gate(rows(BY_DAY))?.text).toMatch(/, else abrade it bright again/);
    // Half an hour a day holds either the grinding or the first coat.
    const short = rows({ hours: { days: 'daily', start: '08:00', end: '08:30' } });
    const again = short.findIndex((r) => r.text.startsWith('Abrade it bright again'));
    expect(again).toBeGreaterThan(0);
    expect(short[again].n).toBe(again + 1);
    expect(short[again + 1].text).toMatch(/primer/);
    expect(gate(short)).toBeUndefined();
  });
});
