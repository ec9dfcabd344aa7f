import { offset } from '../geometry/offset';
import { regionArea, regionExtent, type Region } from '../geometry/region';
import { DEFAULTS } from '../materials/defaults';
import type { Cloth, Resin } from '../materials/product';
import { partSizes, type PartSize } from '../geometry/part-sizes';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import { layCloth } from './stack';

export interface BackingInput {
  /** The cut-out. */
  readonly base: Region;
  readonly cloth: Cloth;
  readonly resin: Resin;
}

/** A thin laminate that is laid up on the bench, cut, and bonded inside the hole to stay. */
export interface BackingPlan {
  readonly cloth: Cloth;
  readonly plies: Figure;
  readonly thickness: Figure;
  readonly lap: Figure;
  readonly pieces: Region;
  /** Size of each, where there are several holes. */
  readonly parts: readonly PartSize[];
  readonly length: Figure;
  readonly width: Figure;
  /** Turned on edge it goes through the hole in one piece; else it is cut in halves. */
  readonly passes: boolean;
  readonly area: Figure;
  /** Cloth and resin of all its plies, without waste. */
  readonly clothArea: Figure;
  readonly resin: Figure;
}

export const backingPlies = formula({
  id: 'laminate/backing',
  expression: 'n = max(2, ⌈T/t⌉)',
  unit: 'count',
  source: 'plies that come to the thickness of a backing; one alone does not keep its shape',
  inputs: { T: 'thickness of the backing', t: 'thickness of a ply' },
  evaluate: (x) => Math.max(2, Math.ceil(x.T / x.t - 1e-9)),
});
export const timesPlies = formula({
  id: 'laminate/backing',
  expression: 'X = n·x',
  unit: 'm²',
  source: 'every ply as large as the backing',
  inputs: { n: 'plies', x: 'of one ply' },
  evaluate: (x) => x.n * x.x,
});
export const backingResin = formula({
  id: 'laminate/backing',
  expression: 'm = w_r·A',
  unit: 'kg',
  source: 'resin held by the cloth',
  inputs: { w_r: 'resin on a square metre', A: 'area of all its plies' },
  evaluate: (x) => x.w_r * x.A,
});

const SIZE = {
  id: 'laminate/backing',
  expression: 'overall size of offset(base, lap)',
  unit: 'm',
  source: 'the backing laps the hole on the inside all round',
};

/** Whether a thin panel goes through a hole on edge: its shorter side is no longer than the hole's longer one. */
function goesThrough(panel: Region[number], hole: Region[number]): boolean {
  const [p, h] = [regionExtent([panel]), regionExtent([hole])];
  return Math.min(p.length, p.width) <= Math.max(h.length, h.width);
}

/** Size, plies and resin of a backing that is bonded inside. */
export function planBacking({ base, cloth, resin }: BackingInput, ledger: Ledger): BackingPlan {
  const laid = layCloth(cloth, resin, ledger);
  const given = (key: string, label: string, value: number, source: string): Figure =>
    ledger.given(`panel.${key}`, label, value, 'm', 'assumed', source);
  const lap = given('lap', 'lap of the backing inside', DEFAULTS.backingLap, 'as wide as the masking band');
  const plies = ledger.compute('panel.plies', 'plies of the backing', backingPlies, {
    T: given('T', 'thickness of the backing', DEFAULTS.backingThickness, 'stiff enough to keep its shape'),
    t: laid.thickness,
  });
  const pieces = offset(base, lap.value);
  const size = regionExtent(pieces);
  const area = ledger.record(
    'panel.area',
    'area of the backing',
    { ...SIZE, unit: 'm²', expression: 'area of offset(base, lap)' },
    regionArea(pieces),
    { lap },
  );
  const clothArea = ledger.compute('panel.cloth', 'cloth of the backing', timesPlies, { n: plies, x: area });
  return {
    cloth,
    plies,
    thickness: ledger.compute(
      'panel.thickness',
      'backing, thick',
      { ...timesPlies, unit: 'm', source: 'plies add up' },
      { n: plies, x: laid.thickness },
    ),
    lap,
    pieces,
    parts: partSizes('panel', 'backing', pieces, base, { lap }, ledger),
    length: ledger.record('panel.length', 'length of the backing', SIZE, size.length, { lap }),
    passes: pieces.every((piece, i) => goesThrough(piece, base[Math.min(i, base.length - 1)])),
    width: ledger.record('panel.width', 'width of the backing', SIZE, size.width, { lap }),
    area,
    clothArea,
    resin: ledger.compute('panel.resin', 'resin in the backing', backingResin, {
      w_r: laid.resinAreal,
      A: clothArea,
    }),
  };
}
