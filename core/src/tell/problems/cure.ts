import type { CureProblems, Moment } from '../../trace/problem-codes';
import { HEATER_OUTSIDE, VAPOURS } from '../warmth';
import { tellBroken } from './broken';
import { percent, type WordsOf } from './words';

const clocks = new Map<string, Intl.DateTimeFormat>();

/** "Tue, 23:40" */
function clock({ ms, zone }: Moment): string {
  let format = clocks.get(zone);
  if (!format)
    clocks.set(
      zone,
      (format = new Intl.DateTimeFormat('en-GB', {
        timeZone: zone,
        weekday: 'short',
        hour: '2-digit',
        minute: '2-digit',
      })),
    );
  return format.format(ms);
}

const HOLD_WARMER = 'hold it warmer: tent and heater, or start so that it is hard before the night';

export const CURE_WORDS: WordsOf<CureProblems> = {
  'not-cured': ({ layer, product }) => ({
    what: `${layer === product ? '' : `${layer}: `}${product} does not come to full cure within two months in this air`,
    suggestion: 'keep it warm or post-cure it before it is loaded or launched',
  }),
  'soft-in-service': ({ layer, product, glass, service, lead, hours, hold }) => ({
    what: `${layer}: ${product} comes to a glass temperature of ${glass.toFixed(0)} °C, and the work to ${service.toFixed(0)} °C in use: it softens and creeps`,
    allowed: `at least ${(service + lead).toFixed(0)} °C`,
    suggestion: hold
      ? `post-cure it ${hours / 3600} h at ${hold} °C before it is faired`
      : 'cure it warmer, or a resin that stands more heat',
  }),
  'post-cure-too-hot': ({ hold, most, core }) => ({
    what: `a post-cure at ${hold.toFixed(0)} °C is hotter than repair heat may be${core ? ', and a foam core softens' : ''}`,
    allowed: `up to ${most} °C`,
    suggestion: `${most} °C and longer`,
  }),
  'lamp-too-near': ({ power, distance, face, most, safe }) => ({
    what: `the lamp is too near: ${power.toFixed(0)} W at ${(distance * 1000).toFixed(0)} mm brings the face to ${face.toFixed(0)} °C${face > 200 ? ', where resin takes fire' : ''}`,
    allowed: `up to ${most} °C on the face`,
    suggestion: `${Math.ceil(safe * 20) * 50} mm or more, or a smaller lamp`,
  }),
  'never-sets': ({ layer, product, minimum, kept }) => ({
    what: `${layer === product ? '' : `${layer}: `}too cold for ${product} to set at all; the times here hold only where the work is kept at ${kept} °C`,
    allowed: `${minimum} °C and above`,
    suggestion: `do not mix: tent and heater first, hull and product at ${kept} °C`,
  }),
  stalls: ({ layer, product, minimum, from, to }) => ({
    what: `${layer}: stalls from ${clock(from)} to ${clock(to)}, below the minimum of ${product}`,
    allowed: `${minimum} °C and above`,
    suggestion: HOLD_WARMER,
  }),
  cools: ({ layer, product, minimum, coldest, at }) => ({
    what: `${layer}: cools to ${coldest.toFixed(0)} °C at ${clock(at)}, below the minimum of ${product}`,
    allowed: `${minimum} °C and above`,
    suggestion: HOLD_WARMER,
  }),
  'broken-gate': ({ broken }) => tellBroken(broken),
  'cold-at-laying': ({ product, temperature, minimum, at }) => ({
    what: `${temperature.toFixed(0)} °C at ${clock(at)}, when ${product} is to be laid`,
    allowed: `${minimum} °C and above`,
    suggestion: 'do not mix: warm hull and product first, or begin in a warmer hour',
  }),
  'dew-at-laying': ({ product, margin, least, at }) => ({
    what: `${product} is to be laid at ${clock(at)}, when the face is ${Math.max(0, margin).toFixed(1)} °C above the dew point: water lies under it`,
    allowed: `at least ${least} °C above`,
    suggestion: 'warm the work, dry the air, or begin in a drier hour',
  }),
  'never-full': ({ product }) => ({
    what: `${product} does not cure in full in this air, and what is laid over it has to wait for that`,
    suggestion: 'warm or post-cure it, a primer between, or another finish',
  }),
  'pot-outlived': ({ product, takes, life }) => ({
    what: `${product} has gone off before it is all spread: ${Math.round(takes / 60)} min of work from a pot that lives ${Math.round(life / 60)} min`,
    suggestion: 'a slower product, a cooler hour, less at once, or more hands',
  }),
  'dew-while-curing': ({ layer, margin, least, at }) => ({
    what: `${layer}: the face comes within ${Math.max(0, margin).toFixed(1)} °C of the dew point at ${clock(at)}, before it is hard`,
    allowed: `at least ${least} °C above`,
    suggestion: 'cover it, warm it, or lay it earlier in the day',
  }),
  blush: ({ layer, humidity, limit, at }) => ({
    what: `${layer}: air as damp as ${Math.round(humidity * 100)} % at ${clock(at)} makes amine hardener blush`,
    allowed: `up to ${limit * 100} %`,
    suggestion: 'peel ply over the last ply, wash before anything goes on, or drier air',
  }),
  'heats-itself': ({ layer, peak, limit, at }) => ({
    what: `${layer}: heats itself to ${peak > 150 ? 'over 150' : peak.toFixed(0)} °C at ${clock(at)}${peak > 100 ? ': it smokes, cracks and may take fire' : ''}`,
    allowed: `up to ${limit} °C`,
    suggestion: 'less in one go, a slower hardener, or a cooler hour',
  }),
  'foam-softens': ({ layer, peak, limit }) => ({
    what: `${layer}: the core reaches ${peak.toFixed(0)} °C, where foam softens`,
    allowed: `up to ${limit} °C`,
    suggestion: 'less in one go, and no heat on it until it has gelled',
  }),
  'stays-soft': ({ layer }) => ({
    what: `${layer}: does not get hard enough to sand within two weeks at this temperature`,
    suggestion: 'warm it: cure goes twice as fast per 10 °C',
  }),
  'sun-on-coat': () => ({
    what: 'sun on fresh paint or gel coat: it skins before it flows, blisters and dries on the brush',
    suggestion: 'shade it, or coat early in the morning or late in the day, well before the dew',
  }),
  'vapour-in-tent': ({ vapour }) => ({
    what: `${VAPOURS[vapour]} in a closed, heated tent is a fire and breathing hazard`,
    suggestion: HEATER_OUTSIDE,
  }),
  'lamp-over-styrene': () => ({
    what: 'a lamp over uncured styrene resin is a fire hazard: its vapour lights from about 31 °C',
    allowed: 'from the gel on',
    suggestion: 'warm the shed beforehand, and switch a lamp on only once it has gelled',
  }),
  'held-too-hot': ({ temperature, most }) => ({
    what: `${temperature} °C softens room-cured resin and drives vapours out of the hardener`,
    allowed: `up to ${most} °C`,
    suggestion: 'hold 30 to 50 °C, after the gel',
  }),
  'film-too-damp': ({ product, humidity, limit }) => ({
    what: `${product}: air of up to ${percent(humidity)} % while it dries is too damp: the film cools as it dries and water settles on it, where no bond forms`,
    allowed: `up to ${percent(limit)} %`,
    suggestion:
      'wait for drier air, or warm a tent by some 5 °C and let it dry there; a film that has turned dull or milky comes off again',
  }),
  'film-does-not-dry': ({ product }) => ({
    what: `${product} does not dry within half a day in this air`,
    suggestion: 'warm and dry the work first',
  }),
  'glue-out-of-range': ({ product, temperature, low, high }) => ({
    what: `${temperature.toFixed(0)} °C is ${temperature < low ? 'too cold' : 'too hot'} for ${product}`,
    allowed: `${low} to ${high} °C`,
    suggestion:
      temperature < low
        ? 'warm boat, patch and adhesive in a tent beforehand'
        : 'work in the shade or in the morning: it dries before it is joined',
  }),
  'light-needed': ({ product }) => ({
    what: `${product} cures only where light falls on it: in the shade, under a fitting or under paint it stays soft`,
    suggestion:
      'sun or a UV lamp on every part of it, in layers of 2 mm; eyes and skin shielded, bystanders too',
  }),
  'falls-below-minimum': ({ product, coldest, minimum, at }) => ({
    what: `${product}: the air falls to ${coldest.toFixed(0)} °C at ${clock(at)}, below its minimum, before it has set`,
    allowed: `${minimum} °C and above`,
    suggestion: 'hold it warmer overnight, or start so that it sets before',
  }),
  'go-broken-off': ({ after, before, pause }) => ({
    what: `no working day holds this go: after “${after}” it lies open for ${Math.round(pause / 3600)} h before “${before}”`,
    suggestion:
      'more hands, a longer day or less in one go; otherwise what has set by then is washed and abraded before it goes on',
  }),
  'window-missed': ({ task, late, first }) => {
    const minutes = Math.round(late / 60);
    return {
      what: `the window after “${task}” shuts ${minutes < 120 ? `${minutes} min` : `${Math.round(minutes / 60)} h`} before work goes on`,
      suggestion: `start at another hour; as it stands, first comes: ${first.task}, ${Math.round(first.takes / 60)} min`,
    };
  },
};
