import { problem } from '../trace/problem';
import { proportion, type Parts } from '../materials/parts';
import type { Resin } from '../materials/product';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import { groupsByThickness, wetOut, type WetPly } from './wet-out';

export interface MixInput {
  readonly plies: readonly WetPly[];
  /** Ground faces and the ply that is laid on each first: one, or one on each side of the wall. */
  readonly grounds: readonly { readonly lay: number; readonly area: Figure }[];
  readonly groundCoat: Figure;
  readonly waste: Figure;
  readonly resin: Resin;
  readonly temperature: Figure;
  readonly usableTime: Figure;
  /** Drops per m³ of the dropper bottle. */
  readonly dropsPerMl?: Figure;
  /** Pairs of hands that wet out together. */
  readonly hands?: Figure;
  /** Wet-out against flat work: 1, or more where the work is upright or overhead. */
  readonly lie?: Figure;
}

export interface Batch {
  readonly number: number;
  readonly group: number;
  /** Lay numbers of the plies that it wets. */
  readonly plies: readonly number[];
  /** Present when one ply needs several batches: this one is part `index` of `of`. */
  readonly share?: { readonly index: number; readonly of: number };
  readonly withGroundCoat: boolean;
  readonly mass: Figure;
  readonly wetOut: Figure;
  readonly parts: Parts;
}

export interface MixResult {
  readonly pliesResin: Figure;
  readonly groundResin: Figure;
  readonly total: Figure;
  readonly parts: Parts;
  readonly groups: readonly (readonly number[])[];
  readonly batches: readonly Batch[];
}

export const groundResin = formula({
  id: 'mix/batches',
  expression: 'm = w_ground·A_ground',
  unit: 'kg',
  source: 'the ground face is wetted before the first ply',
  inputs: { w_ground: 'resin on a square metre of ground', A_ground: 'ground area' },
  evaluate: (x) => x.w_ground * x.A_ground,
});

export const withWaste = formula({
  id: 'mix/batches',
  expression: 'm = (m_plies + m_ground)·(1 + waste)',
  unit: 'kg',
  source: 'hand lay-up practice: what stays in cup, roller and brush is mixed on top',
  inputs: { m_plies: 'resin of the plies', m_ground: 'resin of the ground coat', waste: 'waste' },
  evaluate: (x) => (x.m_plies + x.m_ground) * (1 + x.waste),
});

export const share = formula({
  id: 'mix/batches',
  expression: 'x = X/n',
  unit: 'kg',
  source: 'one ply split into equal batches',
  inputs: { X: 'the whole', n: 'batches' },
  evaluate: (x) => x.X / x.n,
});

interface Draft {
  readonly group: number;
  readonly plies: WetPly[];
  readonly times: Figure[];
  readonly share?: { index: number; of: number };
}

/** More pots than a crew mixes one after another in weeks: such a laminate is not laid by hand, or a size is mistyped. */
const MOST_POTS = 2000;

/**
 * Splits the laminating resin into groups (thickness per go) and batches (usable pot life, greatest pot).
 * A ply that cannot be wetted out from one pot is split into equal shares and reported.
 *
 * @returns undefined where it would take more pots than hands can mix; a problem says so
 */
