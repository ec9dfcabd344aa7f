import { linkOf } from '../../match/chain';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import { mm, words } from '../../trace/words';
import type { RepairBuilder } from '../builder';
import type { Joint, Part } from './part';
import { boreVolume, boredTo } from './volumes';

const PIN = 0.02;
const PLAY = 0.0002;
/** Wall of a bush where nobody has chosen one. Source: usual of bought bushes. */
const BUSH_WALL = 0.003;
/** Glue round a bush, m. */
const GLUE = 0.001;
/** What graphite or carbon eats in salt water. */
const EATEN: ReadonlySet<string> = new Set(['galvanised', 'aluminium']);

export const drilledTo = formula({
  id: 'repairs/edge/pivot',
  expression: 'd = pin + 0.2 mm',
  unit: 'm',
  source: 'the pin turns and does not rattle',
  inputs: { pin: 'pin' },
  evaluate: (x) => x.pin + PLAY,
});

export const bushOutside = formula({
  id: 'repairs/edge/pivot',
  expression: 'D = d + 2·w',
  unit: 'm',
  source: 'wall on both sides of the hole',
  inputs: { d: 'hole for the pin', w: 'wall of the bush' },
  evaluate: (x) => x.d + 2 * x.w,
});

export const boredForBush = formula({
  id: 'repairs/edge/pivot',
  expression: 'D_bore = max(worn + 2 mm, D + 2·1 mm)',
  unit: 'm',
  source: 'past the worn hole, with a millimetre of glue round the bush',
  inputs: { worn: 'worn hole', D: 'bush, outside' },
  evaluate: (x) => Math.max(x.worn + 0.002, x.D + 2 * GLUE),
});

export const roundBush = formula({
  id: 'repairs/edge/pivot',
  expression: 'V = π/4·(D_bore² − D²)·t',
  unit: 'm³',
  source: 'ring between the bore and the bush, or the pin, in it',
  inputs: { D_bore: 'bored to', D: 'bush, outside, or pin', t: 'thickness' },
  evaluate: (x) => (Math.PI / 4) * (x.D_bore ** 2 - x.D ** 2) * x.t,
});

/** A worn pivot hole or a corroded insert: bored out, filled with a bearing that slides or set with a bush, drilled for the pin. */
export function pivot(b: RepairBuilder, part: Part): Joint {
  const own = b.input.job.repair?.edge ?? {};
  const pin = b.pick('pin', 'pin', 'm', own.pin, PIN, 'measure the pin, not the hole');
  const worn = b.pick(
    'worn',
    'worn hole',
    'm',
    own.worn,
    pin.value + 0.003,
    '3 mm over the pin until measured',
  );
  if (worn.value < pin.value)
    b.report('error', 'grind', 'repair.edge.worn', 'hole-below-pin', { pin: pin.value });
  const drilled = b.ledger.compute('drilled', 'drilled to', drilledTo, { pin });
  const bush = linkOf(b.input.chain, 'reinforce')?.role === 'plate';
  b.at('grind')
    .ask('repair.edge.pin', pin)
    .ask('repair.edge.worn', worn)
    .ask('repair.edge.pinMetal', own.pinMetal ?? 'stainless')
    .ask('repair.edge.pinStays', own.pinStays ?? 'no')
    .key('Pin', pin, 'mm', 1);
  const joint = bush ? bushed(b, part, { pin, worn, drilled }) : poured(b, part, { pin, worn, drilled });
  b.at('grind')
    .key(
      'Clearance of the pin',
      b.assumed('play', 'clearance of the pin', PLAY, 'm', 'turns, no rattle'),
      'mm',
      1,
    )
    .key(joint.round ? 'Turns on' : 'Drilled again', joint.round ? pin : drilled, 'mm', 1);
  b.at('grind').note(
    ['Mark the true centre from the case or the cheeks before anything is bored.'],
    ...(own.pinStays === 'yes'
      ? [
          [
            bush
              ? 'The pin stays: only a bush that is split lengthwise goes over it.'
              : 'The pin stays: the bearing is cast round it, and turned before it is hard.',
          ],
        ]
      : []),
    ['Sharp metal edges are rounded 2 mm and more before they are coated.'],
    ['Rust is two to six times as bulky as the steel it came from: a swollen case is rust, not misfit.'],
  );
  b.step('grind', 'drill', 'bore', { place: 'bore', serves: 'ground' }, 30).step(
    'mix',
    'backing',
    joint.round ? 'pin' : 'hole',
    { place: 'bore', serves: 'fill' },
    6,
  );
  return joint;
}

interface Sizes {
  readonly pin: Figure;
  readonly worn: Figure;
  readonly drilled: Figure;
}

/** A bearing of epoxy with graphite. */
function poured(b: RepairBuilder, part: Part, { pin, worn }: Sizes): Joint {
  const metal = b.input.job.repair?.edge?.pinMetal;
  if (metal !== undefined && EATEN.has(metal))
    b.warn('grind', 'repair.edge.pinMetal', 'graphite-and-metal', { metal });
  const bore = b.ledger.compute('bore', 'bored to', boredTo, { worn, pin });
  b.at('grind').key('Bored', bore, 'mm', 1);
  if (b.input.job.repair?.edge?.pinStays === 'yes') {
    b.at('grind').say(
      words`Open the hole out to ${mm(bore, 1)} round the pin, cast graphite-filled epoxy round its ${mm(pin, 1)}.`,
    );
    return {
      volume: b.compute('volume', 'bearing round the pin', roundBush, {
        D_bore: bore,
        D: pin,
        t: part.thick,
      }),
      held: 'board',
      round: true,
    };
  }
  b.at('grind').say(
    words`Bore the hole out to ${mm(bore, 1)}, fill it with graphite-filled epoxy, drill it for a pin of ${mm(pin, 1)}.`,
  );
  return {
    volume: b.compute('volume', 'bearing to pour', boreVolume, { D: bore, t: part.thick }),
    held: 'board',
  };
}

/** A bought bush, set in the bond. */
function bushed(b: RepairBuilder, part: Part, { pin, worn, drilled }: Sizes): Joint {
  const wall = b.pick(
    'bushWall',
    'wall of the bush',
    'm',
    b.input.job.repair?.edge?.bushWall,
    BUSH_WALL,
    'usual of bought bushes',
  );
  const outside = b.ledger.compute('bush', 'bush, outside', bushOutside, { d: drilled, w: wall });
  const bore = b.ledger.compute('bore', 'bored to', boredForBush, { worn, D: outside });
  b.at('grind')
    .ask('repair.edge.bushWall', wall)
    .key('Bush, outside', outside, 'mm', 1)
    .key('Bored', bore, 'mm', 1)
    .say(
      words`Bore the hole out to ${mm(bore, 1)}, set a bush of ${mm(outside, 1)} in it, ream it for a pin of ${mm(pin, 1)}.`,
    );
  return {
    volume: b.compute('volume', 'round the bush', roundBush, { D_bore: bore, D: outside, t: part.thick }),
    held: 'board',
    bush: outside,
  };
}
