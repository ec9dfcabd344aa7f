import type {
  DressedHow,
  HeldBy,
  OutlineFault,
  SurveyProblems,
  SystemProblems,
} from '../../trace/problem-codes';
import { formatIn } from '../../units/format';
import type { UnitSymbol } from '../../units/units';
import type { WordsOf } from './words';

const say = (value: number, unit: UnitSymbol): string => {
  const f = formatIn(value, unit, 1);
  return `${f.text} ${f.unit}`;
};
const DRESSED: Readonly<Record<DressedHow, string>> = {
  edge: 'the edge stays a little short',
  groove: 'what lies open takes up sun or water, so coat it before long',
  rim: 'laminate left open drinks water, so fill it before the season',
};
const DRESSED_AFTER = 'look at it after each outing; repair it in full where it grows or shows';
/** How long each means holds. Source: judged, in sheltered water. */
const HELD: Readonly<Record<HeldBy, string>> = {
  lightPatch: 'for days to weeks, and comes off with a disc before the repair',
  tape: 'for days, slowly and in sheltered water',
  plate: 'for a week or two, slowly',
  plug: 'for days, looked at each hour under way',
  clamp: 'until home, with no load on it',
  lash: 'for hours to days, with no load on it',
  leave: 'as it is, until it is ashore',
};
const AT_THE_EDGE = 'measure it at the broken edge';

/** A fault of an outline as it is told while one is traced, too. */
export function tellOutlineFault(fault: OutlineFault): {
  readonly what: string;
  readonly suggestion: string;
} {
  switch (fault.kind) {
    case 'too few points':
      return {
        what: `the traced outline has ${fault.points} points`,
        suggestion: 'set at least three, all round the damage',
      };
    case 'crosses itself':
      return {
        what: `the traced outline crosses itself between points ${fault.between[0]} and ${fault.between[1]}`,
        suggestion: 'move or take out one of those points',
      };
    case 'encloses nothing':
      return {
        what: 'the traced outline encloses almost nothing',
        suggestion: 'check the known length, or trace it anew',
      };
  }
}

const TOLD_OF = { coat: 'the coat', matrix: 'the resin of the hull' } as const;
/** The test that tells them apart. */
const APART = {
  coat: 'rub a hidden spot with a solvent rag, then sand through at an edge: paint softens or shows layers',
  matrix:
    'sand a hidden spot and smell it: styrene tells polyester or vinyl ester; a survey or the builder knows epoxy',
} as const;