export function planMix(input: MixInput, ledger: Ledger): MixResult | undefined {
  const { plies, resin, usableTime } = input;
  const times = plies.map((p) => wetOut(p, ledger, input.hands, input.lie));
  const each = input.grounds.map(({ lay, area }, i) => ({
    lay,
    resin: ledger.compute(
      i === 0 ? 'ground' : `ground.${i + 1}`,
      i === 0 ? 'resin to wet the ground face' : 'resin to wet the other ground face',
      groundResin,
      { w_ground: input.groundCoat, A_ground: area },
    ),
  }));
  const ground =
    each.length === 1
      ? each[0].resin
      : ledger.sum(
          'grounds',
          'resin to wet both ground faces',
          'kg',
          each.map((g) => g.resin),
        );
  const groundOf = (lay: number): Figure | undefined => each.find((g) => g.lay === lay)?.resin;
  const pots = plies.map((p, i) =>
    potsOf(wetMass(p, groundOf(p.lay), input.waste), times[i].value, resin.maximumPot, usableTime.value),
  );
  const needed = pots.reduce((sum, n) => sum + n, 0);
  if (!(needed <= MOST_POTS)) {
    ledger.report(
      problem({ severity: 'error', stage: 'mix', path: 'laminate.minimumStep' }, 'pots-beyond-hands', {
        pots: needed,
        most: MOST_POTS,
      }),
    );
    return undefined;
  }
  const pliesResin = ledger.sum(
    'plies',
    'resin in the plies',
    'kg',
    plies.map((p) => p.resin),
  );
  const nothing = ledger.given(
    'noGround',
    'ground coat of a later batch',
    0,
    'kg',
    'computed',
    'the ground face is wetted once',
  );

  // The other face begins a group of its own.
  const starts = new Set(each.map((g) => g.lay));
  const groups = groupsByThickness(
    plies.map((p) => p.thickness.value),
    resin.maximumPerGo,
    (i) => starts.has(plies[i].lay),
  );
  const drafts = groups.flatMap((indices, g) =>
    draftBatches(indices, g + 1, input, { times, pots, groundOf }),
  );

  const batches = drafts.map((draft, i): Batch => {
    const id = `batch.${i + 1}`;
    const coat = draft.plies.map((p) => groundOf(p.lay)).find((x) => x !== undefined);
    const withGroundCoat = coat !== undefined;
    const n = draft.share?.of ?? 1;
    const whole = ledger.compute(
      `${id}.whole`,
      n > 1 ? 'resin for the whole ply' : 'resin for the batch, mixed',
      withWaste,
      {
        m_plies: ledger.sum(
          `${id}.plies`,
          'resin in the plies of the batch',
          'kg',
          draft.plies.map((p) => p.resin),
        ),
        m_ground: coat ?? nothing,
        waste: input.waste,
      },
    );
    const time = ledger.sum(`${id}.wholeTime`, 'wet-out', 's', draft.times);
    const parting = (key: string, label: string, X: Figure, unit: string): Figure =>
      n === 1
        ? X
        : ledger.compute(
            `${id}.${key}`,
            label,
            { ...share, unit },
            {
              X,
              n: ledger.given(
                `${id}.n`,
                'batches for this ply',
                n,
                'count',
                'computed',
                'usable pot life and greatest pot',
              ),
            },
          );
    const mass = parting('mass', 'resin for the batch, mixed', whole, 'kg');
    return {
      number: i + 1,
      group: draft.group,
      plies: draft.plies.map((p) => p.lay),
      share: draft.share,
      withGroundCoat,
      mass,
      wetOut: parting('time', 'wet-out', time, 's'),
      parts: proportion(ledger, id, resin, mass, input.temperature, 'resin', input.dropsPerMl),
    };
  });

  const split = [...new Set(drafts.filter((d) => d.share).map((d) => d.plies[0].lay))];
  if (split.length > 0) {
    ledger.report(
      problem({ severity: 'warning', stage: 'mix', path: 'system.resin' }, 'ply-beyond-pot', {
        plies: split,
        time: usableTime.value,
        mass: resin.maximumPot,
      }),
    );
  }

  const total = ledger.compute('total', 'resin mixed, with waste', withWaste, {
    m_plies: pliesResin,
    m_ground: ground,
    waste: input.waste,
  });
  return {
    pliesResin,
    groundResin: ground,
    total,
    parts: proportion(ledger, 'all', resin, total, input.temperature, 'resin', input.dropsPerMl),
    groups: groups.map((g) => g.map((i) => plies[i].lay)),
    batches,
  };
}

/** Resin that a ply takes from the pot, with its ground coat and what stays in the cup, kg. */
const wetMass = (ply: WetPly, ground: Figure | undefined, waste: Figure): number =>
  (ply.resin.value + (ground?.value ?? 0)) * (1 + waste.value);

/** Equal pots for one ply: by the greatest pot and by the time in which one is spread. */
const potsOf = (mass: number, time: number, greatest: number, usable: number): number =>
  Math.max(1, Math.ceil(mass / greatest - 1e-9), Math.ceil(time / usable - 1e-9));

interface PerPly {
  readonly times: readonly Figure[];
  readonly pots: readonly number[];
  readonly groundOf: (lay: number) => Figure | undefined;
}

function draftBatches(
  indices: readonly number[],
  group: number,
  input: MixInput,
  { times, pots, groundOf }: PerPly,
): Draft[] {
  const { plies, resin, waste, usableTime } = input;
  const drafts: Draft[] = [];
  let open: Draft | undefined;
  let mass = 0;
  let time = 0;
  for (const i of indices) {
    const m = wetMass(plies[i], groundOf(plies[i].lay), waste);
    const t = times[i].value;
    const n = pots[i];
    if (n > 1) {
      open = undefined;
      for (let index = 1; index <= n; index += 1)
        drafts.push({ group, plies: [plies[i]], times: [times[i]], share: { index, of: n } });
      continue;
    }
    if (!open || mass + m > resin.maximumPot || time + t > usableTime.value) {
      open = { group, plies: [], times: [] };
      drafts.push(open);
      mass = 0;
      time = 0;
    }
    open.plies.push(plies[i]);
    open.times.push(times[i]);
    mass += m;
    time += t;
  }
  return drafts;
}
