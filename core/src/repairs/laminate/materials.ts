import type { Cloth, Resin } from '../../materials/product';
import type { SystemPlan } from '../../resolve/matching';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import type { FinishPlan } from '../common/finish-stage';
import { coatWanted, priceMaterials, type MaterialLine, type Wanted } from '../common/prices';
import type { DishPlan, GrindPlan, LaminatePlan } from './dish-plan';

const boughtCloth = {
  id: 'repairs/laminate/materials',
  expression: 'A = Σ length·width of the plies',
  unit: 'm²',
  source: 'each ply cut from its own rectangle',
};

interface Used extends DishPlan {
  readonly system: SystemPlan;
  readonly finish?: FinishPlan;
  /** Resin that a thickened filler is made of. */
  readonly fillerResin: Resin;
}

/** What the job uses up, as far as the plan goes. Papers, tape and gloves are not priced. */
export function listMaterials(used: Used, peelPly: Cloth, ledger: Ledger): readonly MaterialLine[] {
  const chain = used.system.chosen?.chain;
  if (!chain?.resin) return [];
  return priceMaterials(
    [
      ...laidUp(used, chain.resin, peelPly, ledger),
      ...filled(used),
      ...coatWanted(used.finish, chain.finish),
    ],
    ledger,
  );
}

/** Resin and cloth of the plies, the core with what holds it, the tabs, the peel ply. */
function laidUp(
  { laminate, mix, grind, coring, structure = [] }: Used,
  resin: Resin,
  peelPly: Cloth,
  ledger: Ledger,
): readonly Wanted[] {
  if (!laminate || !mix) return [];
  return [
    { id: 'resin', product: resin.name, use: 'laminate', quantity: mix.total, priced: resin },
    ...(mix.parts.kind === 'peroxide'
      ? [{ id: 'catalyst', product: 'MEKP catalyst', use: 'laminate', quantity: mix.parts.catalyst }]
      : []),
    ...clothsOf(laminate, ledger),
    ...(coring
      ? [
          {
            id: 'core',
            product: coring.product.name,
            use: 'new core',
            quantity: coring.area,
            priced: coring.product,
          },
          {
            id: 'coreResin',
            product: resin.name,
            use: 'priming and bedding of the core',
            quantity: ledger.sum('coreResin', 'resin under the core', 'kg', [coring.priming, coring.bedding]),
            priced: resin,
          },
        ]
      : []),
    ...structure.flatMap((m): Wanted[] => {
      const [first] = m.strips;
      const id = `member.${m.index + 1}`;
      const tabs = {
        id: `${id}.resin`,
        product: resin.name,
        use: `tabs and fillets, ${m.name}`,
        quantity: m.resin,
        priced: resin,
      };
      if (!first) return [tabs];
      const areas = m.strips.map((s) => s.area);
      const quantity = ledger.sum(`${id}.cloth`, 'cloth for the tabs', 'm²', areas);
      return [
        tabs,
        {
          id: `${id}.cloth`,
          product: first.cloth.name,
          use: `tabs, ${m.name}`,
          quantity,
          priced: first.cloth,
        },
      ];
    }),
    ...(grind
      ? [
          {
            id: 'peelPly',
            product: peelPly.name,
            use: 'over the last ply',
            quantity: peelArea(grind, ledger),
            priced: peelPly,
          },
        ]
      : []),
  ];
}

/** Each cloth once, with the rectangles that its plies are cut from. */
const clothsOf = ({ plies }: LaminatePlan, ledger: Ledger): readonly Wanted[] =>
  [...new Set(plies.map((p) => p.cloth))].map((cloth) => {
    const own = plies.filter((p) => p.cloth === cloth);
    const inputs = Object.fromEntries(
      own.flatMap((p) => [
        [`L${p.lay}`, p.length],
        [`W${p.lay}`, p.width],
      ]),
    );
    const id = `cloth.${cloth.id}`;
    const area = own.reduce((sum, p) => sum + p.length.value * p.width.value, 0);
    return {
      id,
      product: cloth.name,
      use: `${own.length} plies`,
      quantity: ledger.record(id, `${cloth.name} to cut from`, boughtCloth, area, inputs),
      priced: cloth,
    };
  });

/** What fairs it: a putty as it is bought, or resin and powder. */
function filled({ fair, system, fillerResin }: Used): readonly Wanted[] {
  const filler = system.chosen?.chain.filler;
  if (!fair || !filler) return [];
  const base = filler.kind === 'thickened' ? fillerResin : filler;
  return [
    { id: 'filler', product: base.name, use: 'fairing', quantity: fair.mass, priced: base },
    ...(fair.powder && filler.powder
      ? [{ id: 'powder', product: filler.powder.name, use: 'fairing', quantity: fair.powder }]
      : []),
    ...(fair.parts.kind === 'cream'
      ? [{ id: 'cream', product: 'cream hardener', use: 'fairing', quantity: fair.parts.hardener }]
      : []),
  ];
}

/** Ground faces that peel ply goes over. */
const peelArea = (grind: GrindPlan, ledger: Ledger): Figure =>
  grind.inside
    ? ledger.sum(
        'peelPly',
        'peel ply, both faces',
        'm²',
        grind.side === 'inside' ? [grind.inside.groundArea] : [grind.groundArea, grind.inside.groundArea],
      )
    : grind.groundArea;
