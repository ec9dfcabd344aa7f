import type { Plan } from '../../plan/plan';
import type { Figure, Trace, TraceEntry } from '../../trace/figure';
import { Ledger } from '../../trace/ledger';
import { STAGES } from '../../trace/problem';
import { sayIn, type Reader } from '../say';
import type { Before } from './before';
import type { Fact } from './front';
import { whensOf } from './when';
import type { OrderStage, WorkOrder } from './work-order';

/** The order of one place of a boat. */
export interface PlaceOrder {
  /** By which its facts and steps are told among those of the others. */
  readonly letter: string;
  /** As somebody called it, or where it is. */
  readonly name: string | undefined;
  readonly plan: Plan;
  readonly order: WorkOrder;
}

/** An order with the reasons of its figures. */
export interface TracedOrder {
  readonly order: WorkOrder;
  readonly trace: Trace;
}

/** Facts that the places of a boat have in common with the order as a whole. */
const OF_THE_WHOLE: ReadonlySet<string> = new Set(['Work', 'Hands-on']);

/**
 * One order of all places of a boat: what they have in common once, the rest under the letter of its place; steps stage by
 * stage and place by place, each numbered within its place: "B7". The order of a boat of one place is that of the place.
 */
export function boatOrder(places: readonly PlaceOrder[], reader: Reader = {}): TracedOrder {
  const [first] = places;
  if (places.length === 1) return { order: first.order, trace: first.plan.trace };
  const ledger = new Ledger('boat');
  const lettered = places.map((p): Lettered => {
    const { letter } = p;
    return {
      letter,
      title: p.name === undefined ? letter : `${letter}, ${p.name}`,
      plan: p.plan,
      own: p.order,
      order: renamed(p.order, letter),
    };
  });
  const totals = totalsOf(lettered, ledger, reader);
  const orders = lettered.map((p) => p.order);
  const { title, boat, general, versions } = first.order;
  const order: WorkOrder = {
    title,
    boat,
    general,
    versions,
    totals,
    facts: together(
      lettered,
      (o) => o.facts,
      factKey,
      (letter, [name, said]) => [`${letter} ${name}`, said],
    ),
    stops: linesOf(lettered, (o) => o.stops),
    overridden: linesOf(lettered, (o) => o.overridden),
    notes: linesOf(lettered, (o) => o.notes),
    assumed: [...new Set(orders.flatMap((o) => o.assumed))],
    before: together(
      lettered,
      (o) => o.before,
      beforeKey,
      (letter, b) => ({ ...b, name: `${letter} ${b.name}` }),
    ),
    card: [...new Set(orders.flatMap((o) => o.card))],
    stages: STAGES.flatMap((stage) =>
      lettered.flatMap(({ title: place, letter, order: of }) =>
        of.stages.flatMap((s): OrderStage[] =>
          s.stage === stage
            ? [
                {
                  ...s,
                  title: `${s.title}: ${place}`,
                  rows: s.rows.map((r) => (r.kind === 'step' ? { ...r, place: letter } : r)),
                },
              ]
            : [],
        ),
      ),
    ),
    appendix: lettered.flatMap(({ title: place, order: of }) =>
      of.appendix.map((t) => ({ ...t, caption: `${place}: ${t.caption}` })),
    ),
    signOff: [...new Set(orders.flatMap((o) => o.signOff))],
  };
  return { order, trace: traceOf(lettered, ledger) };
}

interface Lettered {
  readonly letter: string;
  readonly title: string;
  readonly plan: Plan;
  /** As it is for the place alone, and with its figures under the names that they have in the whole. */
  readonly own: WorkOrder;
  readonly order: WorkOrder;
}

const factKey = ([name, said]: Fact): string => JSON.stringify([name, said]);
const beforeKey = ({ name, text }: Before): string => JSON.stringify([name, text]);

/** What all places have alike once, the rest place by place under its letter. @param key tells what is alike */
function together<T>(
  places: readonly Lettered[],
  of: (order: WorkOrder) => readonly T[],
  key: (item: T) => string,
  under: (letter: string, item: T) => T,
): readonly T[] {
  const keys = places.map(({ own }) => of(own).map(key));
  return places.flatMap(({ letter, order }, i) =>
    of(order).flatMap((item, k) => {
      const common = keys.every((list) => list.includes(keys[i][k]));
      return common ? (i === 0 ? [item] : []) : [under(letter, item)];
    }),
  );
}

const linesOf = (
  places: readonly Lettered[],
  of: (order: WorkOrder) => readonly string[],
): readonly string[] =>
  together(
    places,
    of,
    (line) => line,
    (letter, line) => `${letter}: ${line}`,
  );

/** From the first step at any place to the last, all hands on it, and when each place may be used again. */
function totalsOf(places: readonly Lettered[], ledger: Ledger, reader: Reader): readonly Fact[] {
  const { moment } = whensOf(reader);
  const lines = places.flatMap(({ plan }) => plan.timeline ?? []);
  const sums = places.flatMap(({ letter, plan }) => (plan.totals ? [{ letter, totals: plan.totals }] : []));
  const own = places.flatMap(({ letter, order }) =>
    order.totals.flatMap(([name, said]): Fact[] =>
      OF_THE_WHOLE.has(name) ? [] : [[`${letter} ${name}`, said]],
    ),
  );
  if (lines.length === 0 || sums.length === 0) return own;
  const [start, end] = [Math.min(...lines.map((t) => t.start)), Math.max(...lines.map((t) => t.end))];
  const sum = ledger.sum(
    'handsOn',
    'hands-on time of all places',
    's',
    sums.map(({ letter, totals }) => named(totals.handsOn, letter)),
  );
  const edge = (i: 0 | 1): number =>
    sums.reduce((all, { totals: { handsOn } }) => all + (handsOn.span?.[i] ?? handsOn.value), 0);
  const hours = (s: number): string => sayIn({ value: s }, 'h', 1, reader);
  return [
    ['Work', [`${moment(start)} to ${moment(end)}`, `, ${sums[0].totals.workingHours}`]],
    ['Hands-on', [{ text: hours(sum.value), figure: sum }, ` (${hours(edge(0))} to ${hours(edge(1))})`]],
    ...own,
  ];
}

const idIn = (letter: string, id: string): string => `${letter}:${id}`;
const named = (f: Figure, letter: string): Figure => ({ ...f, traceId: idIn(letter, f.traceId) });

/** The same data with every figure under the name that it has among the figures of all places. */
function renamed<T>(data: T, letter: string): T {
  const walk = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(walk);
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(
      Object.entries(value).map(([key, v]) => [
        key,
        key === 'traceId' && typeof v === 'string' ? idIn(letter, v) : walk(v),
      ]),
    );
  };
  return walk(data) as T;
}

const traceOf = (places: readonly Lettered[], ledger: Ledger): Trace =>
  Object.fromEntries([
    ...places.flatMap(({ letter, plan }) =>
      Object.values(plan.trace).map((e): [string, TraceEntry] => {
        const entry = { ...renamed(e, letter), id: idIn(letter, e.id) };
        return [entry.id, entry];
      }),
    ),
    ...ledger.entries.map((e): [string, TraceEntry] => [e.id, e]),
  ]);