export const SURVEY_WORDS: WordsOf<SurveyProblems> = {
  'skin-assumed': ({ cored, thickness }) => ({
    what: `${cored ? 'skin' : 'laminate'} thickness not known, taken as ${say(thickness, 'mm')}`,
    suggestion: AT_THE_EDGE,
  }),
  'gel-coat-assumed': ({ thickness }) => ({
    what: `gel coat not measured, taken as ${say(thickness, 'mm')}`,
    suggestion: AT_THE_EDGE,
  }),
  'core-assumed': ({ thickness }) => ({
    what: `core not measured, taken as ${say(thickness, 'mm')}`,
    suggestion: 'measure it at the opened edge',
  }),
  'laminate-assumed': ({ name }) => ({
    what: `old laminate not named, taken as ${name}`,
    suggestion: 'look at the broken edge: mat, woven or stitched',
  }),
  'temperature-assumed': ({ temperature }) => ({
    what: `temperature not known, taken as ${say(temperature, '°C')}`,
    suggestion: 'read a thermometer at the work',
  }),
  'access-assumed': () => ({
    what: 'taken as reachable from one side only',
    suggestion: 'look whether the inside can be reached',
  }),
  'duty-assumed': () => ({ what: 'duty taken as general', suggestion: 'say what the repair must carry' }),
  'size-as-extent': () => ({
    what: 'size taken as the true extent',
    suggestion: 'enter a finding with the way it was found',
  }),
  'first-look': () => ({
    what: 'planned on a first look grown by the usual range',
    suggestion: 'grind or tap to the sound edge and enter the true extent',
  }),
  'outline-fault': ({ fault, hole }) => {
    const told = tellOutlineFault(fault);
    return hole === 0 ? told : { ...told, what: `hole ${hole + 1}: ${told.what}` };
  },
  'meter-on-carbon': () => ({
    what: 'a moisture meter reads nothing true on carbon',
    suggestion: 'tap and press instead, or drill and look',
  }),
  'meter-without-dry-spot': () => ({
    what: 'moisture readings without a known dry spot say nothing',
    suggestion: 'read the meter on the same hull where it is surely dry, high up, and enter it',
  }),
  'depth-beyond-wall': ({ depth, wall }) => ({
    what: `a depth of ${formatIn(depth, 'mm', 1).text} mm is more than the wall of ${formatIn(wall, 'mm', 1).text} mm; planned as right through`,
    allowed: `up to ${formatIn(wall, 'mm', 1).text} mm`,
    suggestion: 'measure the wall at the broken edge, or leave the depth out',
  }),
  'leak-without-temperature': () => ({
    what: 'a reading without the temperature of the fabric is taken at that of the work',
    suggestion: 'lay a thermometer on the fabric, in the shade',
  }),
  'leak-without-barometer': () => ({
    what: 'barometer not read, taken as 1013 mbar',
    suggestion: '10 mbar on the barometer are 4.5 % of 220 mbar in the tube: read it both times',
  }),
  'leak-too-short': ({ minutes }) => ({
    what: `${Math.round(minutes)} min between the readings are too short to tell a leak from reading error`,
    allowed: 'an hour and more',
    suggestion: 'leave it for some hours, best over night',
  }),
  'leak-rises': ({ pressure }) => ({
    what: `pressure rose by ${(pressure / 100).toFixed(0)} mbar after cooling and weather are taken out: that cannot be`,
    allowed: 'no more than the first reading',
    suggestion:
      'it was topped up, or the temperature is that of the air and not of the fabric: start the test anew',
  }),
  leaks: ({ share, limit }) => ({
    what: `it loses ${Math.round(share * 100)} % in a day, cooling and weather taken out`,
    allowed: `up to ${limit * 100} % in a day`,
    suggestion:
      'soap every seam, the valve and the rails; a loss without bubbles is in the valve or an inner wall',
  }),
  'drying-mixed-scales': () => ({
    what: 'readings on different scales cannot be one trend: a relative scale is not percent of wood',
    allowed: 'one scale',
    suggestion: 'keep one meter and one scale from the first day, and take the others out',
  }),
  'drying-without-dry-spot': () => ({
    what: 'a relative meter says nothing without the reading of a dry spot',
    suggestion: 'read it high on the topside of the same boat',
  }),
  'drying-few-readings': ({ count }) => ({
    what: `${count} ${count === 1 ? 'reading says' : 'readings say'} where it stands, not where it goes`,
    allowed: 'three and more, some days apart',
    suggestion: 'read on at the same places: three readings make a trend',
  }),
  'drying-not-falling': () => ({
    what: 'the readings do not fall: it is not drying',
    suggestion:
      'look for water that still comes in, wash salt and acid out with fresh water, warm and air it, open it further',
  }),
  'taken-as-told': ({ of, taken }) => ({
    what: `${TOLD_OF[of]} taken as ${taken}, as it was told`,
    suggestion: APART[of],
  }),
  'told-differently': ({ of, taken }) => ({
    what: `owners and papers tell different things of ${TOLD_OF[of]}: planned for ${taken}`,
    suggestion: `${APART[of]}; enter what it shows`,
  }),
  'kept-dry': () => ({
    what: 'kept out of the water: the ground is taken as dry',
    suggestion: 'read the meter where it is opened, and enter it where it is not',
  }),
  'no-core-in-it': () => ({
    what: 'a foil of this kind is one plate all through: it has no core to be wet',
    allowed: 'delamination, a split edge, a crack',
    suggestion: 'say what the tap found, or what the foil is made of',
  }),
  'patch-stays': () => ({
    what: 'the old patch stays: its edges are feathered and its face is coated, nothing is stripped',
    suggestion: 'tap it all over first; where it taps dull or an edge lifts, say so and it is taken off',
  }),
  'gouge-laminated': ({ deep, wall }) => ({
    what: `${(deep * 1000).toFixed(1)} mm deep in a wall of ${(wall * 1000).toFixed(1)} mm: laminated, not filled`,
    suggestion: 'check both; from half of the wall on a filler does not give back what is gone',
  }),
  'hole-not-plugged': ({ diameter, widest, count }) => ({
    what: `a hole of ${say(diameter, 'mm')} is laminated, not plugged${count > 1 ? `; worked out for one of ${count}` : ''}`,
    allowed: `a plug up to ${say(widest, 'mm')}`,
    suggestion: 'laminate on at least one face, on both where both are reached',
  }),
  'wet-not-said': () => ({
    what: 'under water and not said how wet: taken as damp',
    suggestion: 'read the meter where it is opened, and enter it',
  }),
  'dressed-only': ({ how }) => ({ what: `dressed only: ${DRESSED[how]}`, suggestion: DRESSED_AFTER }),
  'holds-for-now': ({ means }) => ({
    what: `held for now, ${HELD[means]}`,
    suggestion: 'take all of it off, clean what it left, and repair it in full at home',
  }),
  'leak-not-said': () => ({
    what: 'nobody has said where the water came in: what is closed now is wet again in a season',
    suggestion: 'find the fastening, fitting or joint that leaks, and enter it',
  }),
  'soft-core-behind': () => ({
    what: 'a plug in a soft core holds nothing, and the rot goes on round it',
    suggestion: 'make it a wet core: open the skin and replace what is soft',
  }),
  'foam-for-a-season': () => ({
    what: 'foam behind a skin stiffens for a season; it carries no load and holds water that gets in',
    suggestion: 'say so to the owner; open it and replace the core for good',
  }),
  'drying-offer': ({ by, ...time }) => ({
    what: `dried by ${DRIED_BY[by]}, about ${days(time[by])}`,
    suggestion: (['open', 'warm', 'vacuum'] as const)
      .filter((other) => other !== by)
      .map((other) => `${DRIED_BY[other]}: ${days(time[other])}`)
      .join('; '),
  }),
  'wood-not-read': () => ({
    what: 'moisture of the wood not read',
    suggestion: 'read it with pins along the grain before any epoxy',
  }),
};

