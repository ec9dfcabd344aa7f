import { problem } from '../trace/problem';
import type { Cloth, Resin } from '../materials/product';
import { sheetOrigin } from '../materials/sheet-origin';
import type { Way } from '../schema/job';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import { plyThickness, resinAreal } from './ply-thickness';

/** A cloth with the thickness and resin that it takes in this resin. */
export interface LaidCloth {
  readonly cloth: Cloth;
  readonly thickness: Figure;
  readonly resinAreal: Figure;
}

export interface StackInput {
  readonly cloth: Cloth;
  /** Lighter cloths of a like kind that may close the weave last. */
  readonly lighter: readonly Cloth[];
  readonly resin: Resin;
  readonly band: readonly [Figure, Figure];
}

export interface Stack {
  /** In the order of laying. */
  readonly plies: readonly { readonly laid: LaidCloth; readonly orientation: Way }[];
  readonly thickness: Figure;
  readonly inBand: boolean;
}

const stackThickness = { id: 'laminate/stack', expression: 'T = Σ tⱼ', unit: 'm', source: 'plies add up' };

/** Works out what one cloth becomes in one resin. */
export function layCloth(cloth: Cloth, resin: Resin, ledger: Ledger): LaidCloth {
  const given = (
    key: string,
    label: string,
    value: number,
    unit: string,
    product: Cloth | Resin,
    field: string,
  ): Figure => {
    const { origin, source } = sheetOrigin(product, field);
    return ledger.given(`cloth.${cloth.id}.${key}`, label, value, unit, origin, source);
  };
  const wf = given('wf', `fibre weight of ${cloth.name}`, cloth.arealWeight, 'kg/m²', cloth, 'arealWeight');
  const Wf = given(
    'Wf',
    'fibre weight fraction, by hand',
    cloth.fibreFraction,
    'fraction',
    cloth,
    'fibreFraction',
  );
  const wr = ledger.compute(`cloth.${cloth.id}.wr`, `resin held by ${cloth.name}`, resinAreal, {
    w_f: wf,
    W_f: Wf,
  });
  return {
    cloth,
    resinAreal: wr,
    thickness: ledger.compute(`cloth.${cloth.id}.t`, `thickness of one ply of ${cloth.name}`, plyThickness, {
      w_f: wf,
      ρ_f: given('rhof', 'density of the fibre', cloth.densityFibre, 'kg/m³', cloth, 'densityFibre'),
      w_r: wr,
      ρ_r: given(
        'rhor',
        `density of cured ${resin.family}`,
        resin.densityCured,
        'kg/m³',
        resin,
        'densityCured',
      ),
    }),
  };
}

/** Ways that plies of a kind of cloth take by turns where nobody says otherwise. */
export const USUAL_WAYS: Record<Cloth['kind'], readonly Way[]> = {
  stitched: ['±45', '0/90'],
  woven: ['0/90', '±45'],
  mat: ['any'],
  unidirectional: ['0', '90'],
  'peel ply': ['–'],
};

/**
 * A stack that fills the dish: only the chosen cloth when a whole number of plies lands in the band, else the
 * chosen cloth with the fewest plies of one lighter cloth laid last, else the nearest below the upper limit.
 */
export function planStack(input: StackInput, ledger: Ledger): Stack {
  const main = layCloth(input.cloth, input.resin, ledger);
  const [low, high] = [input.band[0].value, input.band[1].value];
  const t = main.thickness.value;
  const most = Math.max(0, Math.floor(high / t + 1e-9));

  let best: { heavy: number; light: number; with?: LaidCloth; total: number } = {
    heavy: most,
    light: 0,
    total: most * t,
  };
  if (best.total < low) {
    for (const cloth of input.lighter) {
      const light = layCloth(cloth, input.resin, ledger);
      for (let heavy = most; heavy >= 0; heavy -= 1) {
        const n = Math.floor((high - heavy * t) / light.thickness.value + 1e-9);
        const total = heavy * t + n * light.thickness.value;
        const inBand = total >= low;
        const better = inBand
          ? best.total < low || heavy + n < best.heavy + best.light
          : best.total < low && total > best.total && n <= 3;
        if (better) best = { heavy, light: n, with: light, total };
      }
    }
  }

  const cloths = [
    ...Array<LaidCloth>(best.heavy).fill(main),
    ...(best.with ? Array<LaidCloth>(best.light).fill(best.with) : []),
  ];
  const plies = cloths.map((laid, i) => {
    const set = USUAL_WAYS[laid.cloth.kind];
    return { laid, orientation: set[i % set.length] };
  });
  const inBand = best.total >= low - 1e-9;
  if (plies.length === 0 || !inBand) {
    const at = { severity: 'warning', stage: 'laminate', path: 'system.cloth' } as const;
    ledger.report(
      plies.length === 0
        ? problem(at, 'ply-beyond-dish', { cloth: input.cloth.name, low, high })
        : problem(at, 'stack-below-band', { thickness: best.total, low, high }),
    );
  }
  const inputs = Object.fromEntries(plies.map((p, i) => [`t${i + 1}`, p.laid.thickness]));
  return {
    plies,
    thickness: ledger.record(
      'thickness',
      'thickness of the new laminate',
      stackThickness,
      best.total,
      inputs,
    ),
    inBand,
  };
}

export const underCover = formula({
  id: 'laminate/stack',
  expression: 'T = max(0, T_max − t_cover)',
  unit: 'm',
  source: 'the cover ply lies below the old surface too',
  inputs: { T_max: 'limit of the laminate', t_cover: 'covering ply' },
  evaluate: (x) => Math.max(0, x.T_max - x.t_cover),
});

export const bandFloor = formula({
  id: 'laminate/stack',
  expression: 'T_min = max(0, T_max − b)',
  unit: 'm',
  source: 'band for the laminate below its upper limit',
  inputs: { T_max: 'upper end of the band', b: 'width of the band' },
  evaluate: (x) => Math.max(0, x.T_max - x.b),
});

export interface OwnStackInput {
  /** As the technician wants them, in the order of laying. */
  readonly plies: readonly { readonly cloth: Cloth; readonly orientation: Way }[];
  readonly resin: Resin;
  readonly band: readonly [Figure, Figure];
}

/** A stack that was put together by hand: taken as it is, and told where it leaves the band. */
export function ownStack(input: OwnStackInput, ledger: Ledger): Stack {
  const known = new Map<string, LaidCloth>();
  const plies = input.plies.map(({ cloth, orientation }) => {
    const laid = known.get(cloth.id) ?? layCloth(cloth, input.resin, ledger);
    known.set(cloth.id, laid);
    return { laid, orientation };
  });
  const total = plies.reduce((sum, p) => sum + p.laid.thickness.value, 0);
  const [low, high] = [input.band[0].value, input.band[1].value];
  const inBand = total >= low - 1e-9 && total <= high + 1e-9;
  if (!inBand) {
    ledger.report(
      problem({ severity: 'warning', stage: 'laminate', path: 'laminate.plies' }, 'stack-off-band', {
        thickness: total,
        low,
        high,
      }),
    );
  }
  const inputs = Object.fromEntries(plies.map((p, i) => [`t${i + 1}`, p.laid.thickness]));
  return {
    plies,
    thickness: ledger.record('thickness', 'thickness of the new laminate', stackThickness, total, inputs),
    inBand,
  };
}
