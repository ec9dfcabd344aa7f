import {
  drawnPatterns,
  nestFor,
  patternPieces,
  patternsDxf,
  patternsSvg,
  publicPlan,
  rollCuts,
  TRIES_WHILE_OTHERS_WAIT,
  workOrderDrawings,
  workOrderMarkdown,
  type Paper,
} from '@nelbo/core/papers';
import type { PlanFacts } from './plan-facts';
import { HttpProblem } from '../http/problem';
import { cutListCsv, materialsCsv, patternPointsCsv, rollsCsv } from './csv';
import { patternsPdf } from './patterns-pdf';
import { orderOf, planned, type Planned } from './planned';
import { workOrderPdf } from './work-order-pdf';

/** Papers that are made of a plan, by the name that their task has. */
export type PaperKind =
  | {
      readonly name:
        | 'kept plan'
        | 'materials.csv'
        | 'cut-list.csv'
        | 'rolls.csv'
        | 'patterns.svg'
        | 'patterns.dxf'
        | 'patterns.csv';
    }
  | { readonly name: 'work-order.md' | 'work-order.pdf'; readonly reasons: boolean }
  | { readonly name: 'patterns.pdf'; readonly paper: Paper };

export interface Made {
  readonly body: string | Uint8Array;
  /** Versions that the plan was made with. */
  readonly engine: string;
  readonly library: string;
}

const titleOf = ({ job }: Planned): string => [job.title, job.boat?.name].filter(Boolean).join(' · ');

const drawn = ([found]: readonly Planned[]): ReturnType<typeof drawnPatterns> =>
  drawnPatterns(found.plan, found.library, titleOf(found));

function rolls([{ plan, library }]: readonly Planned[]): string {
  const laid = rollCuts(patternPieces(plan, library), library).flatMap((cut) =>
    cut.nest ? [{ cut, layout: nestFor(cut.nest, TRIES_WHILE_OTHERS_WAIT) }] : [],
  );
  return rollsCsv(laid);
}

/** A plan as it is kept: that of the place where there is one, those of all places by their ids and names otherwise. */
const keptPlan = (places: readonly Planned[]): unknown =>
  places.length === 1
    ? publicPlan(places[0].plan)
    : {
        format: 'nelbo-boat-plan/1',
        places: places.map(({ id, name, letter, plan }) => ({
          id,
          letter,
          ...(name === undefined ? {} : { name }),
          plan: publicPlan(plan),
        })),
      };

function orderMarkdown(places: readonly Planned[], reasons: boolean): string {
  const { order, trace } = orderOf(places);
  const [{ reader }] = places;
  return workOrderMarkdown(
    order,
    places.flatMap(({ letter, plan }) =>
      workOrderDrawings(plan, reader).map((d) =>
        places.length === 1 ? d : { ...d, title: `${letter}: ${d.title}` },
      ),
    ),
    reasons ? trace : undefined,
    reader,
  );
}

/** Makers of papers, from the places that they are of. Patterns are of one place. */
const MAKERS: {
  readonly [N in PaperKind['name']]: (
    found: readonly Planned[],
    kind: Extract<PaperKind, { name: N }>,
  ) => string | Promise<Uint8Array>;
} = {
  'kept plan': (found) => JSON.stringify(keptPlan(found)),
  'work-order.md': (found, { reasons }) => orderMarkdown(found, reasons),
  'work-order.pdf': (found, { reasons }) => workOrderPdf(found, reasons),
  'materials.csv': (found) => materialsCsv(found, found[0].reader.currency ?? ''),
  'cut-list.csv': (found) => cutListCsv(found),
  'rolls.csv': rolls,
  'patterns.pdf': ([found], { paper }) => patternsPdf(found, found.library, paper),
  'patterns.svg': (found) => patternsSvg(drawn(found)),
  'patterns.dxf': (found) => patternsDxf(drawn(found)),
  'patterns.csv': (found) => patternPointsCsv(drawn(found)),
};

/** Papers of which there are none where nothing is cut. */
const OF_PATTERNS: ReadonlySet<PaperKind['name']> = new Set([
  'patterns.pdf',
  'patterns.svg',
  'patterns.dxf',
  'patterns.csv',
]);

/** @throws HttpProblem 422 for a job that cannot be planned, or of which there is no such paper */
export async function makePaper(kind: PaperKind, facts: PlanFacts): Promise<Made> {
  const found = planned(facts);
  const [{ plan, library }] = found;
  if (OF_PATTERNS.has(kind.name) && patternPieces(plan, library).length === 0)
    throw new HttpProblem(422, 'This job has no patterns', 'nothing to be cut is planned for it');
  const make = MAKERS[kind.name] as (
    found: readonly Planned[],
    kind: PaperKind,
  ) => string | Promise<Uint8Array>;
  return { body: await make(found, kind), engine: plan.engine, library: plan.library };
}
