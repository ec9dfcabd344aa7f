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

const drawn = (found: Planned): ReturnType<typeof drawnPatterns> =>
  drawnPatterns(found.plan, found.library, titleOf(found));

function rolls({ plan, library }: Planned): string {
  const laid = rollCuts(patternPieces(plan, library), library).flatMap((cut) =>
    cut.nest ? [{ cut, layout: nestFor(cut.nest, TRIES_WHILE_OTHERS_WAIT) }] : [],
  );
  return rollsCsv(laid);
}

const MAKERS: {
  readonly [N in PaperKind['name']]: (
    found: Planned,
    kind: Extract<PaperKind, { name: N }>,
  ) => string | Promise<Uint8Array>;
} = {
  'kept plan': ({ plan }) => JSON.stringify(publicPlan(plan)),
  'work-order.md': (found, { reasons }) =>
    workOrderMarkdown(
      orderOf(found),
      workOrderDrawings(found.plan, found.reader),
      reasons ? found.plan.trace : undefined,
      found.reader,
    ),
  'work-order.pdf': (found, { reasons }) => workOrderPdf(found, reasons),
  'materials.csv': ({ plan, reader }) => materialsCsv(plan, reader.currency ?? ''),
  'cut-list.csv': ({ plan }) => cutListCsv(plan),
  'rolls.csv': rolls,
  'patterns.pdf': (found, { paper }) => patternsPdf(found, found.library, paper),
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
  if (OF_PATTERNS.has(kind.name) && patternPieces(found.plan, found.library).length === 0)
    throw new HttpProblem(422, 'This job has no patterns', 'nothing to be cut is planned for it');
  const make = MAKERS[kind.name] as (found: Planned, kind: PaperKind) => string | Promise<Uint8Array>;
  return { body: await make(found, kind), engine: found.plan.engine, library: found.plan.library };
}
