import { ACTIONS } from '../work/actions';
import { tellLag, tellStep } from '../work/tell';
import type { Work } from '../work/step';
import type { Timeline } from './timeline';

/**
 * The work as an open document: steps numbered in the order in which they are told, with their words, their mark and when
 * they are done; links with what is waited for on the way. Codes (`action`, `how`, `awaited`) stay; words may change.
 */
export function publicWork({ steps, links }: Work, timeline: Timeline | undefined): unknown {
  const placed = new Map((timeline?.stages ?? []).flatMap((s) => s.tasks).map((t) => [t.id, t]));
  const times = (id: string): { start?: string; end?: string } => {
    const task = placed.get(id);
    return task ? { start: new Date(task.start).toISOString(), end: new Date(task.end).toISOString() } : {};
  };
  return {
    steps: steps.map((s, k) => ({
      n: k + 1,
      id: s.id,
      stage: s.stage,
      action: s.action,
      how: s.how,
      place: s.place,
      text: tellStep(s),
      done: ACTIONS[s.action].done,
      hands: s.people,
      work: s.work,
      ...(s.go === undefined ? {} : { go: s.go }),
      ...(s.plies ? { plies: s.plies } : {}),
      ...times(s.id),
    })),
    links: links.map(({ from, to, lags }) => ({
      ...(from === undefined ? {} : { from }),
      ...(to === undefined ? {} : { to }),
      lags: lags.map((lag) => ({
        id: lag.id,
        stage: lag.stage,
        awaited: lag.awaited,
        text: tellLag(lag),
        least: lag.least,
        ...(lag.cures ? { cures: lag.cures } : {}),
        ...(lag.until === undefined ? {} : { until: new Date(lag.until).toISOString() }),
        ...(lag.window ? { window: { opens: lag.window.opens, closes: lag.window.closes } } : {}),
        ...times(lag.id),
      })),
    })),
  };
}
