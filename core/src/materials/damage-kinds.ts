import type { HullFamily } from './substrates';

/** Ways of repairing; what each takes stands with the routes of the match. */
export type RouteId =
  | 'laminate'
  | 'surface'
  | 'wood'
  | 'bonded'
  | 'edge'
  | 'metal'
  | 'fabric'
  | 'inject'
  | 'recore'
  | 'barrier'
  | 'renew';

/** Fields of `damage` that a kind asks for, besides size and place. */
export type DamageQuestion =
  | 'depth'
  | 'count'
  | 'pattern'
  | 'pieces'
  | 'layer'
  | 'density'
  | 'seam'
  | 'valve'
  | 'holds'
  | 'filler'
  | 'coat'
  | 'wet'
  | 'coreFound'
  | 'source';

export interface DamageKindData {
  readonly name: string;
  /** What it looks like, in the words of the yard. */
  readonly sign: string;
  readonly asks: readonly DamageQuestion[];
  /** Usual growth of a first look to the true extent, in diameter, before grinding; assumed until measured. */
  readonly growth: readonly [number, number];
  /** How it is repaired, hull by hull; it occurs on no other. */
  readonly ways: Readonly<Partial<Record<RouteId, readonly HullFamily[]>>>;
}

/** Kinds of damage as data. Growth ranges: an impact in solid laminate commonly grows 1.5–3×; the others are judged against it. */
export const DAMAGE_KINDS = {
  'gel-coat-chip': {
    name: 'gel coat chip',
    sign: 'a piece of gel coat gone, laminate sound beneath',
    asks: ['depth', 'count'],
    growth: [1.1, 1.6],
    ways: {
      surface: ['frp', 'frp-cored', 'foil'],
    },
  },
  'gel-coat-crack': {
    name: 'gel coat crack',
    sign: 'star, lines or crazing that hold a dye',
    asks: ['pattern', 'depth'],
    growth: [1.3, 2.5],
    ways: {
      surface: ['frp', 'frp-cored', 'foil'],
    },
  },
  scratch: {
    name: 'scratch or gouge',
    sign: 'a groove with sound edges',
    asks: ['depth'],
    growth: [1, 1.3],
    ways: {
      surface: ['frp', 'frp-cored', 'smc', 'foil'],
      wood: ['wood'],
      bonded: ['thermoplastic', 'foam-sheet', 'polyolefin'],
      metal: ['metal'],
    },
  },
  void: {
    name: 'void under the gel coat',
    sign: 'a hollow that breaks in under a thumb, starved of resin',
    asks: ['depth', 'count'],
    growth: [1.2, 2],
    ways: {
      surface: ['frp', 'frp-cored'],
    },
  },
  crack: {
    name: 'crack through',
    sign: 'a line that passes light, water or flexes',
    asks: ['depth'],
    growth: [1.2, 2],
    ways: {
      laminate: ['frp', 'frp-cored'],
      bonded: ['smc', 'thermoplastic', 'foam-sheet', 'polyolefin'],
      wood: ['wood'],
      edge: ['foil'],
    },
  },
  hole: {
    name: 'hole or puncture',
    sign: 'daylight through the skin',
    asks: [],
    growth: [1.5, 3],
    ways: {
      laminate: ['frp'],
      recore: ['frp-cored'],
      bonded: ['smc', 'thermoplastic', 'foam-sheet', 'polyolefin'],
      wood: ['wood'],
      edge: ['foil'],
    },
  },
  crushed: {
    name: 'crushed or missing piece',
    sign: 'broken to pieces or gone',
    asks: ['pieces', 'depth'],
    growth: [1.3, 2.5],
    ways: {
      laminate: ['frp'],
      recore: ['frp-cored'],
      bonded: ['smc', 'thermoplastic', 'foam-sheet', 'polyolefin'],
      wood: ['wood'],
      edge: ['foil'],
    },
  },
  'drilled-holes': {
    name: 'drilled holes',
    sign: 'old fastener or fitting holes',
    asks: ['count', 'wet'],
    growth: [1, 1.5],
    ways: {
      surface: ['frp', 'frp-cored', 'smc'],
      wood: ['wood'],
      bonded: ['thermoplastic', 'foam-sheet', 'polyolefin'],
      edge: ['foil'],
    },
  },
  delamination: {
    name: 'delamination',
    sign: 'dull tap, a skin that moves on its own',
    asks: ['layer', 'coreFound', 'wet'],
    growth: [1.3, 2.5],
    ways: {
      inject: ['frp', 'frp-cored', 'wood', 'foam-sheet', 'foil'],
    },
  },
  'wet-core': {
    name: 'soft or wet core',
    sign: 'dull, spongy, reads wet, weeps when drilled',
    asks: ['coreFound', 'wet', 'source'],
    growth: [1.5, 3],
    ways: {
      recore: ['frp-cored', 'foil'],
    },
  },
  blisters: {
    name: 'blisters (osmosis)',
    sign: 'domes below the waterline, sour fluid inside',
    asks: ['density', 'wet'],
    growth: [1.1, 1.6],
    ways: {
      barrier: ['frp', 'frp-cored'],
    },
  },
  nick: {
    name: 'edge nick',
    sign: 'a bite out of an edge',
    asks: ['depth'],
    growth: [1, 1.5],
    ways: {
      edge: ['frp', 'foil'],
      wood: ['wood'],
      bonded: ['thermoplastic', 'polyolefin'],
      metal: ['metal'],
    },
  },
  'split-edge': {
    name: 'split edge',
    sign: 'two halves open along a seam or edge',
    asks: ['depth', 'wet'],
    growth: [1.1, 1.8],
    ways: {
      edge: ['frp', 'foil'],
      wood: ['wood'],
      bonded: ['thermoplastic', 'foam-sheet'],
    },
  },
  'worn-edge': {
    name: 'worn edge',
    sign: 'an edge rubbed thin or out of shape',
    asks: ['depth'],
    growth: [1, 1.3],
    ways: {
      edge: ['frp', 'foil'],
      wood: ['wood'],
      bonded: ['thermoplastic', 'polyolefin'],
    },
  },
  rot: {
    name: 'rot',
    sign: 'soft under a spike, dark, reads wet',
    asks: ['depth', 'wet'],
    growth: [1.5, 3],
    ways: {
      wood: ['wood'],
    },
  },
  'corroded-insert': {
    name: 'corroded insert or plate',
    sign: 'rust, lifted coating, a part that lost its section',
    asks: ['depth'],
    growth: [1.1, 1.8],
    ways: {
      edge: ['foil'],
      metal: ['metal'],
    },
  },
  'seam-leak': {
    name: 'seam leak',
    sign: 'a line of bubbles along a seam',
    asks: ['seam'],
    growth: [1.1, 2],
    ways: {
      fabric: ['inflatable'],
    },
  },
  'fabric-puncture': {
    name: 'fabric puncture',
    sign: 'a small hole that hisses or bubbles',
    asks: ['seam'],
    growth: [1, 1.2],
    ways: {
      fabric: ['inflatable'],
    },
  },
  'fabric-tear': {
    name: 'fabric tear',
    sign: 'a slit or an L-shaped tear through the cloth',
    asks: ['seam'],
    growth: [1, 1.3],
    ways: {
      fabric: ['inflatable'],
    },
  },
  'valve-leak': {
    name: 'valve leak',
    sign: 'bubbles at the valve or its seat',
    asks: ['valve'],
    growth: [1, 1],
    ways: {
      fabric: ['inflatable'],
    },
  },
  'old-repair': {
    name: 'old bad repair',
    sign: 'a lump, another colour, an edge that lifts',
    asks: ['holds', 'filler', 'depth'],
    growth: [1.2, 2],
    ways: {
      laminate: ['frp', 'frp-cored'],
      bonded: ['smc', 'thermoplastic', 'foam-sheet', 'polyolefin'],
      wood: ['wood'],
      fabric: ['inflatable'],
      edge: ['foil'],
    },
  },
  weathered: {
    name: 'weathered or oxidised surface',
    sign: 'chalk on the hand, no gloss',
    asks: ['coat'],
    growth: [1, 1],
    ways: {
      renew: ['frp', 'frp-cored', 'smc', 'wood', 'thermoplastic', 'inflatable', 'foil', 'metal'],
    },
  },
} as const satisfies Record<string, DamageKindData>;

export type DamageKind = keyof typeof DAMAGE_KINDS;
export const damageData = (kind: DamageKind): DamageKindData => DAMAGE_KINDS[kind];

/** The way of repairing a kind of damage on a family of hulls. @returns undefined where it does not occur */
export function wayOf(kind: DamageKind, family: HullFamily): RouteId | undefined {
  const ways = Object.entries(damageData(kind).ways) as [RouteId, readonly HullFamily[]][];
  return ways.find(([, families]) => families.includes(family))?.[0];
}

/** True where a kind of damage occurs on a family of hulls. */
export const occursOn = (kind: DamageKind, family: HullFamily): boolean => wayOf(kind, family) !== undefined;
