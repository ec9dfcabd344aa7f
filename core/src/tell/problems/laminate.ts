import type { LaminateProblems } from '../../trace/problem-codes';
import { mm, percent, plainPercent, type WordsOf } from './words';

const band = (low: number, high: number): string => `${mm(low, 2)} to ${mm(high, 2)} mm`;
const goDepth = (metres: number): string => mm(metres, metres < 0.01 ? 1 : 0);

/** Which plies: "ply 3 cannot be wetted out from one pot", "4 plies, from ply 2 to ply 5, … each". */
const fromOnePot = (plies: readonly number[]): string =>
  plies.length === 1
    ? `ply ${plies[0]} cannot be wetted out from one pot`
    : `${plies.length} plies, from ply ${plies[0]} to ply ${plies[plies.length - 1]}, cannot be wetted out from one pot each`;

export const LAMINATE_WORDS: WordsOf<LaminateProblems> = {
  'ply-beyond-dish': ({ cloth, low, high }) => ({
    what: `one ply of ${cloth} is already thicker than the dish`,
    allowed: band(low, high),
    suggestion: 'choose a lighter cloth',
  }),
  'stack-below-band': ({ thickness, low, high }) => ({
    what: `no count of plies lands in the band; the nearest builds ${mm(thickness, 2)} mm`,
    allowed: band(low, high),
    suggestion: 'choose a lighter cloth, or fill the difference when fairing',
  }),
  'stack-off-band': ({ thickness, low, high }) =>
    thickness > high
      ? {
          what: `the plies build ${mm(thickness, 2)} mm and would stand ${mm(thickness - high, 2)} mm proud`,
          allowed: band(low, high),
          suggestion: 'drop a ply or take a lighter one',
        }
      : {
          what: `the plies build ${mm(thickness, 2)} mm and leave ${mm(low - thickness, 2)} mm to fill`,
          allowed: band(low, high),
          suggestion: 'add a ply',
        },
  'ply-beyond-pot': ({ plies, time, mass }) => ({
    what: fromOnePot(plies),
    allowed: `${(time / 60).toFixed(0)} min and ${(mass * 1000).toFixed(0)} g per batch`,
    suggestion:
      'mix the batches one after another as planned, take a second pair of hands, or choose a slower resin',
  }),
  'pots-beyond-hands': ({ pots, most }) => ({
    what: `the laminate takes ${Number.isFinite(pots) ? String(pots) : 'no end of'} pots, more than are mixed by hand one after another: nothing is laid out`,
    allowed: `up to ${most} pots`,
    suggestion:
      'look at the step between plies, the wall and the size of the damage; take a heavier cloth or a slower resin',
  }),
  'cup-too-small': ({ peroxide, instrument, error, tolerance, least }) => {
    const remedy = peroxide
      ? 'use a finer scale or a syringe, or count the drops of a bottle that you have counted'
      : 'use a finer scale or a syringe';
    return {
      what:
        instrument !== undefined && error !== undefined
          ? `the smallest cup is too small for the ${instrument}: its ratio may be ${Math.ceil(error * 100)} % out`
          : 'nothing on the bench can measure the smallest cup out',
      allowed: `within ${tolerance * 100} %`,
      suggestion:
        least === undefined
          ? remedy
          : `${remedy}, or mix at least ${(least * 1000).toFixed(least < 0.01 ? 1 : 0)} g and leave the rest`,
    };
  },
  'below-minimum': ({ temperature, minimum, product }) => ({
    what: `${temperature.toFixed(1)} °C is below the minimum of ${product}: do not mix`,
    allowed: `${minimum} °C and above`,
    suggestion: 'warm the work and the product, or choose one made for the cold',
  }),
  'beyond-doubling': ({ temperature, low, high }) => ({
    what: `cure times at ${temperature.toFixed(1)} °C are extrapolated beyond the doubling rule`,
    allowed: `${low} to ${high} °C`,
    suggestion: 'take the times from the data sheet',
  }),
  'go-beyond-sheet': ({ product, wanted, allowed }) => ({
    what: `${goDepth(wanted)} mm of ${product} in one go is more than its sheet allows: it heats itself`,
    allowed: `up to ${goDepth(allowed)} mm`,
    suggestion: 'lay it in several goes; the cure picture shows how hot it gets',
  }),
  'peroxide-misplaced': ({ product }) => ({
    what: `${product} takes no catalyst: a peroxide in it boils and never sets it, and MEKP is not its hardener`,
    allowed: 'its own hardener, by its own ratio',
    suggestion: 'take the share of catalyst out, and look at the label of the bottle before it is opened',
  }),
  'catalyst-share': ({ product, share, least, most }) => ({
    what: `${percent(share, 1)} % of catalyst in ${product} ${share > most ? 'sets hot, fast and brittle' : 'may never set it'}`,
    allowed: `${plainPercent(least)} to ${plainPercent(most)} % by mass`,
    suggestion: 'measure it out by the temperature: leave the field empty',
  }),
  'hardener-share': ({ share, low, high }) => ({
    what: `${percent(share, 1)} % hardener ${share > high ? 'makes the joint soft' : 'leaves the joint weak to heat and fuel'}`,
    allowed: `${plainPercent(low)} to ${plainPercent(high)} % by mass`,
    suggestion: 'weigh it in by the sheet',
  }),
  'patch-too-small': ({ reach }) => ({
    what: `a patch only ${mm(reach)} mm past the damage peels`,
    allowed: 'at least 30 mm, as a rule 50 mm',
    suggestion: 'make it wider',
  }),
  'patch-beyond-tube': ({ width, girth }) => ({
    what: `the patch is ${mm(width)} mm round a tube of ${mm(girth)} mm girth: larger than the tube can hold`,
    allowed: `up to half the girth, ${mm(girth / 2)} mm`,
    suggestion: 'a new panel or section by the maker’s workshop; check the size and the diameter',
  }),
  'light-in-split': () => ({
    what: 'light never reaches the inside of a split: the resin stays wet there',
    suggestion: 'a two-part epoxy',
  }),
  'weld-peeled': () => ({
    what: 'the rod peeled off the trial weld: rod and hull are not of one polymer, or it was too cold',
    allowed: 'the sheet tears first',
    suggestion:
      'rod cut from the same hull; scrape bright just before; hotter or slower until flank and rod both shine',
  }),
  'not-so-stiff': ({ powder, consistency }) => ({
    what: `${powder} is not mixed as stiff as ${consistency}`,
    suggestion: 'take a softer consistency, or fumed silica besides',
  }),
  'free-mix-too-little': ({ error, tolerance, least }) => ({
    what: `too little for the bench: its ratio may be ${Math.ceil(error * 100)} % out`,
    allowed: `within ${tolerance * 100} %`,
    suggestion:
      least === undefined
        ? 'use a finer instrument'
        : `mix at least ${Math.ceil(least * 1000)} g, or use a finer instrument`,
  }),
  'epoxy-thinned': () => ({
    what: 'a structural epoxy is not thinned: solvent stays in it and weakens it',
    allowed: 'none',
    suggestion: 'warm it instead',
  }),
  'thinner-share': ({ share, most }) => ({
    what: `${percent(share)} % of thinner weakens the film`,
    allowed: `up to ${plainPercent(most)} %`,
    suggestion: 'use its own thinner, and no more than the sheet says',
  }),
  'tint-share': ({ share, most }) => ({
    what: `${percent(share)} % of pigment paste hinders the cure`,
    allowed: `up to ${plainPercent(most)} %`,
    suggestion: 'take a resin or gel coat that is coloured already',
  }),
  'course-half-entered': () => ({
    what: 'the course of the day wants its coldest and its warmest',
    suggestion: 'enter both; until then the air is taken as steady',
  }),
  'course-upside-down': ({ low, high }) => ({
    what: `the coldest, ${low} °C, is above the warmest, ${high} °C`,
    suggestion: 'change them round; the air is taken as steady until then',
  }),
  'logger-too-short': () => ({
    what: 'there are fewer than two readings of a logger',
    suggestion: 'import its file; until then the air is taken as steady',
  }),
};
