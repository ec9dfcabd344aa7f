import { tellMilestone } from '../tell/milestones';
import type { CureForecast } from '../plan/cure-forecast';
import type { RepairPlan } from '../repairs/repair';
import { tellCheck, tellWay } from '../tell/checks';
import type { GrindPlan } from '../repairs/laminate/dish-plan';
import type { Plan } from '../plan/plan';
import { readyOf } from './order/ready';
import type { Stop } from './stops/at-steps';
import { publicWork } from './public-work';

const SIGNIFICANT = 7;

/**
 * The plan as an open document: products are named by {id, name}, numbers carry seven significant digits, and times
 * of the time line are ISO 8601. Keys are stable and described in docs/plan-format.md.
 *
 * @param stops where the work stops, told at its steps
 */
export function publicPlan(plan: Plan, stops: readonly Stop[] = []): unknown {
  const { work, timeline, cure, repair, dish, ...rest } = plan;
  return tidy({
    ...rest,
    ...(dish ? { dish: { ...dish, ...(dish.grind ? { grind: withWords(dish.grind) } : {}) } } : {}),
    ...(repair ? { repair: withoutItems(repair) } : {}),
    ...(work ? { work: publicWork({ ...plan, work }, stops) } : {}),
    ...(rest.totals ? { totals: { ...rest.totals, ...readyTotals(plan) } } : {}),
    ...(timeline ? { timeline: isoTimes(timeline) } : {}),
    ...(cure ? { cure: publicCure(cure) } : {}),
  });
}

/** When the boat may be used again, and for what. */
function readyTotals(plan: Plan): { readonly ready?: unknown } {
  const ready = readyOf(plan);
  if (!ready) return {};
  const instant = (ms: number): string => new Date(ms).toISOString();
  const { what, at, span } = ready;
  return { ready: { what, at: instant(at), ...(span ? { span: span.map(instant) } : {}) } };
}

/** Checks and ways out with their codes for a machine and their words for a person. */
function withWords({ checks, room, ...rest }: GrindPlan): unknown {
  return {
    ...rest,
    checks: checks.map(({ said, ways, ...check }) => ({
      ...check,
      what: tellCheck(said),
      ...said,
      ways: ways.map(({ way, changes }) => ({ ...tellWay(way), ...way, changes })),
    })),
    room: room.map(({ ways, ...check }) => ({
      ...check,
      ways: ways.map(({ said, ...way }) => ({ ...way, ...tellWay(said) })),
    })),
  };
}

/** Its steps stand in the work of the whole job. */
function withoutItems({ items: _, later: __, ...rest }: RepairPlan): unknown {
  return rest;
}

/** A forecast as an open document: its time line and figures stand in the plan itself, its problems beside it. */
function publicCure({ air, cases, pots }: CureForecast): unknown {
  const instant = (ms: number): string => new Date(ms).toISOString();
  return {
    air,
    pots,
    cases: cases.map(({ field: _, series, milestones, laid, peakAt, ...c }) => ({
      ...c,
      laid: instant(laid),
      ...(peakAt === undefined ? {} : { peakAt: instant(peakAt) }),
      milestones: milestones.map(({ meaning, ...m }) => ({
        ...m,
        label: tellMilestone(meaning),
        at: instant(m.at),
        span: m.span.map(instant),
      })),
      ...(series ? { series: { ...series, t: series.t.map(instant) } } : {}),
    })),
  };
}

function tidy(value: unknown): unknown {
  if (typeof value === 'number') return Number(value.toPrecision(SIGNIFICANT));
  if (Array.isArray(value)) return value.map(tidy);
  if (typeof value !== 'object' || value === null) return value;
  if ('role' in value && 'id' in value && 'name' in value) return { id: value.id, name: value.name };
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, tidy(v)]));
}

const INSTANTS = new Set(['start', 'end', 'doneAt', 'opens', 'closes']);

function isoTimes(value: unknown, key = ''): unknown {
  if (typeof value === 'number') return INSTANTS.has(key) ? new Date(value).toISOString() : value;
  if (Array.isArray(value)) return value.map((v) => isoTimes(v));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, isoTimes(v, k)]));
}
