import { correct, dilution, firstTrial, type Correction } from '../colour/correction';
import { dosesOf, type Dose } from '../colour/doses';
import { deltaE, type Lab } from '../colour/lab';
import { COLOUR_BASES, type ColourBase, type Paste } from '../colour/pastes';
import { CLOSE_ENOUGH, recipeOf, type Recipe } from '../colour/recipe';
import { surroundOf, type Surround } from '../colour/surround';
import type { Job, PasteShare } from '../schema/job';

/** Most paste by mass of base, until the job says otherwise. Source: typical limit of gel coat, 5–8 %. */
const LIMIT = 0.06;

export interface TrialState {
  readonly at: string;
  readonly by?: 'reader' | 'typed';
  readonly measured: Lab;
  readonly deltaE: number;
  readonly fractions: readonly number[];
}

/** Where the colour of a job stands: target, recipe, what is in the pot, what goes in next. */
export interface ColourState {
  readonly base: ColourBase;
  readonly limit: number;
  readonly surround?: Surround;
  readonly recipe?: Recipe;
  readonly trials: readonly TrialState[];
  /** What to put in now, and what the pot holds after it, mass per mass of base. */
  readonly next?: {
    readonly add: readonly number[];
    readonly pot: readonly number[];
    readonly doses: readonly Dose[];
    readonly correction?: Correction;
    /** Untinted base to put in, kg, and what the pot holds of it then. */ readonly base?: {
      readonly add: number;
      readonly batch: number;
    };
  };
  readonly matched: boolean;
}

/** Reads a row of shares; a paste that is not known any more is left out. */
function shares(
  row: readonly PasteShare[],
  known: readonly Paste[],
): { readonly pastes: readonly Paste[]; readonly fractions: readonly number[] } {
  const found = row.flatMap(({ paste, fraction }) => {
    const p = known.find((k) => k.id === paste);
    return p ? [{ p, fraction }] : [];
  });
  return { pastes: found.map((f) => f.p), fractions: found.map((f) => f.fraction) };
}

/**
 * The colour of a job from its document.
 * @param known pastes that a recipe may name
 * @param batch mass of base in the pot, kg
 * @param dropsPerCubicMetre of the yard's dropper bottle
 */
export function colourState(
  colour: Job['colour'],
  known: readonly Paste[],
  batch: number,
  dropsPerCubicMetre: number,
): ColourState {
  const base = COLOUR_BASES.find((b) => b.id === colour?.base) ?? COLOUR_BASES[0];
  const limit = colour?.limit ?? LIMIT;
  const surround = surroundOf(
    (colour?.readings ?? []).map((r) => ({ ...r, by: r.by ?? 'typed' })),
    colour?.years,
  );
  const target = surround?.target;
  const { pastes, fractions } = shares(colour?.recipe ?? [], known);
  const head = { base, limit, ...(surround ? { surround } : {}) };
  if (pastes.length === 0 || !target) return { ...head, trials: [], matched: false };
  const recipe = recipeOf(base, pastes, fractions, target);
  const trials = (colour?.trials ?? []).map((t): TrialState => {
    const inPot = shares(t.pastes, known);
    return {
      at: t.at,
      ...(t.by ? { by: t.by } : {}),
      measured: { L: t.L, a: t.a, b: t.b },
      deltaE: deltaE(t, target),
      fractions: pastes.map((p) => inPot.fractions[inPot.pastes.indexOf(p)] ?? 0),
    };
  });
  const last = trials.at(-1);
  const before = last?.fractions ?? pastes.map(() => 0);
  const correction =
    last && correct(base, { pastes, fractions: last.fractions, measured: last.measured }, target, limit);
  const add = correction ? correction.add : firstTrial(base, pastes, fractions);
  const matched = last !== undefined && (correction?.verdict === 'matched' || last.deltaE <= CLOSE_ENOUGH);
  const share =
    last && correction?.verdict === 'too dark'
      ? dilution(base, { pastes, fractions: last.fractions, measured: last.measured }, target)
      : undefined;
  if (share !== undefined && correction) {
    return {
      ...head,
      recipe,
      trials,
      matched,
      next: {
        add,
        pot: before.map((c) => c / (1 + share)),
        doses: [],
        correction,
        base: { add: share * batch, batch: (1 + share) * batch },
      },
    };
  }
  return {
    ...head,
    recipe,
    trials,
    matched,
    next: {
      add,
      pot: before.map((c, i) => c + add[i]),
      doses: dosesOf(pastes, add, batch, dropsPerCubicMetre),
      ...(correction ? { correction } : {}),
    },
  };
}

/** A row of shares as a document keeps it. */
export const keptShares = (pastes: readonly Paste[], fractions: readonly number[]): PasteShare[] =>
  pastes.map((p, i) => ({ paste: p.id, fraction: Math.round(fractions[i] * 1e7) / 1e7 }));
