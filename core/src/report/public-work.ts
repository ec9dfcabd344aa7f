import { isLayer, layerId } from '../work/ids';
import { holdsOf } from '../work/holds';
import { potsOf } from '../work/pots';
import { goesOf, ifsOf, roundsOf } from '../work/rounds';
import { surfacesOf } from '../work/surfaces';
import { tellDone, tellLag, tellStep } from '../work/tell';
import type { Work } from '../work/step';
import type { Plan } from '../plan/plan';
import { numberedWork } from './order/numbered';
import type { Stop } from './stops/at-steps';
import { orderRows, type StepRow } from './order/rows';
import { plainText } from './say';

/**
 * The work as an open document: steps numbered in the order in which they are told, with their words, their mark and when
 * they are done; the faces they are done on, what cures, what is mixed and what stands meanwhile; links with what is waited for on the way. Codes (`action`, `how`, `awaited`) stay; words may change.
 */
export function publicWork(plan: Plan & { readonly work: Work }, stops: readonly Stop[] = []): unknown {
  const { work, timeline } = plan;
  const { steps, links } = work;
  const placed = new Map((timeline?.stages ?? []).flatMap((s) => s.tasks).map((t) => [t.id, t]));
  const times = (id: string): { start?: string; end?: string } => {
    const task = placed.get(id);
    return task ? { start: new Date(task.start).toISOString(), end: new Date(task.end).toISOString() } : {};
  };
  const surfaces = surfacesOf(steps);
  const rows = new Map(
    orderRows(plan, {}, stops).flatMap((r) => (r.kind === 'step' ? [[r.id, r] as const] : [])),
  );
  return {
    steps: numberedWork(plan).steps.map(({ n, text, step: s, reopens }) => ({
      n,
      id: s.id,
      stage: s.stage,
      action: s.action,
      how: s.how,
      place: s.place,
      text,
      done: tellDone(s),
      hands: s.people,
      work: s.work,
      ...(s.go === undefined ? {} : { go: s.go }),
      ...(s.plies ? { plies: s.plies } : {}),
      ...(reopens ? { reopens } : {}),
      on: surfaces.on.get(s.id) ?? [],
      ...times(s.id),
      ...toldAt(rows.get(s.id)),
    })),
    surfaces: surfaces.all,
    layers: layersOf(plan),
    pots: potsOf(steps),
    holds: holdsOf(steps),
    goes: goesOf({ steps }),
    rounds: roundsOf(steps),
    ifs: ifsOf(plan.work).map(({ on, outcome, steps: rework }) => ({
      on,
      outcome,
      steps: rework.map((s) => ({ id: s.id, text: tellStep(s), work: s.work })),
    })),
    links: links.map(({ from, to, lags, most }) => ({
      ...(from === undefined ? {} : { from }),
      ...(to === undefined ? {} : { to }),
      ...(most ? { within: most.within, since: most.since ?? 'end' } : {}),
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

/** What the order says at a step. */
const toldAt = (row: StepRow | undefined): object =>
  row
    ? {
        gates: row.gates,
        ...(row.stops.length > 0 ? { stops: row.stops } : {}),
        cautions: row.cautions,
        tests: row.tests,
        ...(row.fails ? { fails: row.fails } : {}),
        ...(row.figures.length > 0 ? { figures: plainText(row.figures) } : {}),
        ...(row.pot.length > 0 ? { pot: plainText(row.pot) } : {}),
        photo: row.photo,
      }
    : {};

/**
 * What is laid and cures, with its moments: those of the forecast, or, before there is one, the moment that is waited for.
 */
function layersOf(plan: Plan & { readonly work: Work }): readonly unknown[] {
  const placed = new Map((plan.timeline?.stages ?? []).flatMap((s) => s.tasks).map((t) => [t.id, t]));
  const instant = (ms: number): string => new Date(ms).toISOString();
  const cured = plan.work.links.flatMap((l) => l.lags).filter((lag) => lag.cures !== undefined);
  const firsts = cured.filter((lag, i) => {
    const id = lag.cures && layerId(lag.cures.layer);
    return cured.findIndex((other) => other.cures && layerId(other.cures.layer) === id) === i;
  });
  return firsts.map(({ id, cures }) => {
    const { layer, moment } = cures as NonNullable<typeof cures>;
    const task = placed.get(id);
    const found = plan.cure?.cases.find((c) => isLayer(c, layer));
    return {
      id: layerId(layer),
      of: layer.of,
      number: layer.number,
      ...(layer.face ? { face: layer.face } : {}),
      ...(layer.product ? { product: layer.product } : {}),
      ...(task ? { laidAt: instant(task.start) } : {}),
      moments: found
        ? Object.fromEntries(
            found.milestones.map((m) => [m.id, { at: instant(m.at), span: m.span.map(instant) }]),
          )
        : task
          ? { [moment]: { at: instant(task.end) } }
          : {},
    };
  });
}
