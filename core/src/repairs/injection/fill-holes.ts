import { RATES } from '../../rates/book';
import type { Product } from '../../materials/product';
import type { CoreFacts } from '../../schema/repairs/core';
import type { Figure } from '../../trace/figure';
import { lower, ml, words, type Words } from '../../trace/words';
import { each, perM2 } from '../../work/writer';
import type { RepairBuilder } from '../builder';
import { purged } from '../common/cartridge';
import { massFor, mixed } from '../common/mixing';
import { shareOf, wholeNumber, withLoss } from '../common/measures';
import { liquidFor } from './volumes';

const SYRINGE = 60e-6;
const EXPANSION = 8;
/** Holes that a nozzle fills before the foam in it sets. Source: usual of fast two-part foams. */
const HOLES_A_NOZZLE = 6;
/** Until a knife goes through foam clean and nothing creeps on, s. Source: usual of pouring foams at 20 °C. */
const FOAM_SETS = 2 * 3600;

export type Medium = NonNullable<CoreFacts['medium']>;
export type DrivenBy = NonNullable<CoreFacts['by']>;

/** How epoxy is got behind a skin: what is lost on the way, how it is told, and what holds the skin down meanwhile. */
const DRIVEN: Readonly<
  Record<
    DrivenBy,
    {
      readonly loss: number;
      readonly why: string;
      readonly how: 'holes' | 'vacuum' | 'squeegee';
      readonly people: number;
      readonly held: 'weights' | 'vacuum';
    }
  >
> = {
  syringe: {
    loss: 0.2,
    why: 'weeps from the neighbours before it is full',
    how: 'holes',
    people: 2,
    held: 'weights',
  },
  vacuum: {
    loss: 0.35,
    why: 'what the trap and the hoses keep',
    how: 'vacuum',
    people: 1,
    held: 'vacuum',
  },
  squeegee: { loss: 0.5, why: 'what stays on the face', how: 'squeegee', people: 1, held: 'weights' },
};

export interface Filling {
  readonly medium: Medium;
  readonly by: DrivenBy;
  readonly bond: Product | undefined;
  readonly n: Figure;
  readonly area: Figure;
  /** Volumes behind the skin, in the holes and both together, m³. */
  readonly behind: Figure;
  readonly inHoles: Figure;
  readonly space: Figure;
}

const holesOf = (n: Figure): Words => words`${n} ${n.value > 1 ? 'holes' : 'hole'}`;

/** What is filled behind a skin: epoxy by syringe, vacuum or squeegee, or foam, poured or from a cartridge. */
export function fillHoles(b: RepairBuilder, f: Filling): void {
  const mix = b.at('mix').ask('repair.core.medium', 'epoxy').ask('repair.core.gap').ask('repair.core.voids');
  if (f.medium === 'epoxy') withEpoxy(b, f);
  else withFoam(b, f);
  mix.note([
    'Stop at a hole when the next one weeps or the plunger pushes back; much more than its share runs away somewhere: stop and look.',
  ]);
  b.accept('mix', 'tap it again when it has cured, lean on it with both hands', 'one bright tone, no give');
}

const lossOf = (b: RepairBuilder, loss: number, why: string): Figure =>
  b.assumed('loss', 'lost in filling', loss, 'fraction', why);

function withEpoxy(b: RepairBuilder, f: Filling): void {
  const { bond, n, area, space } = f;
  if (!bond) return;
  const { loss, why, how, people, held } = DRIVEN[f.by];
  b.at('mix').ask('repair.core.by', f.by);
  const volume = b.compute('volume', 'epoxy, with loss', withLoss, {
    'V₀': space,
    loss: lossOf(b, loss, why),
  });
  const perHole = b.compute('perHole', 'each hole takes about', shareOf, { X: space, n });
  const mass = massFor(b, 'inject', bond, volume);
  mixed(b, {
    id: 'inject',
    stage: 'mix',
    title: bond.name,
    about: `${n.value} ${n.value > 1 ? 'holes' : 'hole'}, low side first`,
    product: bond,
    mass,
    working: b.assumed('working', 'injecting', 180 + 45 * n.value, 's', 'some 45 s a hole'),
    next: 'holes are filled',
  });
  b.material('inject', bond.name, 'injected', mass, bond);
  const at = { place: 'core', serves: 'bond' } as const;
  const drawn = f.by === 'syringe' ? syringes(b, volume) : undefined;
  b.step(
    'mix',
    'mix',
    drawn ? 'drawUp' : 'pot',
    { place: 'bench', serves: 'bond' },
    RATES.mixBatch,
    drawn ? [each(60, drawn.count, 'per syringe')] : [],
    b.mixes('inject'),
  )
    .step('mix', 'inject', how, at, 5, [each(45, n, 'per hole')], { people })
    .figures(words`about ${ml(perHole, 1)} each`);
  holdDown(b, held, area);
  if (held === 'weights') wipeWept(b);
  const times = b.times(bond);
  if (times)
    b.wait(
      'mix',
      held === 'vacuum' ? 'underVacuum' : 'underWeights',
      { place: 'skin', serves: 'bond' },
      times.sand,
      b.curing(bond, 'sand'),
    );
  b.step('mix', 'strike', held, { place: 'skin', serves: 'weights' }, RATES.strike);
  if (held === 'vacuum') wipeWept(b);
  tell(b, f, volume, perHole, drawn);
  if (people > 1) b.at('mix').note(['Two people: one fills, one tapes and presses.']);
  if (f.by === 'squeegee') b.at('mix').note(['Only where the face lies level: it runs off an upright one.']);
}

