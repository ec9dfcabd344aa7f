import { RATES } from '../../rates/book';
import { catalystMass } from '../../materials/catalyst';
import { dryingRate } from '../../cure/drying';
import type { Sheet } from '../../materials/product';
import { handsOn } from '../../rates/hands-on';
import type { Figure } from '../../trace/figure';
import type { Dries } from '../../work/step';
import { formula } from '../../trace/formula';
import { perM2 } from '../../work/writer';
import type { RepairBuilder } from '../builder';
import { massFor, mixed } from '../common/mixing';

/** Wet film of one thin coat, and what brush and pot keep. */
const COAT_FILM = 200e-6;
const GLUE_LOSS = 0.25;
/** One coat on both faces, s and s/m². */
const COAT_PER_M2 = 40 * 60;
/** Drying of a coat where its sheet states none, s. */
const USUAL_FLASH = 900;
/** Usable life of a pot where its sheet states none, s; short, so that a pot is fresh sooner rather than dead. Judged. */
const USUAL_LIFE = 1200;
/** Hardener of two-part fabric adhesives, by mass; more makes the joint soft. Source: usual range of their sheets. */
const HARDENER: readonly [number, number] = [0.03, 0.06];
/** Least rest before air and before load, s, whatever the temperature. Source: usual practice. */
const BEFORE_PRESSURE = 24 * 3600;
const BEFORE_LOAD = 72 * 3600;

/** One joint of the patch: the piece that goes inside, or the one outside. */
export interface Joint {
  readonly side: 'inside' | 'outside';
  /** One face of it, m². */
  readonly area: Figure;
}

/** How a joint is coated. */
export interface GluedJoint extends Joint {
  /** One coat on both faces, s. */
  readonly coatTime: Figure;
  /** Its pot serves all its coats, or a fresh one each of them; absent for an adhesive of one part. */
  readonly pot?: { readonly id: string; readonly serves: 'joint' | 'coat' };
  /** Where one pot serves them all: how long after a coat the next may be begun, s, coat by coat. */
  readonly potLeft: readonly Figure[];
}

export interface Glue {
  /** Id of the adhesive. */
  readonly product: string;
  readonly coats: Figure;
  readonly mass: Figure;
  readonly joints: readonly GluedJoint[];
  readonly flash: Figure;
  readonly tackGone?: Figure;
  /** What dries, where its sheet says how. */
  readonly dries?: Omit<Dries, 'untilTackGone'>;
  readonly beforePressure: Rest;
  readonly beforeLoad: Rest;
}

/** How long a joint rests. */
export interface Rest {
  /** At 20 °C, s. */
  readonly least: Figure;
  /** At the temperature of the work, s. */
  readonly time: Figure;
}

export const glueVolume = formula({
  id: 'repairs/inflatable/glue',
  expression: 'V = 2·A·n·film·(1 + loss)',
  unit: 'm³',
  source: 'both faces, every coat',
  inputs: { A: 'area of one face', n: 'coats', film: 'wet film', loss: 'loss' },
  evaluate: (x) => 2 * x.A * x.n * x.film * (1 + x.loss),
});
/** From the mixing of a pot to the end of the last coat that is put on from it. */
export const coatsWithDrying = formula({
  id: 'repairs/inflatable/glue',
  expression: 't = n·t_coat + (n − 1)·t_dry',
  unit: 's',
  source: 'each coat dries before the next goes on, out of the same pot',
  inputs: { n: 'coats', t_coat: 'one coat', t_dry: 'drying of a coat' },
  evaluate: (x) => x.n * x.t_coat + (x.n - 1) * x.t_dry,
});
export const asMixed = formula({
  id: 'repairs/inflatable/glue',
  expression: 'm = m_pot·n',
  unit: 'kg',
  source: 'every pot is mixed whole: what is left of it is used up too',
  inputs: { m_pot: 'one pot', n: 'pots' },
  evaluate: (x) => x.m_pot * x.n,
});
export const ofOneCoat = formula({
  id: 'repairs/inflatable/glue',
  expression: 'm_coat = m/n',
  unit: 'kg',
  source: 'coats alike',
  inputs: { m: 'adhesive of the joint', n: 'coats' },
  evaluate: (x) => x.m / x.n,
});
/** How long after coat k the next may still be begun from the same pot. */
export const leftOfPot = formula({
  id: 'repairs/inflatable/glue',
  expression: 't = t_use − (k + 1)·t_coat − (k − 1)·t_dry',
  unit: 's',
  source: 'what the coats so far and the next have used of the life of the pot',
  inputs: {
    t_use: 'usable life of the pot',
    k: 'coats so far',
    t_coat: 'one coat',
    t_dry: 'drying of a coat',
  },
  evaluate: (x) => x.t_use - (x.k + 1) * x.t_coat - (x.k - 1) * x.t_dry,
});
/** Time from the sheet's air to that of the work. */
const flashTime = {
  id: 'cure/drying',
  expression: 't = t_sheet / (2^((T − T_s)/10)·(1 − RH²)/(1 − RH_s²)·(L_s/L)²)',
  unit: 's',
  source: 'drying of a film against the conditions of its sheet: quicker when warm, slower when damp',
};
export const atLeast = formula({
  id: 'repairs/inflatable/glue',
  expression: 't = least·max(1, 2^((20 − T)/10))',
  unit: 's',
  source: 'a day before air, three before load at 20 °C; longer in the cold by the doubling rule',
  inputs: { least: 'time at 20 °C', T: 'temperature' },
  evaluate: (x) => x.least * Math.max(1, 2 ** ((20 - x.T) / 10)),
});

