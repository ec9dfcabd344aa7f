import { IDENTIFICATION_TESTS, named, type Outcome } from '../materials/identification';
import { SUBSTRATES, type Substrate } from '../materials/substrates';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';

/** One test that was done, and what it showed. */
export interface Evidence {
  readonly test: string;
  readonly outcome: string;
}

/** How probable an outcome is on a material that it speaks for, that it allows, and on any other. Judged. */
const LIKELIHOOD = { likely: 0.8, possible: 0.25, other: 0.03 } as const;
/** A candidate stays alive above this share of the leading one. */
const ALIVE = 0.12;

export interface Candidate {
  readonly substrate: Substrate;
  /** Share of belief, 0–1; all substrates together make 1. */
  readonly share: Figure;
  /** Tests that speak for it, and against it. */
  readonly speaksFor: readonly string[];
  readonly against: readonly string[];
}

export interface Identification {
  /** Those still alive, most likely first. */
  readonly candidates: readonly Candidate[];
  readonly sure: 'sure' | 'likely' | 'unsure';
  /** The test that would tell most; absent when nothing more can be told. */
  readonly next?: string;
}

export const bayes = formula({
  id: 'survey/identify',
  expression: 'P = own/all',
  unit: 'fraction',
  source:
    'Bayes’ rule with even priors; likelihood 0.8 where an outcome speaks for a material, 0.25 where it allows it, 0.03 else',
  inputs: { own: 'product of its likelihoods', all: 'sum over every material' },
  evaluate: (x) => x.own / x.all,
});

type Sets = { readonly likely: ReadonlySet<string>; readonly possible: ReadonlySet<string> };
const sets = new Map<Outcome, Sets>();
function setsOf(outcome: Outcome): Sets {
  const kept = sets.get(outcome) ?? { likely: named(outcome.likely), possible: named(outcome.possible) };
  sets.set(outcome, kept);
  return kept;
}

const likelihood = (outcome: Outcome, id: string): number => {
  const { likely, possible } = setsOf(outcome);
  return likely.has(id) ? LIKELIHOOD.likely : possible.has(id) ? LIKELIHOOD.possible : LIKELIHOOD.other;
};

const outcomeOf = (e: Evidence): Outcome | undefined =>
  Object.hasOwn(IDENTIFICATION_TESTS, e.test) &&
  Object.hasOwn(IDENTIFICATION_TESTS[e.test].outcomes, e.outcome)
    ? IDENTIFICATION_TESTS[e.test].outcomes[e.outcome]
    : undefined;

/** Belief in each substrate after the evidence, in the order of SUBSTRATES; adds up to 1. */
export function belief(evidence: readonly Evidence[]): readonly number[] {
  const weights = SUBSTRATES.map((s) =>
    evidence.reduce((p, e) => p * (outcomeOf(e) ? likelihood(outcomeOf(e) as Outcome, s.id) : 1), 1),
  );
  const total = weights.reduce((a, b) => a + b, 0);
  return weights.map((w) => w / total);
}

const entropy = (shares: readonly number[]): number =>
  -shares.reduce((sum, p) => sum + (p > 0 ? p * Math.log2(p) : 0), 0);

/** The test not yet done whose outcome is expected to leave the least doubt (Shannon entropy). */
export function nextTest(evidence: readonly Evidence[]): string | undefined {
  const now = belief(evidence);
  const done = new Set(evidence.map((e) => e.test));
  let best: { test: string; doubt: number } | undefined;
  for (const [test, { outcomes }] of Object.entries(IDENTIFICATION_TESTS)) {
    if (done.has(test)) continue;
    // Chance of each outcome, given what is believed; tests that make no sense for the candidates tell nothing.
    const chances = Object.keys(outcomes).map((o) =>
      SUBSTRATES.reduce((sum, s, i) => sum + now[i] * likelihood(outcomes[o], s.id), 0),
    );
    const total = chances.reduce((a, b) => a + b, 0);
    const doubt = Object.keys(outcomes).reduce(
      (sum, o, i) => sum + (chances[i] / total) * entropy(belief([...evidence, { test, outcome: o }])),
      0,
    );
    if (!best || doubt < best.doubt) best = { test, doubt };
  }
  return best && entropy(now) - best.doubt > WORTH_DOING ? best.test : undefined;
}
const WORTH_DOING = 0.05;

/**
 * Names the substrate from the evidence: several candidates stay alive until the tests tell them apart.
 * @returns undefined without any evidence
 */
export function identify(evidence: readonly Evidence[], ledger: Ledger): Identification | undefined {
  const known = evidence.filter((e) => outcomeOf(e));
  if (known.length === 0) return undefined;
  const weights = SUBSTRATES.map((s) =>
    known.reduce((p, e) => p * likelihood(outcomeOf(e) as Outcome, s.id), 1),
  );
  const all = ledger.given(
    'evidence',
    'likelihood of all materials together',
    weights.reduce((a, b) => a + b, 0),
    '1',
    'assumed',
    'sum over the table of substrates',
  );
  const top = Math.max(...weights);
  const candidates = SUBSTRATES.flatMap((substrate, i): Candidate[] => {
    if (weights[i] < ALIVE * top) return [];
    const own = ledger.given(
      `likelihood.${substrate.id}`,
      `likelihood of ${substrate.name}`,
      weights[i],
      '1',
      'assumed',
      `${known.length} ${known.length === 1 ? 'test' : 'tests'} of the guide`,
    );
    return [
      {
        substrate,
        share: ledger.compute(`share.${substrate.id}`, `belief in ${substrate.name}`, bayes, { own, all }),
        speaksFor: known.flatMap((e) =>
          setsOf(outcomeOf(e) as Outcome).likely.has(substrate.id) ? [e.test] : [],
        ),
        against: known.flatMap((e) =>
          likelihood(outcomeOf(e) as Outcome, substrate.id) === LIKELIHOOD.other ? [e.test] : [],
        ),
      },
    ];
  }).sort((a, b) => b.share.value - a.share.value);
  const lead = candidates[0].share.value;
  return {
    candidates,
    sure: lead >= 0.9 ? 'sure' : lead >= 0.6 ? 'likely' : 'unsure',
    next: nextTest(known),
  };
}
