/** What a chain is judged by, each 0 (worst) to 1 (best). */
export const CRITERIA = [
  'bond',
  'strength',
  'water',
  'life',
  'time',
  'hands',
  'cost',
  'skill',
  'health',
  'match',
  'field',
] as const;
export type Criterion = (typeof CRITERIA)[number];

export const CRITERION_NAMES: Record<Criterion, string> = {
  bond: 'bond',
  strength: 'strength',
  water: 'water resistance',
  life: 'durability',
  time: 'time to float',
  hands: 'hands-on hours',
  cost: 'material cost',
  skill: 'skill needed',
  health: 'health burden',
  match: 'finish match',
  field: 'repair in the field',
};

export type Weights = Readonly<Record<Criterion, number>>;

/** What matters, 0–10 each. */
export const PRESETS = {
  'good as new': {
    bond: 8,
    strength: 8,
    water: 6,
    life: 8,
    time: 1,
    hands: 1,
    cost: 1,
    skill: 1,
    health: 1,
    match: 6,
    field: 0,
  },
  'by the weekend': {
    bond: 6,
    strength: 5,
    water: 4,
    life: 3,
    time: 10,
    hands: 6,
    cost: 1,
    skill: 3,
    health: 1,
    match: 3,
    field: 1,
  },
  'get home': {
    bond: 3,
    strength: 1,
    water: 2,
    life: 0,
    time: 10,
    hands: 8,
    cost: 1,
    skill: 8,
    health: 2,
    match: 0,
    field: 10,
  },
  'cheapest sound job': {
    bond: 5,
    strength: 4,
    water: 4,
    life: 4,
    time: 1,
    hands: 4,
    cost: 10,
    skill: 3,
    health: 1,
    match: 1,
    field: 1,
  },
  'least exposure': {
    bond: 2,
    strength: 1,
    water: 2,
    life: 2,
    time: 0,
    hands: 1,
    cost: 0,
    skill: 1,
    health: 10,
    match: 1,
    field: 0,
  },
} as const satisfies Record<string, Weights>;
export type Preset = keyof typeof PRESETS;
export const DEFAULT_PRESET: Preset = 'good as new';

export interface Priorities {
  readonly preset?: Preset;
  /** Moved away from the preset, 0–10. */
  readonly weights?: Partial<Weights>;
}

/** Weights that add up to 1. All zero counts as the default preset. */
export function weightsOf({ preset = DEFAULT_PRESET, weights = {} }: Priorities = {}): Weights {
  const raw: Weights = { ...PRESETS[preset], ...weights };
  const total = CRITERIA.reduce((sum, c) => sum + raw[c], 0);
  if (!(total > 0)) return weightsOf();
  return Object.fromEntries(CRITERIA.map((c) => [c, raw[c] / total])) as unknown as Weights;
}
