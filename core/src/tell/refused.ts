import { gritName } from '../materials/grits';
import type { Refused, UnreadGrit } from '../trace/refused';
import { formatIn } from '../units/format';
import { allowedRange } from '../units/limits';
import { LONGEST_QUANTITY } from '../units/parse';
import type { Unread } from '../units/unread';
import { toSI, type Dimension } from '../units/units';
import type { ProblemWords } from './problems/words';

/** An example that a person can copy, per dimension. */
const EXAMPLE: Record<Dimension, string> = {
  length: '95 mm or 3 3/4 in',
  area: '0.05 m²',
  volume: '250 ml',
  mass: '180 g',
  arealMass: '600 g/m² or 17 oz/yd²',
  density: '1.15 g/cm³',
  pressure: '220 mbar, 3.2 psi or 72 GPa',
  temperature: '18 °C or 64 °F',
  time: '30 min',
  fraction: '60 %',
  ratio: '12:1',
  power: '500 W',
  count: '32',
  money: '65',
};

/** Finest grade of the P scale; above it every maker counts for himself. */
const FINEST_P = 2500;

const named = (dimension: Dimension): string => (dimension === 'arealMass' ? 'weight per area' : dimension);

/** What is wrong with a quantity, as it goes on after the name of its field, and how to write it. */
export function tellUnread(u: Unread): { readonly what: string; readonly suggestion: string } {
  const suggestion = `write it as ${EXAMPLE[u.dimension]}`;
  switch (u.why) {
    case 'not-finite':
      return { what: 'is not a finite number', suggestion };
    case 'no-text':
      return { what: 'is neither a number nor a text with a unit', suggestion };
    case 'empty':
      return { what: 'is empty', suggestion };
    case 'too-large':
      return { what: 'is too large to be read', suggestion };
    case 'too-long':
      return {
        what: `is too long for a quantity: “${u.begins}…”`,
        suggestion: `${suggestion}, in at most ${LONGEST_QUANTITY} characters`,
      };
    case 'cannot-read':
      return { what: `cannot be read: “${u.typed}”`, suggestion };
    case 'no-unit':
      return { what: `has no unit: “${u.typed}”`, suggestion };
    case 'no-density':
      return {
        what: `is given by volume, “${u.typed}”, and nothing states its density`,
        suggestion: 'give it by mass, such as 180 g, or enter the density of the product at Stores',
      };
    case 'no-pump':
      return {
        what: `is given in strokes, “${u.typed}”, and the yard has no pump for it`,
        suggestion: 'enter the pump set and its stroke at Stores, or give it by mass or volume',
      };
    case 'no-drop':
      return {
        what: `is given in drops, “${u.typed}”, of a bottle that nobody has counted`,
        suggestion: 'enter how many drops of it make one ml, or give it by mass or volume',
      };
    case 'unknown-unit':
      return { what: `has an unknown unit “${u.unit}”`, suggestion };
    case 'other-unit':
      return { what: `is given in ${u.unit}, which is not a unit of ${named(u.dimension)}`, suggestion };
    case 'which-ounce':
      return whichOunce(u.value, u.dimension);
  }
}

function whichOunce(
  oz: number,
  dimension: Dimension,
): { readonly what: string; readonly suggestion: string } {
  if (dimension !== 'arealMass')
    return {
      what: `“${oz} oz” means three things`,
      suggestion: `write ${oz} oz av (mass), ${oz} US fl oz or ${oz} imp fl oz (volume)`,
    };
  const [woven, mat] = (['oz/yd²', 'oz/ft²'] as const).map((unit) => (toSI(oz, unit) * 1000).toFixed(0));
  return {
    what: `“${oz} oz” means two things on a fabric`,
    suggestion: `write ${oz} oz/yd² for woven or stitched cloth (${woven} g/m²) or ${oz} oz/ft² for chopped mat (${mat} g/m²)`,
  };
}

/** What is wrong with the value of a field, what is allowed, and a way out. */
export function tellRefused(r: Refused): ProblemWords {
  switch (r.fault) {
    case 'missing':
      return { what: `${r.label} is missing` };
    case 'not-group':
      return { what: `${r.label} must be a group of fields` };
    case 'not-list':
      return { what: `${r.label} must be a list` };
    case 'not-tuple':
      return { what: `${r.label} must be a list of ${r.length} quantities` };
    case 'wrong-length':
      return { what: `${r.label} needs ${r.length} values, such as ["96 mm", "58 mm"]` };
    case 'too-many':
      return { what: `${r.label}: at most ${r.most}` };
    case 'not-text':
      return { what: `${r.label} must be a text`, allowed: 'text' };
    case 'too-long':
      return {
        what: `${r.label} is too long`,
        allowed: `up to ${r.most} characters`,
        suggestion: 'shorten it',
      };
    case 'not-time-of-day':
      return {
        what: `${r.label} is not a time of day`,
        allowed: '00:00 to 23:59',
        suggestion: 'write it as 07:30',
      };
    case 'not-instant':
      return {
        what: `${r.label} is not a date and time`,
        allowed: 'ISO 8601',
        suggestion: 'write it as 2026-11-24T07:30:00Z',
      };
    case 'year':
      return {
        what: `${r.label} lies in the year ${r.year}`,
        allowed: `${r.first} to ${r.last}`,
        suggestion: 'check the year',
      };
    case 'unread': {
      const { what, suggestion } = tellUnread(r.unread);
      return { what: `${r.label} ${what}`, allowed: allowedRange(r.limits), suggestion };
    }
    case 'outside':
      return outside(r);
    case 'unknown-choice':
      return {
        what: `${r.label} ${r.typed === undefined ? 'must be one of a list' : `“${r.typed}” is not known`}`,
        allowed: r.known.join(', '),
        suggestion: r.near === undefined ? `choose ${r.known[0]}` : `did you mean “${r.near}”?`,
      };
  }
}

function outside({ label, value, limits, meant }: Extract<Refused, { fault: 'outside' }>): ProblemWords {
  const { text, unit } = formatIn(value, limits.unit);
  return {
    what: `${label} of ${text} ${unit} is outside what can be planned`,
    allowed: allowedRange(limits),
    suggestion:
      meant === undefined
        ? 'check the figure and its unit'
        : `a number without unit is SI; for ${meant} ${limits.unit} write "${meant} ${limits.unit}"`,
  };
}

/** What is wrong with a grade of paper, and what to write. */
export function tellUnreadGrit(u: UnreadGrit): { readonly what: string; readonly suggestion: string } {
  if (u.why === 'no-grit')
    return {
      what: `“${u.typed}” is no grit`,
      suggestion: 'write P80 for FEPA, CAMI 80 for the other scale',
    };
  const [a, b] = u.near.map((grade) => gritName({ scale: u.scale, grade }));
  const there = u.there ? `, or ${gritName({ scale: u.there, grade: u.grade })}` : '';
  const beyond =
    u.scale === 'P' && u.grade > FINEST_P
      ? '; above P2500 grades are on makers’ own scales: take the grain from the sheet'
      : '';
  return {
    what: `${gritName({ scale: u.scale, grade: u.grade })} is on no scale`,
    suggestion: `${a} or ${b}${there}${beyond}`,
  };
}
