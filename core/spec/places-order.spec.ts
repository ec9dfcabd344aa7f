import {
  FIRST_PLACE,
  LIBRARY,
  editPlace,
  placeLetter,
  readPlaces,
  withPlace,
  type Elsewhere,
  type Job,
  type JobDocument,
  type PlaceEntry,
  type PlanResult,
  type Task,
} from '../src/index';
import { planBoat, provenBoat, wholeBoat, type BoatPlace, type PlannedPlace } from '../src/boat';
import { boatOrder, figuresIn, rowNumber, workOrder, workOrderText, type TracedOrder } from '../src/papers';
import { REPAIRS } from '../src/repairs';
import { provenForecast } from '../src/cure';
import { BASE, CLOCK, planRepair } from './support';

const CHIP: PlaceEntry = {
  id: 'b',
  name: 'transom, port corner',
  damage: { kind: 'gel-coat-chip', position: 'above', size: [0.03, 0.02] },
};
const TWO: JobDocument = withPlace(BASE, CHIP);

describe('the work of several places', () => {
  const placesOf = (document: JobDocument): readonly BoatPlace[] =>
    readPlaces(document).places.flatMap(({ id, name, job }) => (job ? [{ id, name, job }] : []));
  const plan = (job: Job, _ = '', elsewhere?: Elsewhere): PlanResult =>
    planRepair(job, LIBRARY, {}, CLOCK, elsewhere);
  const boat = (document: JobDocument): readonly PlannedPlace[] => planBoat(placesOf(document), plan, {});
  const tasksOf = ({ result }: PlannedPlace): readonly Task[] =>
    result.plan?.timeline?.stages.flatMap((s) => s.tasks) ?? [];

  it('is one place alone as ever', () => {
    const [only] = boat(BASE);
    expect(only.result.plan?.timeline).toEqual(plan(only.job).plan?.timeline);
    const cure = provenBoat([only], LIBRARY, {}, CLOCK).get(FIRST_PLACE);
    expect(cure?.timeline).toEqual(provenForecast(only.job, only.result, LIBRARY, {}, CLOCK)?.timeline);
  });

  it('is done by the same hands: no two steps at once, and the second place while the first cures', () => {
    const both = boat(TWO);
    const cures = provenBoat(both, LIBRARY, {}, CLOCK);
    for (const tasks of [
      both.flatMap(tasksOf),
      [...cures.values()].flatMap((c) => c.timeline?.stages.flatMap((s) => s.tasks) ?? []),
    ]) {
      const once = tasks.filter(
        (t, i) => tasks.findIndex((o) => o.label === t.label && o.start === t.start) === i,
      );
      const work = once.filter((t) => t.kind === 'work').sort((a, b) => a.start - b.start);
      for (let i = 1; i < work.length; i += 1)
        expect(work[i].start)
          .withContext(`${work[i - 1].label}, ${work[i].label}`)
          .toBeGreaterThanOrEqual(work[i - 1].end);
    }
    const ids = (p: PlannedPlace): readonly string[] => tasksOf(p).map((t) => t.id);
    for (const [i, p] of both.entries())
      expect([...ids(p)].sort()).toEqual([...ids({ ...p, result: plan(placesOf(TWO)[i].job) })].sort());
    const end = (p: PlanResult | undefined): number => p?.plan?.timeline?.end ?? 0;
    const alone = placesOf(TWO).map(({ job }) => end(plan(job)));
    // The chip is done in the waits of the hole.
    expect(Math.max(...both.map((p) => end(p.result))) - Math.max(...alone)).toBeLessThan(4 * 3_600_000);
    expect([...cures.values()].flatMap((c) => c.problems).filter((p) => p.code === 'broken-gate')).toEqual(
      [],
    );
  });

  it('goes to the other place while a window keeps the first until the morning', () => {
    const monday = { now: Date.parse('2026-11-30T13:01:00Z'), timeZone: 'UTC' };
    const document = { ...TWO, conditions: { temperature: 20, humidity: 0.5 }, schedule: {} };
    const shop = { hours: { days: 'mon-fri', start: '08:00', end: '17:00' } } as const;
    const [hole, chip] = planBoat(
      placesOf(document),
      (job, _, elsewhere) => planRepair(job, LIBRARY, shop, monday, elsewhere),
      shop,
    );
    const laid = tasksOf(hole).find((t) => t.plies);
    // Plies are laid on Tuesday, so that no window shuts over night; the chip is surveyed on Monday.
    expect(new Date(laid?.start ?? 0).getUTCDate()).toBe(1);
    expect(new Date(tasksOf(chip)[0].start).getUTCDate()).toBe(30);
  });

  it('tells what the boat has entered for nothing once, and not what one of its places uses', () => {
    const said = (document: JobDocument): readonly (readonly string[])[] =>
      boat(document).map(({ result }) =>
        result.problems.flatMap((p) => (p.code === 'not-used-here' ? p.params.paths : [])),
      );
    // The hole uses the old laminate, the chip does not; a grade of the finish goes for the hole.
    expect(said(TWO)).toEqual([[], []]);
    const lamp = { ...TWO, warmth: { kind: 'tent', power: 500 } } as JobDocument;
    expect(said(lamp)).toEqual([['warmth.power'], []]);
    expect(said(editPlace(TWO, 'b', (d) => ({ ...d, taper: { ratio: 8 } })))[1]).toEqual(['taper']);
  });

  it('goes on from what was reported done at a place, and leaves the other where it is', () => {
    const at = '2026-11-25T12:00:00Z';
    const done = editPlace(TWO, 'b', (d) => ({
      ...d,
      schedule: { ...d.schedule, done: [{ stage: 'mix', at }] },
    }));
    const [hole, chip] = boat(done);
    const mix = chip.result.plan?.timeline?.stages.find((s) => s.stage === 'mix');
    expect(mix?.doneAt).toBe(Date.parse(at));
    for (const task of tasksOf(chip).filter((t) => t.stage === 'fair' || t.stage === 'finish'))
      expect(task.start).toBeGreaterThanOrEqual(Date.parse(at));
    expect(Math.min(...tasksOf(hole).map((t) => t.start))).toBe(CLOCK.now);
  });
});

