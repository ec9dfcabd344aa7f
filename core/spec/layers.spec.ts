import {
  DAMAGE_KINDS,
  LIBRARY,
  SUBSTRATES,
  occursOn,
  refinePlan,
  type DamageKind,
  type Plan,
} from '../src/index';
import { forecastCure } from '../src/cure';
import { publicPlan } from '../src/papers';
import { layerId } from '../src/work/ids';
import { CLOCK, planRepair, read } from './support';

interface Told {
  readonly id: string;
  readonly product?: string;
  readonly laidAt?: string;
  readonly moments: Readonly<Record<string, { readonly at: string; readonly span?: readonly string[] }>>;
}

/** A plan with its cures worked out, and its layers as the open document has them. */
function layered(document: unknown): { readonly plan: Plan; readonly layers: readonly Told[] } {
  const job = read(document);
  const result = planRepair(job, LIBRARY, {}, CLOCK);
  const cure = forecastCure(job, result, LIBRARY, {}, CLOCK, { cells: 20 });
  if (!result.plan) throw new Error('no plan');
  const plan = cure ? refinePlan(result.plan, cure) : result.plan;
  const { work } = publicPlan(plan) as { work?: { layers: readonly Told[] } };
  return { plan, layers: work?.layers ?? [] };
}

const MATRIX = SUBSTRATES.flatMap(({ id, family }) =>
  (Object.keys(DAMAGE_KINDS) as DamageKind[])
    .filter((kind) => occursOn(kind, family))
    .map((kind) => ({
      name: `${id}, ${kind}`,
      ...layered({
        format: 'nelbo-job/1',
        hull: { material: id },
        damage: { kind, position: 'below', size: [0.12, 0.06] },
      }),
    })),
);

describe('layers of a plan as an open document', () => {
  it('have each an id of its own', () => {
    for (const { name, layers } of MATRIX)
      expect(new Set(layers.map((l) => l.id)).size)
        .withContext(name)
        .toBe(layers.length);
  });

  it('come to their moments after they were laid, the likely span round each', () => {
    let told = 0;
    for (const { name, layers } of MATRIX)
      for (const { id, laidAt, moments } of layers)
        for (const [moment, { at, span }] of Object.entries(moments)) {
          const context = `${name}: ${id} ${moment}`;
          expect(Date.parse(at))
            .withContext(context)
            .toBeGreaterThanOrEqual(Date.parse(laidAt ?? ''));
          if (!span) continue;
          expect(span[0] <= at && at <= span[1])
            .withContext(context)
            .toBeTrue();
          told += 1;
        }
    expect(told).toBeGreaterThan(500);
  });

  it('have the moments of their own cure, though two builders count their films each from one', () => {
    let shared = 0;
    for (const { name, plan, layers } of MATRIX) {
      const films = (plan.cure?.cases ?? []).filter((c) => c.film !== undefined);
      // A number that two products have is the one that could be mixed up.
      shared += films.filter((c) =>
        films.some((d) => d.number === c.number && d.product !== c.product),
      ).length;
      for (const film of films) {
        const told = layers.find((l) => l.id === film.film);
        for (const m of film.milestones)
          expect(told?.moments[m.id]?.at)
            .withContext(`${name}: ${film.film} ${m.id}`)
            .toBe(new Date(m.at).toISOString());
      }
    }
    expect(shared).toBeGreaterThan(4);
  });

  it('are what the waits of the work are about', () => {
    for (const { name, plan, layers } of MATRIX) {
      const awaited = (plan.work?.links ?? [])
        .flatMap((l) => l.lags)
        .flatMap(({ cures }) => (cures ? [layerId(cures.layer)] : []));
      expect(layers.map((l) => l.id))
        .withContext(name)
        .toEqual([...new Set(awaited)]);
    }
  });
});

describe('the id of a layer', () => {
  it('tells product, face and number apart', () => {
    const ids = [
      layerId({ of: 'film', number: 1, product: 'a' }),
      layerId({ of: 'film', number: 1, product: 'b' }),
      layerId({ of: 'film', number: 2, product: 'a' }),
      layerId({ of: 'laminate', number: 1, face: 'inside' }),
      layerId({ of: 'laminate', number: 1, face: 'outside' }),
      layerId({ of: 'filler', number: 1 }),
    ];
    expect(new Set(ids).size).toBe(ids.length);
  });
});