/** Coats, pots, grams and times of a fabric adhesive in the air of the work. */
export function planGlue(b: RepairBuilder, adhesive: Sheet, joints: readonly Joint[], rubber: boolean): Glue {
  const own = b.input.job.repair?.inflatable ?? {};
  const coats = b.pick(
    'glue.coats',
    'coats on each face',
    'count',
    own.coats,
    rubber ? 3 : 2,
    rubber ? 'rubber drinks the first coat' : 'two thin coats',
  );
  const film = b.assumed(
    'glue.film',
    'one thin coat, wet',
    COAT_FILM,
    'm',
    'thin enough to dry through; thick coats trap solvent',
  );
  const used = withHardener(b, adhesive);
  const { flash, tackGone } = dryingTimes(b, adhesive, film);
  const glued = joints.map((joint) => glueJoint(b, used, joint, { coats, film, flash }));
  const mass = b.ledger.sum(
    'glue.mass',
    `${adhesive.name}, by mass`,
    'kg',
    glued.map((j) => j.mass),
  );
  b.material('glue', adhesive.name, `${coats.value} coats on both faces`, mass, used);
  if (used.proportion?.kind === 'cream') hardenerMaterial(b, adhesive, used.proportion.fraction, mass);
  const rest = (id: string, label: string, usual: number): Rest => {
    const source = 'usual practice; the sheet decides';
    const least = b.assumed(`${id}.least`, `${label}, at the least`, usual, 's', source);
    const { temperature: T } = b.input.conditions;
    return { least, time: b.compute(id, label, atLeast, { least, T }) };
  };
  return {
    product: adhesive.id,
    coats,
    mass,
    joints: glued,
    flash,
    tackGone,
    ...(adhesive.drying ? { dries: { product: adhesive.id, film } } : {}),
    beforePressure: rest('glue.pressure', 'before any air', BEFORE_PRESSURE),
    beforeLoad: rest('glue.load', 'before full pressure and load', BEFORE_LOAD),
  };
}

/** The adhesive with the share of hardener that is weighed in for this job. */
function withHardener(b: RepairBuilder, adhesive: Sheet): Sheet {
  if (adhesive.proportion?.kind !== 'cream') return adhesive;
  const fraction = b.input.job.repair?.inflatable?.hardener ?? adhesive.proportion.fraction;
  if (fraction < HARDENER[0] || fraction > HARDENER[1])
    b.warn('mix', 'repair.inflatable.hardener', 'hardener-share', {
      share: fraction,
      low: HARDENER[0],
      high: HARDENER[1],
    });
  return { ...adhesive, proportion: { kind: 'cream', fraction } };
}

function hardenerMaterial(b: RepairBuilder, adhesive: Sheet, fraction: number, mass: Figure): void {
  const own = b.input.job.repair?.inflatable?.hardener;
  const share = b.ledger.given(
    'glue.hardenerShare',
    'hardener, by mass',
    fraction,
    'fraction',
    own === undefined ? 'assumed' : 'entered',
    own === undefined ? adhesive.source : 'entered for this job',
  );
  b.at('mix').ask('repair.inflatable.hardener', share);
  b.material(
    'hardener',
    'hardener of the adhesive',
    'weighed in',
    b.compute('glue.hardener', 'hardener', catalystMass, { p: share, m_resin: mass }),
  );
}

