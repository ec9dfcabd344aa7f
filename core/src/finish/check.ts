import type { CheckId, CheckResult } from '../schema/job';

export const CHECK_RESULTS = { pass: 'passes', fail: 'fails', deferred: 'left for later' } as const;

export interface CheckItem {
  readonly id: CheckId;
  readonly name: string;
  readonly how: string;
  /** The mark, as it is read out; figures are put in by `checksFor`. */
  readonly mark: string;
  /** What the reading is in, where it is a figure. */
  readonly reads?: {
    readonly label: string;
    readonly as: 'gap' | 'film' | 'number';
    readonly unit: 'mm' | 'µm' | 'GU' | 'ΔE';
    readonly most?: number;
    readonly least?: number;
  };
}

export type Grade = 'workboat' | 'standard' | 'show';

/** Marks by grade of finish. Source: judged by what an owner sees at arm's length, across the deck, or not at all. */
const MARKS: Record<Grade, { readonly gap: number; readonly gloss: number; readonly colour: number }> = {
  workboat: { gap: 0.001, gloss: 20, colour: 3 },
  standard: { gap: 0.0005, gloss: 10, colour: 1.5 },
  show: { gap: 0.00025, gloss: 5, colour: 1 },
};

/** What a surface may be off and still counts as fair, m. */
export const fairTolerance = (grade: Grade): number => MARKS[grade].gap;

export interface CheckFacts {
  readonly grade: Grade;
  /** Cured film that was planned, m; undefined where no coat is put on. */
  readonly film?: number;
  /** Stock that levelling takes off again, m. */
  readonly levelling?: number;
  readonly gelCoat: boolean;
  /** Something under the finish may have stayed hollow: plies, a core, an injected skin. */
  readonly hollow?: boolean;
  /** A gauge reads the dry film: it finds metal under it, and no glass. */
  readonly onMetal?: boolean;
}

const um = (m: number): number => Math.round(m * 1e6);

/** The list for one job, with its marks. Lengths of `most` and `least` in m, gloss in gloss units, colour in ΔE00. */
export function checksFor({
  grade,
  film,
  levelling = 0,
  gelCoat,
  hollow,
  onMetal,
}: CheckFacts): readonly CheckItem[] {
  const mark = MARKS[grade];
  const least = film === undefined ? undefined : (film - levelling) * 0.8;
  return [
    {
      id: 'level',
      name: 'Level',
      how: 'flat hand, then a straight edge in low light',
      mark: `no gap over ${(mark.gap * 1000).toFixed(2)} mm`,
      reads: { label: 'Greatest gap', as: 'gap', unit: 'mm', most: mark.gap },
    },
    {
      id: 'gloss',
      name: 'Gloss',
      how: 'beside its neighbour, both polished',
      mark: `within ${mark.gloss} gloss units`,
      reads: { label: 'Difference in gloss', as: 'number', unit: 'GU', most: mark.gloss },
    },
    {
      id: 'halo',
      name: 'Halo',
      how: 'from two metres, low sun',
      mark: 'no ring, no dull edge',
    },
    { id: 'pinholes', name: 'Pinholes', how: 'a lamp along the face, then a wet finger', mark: 'none' },
    ...(hollow
      ? [{ id: 'tap' as const, name: 'Tap', how: 'a coin every 50 mm', mark: 'one bright tone' }]
      : []),
    ...(least === undefined
      ? []
      : [
          {
            id: 'film' as const,
            name: 'Film',
            how: onMetal
              ? 'gauge over the primer'
              : gelCoat
                ? 'what was put on less what was levelled off'
                : 'comb at each coat, or litres gone',
            mark: `at least ${um(least)} µm`,
            reads: { label: 'Thinnest film', as: 'film' as const, unit: 'µm' as const, least },
          },
        ]),
    {
      id: 'colour',
      name: 'Colour',
      how: 'reader, or cured chips in daylight, dry against dry',
      mark: `ΔE within ${mark.colour}`,
      reads: { label: 'ΔE to the neighbour', as: 'number', unit: 'ΔE', most: mark.colour },
    },
    {
      id: 'photos',
      name: 'Photographs',
      how: 'near, and from where the owner stands',
      mark: 'kept with the job',
    },
  ];
}

/** What was found at one check; a reading in m, gloss units or ΔE00. */
export interface CheckAnswer {
  readonly check: CheckId;
  readonly result?: CheckResult;
  readonly gap?: number;
  readonly film?: number;
  readonly number?: number;
  readonly note?: string;
}

/** A check with its answer: the reading decides where there is one and nothing else was said. */
export interface Checked extends CheckItem {
  readonly answer?: CheckAnswer;
  readonly result?: CheckResult;
}

/** The list with what was found so far. */
export function checkedItems(
  items: readonly CheckItem[],
  answers: readonly CheckAnswer[] = [],
): readonly Checked[] {
  return items.map((item) => {
    const answer = answers.find((a) => a.check === item.id);
    const result = answer?.result ?? resultOf(item, item.reads && answer?.[item.reads.as]);
    return { ...item, ...(answer ? { answer } : {}), ...(result ? { result } : {}) };
  });
}

/** How a list stands: signed only when every item has a result. */
export function checkStands(items: readonly Checked[]): {
  readonly open: number;
  readonly failed: number;
  readonly deferred: readonly string[];
} {
  return {
    open: items.filter((i) => i.result === undefined).length,
    failed: items.filter((i) => i.result === 'fail').length,
    deferred: items.filter((i) => i.result === 'deferred').map((i) => i.name),
  };
}

/**
 * What a reading says of its mark.
 * @returns undefined where there is no figure to go by, and the eye decides
 */
export function resultOf(item: CheckItem, value: number | undefined): 'pass' | 'fail' | undefined {
  if (!item.reads || value === undefined) return undefined;
  const { most, least } = item.reads;
  return (most !== undefined && value > most * (1 + 1e-9)) ||
    (least !== undefined && value < least * (1 - 1e-9))
    ? 'fail'
    : 'pass';
}
