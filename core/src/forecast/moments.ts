import type { Milestones } from '../cure/cure-model';
import type { CureCase, CureForecast } from '../plan/cure-forecast';
import type { Plan } from '../plan/plan';
import type { Estimated, Figure } from '../trace/figure';

/** Moments that the forecast found, by product: those of the layer of it that was laid last. */
interface Found {
  readonly layers: ReadonlyMap<string, readonly CureCase[]>;
  readonly pots: CureForecast['sheetPots'];
}

/**
 * The plan with the moments of the forecast wherever a quick estimate of them stood: one moment for one layer on every
 * page, paper and export. What the forecast has no layer of keeps its estimate, marked as one.
 */
export function withMoments(plan: Plan, cure: CureForecast): Partial<Plan> {
  const { sheetPots: pots } = cure;
  const all: Found = { layers: byProduct(cure.cases), pots };
  const of = (what: CureCase['of']): Found => ({
    layers: byProduct(cure.cases.filter((c) => c.of === what)),
    pots,
  });
  const { dish, finish, productTimes, repair, work } = plan;
  const { mix, fair } = dish ?? {};
  const layers = <T extends { readonly milestones: Milestones }>(part: T, what: CureCase['of']): T => ({
    ...part,
    milestones: settled(part.milestones, of(what)),
  });
  return {
    ...(dish
      ? {
          dish: {
            ...dish,
            ...(mix ? { mix: layers(mix, 'laminate') } : {}),
            ...(fair ? { fair: layers(fair, 'filler') } : {}),
          },
        }
      : {}),
    ...(finish ? { finish: layers(finish, 'finish') } : {}),
    ...(productTimes ? { productTimes: settled(productTimes, all) } : {}),
    ...(repair ? { repair: { ...repair, sheets: settled(repair.sheets, all) } } : {}),
    // A tape that is waited for by the life of its pot: the very same time, no longer called an estimate.
    ...(cure.timeline ? { timeline: settled(cure.timeline, all) } : {}),
    ...(work ? { work: { ...work, steps: settled(work.steps, all) } } : {}),
  };
}

/** Layers of each product in the order in which they were laid. */
function byProduct(cases: readonly CureCase[]): Found['layers'] {
  const found = new Map<string, CureCase[]>();
  for (const c of [...cases].sort((a, b) => a.laid - b.laid))
    found.set(c.product, [...(found.get(c.product) ?? []), c]);
  return found;
}

/** A value with the estimates in it replaced; itself where it holds none. */
function settled<T>(value: T, found: Found): T {
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) {
    const items: readonly unknown[] = value;
    const next = items.map((v) => settled(v, found));
    return (next.every((v, i) => v === items[i]) ? value : next) as T;
  }
  if (isEstimate(value)) return (momentOf(value.estimates, found) ?? value) as T;
  let changed = false;
  const next = Object.entries(value).map(([key, v]): [string, unknown] => {
    const s: unknown = settled(v, found);
    changed ||= s !== v;
    return [key, s];
  });
  return changed ? (Object.fromEntries(next) as T) : value;
}

const isEstimate = (value: object): value is Figure & { readonly estimates: Estimated } =>
  'estimates' in value && value.estimates !== undefined;

/** The moment of the last layer of a product that comes to it. */
function momentOf({ product, moment }: Estimated, { layers, pots }: Found): Figure | undefined {
  if (moment === 'pot' || moment === 'usable') return pots[product]?.[moment];
  for (const c of [...(layers.get(product) ?? [])].reverse()) {
    const there = c.milestones.find((m) => m.id === moment);
    if (there) return there.after;
  }
  return undefined;
}
