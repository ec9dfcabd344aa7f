import type { Trace } from '../../trace/figure';
import { say, type Reader, type Said } from '../say';
import type { WorkOrder } from './work-order';

/** Where a figure of the order comes from. */
export interface Reason {
  readonly figure: string;
  readonly how: string;
}

/** Everything in an order that may hold figures, in the order in which it stands. */
export function saidIn(order: WorkOrder): readonly Said[] {
  return [
    ...[...order.facts, ...order.totals].map(([, said]) => said),
    ...order.before.map((b) => b.text),
    ...order.stages.flatMap((s) => [
      s.sentence,
      ...s.rows.flatMap((r) => (r.kind === 'wait' ? [r.takes] : [r.work, r.figures, r.pot])),
    ]),
    ...order.appendix.flatMap((t) => t.rows.flat()),
  ];
}

/** Trace ids of all figures of an order, each once, in the order in which they stand. */
export const figuresIn = (order: WorkOrder): readonly string[] => [
  ...new Set(
    saidIn(order)
      .flat()
      .flatMap((part) => (typeof part === 'string' ? [] : [part.figure.traceId])),
  ),
];

/** Formula, inputs and source of every figure of the order, each once. */
export function reasonsOf(order: WorkOrder, trace: Trace, reader: Reader): readonly Reason[] {
  return figuresIn(order).flatMap((id) => {
    const e = trace[id];
    if (!e) return [];
    const inputs = e.inputs.flatMap((i) => {
      const input = trace[i.traceId];
      return input ? [`${i.symbol} = ${say(input, reader)} (${input.label}, ${input.origin})`] : [];
    });
    const how = [
      e.expression ? e.expression : e.origin,
      ...(inputs.length > 0 ? [inputs.join(', ')] : []),
    ].join('; ');
    return [{ figure: `${e.label}: ${say(e, reader)}`, how: `${how}. Source: ${e.source}.` }];
  });
}
