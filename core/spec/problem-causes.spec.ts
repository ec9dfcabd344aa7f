import {
  LIBRARY,
  readJob,
  refineProblems,
  type JobDocument,
  type ProblemCode,
  type Shop,
} from '../src/index';
import { forecastCure } from '../src/cure';
import { setIn } from '../src/schema/document-path';
import type { Fields } from './causes/cause';
import { CAUSES_OF_THE_GROUND } from './causes/of-the-ground';
import { CAUSES_OF_THE_WORK } from './causes/of-the-work';
import { CLOCK, createPlanner } from './support';

/** Codes that a job raises, planned and, where the clock matters, along the course of its air. */
function codesOf(job: object, forecast: boolean, shop: Shop): readonly ProblemCode[] {
  const read = readJob(job);
  if (!read.job) return read.problems.map((p) => p.code);
  const result = createPlanner().plan(read.job, LIBRARY, shop, CLOCK);
  const cure = forecast
    ? forecastCure(read.job, result, LIBRARY, shop, CLOCK, { cells: 16, tolerance: 1.5, detail: false })
    : undefined;
  return [...read.problems, ...(cure ? refineProblems(result.problems, cure) : result.problems)].map(
    (p) => p.code,
  );
}

const CAUSES = [...CAUSES_OF_THE_GROUND, ...CAUSES_OF_THE_WORK];

const laid = (job: object, fields: Fields): object =>
  Object.entries(fields).reduce<object>((j, [path, value]) => setIn(j as JobDocument, path, value), job);

describe('a problem is raised by its cause and not by what is near it', () => {
  for (const { code, job, raise, calm, air, shop } of CAUSES) {
    it(code, () => {
      expect(codesOf(laid(job, raise), air ?? false, shop ?? {})).toContain(code);
      expect(codesOf(laid(job, calm), air ?? false, {})).not.toContain(code);
    });
  }
});
