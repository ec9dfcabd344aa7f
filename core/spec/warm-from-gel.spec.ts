import { LIBRARY, refinePlan, type JobDocument } from '../src/index';
import { forecastCure } from '../src/cure';
import { CLOCK, planRepair, read } from './support';

/** Hours from laying to sandable of the fill of drilled holes in sun, under a mat that comes on as it gels. */
function sanded(cells: number, kind: 'mat' | 'none'): number {
  const job = read({
    format: 'nelbo-job/1',
    hull: { material: 'wood-solid' },
    damage: { kind: 'drilled-holes', size: [0.02, 0.02] },
    conditions: { temperature: 29, humidity: 0.5, air: 'day and night', low: 22, high: 29, sun: 'yes' },
    warmth: { kind, from: 'gel', temperature: 22 },
    schedule: { start: '2026-06-15T08:00:00Z' },
  } as JobDocument);
  const result = planRepair(job, LIBRARY, {}, CLOCK);
  const cure = result.plan && forecastCure(job, result, LIBRARY, {}, CLOCK, { cells });
  if (!result.plan || !cure) throw new Error('no plan');
  const tasks = refinePlan(result.plan, cure).timeline?.stages.flatMap((s) => s.tasks) ?? [];
  return (tasks.find((t) => t.id === 'hole.untilSanded@fill')?.duration.value ?? NaN) / 3600;
}

describe('heat that comes on as something gels', () => {
  it('is on from that moment, however long the step in which it lies: a mat colder than the sun makes it later', () => {
    expect(sanded(20, 'mat')).toBeGreaterThan(1.25 * sanded(20, 'none'));
  });
});
