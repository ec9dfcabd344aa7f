import { catalystMass } from '../../materials/catalyst';
import { dryingRate } from '../../cure/drying';
import type { Sheet } from '../../materials/product';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { RepairBuilder } from '../builder';
import { massFor, mixed } from '../common/mixing';

/** Wet film of one thin coat, and what brush and pot keep. */
const COAT_FILM = 200e-6;
const GLUE_LOSS = 0.25;
/** Hardener of two-part fabric adhesives, by mass; more makes the joint soft. Source: usual range of their sheets. */
const HARDENER: readonly [number, number] = [0.03, 0.06];
/** Least rest before air and before load, s, whatever the temperature. Source: usual practice. */
const BEFORE_PRESSURE = 24 * 3600;
const BEFORE_LOAD = 72 * 3600;

export interface Glue {
  readonly coats: Figure;
  readonly mass: Figure;
  readonly flash?: Figure;
  readonly tackGone?: Figure;
  readonly beforePressure: Figure;
  readonly beforeLoad: Figure;
}

export const glueVolume = formula({
  id: 'repairs/inflatable/glue',
  expression: 'V = 2·A·n·film·(1 + loss)',
  unit: 'm³',
  source: 'both faces, every coat',
  inputs: { A: 'area of one face', n: 'coats', film: 'wet film', loss: 'loss' },
  evaluate: (x) => 2 * x.A * x.n * x.film * (1 + x.loss),
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

/** Coats, grams and times of a fabric adhesive in the air of the work. */
export function planGlue(b: RepairBuilder, adhesive: Sheet, area: Figure, rubber: boolean): Glue {
  const own = b.input.job.repair?.inflatable ?? {};
  const { temperature, humidity } = b.input.conditions;
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
  const volume = b.compute('glue.volume', 'adhesive for both faces', glueVolume, {
    A: area,
    n: coats,
    film,
    loss: b.assumed('glue.loss', 'left in brush and pot', GLUE_LOSS, 'fraction', 'small pots lose much'),
  });
  const hardener =
    own.hardener ?? (adhesive.proportion?.kind === 'cream' ? adhesive.proportion.fraction : undefined);
  const used: Sheet =
    own.hardener !== undefined && adhesive.proportion?.kind === 'cream'
      ? { ...adhesive, proportion: { kind: 'cream', fraction: own.hardener } }
      : adhesive;
  if (hardener !== undefined && (hardener < HARDENER[0] || hardener > HARDENER[1])) {
    b.warn('mix', 'repair.inflatable.hardener', 'hardener-share', {
      share: hardener,
      low: HARDENER[0],
      high: HARDENER[1],
    });
  }
  const mass = massFor(b, 'glue', used, volume);
  const { drying } = adhesive;
  const rate = drying ? dryingRate(drying, temperature.value, humidity.value, COAT_FILM) : undefined;
  const timed = (id: string, label: string, t: number): Figure | undefined =>
    rate === undefined
      ? undefined
      : b.ledger.record(
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
  const flash =
    drying && timed('glue.flash', 'each coat dries until it grabs without wetting the finger', drying.open);
  const tackGone = drying && timed('glue.tackGone', 'the tack is gone', drying.closed);
  const rest = (id: string, label: string, least: number): Figure =>
    b.compute(id, label, atLeast, {
      least: b.assumed(
        `${id}.least`,
        `${label}, at the least`,
        least,
        's',
        'usual practice; the sheet decides',
      ),
      T: temperature,
    });
  mixed(b, {
    id: 'glue',
    stage: 'mix',
    title: 'Adhesive',
    about: `${coats.value} thin coats on both faces`,
    product: used,
    mass,
    working: b.assumed(
      'glue.working',
      'all coats with their drying',
      coats.value * ((flash?.value ?? 600) + 300),
      's',
      'a pot serves every coat while it is thin',
    ),
    next: 'join',
  });
  b.material('glue', adhesive.name, `${coats.value} coats on both faces`, mass, adhesive);
  if (used.proportion?.kind === 'cream') {
    const fraction = b.ledger.given(
      'glue.hardenerShare',
      'hardener, by mass',
      used.proportion.fraction,
      'fraction',
      own.hardener === undefined ? 'assumed' : 'entered',
      own.hardener === undefined ? adhesive.source : 'entered for this job',
    );
    b.material(
      'hardener',
      'hardener of the adhesive',
      'weighed in',
      b.compute('glue.hardener', 'hardener', catalystMass, { p: fraction, m_resin: mass }),
    );
  }
  return {
    coats,
    mass,
    flash,
    tackGone,
    beforePressure: rest('glue.pressure', 'before any air', BEFORE_PRESSURE),
    beforeLoad: rest('glue.load', 'before full pressure and load', BEFORE_LOAD),
  };
}