describe('the order of several places', () => {
  const reader = { timeZone: 'UTC' };
  const orderOf = (document: JobDocument): TracedOrder => {
    const { places } = wholeBoat(document, LIBRARY, {}, { ...CLOCK, timeZone: 'UTC' }, REPAIRS);
    return boatOrder(
      places.flatMap(({ name, job, plan, problems }, i) =>
        job && plan
          ? [{ letter: placeLetter(i), name, plan, order: workOrder(job, plan, problems, [], reader) }]
          : [],
      ),
      reader,
    );
  };

  it('tells what the places have in common once, and the rest under their letters', () => {
    const { order } = orderOf(TWO);
    expect(order.assumed.length).toBe(new Set(order.assumed).size);
    expect(order.card.length).toBe(new Set(order.card).size);
    const names = order.facts.map(([name]) => name);
    expect(names.filter((n) => n === 'A What' || n === 'B What')).toEqual(['A What', 'B What']);
    expect(order.totals.map(([name]) => name)).toContain('Hands-on');
    const steps = order.stages.flatMap((s) => s.rows.flatMap((r) => (r.kind === 'step' ? [r] : [])));
    expect(new Set(steps.map(rowNumber)).size).toBe(steps.length);
    expect(steps.filter((s) => s.work.join('') === 'with A').map(rowNumber).length).toBe(1);
    const text = workOrderText(order);
    expect(text).toContain('GRIND: B, TRANSOM, PORT CORNER');
    expect(text).toMatch(/\[ \] +A1 /);
    for (const line of text.split('\n')) expect(line.length).toBeLessThanOrEqual(100);
  });

  it('opens every figure of every place to its own reasons', () => {
    const { order, trace } = orderOf(TWO);
    const missing = figuresIn(order).filter((id) => !trace[id]);
    expect(missing).toEqual([]);
    for (const id of figuresIn(order))
      for (const { traceId } of trace[id].inputs)
        expect(trace[traceId]).withContext(`${id}: ${traceId}`).toBeDefined();
    const alone = orderOf(BASE);
    expect(alone.order.facts.some(([name]) => name === 'What')).toBeTrue();
    expect(figuresIn(alone.order).every((id) => alone.trace[id])).toBeTrue();
  });
});
