import { linkOf } from '../../match/chain';
import type { Cloth, Filler, Finish, Product, Resin, Sheet } from '../../materials/product';
import type { SystemPlan } from '../../resolve/matching';
import type { Job } from '../../schema/job';
import type { KindInput } from '../kind';

/** Products of the chain that a laminate is made of, as the technician lets them be used. */
export interface Chosen {
  readonly resin: Resin;
  readonly cloth: Cloth;
  readonly filler?: Filler;
  /** What a thickened filler is made of. */
  readonly fillerResin: Resin;
  /** The coat of the chain. */
  readonly finish?: Finish;
  /** The coat that room is left for: that of the chain, or a paint where another coat, or none, goes on. */
  readonly coat: Finish;
  readonly newCore?: Sheet;
}

/** @returns undefined where the chain has not what a laminate takes */
export function chosenOf({ job, library, system }: KindInput): Chosen | undefined {
  const chain = system.chosen?.chain;
  const resin = inOneGo(chain?.resin, job);
  const filler = fillInOneGo(chain?.filler, job);
  const coat = chain?.finish ?? library.finishes.find((f) => f.kind === 'paint');
  if (!chain?.cloth || !resin || !coat) return undefined;
  return {
    resin,
    cloth: chain.cloth,
    filler,
    // A thickened filler is made of a resin of its own chemistry, not of whatever the laminate is.
    fillerResin:
      !filler || filler.kind === 'putty' || filler.family === resin.family
        ? resin
        : (library.resins.find((r) => r.family === filler.family) ?? resin),
    finish: chain.finish,
    coat,
    newCore: linkOf(chain, 'coring') as Sheet | undefined,
  };
}

/** The resin with what the technician decided on thickness and pot. */
function inOneGo(resin: Resin | undefined, { mix }: Job): Resin | undefined {
  return resin && (mix?.perGo !== undefined || mix?.pot !== undefined)
    ? { ...resin, maximumPerGo: mix.perGo ?? resin.maximumPerGo, maximumPot: mix.pot ?? resin.maximumPot }
    : resin;
}

const fillInOneGo = (filler: Filler | undefined, { mix }: Job): Filler | undefined =>
  filler && mix?.fillPerGo !== undefined ? { ...filler, maximumPerGo: mix.fillPerGo } : filler;

/** Where the yard wipes with a solvent after abrading: the chain says. */
export function wipedWith({ chosen }: SystemPlan): Product | undefined {
  const cleaner = chosen && linkOf(chosen.chain, 'clean');
  return cleaner?.traits?.includes('solvent') ? cleaner : undefined;
}
