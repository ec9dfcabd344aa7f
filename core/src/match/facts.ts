import type { DamageKind } from '../materials/damage-kinds';
import type { Substrate } from '../materials/substrates';
import type { ContextFacts } from './compile';

/** What is known of the hull and the job, as far as rules care. */
export interface JobFacts {
  readonly matrix?: string;
  readonly fibre?: string;
  readonly core?: string;
  readonly contaminant?: string;
  readonly clear?: string;
  readonly wet?: string;
  readonly coat?: string;
  readonly damage: DamageKind;
  readonly position: string;
  readonly duty: string;
  readonly access: string;
  readonly lasts?: string;
  readonly place?: string;
}

const one = (value: string | undefined): readonly string[] => (value === undefined ? [] : [value]);

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
    matrix: one(matrix),
    fibre: one(laminated ? (job.fibre ?? 'glass') : job.fibre),
    core: one(job.core),
    damage: [job.damage],
    position: [job.position],
    duty: [job.duty],
    access: [job.access],
    contaminant: [job.contaminant ?? 'none'],
    clear: [job.clear ?? 'no'],
    wet: one(job.wet),
    coat: one(job.coat),
    lasts: one(job.lasts),
    place: one(job.place),
  };
}
