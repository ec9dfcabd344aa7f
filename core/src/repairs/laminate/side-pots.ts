import { rateFigure } from '../../rates/hands-on';
import type { BackingPlan } from '../../laminate/backing';
import type { CoringPlan } from '../../laminate/coring';
import type { MemberPlan } from '../../laminate/structure';
import type { Skim } from '../../fair/neat-coat';
import { areaTime } from '../../materials/area-time';
import type { Resin } from '../../materials/product';
import { RATES } from '../../rates/book';
import { multiple, type RateRow } from '../../rates/row';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import { RepairBuilder } from '../builder';
import { mixed } from '../common/mixing';
import { asGlue, type Stirred } from '../common/thickened';
import type { StepMore } from '../../work/writer';
import type { Pot, RepairInput, RepairPlan } from '../repair';

/** What a laminate takes beside its batches and its filler. */
export interface SideNeeds {
  readonly resin: Resin;
  /** What the filler is made of. */
  readonly fillerResin: Resin;
  readonly coring?: CoringPlan;
  readonly structure: readonly MemberPlan[];
  readonly panel?: BackingPlan;
  readonly skim?: Skim;
  /** All that the skim is drawn over. */
  readonly skimmed?: Figure;
  readonly waste: Figure;
}

export const withWaste = formula({
  id: 'repairs/laminate/side-pots',
  expression: 'm = m₀·(1 + waste)',
  unit: 'kg',
  source: 'what stays in cup, brush and roller',
  inputs: { 'm₀': 'resin that stays', waste: 'waste' },
  evaluate: (x) => x['m₀'] * (1 + x.waste),
});

export const bedOf = formula({
  id: 'repairs/laminate/side-pots',
  expression: 'm = w·A',
  unit: 'kg',
  source: 'spread until a bead comes out all round',
  inputs: { w: 'bedding on a square metre', A: 'area of the backing' },
  evaluate: (x) => x.w * x.A,
});

/** Bedding under a backing on a bare laminate, kg/m². Source: as of a core. */
const BACKING_BED = 1.2;
/** Fumed silica that makes a resin stand in a fillet, and hang on a blade. Source: usual. */
const FILLET_SILICA = 6;
const SKIM_SILICA = 4;

/** Pots that the steps of a laminate draw on, by the id of their cup. */
export const SIDE_POTS = {
  core: 'core',
  panel: 'panel',
  backing: 'backing',
  skim: 'skim',
  fillet: (member: number): string => `fillet-${member}`,
  tabs: (member: number): string => `tabs-${member}`,
} as const;

/**
 * Pots of resin for what is bedded, bonded, filleted, tabbed and skimmed, with what is stirred in, as the bench mixes
 * them; each with what is bought for it.
 */
export function planSidePots(input: RepairInput, needs: SideNeeds, ledger: Ledger): readonly RepairPlan[] {
  const { coring, panel, skim, skimmed } = needs;
  const own = (write: (b: RepairBuilder) => void): RepairPlan => {
    const b = new RepairBuilder(input, ledger);
    write(b);
    return b.done('side-pots', 'side pots');
  };
  return [
    ...(coring ? [own((b) => corePot(b, needs, coring))] : []),
    ...(panel ? [own((b) => backingPots(b, needs, panel))] : []),
    ...needs.structure.map((m) => own((b) => memberPots(b, needs, m))),
    ...(skim && skimmed ? [own((b) => skimPot(b, needs, skim, skimmed))] : []),
  ];
}

/** What the step that mixes a side pot says of it. @returns nothing where it is a pot that the plan does not work out */
export function sidePot(pots: readonly Pot[], id: string): Pick<StepMore, 'pot'> {
  const own = pots.find((p) => p.id === id);
  return own
    ? {
        pot: {
          product: own.product.id,
          mass: own.mass,
          count: own.count,
          need: own.need,
          life: own.life,
          cup: { of: 'repair', id },
        },
      }
    : {};
}

function corePot(
  b: RepairBuilder,
  { resin }: SideNeeds,
  { priming, bedding, bondArea, bothSkins }: CoringPlan,
): void {
  const id = SIDE_POTS.core;
  const mass = b.ledger.sum('coreResin', 'resin under the core', 'kg', [priming, bedding]);
  b.material('coreResin', resin.name, 'priming and bedding of the core', mass, resin);
  mixed(b, {
    id,
    stage: 'mix',
    title: `${resin.name} under the core`,
    about: bothSkins
      ? 'prime the core and its edges, thicken the rest and bed it between the skins'
      : 'prime core and inner skin, thicken the rest and bed the core',
    product: resin,
    mass,
    stirred: asGlue(b, id, resin),
    thickens: bedding,
    working: spreading(b, id, bondArea),
    next: 'bedding can be sanded',
  });
}