/** When a coat grabs, and when it has lost its tack, in the air of the work. */
function dryingTimes(
  b: RepairBuilder,
  adhesive: Sheet,
  film: Figure,
): { readonly flash: Figure; readonly tackGone?: Figure } {
  const { temperature, humidity } = b.input.conditions;
  const { drying } = adhesive;
  const dries = 'each coat dries until it grabs without wetting the finger';
  if (!drying)
    return { flash: b.assumed('glue.flash', dries, USUAL_FLASH, 's', 'usual; its sheet states none') };
  const rate = dryingRate(drying, temperature.value, humidity.value, COAT_FILM);
  const timed = (id: string, label: string, t: number): Figure =>
    b.ledger.record(
      id,
      label,
      flashTime,
      t / rate,
      {
        T: temperature,
        RH: humidity,
        t_sheet: b.sheetFigure(
          `${id}.sheet`,
          `${label}, in the air of the sheet`,
          adhesive,
          'drying',
          t,
          's',
        ),
        film,
      },
      [(0.7 * t) / rate, (1.5 * t) / rate],
    );
  const estimate = (moment: 'opens' | 'closes', figure: Figure): Figure => ({
    ...figure,
    estimates: { product: adhesive.name, moment },
  });
  return {
    flash: estimate('opens', timed('glue.flash', dries, drying.open)),
    tackGone: estimate('closes', timed('glue.tackGone', 'the tack is gone', drying.closed)),
  };
}

interface Coating {
  readonly coats: Figure;
  readonly film: Figure;
  readonly flash: Figure;
}

/** What one joint takes: its adhesive, in one pot while that lives through all its coats, else in a fresh one each coat. */
function glueJoint(
  b: RepairBuilder,
  adhesive: Sheet,
  joint: Joint,
  { coats, film, flash }: Coating,
): GluedJoint & { readonly mass: Figure } {
  const { side, area } = joint;
  const id = `glue.${side}`;
  const volume = b.compute(`${id}.volume`, `adhesive for both faces, ${side}`, glueVolume, {
    A: area,
    n: coats,
    film,
    loss: b.assumed('glue.loss', 'left in brush and pot', GLUE_LOSS, 'fraction', 'small pots lose much'),
  });
  const mass = massFor(b, id, adhesive, volume);
  const coatTime = handsOn(b.ledger, `${id}.coat`, `one coat, ${side}`, RATES.patchCoat, [
    perM2(COAT_PER_M2, area),
  ]);
  const bare = { ...joint, mass, coatTime, potLeft: [] };
  if (!adhesive.proportion) return bare;
  const usable =
    b.times(adhesive)?.usable ??
    b.assumed(`${id}.use`, 'usable pot life', USUAL_LIFE, 's', 'usual; its sheet states none');
  const all = b.compute(`${id}.working`, `all coats with their drying, ${side}`, coatsWithDrying, {
    n: coats,
    t_coat: coatTime,
    t_dry: flash,
  });
  const serves = all.value <= usable.value ? 'joint' : 'coat';
  mixed(b, {
    id,
    stage: 'mix',
    title: side === 'inside' ? 'Adhesive, inner patch' : 'Adhesive',
    about: `${coats.value} thin coats on both faces${serves === 'coat' ? ', a pot each' : ''}`,
    product: adhesive,
    mass:
      serves === 'joint'
        ? mass
        : b.compute(`${id}.each`, `of one coat, ${side}`, ofOneCoat, { m: mass, n: coats }),
    working: serves === 'joint' ? all : coatTime,
    next: 'join',
    ...(serves === 'coat' ? { repeats: coats } : {}),
  });
  const potLeft =
    serves === 'joint'
      ? Array.from({ length: Math.max(0, coats.value - 1) }, (_, i) =>
          b.compute(`${id}.left.${i + 1}`, `left of the pot after coat ${i + 1}, ${side}`, leftOfPot, {
            t_use: usable,
            k: b.ledger.given(`glue.k.${i + 1}`, 'coats so far', i + 1, 'count', 'computed', 'coats so far'),
            t_coat: coatTime,
            t_dry: flash,
          }),
        )
      : [];
  const { mass: each, count } = b.mixes(id).pot ?? {};
  const held =
    each && count
      ? b.compute(`${id}.mixed`, `adhesive as mixed, ${side}`, asMixed, { m_pot: each, n: count })
      : mass;
  return { ...bare, mass: held, pot: { id, serves }, potLeft };
}
