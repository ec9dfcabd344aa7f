import { toleranceOf, type Measure } from '../materials/ways/measuring';
import type { Parts } from '../materials/parts';
import type { CureSheet, Product } from '../materials/product';
import { sayIn } from '../report/say';
import type { Plan } from '../plan/plan';
import type { Stage } from '../trace/problem';
import { coatsMixedElsewhere } from '../work/pots';

/** What the bench has to know of a batch, as plain data: it is kept on the device while the batch is worked. */
export interface BenchBatch {
  readonly id: string;
  readonly stage: Stage;
  readonly title: string;
  readonly about: string;
  readonly product: string;
  readonly productId: string;
  readonly parts: Parts;
  readonly measures: readonly Measure[];
  /** Second part per first, by mass, and how far it may be out. */
  readonly ratio: number;
  readonly tolerance: number;
  /** Share of catalyst by mass that the product takes, least and most. */
  readonly limits?: readonly [number, number];
  readonly first: number;
  readonly second: number;
  /** What the pot may hold, kg. */
  readonly room: number;
  readonly powder?: { readonly name: string; readonly mass: number };
  readonly family: string;
  readonly sheet: CureSheet;
  readonly density: number;
  /** What is waited for once it lies: the next ply, the next coat, sanding. */
  readonly next: string;
}

/** A peroxide below 1 % may never cure, above 3 % it is brittle and hot. Source: usual limits of MEKP. */
const PEROXIDE_LIMITS: readonly [number, number] = [0.01, 0.03];
/** A pot may hold so much more than was planned before it is too large. */
const SPARE = 1.5;

export const massesOf = (parts: Parts): readonly [number, number] =>
  parts.kind === 'two-part'
    ? [parts.resin.value, parts.hardener.value]
    : parts.kind === 'peroxide'
      ? [parts.resin.value, parts.catalyst.value]
      : [parts.putty.value, parts.hardener.value];

export function benchBatch(
  id: string,
  stage: Stage,
  title: string,
  about: string,
  product: Pick<Product, 'id' | 'name' | 'family'>,
  parts: Parts,
  measures: readonly Measure[],
  cure: {
    readonly family: string;
    readonly sheet: CureSheet;
    readonly density: number;
    readonly room?: number;
  },
  next: string,
  powder?: BenchBatch['powder'],
): BenchBatch {
  const [first, second] = massesOf(parts);
  return {
    id,
    stage,
    title,
    about,
    product: product.name,
    productId: product.id,
    parts,
    measures,
    first,
    second,
    ratio: second / first,
    tolerance: toleranceOf(parts),
    ...(parts.kind === 'peroxide' ? { limits: PEROXIDE_LIMITS } : {}),
    room: Math.max(cure.room ?? 0, (first + second) * SPARE),
    ...(powder ? { powder } : {}),
    family: cure.family,
    sheet: cure.sheet,
    density: cure.density,
    next,
  };
}

/** Every pot of a plan in the order of the work. */
export function benchBatches(
  plan: Plan,
  resins: readonly {
    readonly family: string;
    readonly cure: CureSheet;
    readonly densityLiquid: number;
    readonly maximumPot: number;
  }[],
): readonly BenchBatch[] {
  const chain = plan.system?.chosen?.chain;
  const { finish, bench, dish: { mix, fair } = {} } = plan;
  if (!chain || (!mix && !plan.repair)) return [];
  const { resin, filler, finish: coat } = chain;
  const batches =
    !resin || !mix
      ? []
      : mix.batches.map((b, i) => {
          const lays =
            b.plies.length === 1 ? `ply ${b.plies[0]}` : `plies ${b.plies[0]} to ${b.plies.at(-1)}`;
          const about = [
            b.withGroundCoat ? 'ground face' : '',
            b.share ? `${lays}, part ${b.share.index} of ${b.share.of}` : lays,
          ]
            .filter(Boolean)
            .join(' and ');
          return benchBatch(
            `mix.batch.${b.number}`,
            'mix',
            `Batch ${b.number} of ${mix.batches.length}`,
            about,
            resin,
            b.parts,
            bench?.batches[i] ?? [],
            { family: resin.family, sheet: resin.cure, density: resin.densityLiquid, room: resin.maximumPot },
            'next ply bonds',
          );
        });
  const fillers =
    fair && filler && resin
      ? Array.from({ length: fair.batches.value }, (_, i) => {
          const own =
            filler.kind === 'putty' || filler.family === resin.family
              ? resin
              : (resins.find((r) => r.family === filler.family) ?? resin);
          const count = fair.batches.value;
          return benchBatch(
            `fair.filler.${i + 1}`,
            'fair',
            count === 1 ? 'Filler' : `Filler ${i + 1} of ${count}`,
            `fill ${sayIn(fair.depth, 'mm', 1)} and leave it proud`,
            filler,
            fair.partsPerBatch,
            bench?.filler ?? [],
            {
              family: filler.cure ? filler.family : own.family,
              sheet: filler.cure ?? own.cure,
              density: filler.density ?? own.densityLiquid,
              room: own.maximumPot,
            },
            'can be sanded',
            fair.powderPerBatch && filler.powder
              ? { name: filler.powder.name, mass: fair.powderPerBatch.value }
              : undefined,
          );
        })
      : [];
  const coats =
    finish && coat && !coatsMixedElsewhere(plan.work?.steps ?? [])
      ? Array.from({ length: finish.coats.value }, (_, i) =>
          benchBatch(
            `finish.coat.${i + 1}`,
            'finish',
            `${coat.kind === 'gel coat' ? 'Gel coat' : 'Paint'}, coat ${i + 1} of ${finish.coats.value}`,
            `${sayIn(finish.wetPerCoat, 'µm', 0)} wet${finish.batchesPerCoat.value > 1 ? `, cup by cup, ${finish.batchesPerCoat.value} cups` : ''}`,
            coat,
            finish.partsPerCup,
            bench?.coat ?? [],
            {
              family: coat.kind === 'gel coat' ? 'polyester' : coat.family,
              sheet: coat.cure,
              density: coat.densityLiquid,
            },
            'next coat bonds',
          ),
        )
      : [];
  return [...batches, ...fillers, ...potsOf(plan), ...coats];
}

/** Pots of a repair that is not laminate, and of coats by their sheet. */
function potsOf({ repair, bench }: Plan): readonly BenchBatch[] {
  return (repair?.pots ?? []).flatMap((p) => {
    const cure = 'cure' in p.product ? p.product.cure : undefined;
    if (!cure) return [];
    const density = ('densityLiquid' in p.product ? p.product.densityLiquid : undefined) ?? 1100;
    const count = p.count.value;
    return Array.from({ length: count }, (_, i) =>
      benchBatch(
        `${p.stage}.${p.id}.${i + 1}`,
        p.stage,
        count === 1 ? p.title : `${p.title}, ${i + 1} of ${count}`,
        p.about,
        p.product,
        p.parts,
        bench?.pots[p.id] ?? [],
        { family: p.product.family, sheet: cure, density },
        p.next,
        p.powder && { name: p.powder.name, mass: p.powder.mass.value },
      ),
    );
  });
}