const DRIED_BY = {
  open: 'air, left open',
  warm: 'heater and dehumidifier',
  vacuum: 'vacuum film and heat',
} as const;

/** "4 days" */
function days(s: number): string {
  const n = Math.max(1, Math.round(s / 86_400));
  return `${n} ${n === 1 ? 'day' : 'days'}`;
}

export const SYSTEM_WORDS: WordsOf<SystemProblems> = {
  'damage-elsewhere': () => ({
    what: 'this damage does not occur on this kind of hull',
    suggestion: 'check what the hull is made of, or name the damage anew',
  }),
  'no-chain-for-all': () => ({
    what: 'no repair holds on every hull that this may be',
    suggestion: 'do the next test of the guide, or name the hull',
  }),
  'every-chain-refused': ({ reason, remedy }) => ({
    what: `every system is refused on this hull${reason ? `: ${reason}` : ''}`,
    suggestion: remedy ?? 'read the rules that refused them',
  }),
  'chain-refused': ({ reason, remedy, others }) => ({
    what: `the system asked for is refused: ${reason ?? 'no product of Stores fits, or it has no place in this repair'}`,
    allowed: others.join('; '),
    suggestion: remedy ?? 'leave a part of the system out',
  }),
  'beyond-method': ({ escalate, upTo }) => ({
    what: `larger than this way of repairing is meant for: ${escalate}`,
    allowed: `up to ${upTo >= 1 ? `${upTo} m` : `${upTo * 1000} mm`}`,
    suggestion: 'stop and involve a licensed or class-approved person',
  }),
  'injected-area': ({ area, most }) => ({
    what: `${area.toFixed(2)} m² is more than is injected with trust: a skin that large moves as one`,
    allowed: `up to ${most} m²`,
    suggestion: 'open it and replace the core, or open half',
  }),
};