/** The backing is laid up in one pot and bedded with another. */
function backingPots(b: RepairBuilder, { resin, waste }: SideNeeds, panel: BackingPlan): void {
  const laid = b.compute('panel.mixed', 'resin of the backing, mixed', withWaste, {
    'm₀': panel.resin,
    waste,
  });
  const bed = b.compute('panel.bed', 'bedding of the backing', bedOf, {
    w: b.assumed('panel.bedRate', 'bedding of a backing', BACKING_BED, 'kg/m²', 'usual for hand work'),
    A: panel.area,
  });
  b.material(
    'backingResin',
    resin.name,
    'backing and its bedding',
    b.ledger.sum('panel.inAll', 'resin for the backing', 'kg', [laid, bed]),
    resin,
  );
  b.material('backingCloth', panel.cloth.name, 'backing', panel.clothArea, panel.cloth);
  mixed(b, {
    id: SIDE_POTS.panel,
    stage: 'mix',
    title: 'Backing',
    about: `${panel.plies.value} plies on film, on the bench`,
    product: resin,
    mass: laid,
    working: spreading(b, SIDE_POTS.panel, panel.clothArea),
    next: 'backing can be cut and abraded',
  });
  mixed(b, {
    id: SIDE_POTS.backing,
    stage: 'mix',
    title: 'Bedding of the backing',
    about: 'wet both faces out, thicken the rest, bond the backing',
    product: resin,
    mass: bed,
    stirred: asGlue(b, SIDE_POTS.backing, resin),
    working: spreading(b, SIDE_POTS.backing, panel.area),
    next: 'backing holds',
  });
}

function memberPots(b: RepairBuilder, { resin, waste }: SideNeeds, m: MemberPlan): void {
  const number = m.index + 1;
  const own = (key: string, label: string, mass: Figure): Figure =>
    b.compute(`member.${number}.${key}`, label, withWaste, { 'm₀': mass, waste });
  const fillet = own('filletMixed', `fillets of the ${m.name}, mixed`, m.filletResin);
  const tabs = own('tabsMixed', `tabs of the ${m.name}, mixed`, m.tabResin);
  b.material(
    `member.${number}.resin`,
    resin.name,
    `tabs and fillets, ${m.name}`,
    b.ledger.sum(`member.${number}.mixed`, `resin mixed for the ${m.name}`, 'kg', [fillet, tabs]),
    resin,
  );
  const along = (key: string, rate: RateRow, fixed: RateRow): Figure =>
    b.compute(`${key}.working`, 'working time', alongMember, {
      t_fixed: rateFigure(b.ledger, `${key}.fixed`, 'fixed', fixed, 's'),
      r: rateFigure(b.ledger, `${key}.perMetre`, 'per metre of a face', rate, 's/m'),
      L: m.length,
      n: b.assumed(`${key}.faces`, 'faces', m.faces, 'count', `usual for a ${m.kind}`),
    });
  const filletId = SIDE_POTS.fillet(number);
  mixed(b, {
    id: filletId,
    stage: 'fair',
    title: `Fillets, ${m.name}`,
    about: 'wet the corner out, thicken the rest, run the fillets',
    product: resin,
    mass: fillet,
    stirred: silica(b, filletId, FILLET_SILICA),
    working: along(filletId, RATES.filletPerMetre, RATES.mixBatch),
    next: 'tabs go over it while it is soft',
  });
  const tabsId = SIDE_POTS.tabs(number);
  mixed(b, {
    id: tabsId,
    stage: 'fair',
    title: `Tabs, ${m.name}`,
    about: `${m.strips.length} tabs on each face`,
    product: resin,
    mass: tabs,
    working: along(tabsId, multiple(RATES.tabPerMetre, m.strips.length), RATES.mixBatch),
    next: 'props come away',
  });
}

function skimPot(b: RepairBuilder, { fillerResin }: SideNeeds, skim: Skim, area: Figure): void {
  const id = SIDE_POTS.skim;
  b.material('skim', fillerResin.name, 'skim over the filler', skim.mass, fillerResin);
  mixed(b, {
    id,
    stage: 'fair',
    title: 'Skim over the filler',
    about: 'drawn tight, so that it stays in the pits alone',
    product: fillerResin,
    mass: skim.mass,
    stirred: silica(b, id, SKIM_SILICA),
    working: spreading(b, id, area),
    next: 'it can be sanded',
  });
}

export const alongMember = formula({
  id: 'repairs/laminate/side-pots',
  expression: 't = t_fixed + r·L·n',
  unit: 's',
  source: 'along every face of the member',
  inputs: { t_fixed: 'fixed', r: 'time per metre', L: 'length', n: 'faces' },
  evaluate: (x) => x.t_fixed + x.r * x.L * x.n,
});

const spreading = (b: RepairBuilder, id: string, area: Figure): Figure =>
  b.compute(`${id}.working`, 'spreading', areaTime, {
    t_fixed: rateFigure(b.ledger, `${id}.fixed`, 'spreading: fixed', RATES.spreadFixed, 's'),
    r: rateFigure(b.ledger, `${id}.perM2`, 'spreading: per m²', RATES.spreadPerM2, 's/m²'),
    A: area,
  });

function silica(b: RepairBuilder, id: string, parts: number): Stirred | undefined {
  const powder = b.input.library.products.find((p) => p.id === 'fumed-silica');
  return powder?.role === 'powder'
    ? {
        powder,
        parts: b.assumed(`${id}.powderParts`, `${powder.name} per 100 parts`, parts, '1', 'until it hangs'),
      }
    : undefined;
}
