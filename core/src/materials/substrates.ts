/**
 * What hulls and parts are made of, as data: family, how it is recognised, and the traits that rules look at.
 * Source: general knowledge of boat repair; figures of use stay with the products.
 */
export const HULL_FAMILIES = {
  frp: 'solid fibreglass',
  'frp-cored': 'cored fibreglass',
  smc: 'moulded sheet compound',
  wood: 'wood',
  thermoplastic: 'plastic that bonds',
  'foam-sheet': 'plastic foam-core sheet',
  polyolefin: 'polyethylene and polypropylene',
  inflatable: 'inflatable fabric',
  foil: 'foil and board parts',
  metal: 'metal parts',
} as const;
export type HullFamily = keyof typeof HULL_FAMILIES;

export type SubstrateTrait =
  | 'porous'
  | 'flexible'
  | 'low energy'
  | 'cannot melt'
  | 'stress-crazes'
  | 'softened by acetone'
  | 'styrene attacks core'
  | 'release agents'
  | 'ferrous'
  | 'zinc'
  | 'aluminium'
  | 'lead'
  | 'air pressure'
  | 'cured epoxy'
  | 'cured styrene resin'
  | 'melts'
  | 'foam';

export interface Substrate {
  readonly id: string;
  readonly family: HullFamily;
  readonly name: string;
  /** The material that a bond must hold: "polyester laminate", "PVC". */
  readonly surface: string;
  readonly traits: readonly SubstrateTrait[];
  /** How a technician knows it. */
  readonly recognised: string;
  /** Polymer of a plastic, wood or metal, where a weld or an adhesive goes by it. */
  readonly polymer?: string;
}

const s = (
  id: string,
  family: HullFamily,
  name: string,
  surface: string,
  traits: readonly SubstrateTrait[],
  recognised: string,
  polymer?: string,
): Substrate => ({
  id,
  family,
  name,
  surface,
  traits,
  recognised,
  polymer,
});