interface Syringes {
  readonly of: Figure;
  readonly count: Figure;
}

function syringes(b: RepairBuilder, volume: Figure): Syringes {
  const of = b.pick(
    'cartridge',
    'syringe',
    'm³',
    b.input.job.repair?.core?.cartridge,
    SYRINGE,
    'usual syringe',
  );
  b.at('mix').ask('repair.core.cartridge', of);
  return { of, count: b.compute('cartridges', 'syringes', wholeNumber, { x: volume, most: of }) };
}

/** What keeps the skin in its shape while it sets. */
function holdDown(b: RepairBuilder, held: 'weights' | 'vacuum', area: Figure): void {
  b.step(
    'mix',
    'weight',
    held === 'vacuum' ? 'vacuum' : 'skin',
    { place: 'skin', serves: 'bond' },
    12,
    [perM2(600, area)],
    { people: held === 'vacuum' ? 1 : 2 },
  );
}

const wipeWept = (b: RepairBuilder): unknown =>
  b.step('mix', 'clean', 'wept', { place: 'skin', serves: 'bond' }, 10);

function withFoam(b: RepairBuilder, f: Filling): void {
  const { n, space, area } = f;
  const own = b.input.job.repair?.core ?? {};
  b.at('mix').ask('repair.core.expansion');
  const liquid = b.compute('liquid', 'liquid foam', liquidFor, {
    'V₀': space,
    E: b.pick(
      'expansion',
      'foam grows to',
      ':1',
      own.expansion,
      EXPANSION,
      'free expansion; the sheet decides',
    ),
  });
  const { loss, why } = DRIVEN.syringe;
  const poured = b.compute('volume', 'liquid foam, with loss', withLoss, {
    'V₀': liquid,
    loss: lossOf(b, loss, why),
  });
  const perHole = b.compute('perHole', 'each hole takes about', shareOf, { X: liquid, n });
  const cartridge = f.medium === 'foamCartridge';
  const name = 'closed-cell pouring foam';
  const through = cartridge
    ? purged(
        b,
        { name },
        poured,
        b.compute('nozzles', 'nozzles', wholeNumber, {
          x: n,
          most: b.assumed(
            'holesANozzle',
            'holes from one nozzle',
            HOLES_A_NOZZLE,
            'count',
            'the foam in it sets while one waits',
          ),
        }),
      )
    : undefined;
  const volume = through?.volume ?? poured;
  b.material('foam', name, 'injected', volume);
  b.caution(
    'mix',
    'Pouring foam holds isocyanates and lifts a skin that has no vent: leave the next holes open, weight the skin, mask and gloves.',
    'mix',
    'inject',
  );
  const at = { place: 'core', serves: 'bond' } as const;
  b.step(
    'mix',
    'mix',
    cartridge ? 'cartridge' : 'foam',
    { place: 'bench', serves: 'bond' },
    RATES.mixBatch,
    through ? [each(60, through.nozzles, 'per nozzle')] : [],
    { withNext: true },
  )
    .step('mix', 'inject', 'foam', at, 5, [each(45, n, 'per hole')], { people: 2 })
    .figures(words`about ${ml(perHole, 1)} of liquid each`);
  holdDown(b, 'weights', area);
  b.wait(
    'mix',
    'foamSets',
    { place: 'skin', serves: 'bond' },
    b.assumed('foamSets', 'until foam is cut', FOAM_SETS, 's', 'usual at 20 °C; the sheet decides'),
  )
    .step('mix', 'strike', 'weights', { place: 'skin', serves: 'weights' }, RATES.strike)
    .step('mix', 'cut', 'foam', { place: 'skin', serves: 'trim' }, 3, [each(15, n, 'per hole')]);
  tell(b, f, volume, perHole);
}

function tell(b: RepairBuilder, f: Filling, volume: Figure, perHole: Figure, drawn?: Syringes): void {
  const { n, behind, inHoles, medium, bond } = f;
  const name = medium === 'epoxy' ? lower(bond?.name ?? 'epoxy') : 'closed-cell pouring foam';
  const mix = b.at('mix').key('In all', volume, 'ml', 0).key('Each hole', perHole, 'ml', 1);
  if (drawn) mix.key('Syringes', drawn.count);
  mix.say(
    drawn
      ? words`${ml(volume)} of ${name} through ${holesOf(n)}, about ${ml(perHole, 1)} each, ${drawn.count} ${drawn.count.value === 1 ? 'syringe' : 'syringes'} of ${ml(drawn.of)}.`
      : words`${ml(volume)} of ${name} through ${holesOf(n)}, about ${ml(perHole, 1)} each.`,
  );
  mix.table(
    'What it takes',
    ['Where', 'Volume'],
    [
      [['behind the skin'], [ml(behind, 1)]],
      [['in the holes'], [ml(inHoles, 1)]],
      [['with what is lost'], [ml(volume, 1)]],
    ],
  );
}
