import { TestBed } from '@angular/core/testing';
import { LIBRARY, readJob } from '@nelbo/core';
import { REPAIRS } from '@nelbo/core/repairs';
import { KindPlanner, RepairKinds } from './repair-kinds';

describe('the kinds of repair of a page', () => {
  const { job } = readJob({
    format: 'nelbo-job/2',
    hull: { material: 'pvc-fabric' },
    damage: { kind: 'fabric-tear', size: ['60 mm', '5 mm'] },
  });

  it('are there once they were brought or fetched, and a planner goes on with them', async () => {
    const kinds = TestBed.inject(RepairKinds);
    const planner = new KindPlanner(kinds);
    if (!job) return fail('a job');
    const plan = () => planner.plan(job, LIBRARY, {}, { now: 0 });
    expect(plan().needs).toBe('repairs');
    expect(plan().plan?.repair).toBeUndefined();
    expect(await kinds.load()).toBeTrue();
    expect(kinds.current).toBe(REPAIRS);
    expect(plan().needs).toBeUndefined();
    const [first, again] = [plan().plan?.repair, plan().plan?.repair];
    expect(first?.kind).toBeDefined();
    // The planner keeps its memory between plans: what did not change is the very same.
    expect(again).toBe(first);
  });

  it('are those of a page that brought its own', () => {
    const kinds = TestBed.inject(RepairKinds);
    const own = { ...REPAIRS, kinds: REPAIRS.kinds.slice(0, 1) };
    expect(kinds.use(own)).toBe(own);
    expect(kinds.current).toBe(own);
  });
});
