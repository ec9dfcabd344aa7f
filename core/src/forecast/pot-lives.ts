import { usable } from '../cure/cure-model';
import { potLife, SHEET_POT, USUAL_DENSITY } from '../cure/pot-life';
import { DEFAULTS } from '../materials/defaults';
import { find } from '../materials/library';
import type { Library, Product } from '../materials/product';
import { timeFactor } from '../physics/doubling-rule';
import type { CureForecast } from '../plan/cure-forecast';
import type { Plan } from '../plan/plan';
import type { Timeline } from '../schedule/timeline';
import type { Figure } from '../trace/figure';
import { problem, type Problem } from '../trace/problem';
import { potsOf } from '../work/pots';
import { curingOf, percentOf, ripeningOf, type Curing } from './product-cure';
import type { Site } from './site';

const POT_FORMULA = {
  id: 'cure/pot',
  expression: 'm·c·dT/dt = m_r·H·dα/dt − h·A·(T − T_air)',
  unit: 's',
  source: 'a pot as one lump that heats itself, until it is too far gone to be spread',
};
const RULE = { id: 'physics/doubling-rule', expression: 't = f·t_sheet', unit: 's' };

/** A thickened filler cures as the resin that it is made of. */
export function curingIn({ system }: Plan, library: Library, id: string): Curing | undefined {
  const chain = system?.chosen?.chain;
  const product: Product | undefined =
    chain?.links.find((l) => l.product.id === id)?.product ?? find(library.products, id);
  if (!product) return undefined;
  const own = curingOf(product);
  if (own || product.role !== 'fairing compound') return own;
  const resin =
    chain?.resin?.family === product.family
      ? chain.resin
      : library.resins.find((r) => r.family === product.family);
  const curing = resin && curingOf(resin);
  return curing && { ...curing, name: product.name };
}

/** What pots of a forecast rest on. */
interface Pots {
  readonly site: Site;
  readonly share: Figure;
}

export const potsIn = (site: Site): Pots => ({
  site,
  share: site.ledger.given(
    'pot.u',
    'usable share of the pot life',
    DEFAULTS.usableShare,
    'fraction',
    'assumed',
    'usual margin at the bench',
  ),
});

/**
 * How long each pot of the work can be worked with: as much as is in it, as warm as the air is when it is mixed.
 * @returns by the id of the step that mixes it, s
 */
export function potUses(pots: Pots, timeline: Timeline): CureForecast['uses'] {
  const { plan, library, placed } = pots.site;
  const tasks = new Map(timeline.stages.flatMap((s) => s.tasks).map((t) => [t.id, t]));
  const known = new Map<string, Figure>();
  return Object.fromEntries(
    (plan.work?.steps ?? []).flatMap((step): [string, Figure][] => {
      const [pot, task] = [step.pot, tasks.get(step.id)];
      const curing = pot && curingIn(plan, library, pot.product);
      if (!pot?.mass || !task || !curing) return [];
      const T = placed.air.temperature(task.start);
      const key = `${pot.product}/${pot.mass.value.toPrecision(3)}/${T.toFixed(1)}`;
      const use = known.get(key) ?? lifeOf(pots, curing, pot.mass, T, `pot.${known.size + 1}`).usable;
      known.set(key, use);
      return [[step.id, use]];
    }),
  );
}

/**
 * Pots that go off before the last of them is spread. Several pots of one step are mixed one after another, each as the
 * one before is used up.
 *
 * @param uses how long each pot can be worked with, s, by the step that mixes it
 */
export function outlivedPots(
  { plan, library }: Site,
  timeline: Timeline,
  uses: CureForecast['uses'],
): readonly Problem[] {
  const tasks = new Map(timeline.stages.flatMap((s) => s.tasks).map((t) => [t.id, t]));
  const steps = new Map((plan.work?.steps ?? []).map((s) => [s.id, s]));
  return potsOf(plan.work?.steps ?? []).flatMap((pot): Problem[] => {
    const use = uses[pot.id];
    const [mixed, last] = [tasks.get(pot.id), tasks.get(pot.drawnBy.at(-1) ?? '')];
    const curing = pot.product === undefined ? undefined : curingIn(plan, library, pot.product);
    if (!use || !mixed || !last || !curing) return [];
    const takes = (last.end - mixed.end) / 1000 / (pot.count?.value ?? 1);
    const life = use.value / DEFAULTS.usableShare;
    return takes > life
      ? [
          problem(
            { severity: 'warning', stage: steps.get(pot.id)?.stage ?? 'mix', path: 'system.bond' },
            'pot-outlived',
            { product: curing.name, takes, life },
          ),
        ]
      : [];
  });
}

/** Pot life of 100 g of everything in the chain that is mixed, at the temperature of the work. */
export function sheetPots(pots: Pots): CureForecast['sheetPots'] {
  const { plan, library, inputs, ledger } = pots.site;
  const mass = ledger.given('pot.sheet', 'pot of the sheet', SHEET_POT, 'kg', 'assumed', 'data sheets');
  return Object.fromEntries(
    (plan.system?.chosen?.chain.links ?? []).flatMap(({ product }) => {
      const curing = curingIn(plan, library, product.id);
      if (!curing) return [];
      return [[curing.name, lifeOf(pots, curing, mass, inputs.temperature.value, `pot.100g.${product.id}`)]];
    }),
  );
}

function lifeOf(
  { site: { ledger, inputs }, share }: Pots,
  curing: Curing,
  mass: Figure,
  T: number,
  id: string,
): { readonly pot: Figure; readonly usable: Figure } {
  const { sheet, density = USUAL_DENSITY } = curing;
  const { law, basis } = ripeningOf(curing);
  const byRule = sheet.potLife * timeFactor.evaluate({ T, T_ref: sheet.referenceTemperature });
  const from = { m: mass, T: inputs.temperature };
  const label = `pot life, ${curing.name}`;
  const percent = percentOf(curing, T);
  const pot = law
    ? ledger.record(
        `${id}.life`,
        label,
        POT_FORMULA,
        potLife(law, { mass: mass.value, density, temperature: T, air: T, percent }) ?? byRule,
        from,
      )
    : ledger.record(`${id}.life`, label, { ...RULE, source: basis.words }, byRule, from);
  return {
    pot,
    usable: ledger.compute(`${id}.use`, `to be used within, ${curing.name}`, usable, {
      u: share,
      t_pot: pot,
    }),
  };
}
