/** What the log says of a layer after it was laid, ms since 1970. */
export interface LayerEvent {
  readonly at: number;
  readonly kind: 'abraded' | 'reactivated' | 'coated';
}

export type WindowState =
  | { readonly state: 'too soon'; readonly opens: number }
  | { readonly state: 'open'; readonly closes?: number }
  | { readonly state: 'shut'; readonly since: number }
  /** Bonds on what was abraded or reactivated; a new coat has a window of its own. */
  | { readonly state: 'ready'; readonly by: 'abraded' | 'reactivated' }
  | { readonly state: 'covered' };

/**
 * What may be laid on a layer at a moment. A window latches: once it has shut, nothing but a logged abrasion,
 * reactivation or new coat after that makes the layer take another one, however cold it gets or however the forecast
 * changes.
 */
export function windowAt(
  opens: number,
  closes: number | undefined,
  events: readonly LayerEvent[],
  now: number,
): WindowState {
  const past = events.filter((e) => e.at <= now).sort((a, b) => a.at - b.at);
  if (past.some((e) => e.kind === 'coated')) return { state: 'covered' };
  // Abrading a film that is still open neither opens nor shuts anything.
  const after = past
    .filter(
      (e): e is LayerEvent & { kind: 'abraded' | 'reactivated' } =>
        e.kind !== 'coated' && closes !== undefined && e.at >= closes,
    )
    .at(-1);
  if (after) return { state: 'ready', by: after.kind };
  if (now < opens) return { state: 'too soon', opens };
  if (closes !== undefined && now >= closes) return { state: 'shut', since: closes };
  return { state: 'open', closes };
}
