import type { DamageKind } from '../materials/damage-kinds';
import type { HullFamily, Substrate } from '../materials/substrates';
import type { ContextFacts } from './compile';

/** What is known of the hull and the job, as far as rules care. */
export interface JobFacts {
  readonly matrix?: string;
  readonly fibre?: string;
  readonly core?: string;
  readonly contaminant?: string;
  readonly clear?: string;
  readonly wet?: string;
  /** How deep a damage of the surface goes. */
  readonly into?: 'coat' | 'laminate';
  /** What the core was found to be like. */
  readonly coreFound?: string;
  readonly coat?: string;
  readonly damage: DamageKind;
  readonly position: string;
  readonly duty: string;
  readonly access: string;
  readonly lasts?: string;
  readonly place?: string;
  /** Whether it is spread over many places one after another; none of them on a face that is only renewed. */
  readonly spots?: 'none' | 'few' | 'many';
  /** What an old fill in the damage is of. */
  readonly oldFiller?: string;
  /** Where the boat lies when nobody sails her. */
  readonly kept?: string;
  /** Whether glass is to lie over wood, where somebody has said so. */
  readonly sheathed?: 'no' | 'yes';
  /** How well the finish is to come out. */
  readonly grade?: string;
}

const one = (value: string | undefined): readonly string[] => (value === undefined ? [] : [value]);

/** Hulls with a core of their own. */
const CORED: ReadonlySet<HullFamily> = new Set(['frp-cored', 'foam-sheet', 'foil']);

/** The facts that rules look at, for one hull that it may be. What is not known fits no condition. */
export function contextOf(substrate: Substrate, job: JobFacts): ContextFacts {
  const laminated = substrate.family === 'frp' || substrate.family === 'frp-cored';
  const matrix = laminated ? (job.matrix ?? 'polyester') : job.matrix;
  return {
    hull: [substrate.id],
    family: [substrate.family],
    'hull.trait':
      matrix === 'epoxy' && laminated
        ? [...substrate.traits.filter((t) => t !== 'cured styrene resin'), 'cured epoxy']
        : substrate.traits,
    // What a hull cannot have is no fact of it, whatever stands in the document.
    matrix: one(laminated ? matrix : undefined),
    fibre: one(laminated ? (job.fibre ?? 'glass') : substrate.family === 'foil' ? job.fibre : undefined),
    core: one(CORED.has(substrate.family) ? job.core : undefined),
    damage: [job.damage],
    position: [job.position],
    duty: [job.duty],
    access: [job.access],
    contaminant: [job.contaminant ?? 'none'],
    clear: [job.clear ?? 'no'],
    into: one(laminated ? job.into : undefined),
    wet: one(job.wet),
    'core.found': one(CORED.has(substrate.family) ? job.coreFound : undefined),
    coat: one(job.coat),
    lasts: one(job.lasts),
    place: one(job.place),
    grade: one(job.grade),
    kept: one(job.kept),
    sheathed: one(substrate.family === 'wood' ? job.sheathed : undefined),
    'old.filler': one(job.oldFiller),
    spots: one(job.spots),
  };
}
