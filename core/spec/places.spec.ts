import {
  FIRST_PLACE,
  LIBRARY,
  documentChanges,
  editPlace,
  mergeDocuments,
  placeDocument,
  placeIds,
  placeName,
  readJob,
  readPlaces,
  setIn,
  withPlace,
  withoutPlace,
  type Elsewhere,
  type Job,
  type JobDocument,
  type PlaceEntry,
  type PlanResult,
  type Step,
  type Task,
} from '../src/index';
import { planBoat, provenBoat, type BoatPlace, type PlannedPlace } from '../src/boat';
import { BASE, CLOCK, planRepair } from './support';

const CHIP: PlaceEntry = {
  id: 'b',
  name: 'transom, port corner',
  damage: { kind: 'gel-coat-chip', position: 'above', size: [0.03, 0.02] },
};
const TWO: JobDocument = withPlace(BASE, CHIP);

describe('a job of several places', () => {
  it('opens a file of one place, plans it the same, and writes it in the present format', () => {
    const old = readJob({ ...BASE, format: 'nelbo-job/1' });
    const now = readJob({ ...BASE, format: 'nelbo-job/2' });
    expect(old.problems).toEqual([]);
    expect(old.document?.format).toBe('nelbo-job/2');
    expect(old.job).toEqual(now.job);
    const plan = (job: Job | undefined): unknown => job && planRepair(job, LIBRARY, {}, CLOCK).plan?.work;
    expect(plan(old.job)).toEqual(plan(now.job));
  });

  it('takes over hull, paper, coat and colour of the first place, and nothing of its damage', () => {
    const chip = placeDocument(TWO, 'b');
    expect(chip?.hull).toEqual(BASE.hull);
    expect(chip?.conditions).toEqual(BASE.conditions);
    expect(chip?.schedule).toEqual(BASE.schedule);
    expect(chip?.damage).toEqual({ where: 'transom, port corner', ...CHIP.damage });
    expect(chip?.access).toBeUndefined();
    expect(placeIds(TWO)).toEqual([FIRST_PLACE, 'b']);
    expect(placeName(TWO, 'b')).toBe('transom, port corner');
    expect(placeDocument(TWO, 'c')).toBeUndefined();
    expect(placeDocument(TWO, FIRST_PLACE)).toEqual(BASE);
  });

  it('takes over nothing of a hull of another kind', () => {
    const tube = withPlace(BASE, { ...CHIP, hull: { material: 'pvc-fabric' } });
    expect(placeDocument(tube, 'b')?.hull).toEqual({ material: 'pvc-fabric' });
    const thinner = withPlace(BASE, { ...CHIP, hull: { thickness: 0.004 } });
    expect(placeDocument(thinner, 'b')?.hull).toEqual({ ...BASE.hull, thickness: 0.004 });
  });

  it('puts an edit where it belongs: of the boat into the job, of the place into its entry', () => {
    const edited = editPlace(TWO, 'b', (d) => ({
      ...d,
      conditions: { ...d.conditions, temperature: 12 },
      damage: { ...d.damage, depth: 0.002 },
      hull: { ...d.hull, gelCoat: 0.001 },
      schedule: {
        ...d.schedule,
        start: '2026-11-24T08:00:00Z',
        done: [{ stage: 'survey', at: '2026-11-24T09:00:00Z' }],
      },
    }));
    expect(edited.conditions?.temperature).toBe(12);
    expect(edited.damage.depth).toBeUndefined();
    expect(edited.hull.gelCoat).toBe(BASE.hull.gelCoat);
    expect(edited.schedule).toEqual({ start: '2026-11-24T08:00:00Z' });
    expect(edited.places).toEqual([
      {
        ...CHIP,
        damage: { ...CHIP.damage, depth: 0.002 },
        hull: { gelCoat: 0.001 },
        schedule: { done: [{ stage: 'survey', at: '2026-11-24T09:00:00Z' }] },
      },
    ]);
    const first = editPlace(edited, FIRST_PLACE, (d) => ({ ...d, access: 'one' }));
    expect(first.access).toBe('one');
    expect(first.places).toEqual(edited.places);
  });

  it('merges what two people did at two places, and puts a place that was taken out back where an edit is undone', () => {
    const three = withPlace(TWO, { ...CHIP, id: 'c', name: 'rudder' });
    const mine = editPlace(three, 'b', (d) => ({ ...d, access: 'both' }));
    const theirs = editPlace(three, 'c', (d) => ({ ...d, duty: 'high' }));
    const merged = mergeDocuments(three, mine, theirs);
    expect(merged.conflicts).toEqual([]);
    expect(merged.document.places?.map((p) => [p.id, p.access, p.duty])).toEqual([
      ['b', 'both', undefined],
      ['c', undefined, 'high'],
    ]);
    const [gone] = documentChanges(three, withoutPlace(three, 'c'));
    expect([gone.path, gone.after]).toEqual(['places.c', undefined]);
    const clash = mergeDocuments(three, withoutPlace(three, 'c'), theirs);
    expect(clash.conflicts.map((c) => c.path)).toEqual(['places.c']);
    expect(withoutPlace(TWO, 'b')).toEqual(BASE);
  });

  it('tells an id that names no place, or two, and a place without damage or hull by its own path', () => {
    const told = (places: readonly object[]): readonly string[] =>
      readJob({ ...BASE, places }).problems.map((p) => `${p.path} ${p.code}`);
    expect(told([CHIP, { ...CHIP, name: 'other' }])).toEqual(['places.1.id place-id']);
    expect(told([{ ...CHIP, id: 'first' }])).toEqual(['places.0.id place-id']);
    expect(told([{ ...CHIP, id: 'a.b' }])).toEqual(['places.0.id place-id']);
    expect(told([{ id: 'b' }])).toEqual(['places.0.damage field-refused']);
    expect(readPlaces({ ...BASE, places: [{ ...CHIP, id: 'first' }] }).places).toEqual([]);
    const bare = readPlaces({ ...TWO, hull: {} }).places[1];
    const plan = bare.job && planRepair(bare.job, LIBRARY, {}, CLOCK);
    expect(plan?.problems.filter((p) => p.code === 'needed').map((p) => p.path)).toEqual(['hull.material']);
  });
});

