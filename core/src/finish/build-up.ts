import { DEFAULTS } from '../materials/defaults';
import type { Finish } from '../materials/product';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';

/** What lies over the new laminate, cured. */
export interface BuildUp {
  readonly fairing: Figure;
  /** All films over the fairing, a primer among them, m. */
  readonly finish: Figure;
  /** Of those the paint or gel coat itself, m. */
  readonly coat: Figure;
}

export interface BuildUpInput {
  readonly coat: Finish;
  readonly gelCoat: Figure;
  /** Cured film that was asked for, m. */
  readonly film?: number;
  /** A primer lies under the paint. */
  readonly primed: boolean;
  /** What it lies on flexes: thick, it cracks. */
  readonly flexes?: boolean;
}

/** The paint or gel coat itself: as asked for, as the old coat was, or as is usual. */
function coatFilm({ coat, gelCoat, film, primed, flexes }: BuildUpInput, ledger: Ledger): Figure {
  if (film !== undefined)
    return ledger.given('film', 'cured film wanted', film, 'm', 'entered', 'entered for this job');
  const usual = (id: string, label: string, value: number, source: string): Figure =>
    ledger.given(id, label, value, 'm', 'assumed', source);
  if (coat.kind === 'paint')
    return primed || flexes
      ? usual(
          'paint',
          'paint film',
          DEFAULTS.paintOverPrimer,
          primed
            ? 'usual two coats of two-part paint over primer'
            : 'two thin coats: thick, it cracks on what flexes',
        )
      : usual('paint', 'paint film', DEFAULTS.paintThickness, 'usual four coats of two-part paint');
  return gelCoat.value > 0
    ? gelCoat
    : usual('gelCoat', 'new gel coat film', DEFAULTS.gelCoatThickness, 'typical moulded gel coat');
}

/** Primer under a paint, dry film in all. */
export const primerFilm = (ledger: Ledger): Figure =>
  ledger.given(
    'primer',
    'primer, dry film in all',
    DEFAULTS.primerThickness,
    'm',
    'assumed',
    'usual two coats under paint: one is sanded through',
  );

/** The fairing and finish films that the new laminate must leave room for. */
export function planBuildUp(input: BuildUpInput, ledger: Ledger): BuildUp {
  const fairing = ledger.given(
    'fairing',
    'fairing under the finish',
    DEFAULTS.fairingThickness,
    'm',
    'assumed',
    'usual skim over hand-laid laminate',
  );
  const coat = coatFilm(input, ledger);
  const finish = input.primed
    ? ledger.sum('finish', 'primer and paint', 'm', [primerFilm(ledger), coat])
    : coat;
  return { fairing, finish, coat };
}