export const SUBSTRATES: readonly Substrate[] = [
  s(
    'frp-solid',
    'frp',
    'solid fibreglass',
    'cured laminate',
    ['cured styrene resin'],
    'fibres at a broken edge; gel coat or paint; rings bright when sound',
  ),
  s(
    'frp-cored',
    'frp-cored',
    'cored fibreglass',
    'cured laminate',
    ['cured styrene resin'],
    'two thin skins; crunches or sounds dull where a skin has let go',
  ),
  s(
    'smc',
    'smc',
    'moulded sheet compound',
    'pressed polyester compound',
    ['release agents'],
    'smooth on both faces; pale, dense, white-grey break with short fibres',
  ),
  s(
    'wood-solid',
    'wood',
    'solid planks',
    'bare wood',
    ['porous'],
    'grain right through; a moisture meter reads',
    'timber',
  ),
  s('wood-ply', 'wood', 'plywood', 'bare wood', ['porous'], 'crossed veneers at an edge', 'plywood'),
  s(
    'wood-moulded',
    'wood',
    'strip or cold-moulded wood',
    'bare wood',
    ['porous'],
    'glued strips or diagonal veneers, often sheathed',
    'timber',
  ),
  s(
    'abs',
    'thermoplastic',
    'ABS',
    'ABS',
    ['softened by acetone', 'melts'],
    'rigid, a dab of acetone softens it, sinks in fresh water',
    'abs',
  ),
  s(
    'abs-acrylic',
    'thermoplastic',
    'acrylic-capped ABS',
    'acrylic cap over ABS',
    ['softened by acetone', 'stress-crazes', 'melts'],
    'deep gloss, two colours at a cut edge, acetone smears it',
    'abs',
  ),
  s(
    'polycarbonate',
    'thermoplastic',
    'polycarbonate',
    'polycarbonate',
    ['stress-crazes', 'softened by acetone'],
    'clear, tough, bends before it breaks, crazes under solvent',
    'polycarbonate',
  ),
  s(
    'foam-sheet',
    'foam-sheet',
    'ABS/vinyl foam-core sheet',
    'ABS and vinyl skin',
    ['softened by acetone', 'foam'],
    'dents instead of cracking; foam shows in a gouge',
    'abs',
  ),
  s(
    'hdpe',
    'polyolefin',
    'HDPE',
    'polyethylene',
    ['low energy', 'melts'],
    'waxy, a shaving floats, solvents do nothing, recycling mark 2',
    'hdpe',
  ),
  s(
    'pe-rotomoulded',
    'polyolefin',
    'rotomoulded polyethylene',
    'polyethylene',
    ['low energy', 'melts'],
    'waxy, one even thickness with a slight orange peel, mark 4 or 7',
    'lldpe',
  ),
  s(
    'pe-crosslinked',
    'polyolefin',
    'cross-linked polyethylene',
    'polyethylene',
    ['low energy', 'cannot melt'],
    'waxy, a shaving softens under hot air and will not flow',
  ),
  s(
    'pp',
    'polyolefin',
    'polypropylene',
    'polypropylene',
    ['low energy', 'melts'],
    'waxy, harder than PE, mark 5; filled grades may sink',
    'pp',
  ),
  s(
    'pvc-fabric',
    'inflatable',
    'PVC-coated fabric',
    'PVC coating',
    ['flexible', 'air pressure', 'softened by acetone'],
    'glossy, same colour on both faces; a rubbed dab of solvent makes it tacky',
    'pvc',
  ),
  s(
    'csm-fabric',
    'inflatable',
    'CSM rubber fabric (chlorosulfonated polyethylene)',
    'CSM rubber',
    ['flexible', 'air pressure'],
    'matt, often two colours inside and outside; solvent only dulls it',
    'rubber',
  ),
  s(
    'tpu-fabric',
    'inflatable',
    'TPU-coated fabric',
    'TPU coating',
    ['flexible', 'air pressure', 'softened by acetone'],
    'thin, tough, rustling; seams welded rather than glued',
    'tpu',
  ),
  s(
    'drop-stitch',
    'inflatable',
    'drop-stitch PVC board',
    'PVC coating',
    ['flexible', 'air pressure', 'softened by acetone'],
    'flat and stiff at high pressure; threads inside',
    'pvc',
  ),
  s(
    'foil-g10',
    'foil',
    'G10/FR4 plate',
    'cured epoxy laminate',
    ['cured epoxy'],
    'translucent green-yellow, dense, woven glass at an edge',
  ),
  s(
    'foil-moulded',
    'foil',
    'moulded foil or board',
    'cured epoxy laminate',
    ['cured epoxy'],
    'painted or clear skin over foam or wood; seam along the edges',
  ),
  s(
    'foil-thermoplastic',
    'foil',
    'filled thermoplastic foil',
    'filled nylon or polypropylene',
    ['low energy', 'melts'],
    'uniform colour right through; melts when rubbed hot',
  ),
  s(
    'steel',
    'metal',
    'steel, painted',
    'bright steel',
    ['ferrous'],
    'a magnet holds; rusts where the paint is gone',
    'steel',
  ),
  s(
    'steel-galvanised',
    'metal',
    'galvanised steel',
    'zinc',
    ['ferrous', 'zinc'],
    'a magnet holds; grey spangled or matt zinc',
    'zinc',
  ),
  s(
    'stainless',
    'metal',
    'stainless steel',
    'stainless steel',
    [],
    'bright, a magnet holds weakly or not',
    'stainless',
  ),
  s(
    'aluminium',
    'metal',
    'aluminium',
    'aluminium',
    ['aluminium'],
    'light, soft, white powder where it corrodes',
    'aluminium',
  ),
  s('lead', 'metal', 'lead', 'lead', ['lead'], 'very heavy and soft; bright where cut, soon grey', 'lead'),
];

/** The substrate of an id. @returns undefined for an id that no table has */
export const substrateOf = (id: string | undefined): Substrate | undefined =>
  SUBSTRATES.find((x) => x.id === id);
