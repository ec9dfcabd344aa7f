export type Verdict = 'bonds' | 'bonds if' | 'weak' | 'no bond' | 'harms';

/** What a rule may look at: facts of the hull, of the duty and of the parts of a chain. */
export interface Facts {
  readonly hull: string;
  readonly position: string;
  readonly duty: string;
  readonly resin: string;
  readonly clothKind: string;
  readonly binder: string;
  readonly filler: string;
  readonly finish: string;
}

export interface Rule {
  readonly id: string;
  /** Every named fact must be one of the listed values. */
  readonly when: Partial<Record<keyof Facts, readonly string[]>>;
  readonly verdict: Verdict;
  readonly reason: string;
  /** What makes it good, or what to do instead. */
  readonly remedy?: string;
  readonly source: string;
}

const CHEMISTRY = 'general knowledge of composites repair';

/** Rules are data: one condition, one verdict, one reason. A chain is refused when any rule says `no bond` or `harms`. */
export const RULES: readonly Rule[] = [
  {
    id: 'epoxy-on-cured-polyester',
    when: { hull: ['frp-solid'], resin: ['epoxy'] },
    verdict: 'bonds',
    reason: 'epoxy gives the best secondary bond to a cured laminate; dearer and slower',
    remedy: 'dewax, then abrade P40–80 to an even dull face',
    source: CHEMISTRY,
  },
  {
    id: 'vinyl-ester-on-cured-polyester',
    when: { hull: ['frp-solid'], resin: ['vinyl ester'] },
    verdict: 'bonds if',
    reason: 'vinyl ester bonds to cured polyester better than polyester does, with good water resistance',
    remedy: 'abrade P40–80 and laminate the same day',
    source: CHEMISTRY,
  },
  {
    id: 'polyester-on-cured-polyester',
    when: { hull: ['frp-solid'], resin: ['polyester'] },
    verdict: 'bonds if',
    reason: 'polyester holds a cured laminate only mechanically, a modest bond',
    remedy: 'abrade P40–80, keep the longer taper that the shear check asks for',
    source: CHEMISTRY,
  },
  {
    id: 'polyester-high-duty',
    when: { resin: ['polyester'], duty: ['high'] },
    verdict: 'weak',
    reason: 'a polyester secondary bond is the weakest of the three under high load',
    remedy: 'take epoxy, and involve an engineer or surveyor',
    source: CHEMISTRY,
  },
  {
    id: 'polyester-below-water',
    when: { resin: ['polyester'], position: ['below'] },
    verdict: 'weak',
    reason: 'polyester takes up more water and blisters sooner than vinyl ester or epoxy',
    remedy: 'take epoxy or vinyl ester below the waterline',
    source: CHEMISTRY,
  },
  {
    id: 'epoxy-emulsion-mat',
    when: { resin: ['epoxy'], binder: ['emulsion'] },
    verdict: 'no bond',
    reason: 'the binder of this mat dissolves in styrene, which epoxy has none of: the mat stays stiff and dry',
    remedy: 'use stitched or woven cloth, or mat stated epoxy-compatible',
    source: CHEMISTRY,
  },
  {
    id: 'polyester-putty-on-epoxy',
    when: { resin: ['epoxy'], filler: ['polyester'] },
    verdict: 'no bond',
    reason: 'polyester does not bond to cured epoxy',
    remedy: 'fair epoxy laminate with thickened epoxy',
    source: CHEMISTRY,
  },
  {
    id: 'polyester-putty-below-water',
    when: { filler: ['polyester'], position: ['below'] },
    verdict: 'harms',
    reason: 'talc-rich polyester putty takes up water and lifts the finish',
    remedy: 'fair with thickened epoxy below the waterline',
    source: CHEMISTRY,
  },
  {
    id: 'epoxy-filler-on-styrene-laminate',
    when: { resin: ['polyester', 'vinyl ester'], filler: ['epoxy'] },
    verdict: 'bonds if',
    reason: 'epoxy filler bonds to cured styrene laminate',
    remedy: 'let the laminate cure hard and abrade P80 before filling',
    source: CHEMISTRY,
  },
  {
    id: 'polyester-putty-on-styrene-laminate',
    when: { resin: ['polyester', 'vinyl ester'], filler: ['polyester'], position: ['above'] },
    verdict: 'bonds if',
    reason: 'putty and laminate are of one chemistry; thin, overcoated, above water only',
    remedy: 'abrade P80, keep it thin, close it with the finish',
    source: CHEMISTRY,
  },
  {
    id: 'gel-coat-over-epoxy',
    when: { filler: ['epoxy'], finish: ['gel coat'], position: ['above'] },
    verdict: 'weak',
    reason: 'schools differ: gel coat can hold on fully cured, washed epoxy, but free amine stops its cure',
    remedy: 'full cure, water wash, P80, a test patch first, a tie coat if in doubt; or paint',
    source: CHEMISTRY,
  },
  {
    id: 'gel-coat-over-epoxy-below-water',
    when: { filler: ['epoxy'], finish: ['gel coat'], position: ['below'] },
    verdict: 'no bond',
    reason: 'gel coat over epoxy is not certain enough below the waterline',
    remedy: 'paint over epoxy below the waterline',
    source: CHEMISTRY,
  },
  {
    id: 'paint-over-epoxy',
    when: { filler: ['epoxy'], finish: ['paint'] },
    verdict: 'bonds if',
    reason: 'two-part paint holds well on cured, washed and sanded epoxy, and keeps the sun off it',
    remedy: 'wash blush with water, sand P180–220',
    source: CHEMISTRY,
  },
  {
    id: 'paint-over-putty',
    when: { filler: ['polyester'], finish: ['paint'] },
    verdict: 'bonds if',
    reason: 'two-part paint holds on cured putty once it is sealed',
    remedy: 'sand P180–220 and let the first coat seal the putty',
    source: CHEMISTRY,
  },
  {
    id: 'gel-coat-over-putty',
    when: { filler: ['polyester'], finish: ['gel coat'] },
    verdict: 'bonds if',
    reason: 'gel coat and putty are of one chemistry',
    remedy: 'sand P80, wax only the last coat',
    source: CHEMISTRY,
  },
];

/** True when every condition of the rule holds for the facts. */
export function applies(rule: Rule, facts: Facts): boolean {
  return Object.entries(rule.when).every(([fact, values]) => values.includes(facts[fact as keyof Facts]));
}
