import type { Trace, TraceEntry } from './figure';

/** The given figures that a figure rests on in the end, each once, in the order in which the formulas name them. */
export function rootsOf(trace: Trace, id: string): readonly TraceEntry[] {
  const roots: TraceEntry[] = [];
  const seen = new Set<string>();
  const visit = (at: string): void => {
    if (seen.has(at)) return;
    seen.add(at);
    const entry = trace[at];
    if (!entry) return;
    if (entry.inputs.length === 0 && entry.formulaId === undefined) roots.push(entry);
    for (const input of entry.inputs) visit(input.traceId);
  };
  visit(id);
  return roots;
}

/** The figures whose formulas take a figure directly. */
export function usedBy(trace: Trace, id: string): readonly TraceEntry[] {
  return Object.values(trace).filter((e) => e.inputs.some((i) => i.traceId === id));
}
