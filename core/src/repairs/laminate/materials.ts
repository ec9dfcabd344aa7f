import type { Cloth, Resin } from '../../materials/product';
import type { SystemPlan } from '../../resolve/matching';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import type { FinishPlan } from '../common/finish-stage';
import { coatWanted, priceMaterials, type MaterialLine, type Wanted } from '../common/prices';
import type { Parts } from './steps/parts';
import type { DishPlan, GrindPlan, LaminatePlan } from './dish-plan';

const boughtCloth = {
  id: 'repairs/laminate/materials',
  expression: 'A = Σ length·width of the plies',
  unit: 'm²',
  source: 'each ply cut from its own rectangle',
};

export const overFiller = formula({
  id: 'repairs/laminate/materials',
  expression: 'A_ply = n·A',
  unit: 'm²',
  source: 'a new piece over every coat',
  inputs: { A: 'area that is spread on', n: 'coats of filler' },
  evaluate: (x) => x.n * x.A,
});

interface Used extends DishPlan {
  readonly system: SystemPlan;
  readonly finish?: FinishPlan;
  readonly filling?: Parts['filling'];
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
      ...covered(used, peelPly, ledger),
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
        ]
      : []),
    ...structure.flatMap((m): Wanted[] => {
      const [first] = m.strips;
      const id = `member.${m.index + 1}`;
      if (!first) return [];
      const areas = m.strips.map((s) => s.area);
      const quantity = ledger.sum(`${id}.cloth`, 'cloth for the tabs', 'm²', areas);
      return [
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
    const rectangles = own.flatMap((p) =>
      p.cuts.map((c, i) => ({
        key: p.cuts.length > 1 ? `${p.lay}.${i + 1}` : String(p.lay),
        length: c.length ?? p.length,
        width: c.width ?? p.width,
      })),
    );
    const inputs = Object.fromEntries(
      rectangles.flatMap((r) => [
        [`L${r.key}`, r.length],
        [`W${r.key}`, r.width],
      ]),
    );
    const id = `cloth.${cloth.id}`;
    const area = rectangles.reduce((sum, r) => sum + r.length.value * r.width.value, 0);
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
  if (!fair || !filler || fair.goes.value === 0) return [];
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

/** Peel ply that is drawn over every coat of filler. */
function covered({ fair, filling }: Used, peelPly: Cloth, ledger: Ledger): readonly Wanted[] {
  if (!fair || fair.goes.value === 0 || filling?.under !== 'peelPly') return [];
  const quantity = ledger.compute('fillerPeelPly', 'peel ply over the filler', overFiller, {
    A: fair.spreadArea,
    n: fair.goes,
  });
  return [{ id: 'fillerPeelPly', product: peelPly.name, use: 'over the filler', quantity, priced: peelPly }];
}

/** Ground faces that peel ply goes over. */
const peelArea = (grind: GrindPlan, ledger: Ledger): Figure =>
  grind.inside
    ? ledger.sum(
        'peelPly',
        'peel ply, both faces',
        'm²',
        grind.side === 'inside' ? [grind.inside.laidArea] : [grind.laidArea, grind.inside.laidArea],
      )
    : grind.laidArea;
