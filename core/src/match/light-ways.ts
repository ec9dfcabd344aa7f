import { occursOn, type DamageKind } from '../materials/damage-kinds';
import { substrateOf, type Substrate } from '../materials/substrates';
import type { Job } from '../schema/job';
import { SCHOOLS, hasSchools, type School } from './routes';

/** Less than a repair: smoothed and left, or held until the boat is home. */
export type LightWay = 'dress' | 'hold';

/** How a damage may be gone about. */
export type RepairWay = School | LightWay | 'full';

/** Damages that may be smoothed and left. */
const DRESSED: ReadonlySet<DamageKind> = new Set<DamageKind>([
  'nick',
  'scratch',
  'worn-edge',
  'gel-coat-chip',
]);
/** A nick deeper than this is built up again, m. Source: judged. */
const DEEPEST = 0.003;

/** True where dressing a damage is a plan at all. */
export const mayDress = (damage: DamageKind): boolean => DRESSED.has(damage);

/**
 * Where dressing is all that is needed: a nick in what neither rusts nor drinks. Steel and zinc rust where they are bare, a
 * foil of wood or foam drinks, and lead is worked wet.
 */
function dressSuffices(
  { damage: { depth, position } }: Job,
  damage: DamageKind,
  { id, family }: Substrate,
): boolean {
  if (damage !== 'nick' || (depth ?? 0) > DEEPEST) return false;
  // Aluminium that lies bare under water is eaten.
  const bare = id === 'stainless' || (id === 'aluminium' && position !== 'below');
  return bare || family === 'thermoplastic' || family === 'polyolefin' || id === 'foil-thermoplastic';
}

/**
 * The light way that a job takes: the one that was asked for, else what suffices, else the quickest thing that holds where
 * one only wants to get home and nobody chose a product.
 *
 * @returns undefined where it is repaired in full
 */
export function lightWayOf(job: Job, damage: DamageKind, substrate: Substrate): LightWay | undefined {
  const { way } = job.repair ?? {};
  if (way === 'dress') return mayDress(damage) ? 'dress' : undefined;
  if (way === 'hold') return 'hold';
  if (way !== undefined) return undefined;
  if (Object.keys(job.system ?? {}).length > 0) return undefined;
  if (dressSuffices(job, damage, substrate)) return 'dress';
  return job.priorities?.preset === 'get home' ? 'hold' : undefined;
}

interface Asked {
  readonly hull?: { readonly material?: string };
  readonly damage?: { readonly kind?: DamageKind };
  readonly priorities?: { readonly preset?: string };
}

/** The ways that are open for a job, the lightest first. @returns empty where there is only one */
export function waysOpen({ hull, damage, priorities }: Asked): readonly RepairWay[] {
  const substrate = substrateOf(hull?.material);
  const kind = damage?.kind;
  if (!substrate || !kind || !occursOn(kind, substrate.family)) return [];
  const light: readonly RepairWay[] = [
    ...(mayDress(kind) ? (['dress'] as const) : []),
    ...(priorities?.preset === 'get home' ? (['hold'] as const) : []),
  ];
  const whole: readonly RepairWay[] = hasSchools(substrate.family, kind) ? SCHOOLS : ['full'];
  return light.length + whole.length > 1 ? [...light, ...whole] : [];
}