describe('a job whose places are anything', () => {
  it('is read without a crash, and what is wrong is told at its place', () => {
    const read = (places: unknown): ReturnType<typeof readPlaces> => readPlaces({ ...BASE, places });
    for (const places of [
      3,
      'x',
      {},
      [null],
      [3, 'x'],
      [[]],
      [{}],
      [{ id: 7 }],
      [{ id: 'b', hull: 'x', damage: 7 }],
    ]) {
      const { places: found, problems } = read(places);
      const told = [...problems, ...found.flatMap((p) => p.problems)].filter((p) => p.severity === 'error');
      expect(found[0].id).withContext(JSON.stringify(places)).toBe(FIRST_PLACE);
      expect(told.length).withContext(JSON.stringify(places)).toBeGreaterThan(0);
    }
    expect(read([{ id: 'b', hull: 'x', damage: 7 }]).places[1].problems.map((p) => p.path)).toEqual([
      'hull',
      'damage',
    ]);
    for (const document of ['{}', '[]', '3', 'null', '{"format":"nelbo-job/2"}', '{"places":[{"id":"b"}]}'])
      expect(() => readPlaces(JSON.parse(document)))
        .withContext(document)
        .not.toThrow();
  });
});

describe('what several places share', () => {
  const placesOf = (document: JobDocument): readonly BoatPlace[] =>
    readPlaces(document).places.flatMap(({ id, name, job }) => (job ? [{ id, name, job }] : []));
  const plan = (job: Job, _ = '', elsewhere?: Elsewhere): PlanResult =>
    planRepair(job, LIBRARY, {}, CLOCK, elsewhere);
  const chips: JobDocument = withPlace({ ...BASE, damage: CHIP.damage }, CHIP);
  const stepsOf = ({ result }: PlannedPlace): readonly Step[] => result.plan?.work?.steps ?? [];
  const handsOn = (p: PlannedPlace): number => p.result.plan?.totals?.handsOn.value ?? 0;

  it('is one pot where what one leaves over is enough for the other, and the handing over', () => {
    const [first, second] = planBoat(placesOf(chips), plan, {});
    expect(stepsOf(first).some((s) => s.together)).toBeFalse();
    const together = stepsOf(second).filter((s) => s.together);
    expect(new Set(together.map((s) => s.action))).toEqual(new Set(['mix', 'handOver']));
    expect(together.every((s) => s.together?.place === FIRST_PLACE)).toBeTrue();
    // One pot is mixed, weighed and bought, at the first place.
    expect(first.result.plan?.repair?.pots.length).toBe(1);
    expect(second.result.plan?.repair?.pots).toEqual([]);
    expect(second.result.plan?.materials?.some((m) => m.id === 'fill')).toBeFalse();
    // Both are filled from it, one after the other, as soon as it is mixed.
    const task = (p: PlannedPlace, id: string): Task => {
      const found = p.result.plan?.timeline?.stages.flatMap((s) => s.tasks).find((t) => t.id === id);
      if (!found) throw new Error(`${id} is not placed`);
      return found;
    };
    const mix = together[0];
    const fill = stepsOf(first).find((s) => s.action === 'fill');
    expect(task(second, mix.id).start).toBe(task(first, mix.id).start);
    expect(task(first, fill?.id ?? '').start).toBe(task(first, mix.id).end);
    expect(task(second, fill?.id ?? '').start).toBe(task(first, fill?.id ?? '').end);
    // Its time is reckoned once.
    const alone = placesOf(chips).map(({ job }) => plan(job).plan?.totals?.handsOn.value ?? 0);
    const once = together.reduce((sum, s) => sum + s.work.value, 0);
    const byItself = new Map(plan(placesOf(chips)[1].job).timing?.work.steps.map((s) => [s.id, s]));
    const setUps = stepsOf(second).reduce(
      (sum, s) => sum + (s.together ? 0 : (byItself.get(s.id)?.work.value ?? 0) - s.work.value),
      0,
    );
    expect(setUps).toBeGreaterThan(0);
    const saved = once + setUps;
    expect(handsOn(first) + handsOn(second)).toBeCloseTo(alone[0] + alone[1] - saved, 6);
    const cures = provenBoat([first, second], LIBRARY, {}, CLOCK);
    expect([...cures.values()].flatMap((c) => c.problems).filter((p) => p.code === 'broken-gate')).toEqual(
      [],
    );
    const totals = [...cures.values()].map((c) => c.totals?.handsOn.value ?? 0);
    expect(totals[0] + totals[1]).toBeCloseTo(alone[0] + alone[1] - saved, 6);
  });

  const PAINTED = withPlace(
    { ...BASE, system: { finish: 'paint-2k' } } as JobDocument,
    {
      id: 'b',
      damage: { kind: 'scratch', position: 'above', size: [0.4, 0.02], depth: 0.002 },
      system: { finish: 'paint-2k' },
    } as PlaceEntry,
  );

  it('is the finish: one lot of cups for all that is painted the same, laid one after another', () => {
    const [first, second] = planBoat(placesOf(PAINTED), plan, {});
    const alone = placesOf(PAINTED).map(({ job }) => plan(job).plan?.finish);
    const cups = (p: PlannedPlace): readonly Step[] => stepsOf(p).filter((s) => s.pot?.cup?.of === 'coat');
    expect(cups(second).length).toBe(alone[1]?.coats.value ?? 0);
    expect(cups(second).every((s) => s.together?.place === FIRST_PLACE)).toBeTrue();
    // As much is mixed at the first as both take, and nothing is bought for the second.
    expect(first.result.plan?.finish?.mass.value).toBeCloseTo(
      (alone[0]?.mass.value ?? 0) + (alone[1]?.mass.value ?? 0),
      9,
    );
    expect(first.result.plan?.finish?.area.value).toBe(alone[0]?.area.value ?? 0);
    expect(second.result.plan?.materials?.some((m) => m.id === 'finish')).toBeFalse();
    // Masking and laying the second go on from the first: set up already.
    const coat = (p: PlannedPlace, k: number): Step | undefined =>
      stepsOf(p).filter((s) => s.action === 'coat' && s.place === 'finish')[k];
    const own =
      plan(placesOf(PAINTED)[1].job).timing?.work.steps.filter(
        (s) => s.action === 'coat' && s.place === 'finish',
      ) ?? [];
    expect(coat(second, 0)?.work.value).toBeLessThan(own[0].work.value);
    const tasks = (p: PlannedPlace): ReadonlyMap<string, Task> =>
      new Map(p.result.plan?.timeline?.stages.flatMap((s) => s.tasks).map((t) => [t.id, t]));
    for (let k = 0; k < own.length; k += 1)
      expect(tasks(second).get(coat(second, k)?.id ?? '')?.start)
        .withContext(`coat ${k + 1}`)
        .toBe(tasks(first).get(coat(first, k)?.id ?? '')?.end);
    const cures = provenBoat([first, second], LIBRARY, {}, CLOCK);
    expect([...cures.values()].flatMap((c) => c.problems).filter((p) => p.code === 'broken-gate')).toEqual(
      [],
    );
  });

  it('is no finish of another colour, of another product, or of a place that would wait for weeks', () => {
    const shares = (document: JobDocument): boolean =>
      stepsOf(planBoat(placesOf(document), plan, {})[1]).some((s) => s.together && s.pot?.cup?.of === 'coat');
    expect(shares(PAINTED)).toBeTrue();
    const at = (path: string, value: unknown): JobDocument =>
      editPlace(PAINTED, 'b', (own) => setIn(own, path, value));
    expect(shares(at('coat.film', 0.0003))).toBeFalse();
    expect(shares(at('system.finish', 'gel-coat'))).toBeFalse();
    const core = { kind: 'wet-core', position: 'above', size: [0.3, 0.2], wet: 'wet' };
    const wet = {
      ...PAINTED,
      hull: { material: 'frp-cored' },
      damage: core,
      repair: { way: 'inject', drying: { by: 'open' } },
    } as unknown as JobDocument;
    expect(shares(wet)).toBeFalse();
  });

  it('is setting up, where the same is done at both in one go of work', () => {
    const two = withPlace(
      { ...BASE, schedule: { start: '2026-11-23T08:00:00Z' } } as JobDocument,
      {
        id: 'b',
        damage: BASE.damage,
      } as PlaceEntry,
    );
    const [first, second] = planBoat(placesOf(two), plan, {});
    for (const action of ['wash', 'mask', 'grind', 'coat'] as const) {
      const of = (p: PlannedPlace): Step | undefined => stepsOf(p).find((s) => s.action === action);
      const [a, b] = [of(first), of(second)];
      expect((a?.work.value ?? 0) - (b?.work.value ?? 0))
        .withContext(action)
        .toBeCloseTo(a?.setUp ?? NaN, 6);
      const figure = second.result.plan?.trace[b?.work.traceId ?? ''];
      expect(figure?.formulaId).withContext(action).toBe('boat/set-ups');
    }
  });

  it('is a pot for as many chips as it holds, and a second one for the rest', () => {
    const many = Array.from({ length: 10 }, (_, i): PlaceEntry => ({ ...CHIP, id: `c${i}` }));
    const all = planBoat(placesOf(many.reduce(withPlace, chips)), plan, {});
    const pots = all.flatMap((p) => stepsOf(p).filter((s) => s.action === 'mix' && !s.together));
    const filled = all.flatMap((p) => stepsOf(p).filter((s) => s.action === 'fill'));
    expect(filled.length).toBe(12);
    // Eleven minutes of filling outlast no pot, and twelve chips more than one.
    expect(pots.length).toBeGreaterThan(1);
    expect(pots.length).toBeLessThan(7);
    const problems = [...provenBoat(all, LIBRARY, {}, CLOCK).values()].flatMap((c) => c.problems);
    expect(problems.filter((p) => p.code === 'broken-gate' || p.code === 'pot-outlived')).toEqual([]);
  });

  it('is no pot that was mixed before: where a stage was reported done, the other place mixes its own', () => {
    const done = [{ stage: 'mix', at: '2026-11-24T12:00:00Z' }] as const;
    const document = { ...chips, schedule: { ...chips.schedule, done: [...done] } } as JobDocument;
    const [, second] = planBoat(placesOf(document), plan, {});
    expect(stepsOf(second).find((s) => s.action === 'mix')?.together).toBeUndefined();
    expect(second.result.plan?.repair?.pots.length).toBe(1);
  });

  it('is no pot that somebody would have to wait days for', () => {
    const wet = withPlace({ ...BASE, damage: { ...CHIP.damage, kind: 'void' } } as JobDocument, {
      id: 'b',
      damage: { kind: 'void', position: 'below', wet: 'wet', size: [0.03, 0.02] },
    });
    const [dry, second] = planBoat(placesOf(wet), plan, {});
    expect(stepsOf(second).find((s) => s.action === 'mix')?.together).toBeUndefined();
    const filled = (p: PlannedPlace): number =>
      p.result.plan?.timeline?.stages.flatMap((s) => s.tasks).find((t) => t.label.startsWith('fill'))?.end ??
      0;
    expect(filled(second) - filled(dry)).toBeGreaterThan(24 * 3_600_000);
  });

  it('is the tent: it goes up once, and comes down when the last of what is in it has cured', () => {
    const cold = {
      ...TWO,
      warmth: { kind: 'tent' },
      conditions: { temperature: 8, humidity: 0.6 },
    } as JobDocument;
    const both = planBoat(placesOf(cold), plan, {});
    const done = both.flatMap((p) =>
      stepsOf(p)
        .filter((s) => !s.together)
        .map((s) => `${s.action} ${s.how}`),
    );
    expect(done.filter((d) => d === 'warm tent').length).toBe(1);
    expect(done.filter((d) => d === 'strike tent').length).toBe(1);
    const cures = [...provenBoat(both, LIBRARY, {}, CLOCK).values()];
    const waits = cures.flatMap((c) => c.timeline?.stages.flatMap((s) => s.tasks) ?? []);
    const strike = waits.find((t) => t.label.includes('tent away'));
    const laid = waits.filter((t) => t.kind === 'work' && /^(lay|fill)/i.test(t.label));
    for (const t of laid) expect(t.end).toBeLessThan(strike?.start ?? 0);
    expect(cures.flatMap((c) => c.problems).filter((p) => p.code === 'broken-gate')).toEqual([]);
  });

  it('never turns the order of a place about, whatever is shared', () => {
    const made = many();
    for (const document of made) {
      const all = planBoat(placesOf(document), plan, {});
      for (const p of all) {
        const at = new Map(p.result.plan?.timeline?.stages.flatMap((s) => s.tasks).map((t) => [t.id, t]));
        for (const { from, to } of p.result.plan?.work?.links ?? []) {
          const [a, b] = [from && at.get(from), to && at.get(to)];
          if (a && b)
            expect(b.start).withContext(`${p.id}: ${a.label} → ${b.label}`).toBeGreaterThanOrEqual(a.end);
        }
      }
    }
  });
});

/** Boats with every pair of a handful of damages, three places each. */
function many(): readonly JobDocument[] {
  const kinds = ['gel-coat-chip', 'scratch', 'crack', 'hole', 'void', 'weathered'] as const;
  const damage = (kind: (typeof kinds)[number]) => ({ kind, position: 'above', size: [0.06, 0.04] }) as const;
  return kinds.flatMap((a) =>
    kinds.map((b): JobDocument =>
      [
        { id: 'b', damage: damage(b) },
        { id: 'c', damage: damage(a) },
      ].reduce((d, p) => withPlace(d, p as unknown as PlaceEntry), {
        ...BASE,
        damage: damage(a),
      } as unknown as JobDocument),
    ),
  );
}
