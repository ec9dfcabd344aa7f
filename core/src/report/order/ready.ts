import type { RouteId } from '../../materials/damage-kinds';
import type { ChainRole } from '../../match/rule';
import type { CureCase } from '../../plan/cure-forecast';
import type { MilestoneMeaning } from '../../trace/milestone';
import { effectsOf } from '../../work/surfaces';
import type { Plan } from '../../plan/plan';

/** When the boat may be used again, and for what: the last layer to come to the moment that it is used from. */
export interface Ready {
  readonly what: 'water' | 'pressure' | 'load' | 'done';
  /** ms since 1970 */
  readonly at: number;
  /** Absent where no forecast says how sure it is. */
  readonly span?: readonly [number, number];
}

/** What the boat is ready for. */
export const READY_WORDS: Readonly<Record<Ready['what'], string>> = {
  done: 'Work done',
  water: 'Into the water',
  pressure: 'Working pressure',
  load: 'Full load',
};

const INTO_WATER: ReadonlySet<MilestoneMeaning['kind']> = new Set(['into-water', 'cured', 'pressure']);
/** What bonds carries load when it may be loaded; a glue whose sheet names no such moment, when it has cured. */
const LOADED: ReadonlySet<MilestoneMeaning['kind']> = new Set(['loadable', 'pressure', 'cured']);
/** What only lies over the structure carries no load: it has to be hard enough to be touched. */
const TOUCHED: ReadonlySet<MilestoneMeaning['kind']> = new Set(['sandable', 'workable']);
/** Ways of repairing that only mend what lies over the structure. */
const SKIN_DEEP: ReadonlySet<RouteId> = new Set<RouteId>(['surface', 'renew']);
/** Roles of a chain that hold the repair together. */
const BEARS: ReadonlySet<ChainRole> = new Set<ChainRole>(['bond', 'reinforce', 'coring']);

/** Whether what cures holds the repair together, or only lies over it. */
const bears = ({ of, product }: CureCase, system: Plan['system']): boolean =>
  of === 'laminate' ||
  of === 'bedding' ||
  (of === 'film' &&
    !(system && SKIN_DEEP.has(system.route.id)) &&
    (system?.chosen?.chain.links.some((l) => l.product.name === product && BEARS.has(l.role)) ?? true));

/** When the rest that the sheet of the glue asks for is over: one table holds for the test and for the load. */
function restUntil(work: Plan['work'], timeline: NonNullable<Plan['timeline']>): number | undefined {
  const rests = new Set(
    (work?.links ?? []).flatMap((l) =>
      l.lags.flatMap(({ id, awaited }) => (awaited === 'noLoad' || awaited === 'noAir' ? [id] : [])),
    ),
  );
  const ends = timeline.stages.flatMap((s) => s.tasks.flatMap((t) => (rests.has(t.id) ? [t.end] : [])));
  return ends.length > 0 ? Math.max(...ends) : undefined;
}

/**
 * @returns the moment from which nothing that was laid holds the boat back any more: full cure below the waterline, full
 * pressure of a tube, strength to be loaded elsewhere; the end of the work where that is later. Undefined before it is placed
 */
export function readyOf({ timeline, cure, inputs, system, work }: Plan): Ready | undefined {
  if (!timeline) return undefined;
  const inflatable = system?.substrates.some((s) => s.family === 'inflatable') ?? false;
  const below = inputs?.position === 'below';
  const rest = inflatable ? restUntil(work, timeline) : undefined;
  if (rest !== undefined) return { what: 'pressure', at: Math.max(rest, timeline.end) };
  // Where nothing is laid, what the chain would have cured holds nothing back.
  const laid = work?.steps.some((s) => effectsOf(s).includes('lays')) ?? false;
  const last = (laid ? (cure?.cases ?? []) : [])
    .flatMap((c) => {
      const kinds = inflatable || below ? INTO_WATER : bears(c, system) ? LOADED : TOUCHED;
      return c.milestones.filter((m) => kinds.has(m.meaning.kind));
    })
    .reduce<{ at: number; span: readonly [number, number] } | undefined>(
      (latest, m) => (latest && latest.at >= m.at ? latest : m),
      undefined,
    );
  if (!last || last.at <= timeline.end) return { what: 'done', at: timeline.end };
  return { what: inflatable ? 'pressure' : below ? 'water' : 'load', at: last.at, span: last.span };
}
