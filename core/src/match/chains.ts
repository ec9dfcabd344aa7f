import type { Cloth, Filler, Finish, Library, Resin } from '../materials/product';
import { RULES, applies, type Facts, type Rule, type Verdict } from './rules';

export interface Chain {
  readonly id: string;
  readonly resin: Resin;
  readonly cloth: Cloth;
  readonly filler: Filler;
  readonly finish: Finish;
  /** Every rule that applies; those that refuse come first. */
  readonly rules: readonly Rule[];
  readonly refusedBy: readonly Rule[];
}

const REFUSING: readonly Verdict[] = ['no bond', 'harms'];

export interface HullFacts {
  readonly hull: string;
  readonly position: 'above' | 'below';
  readonly duty: string;
}

/** All chains of resin × cloth × filler × finish for the cloths given, each with the rules that apply to it. */
export function enumerateChains(library: Library, cloths: readonly Cloth[], hull: HullFacts): readonly Chain[] {
  const chains: Chain[] = [];
  for (const resin of library.resins)
    for (const cloth of cloths)
      for (const filler of library.fillers)
        for (const finish of library.finishes) {
          const facts: Facts = {
            ...hull,
            resin: resin.family,
            clothKind: cloth.kind,
            binder: cloth.binder ?? 'none',
            filler: filler.family,
            finish: finish.kind,
          };
          const rules = RULES.filter((r) => applies(r, facts));
          chains.push({
            id: `${resin.id}/${cloth.id}/${filler.id}/${finish.id}`,
            resin,
            cloth,
            filler,
            finish,
            rules,
            refusedBy: rules.filter((r) => REFUSING.includes(r.verdict)),
          });
        }
  return chains;
}
