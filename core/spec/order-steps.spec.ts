import { LIBRARY, refinePlan, refineProblems, type Plan, type StepRow } from '../src/index';
import { forecastCure } from '../src/cure';
import { workOrder, workOrderMarkdown, workOrderText, type WorkOrder } from '../src/papers';
import { plainText } from '../src/report/say';
import { BASE, CLOCK, planRepair, read } from './support';

/** A plan with its cures worked out, and its order, as paper and command line have them. */
function ordered(document: unknown): { plan: Plan; order: WorkOrder } {
  const job = read(document);
  const result = planRepair(job, LIBRARY, {}, CLOCK);
  const cure = forecastCure(job, result, LIBRARY, {}, CLOCK, { cells: 20 });
  if (!result.plan) throw new Error('no plan');
  const plan = cure ? refinePlan(result.plan, cure) : result.plan;
  const problems = cure ? refineProblems(result.problems, cure) : result.problems;
  return { plan, order: workOrder(job, plan, problems, [], { timeZone: 'UTC' }) };
}

const stepsOf = (order: WorkOrder): readonly StepRow[] =>
  order.stages.flatMap((s) => s.rows.flatMap((r) => (r.kind === 'step' ? [r] : [])));
/** What a text says, whatever lines it was broken into and however Markdown wrote it. */
const flat = (text: string): string => text.replace(/\\/g, '').replace(/\s+/g, ' ');

describe('what stands at a step', () => {
  const { plan, order } = ordered({ ...BASE, system: { resin: 'epoxy-slow', finish: 'paint-2k' } });
  const steps = stepsOf(order);
  const told = (text: RegExp): StepRow | undefined => steps.find((s) => text.test(s.text));
  const words = (row: StepRow | undefined, field: 'figures' | 'pot'): string =>
    (row?.[field] ?? []).map((p) => (typeof p === 'string' ? p : p.text)).join('');

  it('is the line to grind to, the plies with their sizes, the paper and the film', () => {
    const dish = plan.dish?.grind;
    expect(words(told(/grind the taper/), 'figures')).toContain(
      `${((dish?.grindLimit.value ?? NaN) * 1000).toFixed(1)} mm from the edge`,
    );
    const ply = plan.dish?.laminate?.plies[0];
    expect(words(told(/^Lay pl/), 'figures')).toContain(
      `${((ply?.length.value ?? NaN) * 1000).toFixed(0)} × ${((ply?.width.value ?? NaN) * 1000).toFixed(0)} mm`,
    );
    expect(words(told(/^Sand P/), 'figures')).toContain('takes off');
    expect(words(told(/^Paint, coat 1/), 'figures')).toContain('wet by the comb');
  });

  it('is the cup as the scale shows it', () => {
    const [batch] = plan.dish?.mix?.batches ?? [];
    const resin = batch.parts.kind === 'two-part' ? batch.parts.resin.value * 1000 : NaN;
    expect(words(told(/^Mix batch 1/), 'pot')).toContain(`resin to ${resin.toFixed(1)} g`);
  });

  it('is what the step waited for, and the window that it has to meet', () => {
    const second = steps.filter((s) => s.text.startsWith('Mix paint'))[1];
    expect(second.gates.map((g) => [g.kind, g.status])).toEqual([
      ['waited', 'planned'],
      ['within', 'planned'],
    ]);
    expect(second.gates[1].text).toMatch(/^recoat by .*, else wash, abrade P\d+, wipe$/);
  });

  it('is a test when what it is about has set, not at the bench meanwhile', () => {
    const bonded = stepsOf(ordered({ ...BASE, access: 'one', backing: 'bonded' }).order);
    const tested = bonded.find((s) => s.tests.some((t) => t.test.startsWith('press the backing')));
    expect(tested?.text).toBe('Vacuum and wipe');
  });

  it('is peel ply where it was bought: over the last ply of each face, and pulled before the face is washed', () => {
    const both = stepsOf(ordered({ ...BASE, access: 'both', side: 'both' }).order);
    for (const own of [steps, both]) {
      const over = own.flatMap((s, i) => (words(s, 'figures').includes('peel ply over it') ? [i] : []));
      const pulled = own.findIndex((s) => s.text.startsWith('Pull the peel ply'));
      expect(over.length).toBeGreaterThan(0);
      expect(Math.max(...over)).toBeLessThan(pulled);
      expect(own.slice(Math.max(...over) + 1, pulled).some((s) => s.text.startsWith('Lay pl'))).toBeFalse();
    }
  });

  it('is wet core: a reading, which no plan can make', () => {
    const core = ordered({
      ...BASE,
      hull: { material: 'frp-cored', thickness: 0.004, core: 'balsa' },
      access: 'one',
      damage: { kind: 'wet-core', wet: 'wet', size: [0.4, 0.3] },
    });
    expect(stepsOf(core.order).some((s) => s.gates.some((g) => g.status === 'to measure'))).toBeTrue();
  });

  it('puts what a missed window costs in its place, numbered with the rest', () => {
    const late = ordered({
      ...BASE,
      conditions: { temperature: 32, humidity: 0.5 },
      system: { resin: 'polyester', finish: 'gel-coat' },
      schedule: { start: '2026-11-23T15:30:00Z' },
    });
    const reopened = stepsOf(late.order).filter((s) => s.text.endsWith('again'));
    const problems = late.order.notes.filter((n) => n.includes('window') || n.includes('shut'));
    expect(reopened.length > 0).toBe(problems.length > 0);
    expect(stepsOf(late.order).map((s) => s.n)).toEqual(stepsOf(late.order).map((_, k) => k + 1));
  });
});

describe('what stops a job', () => {
  const cold = ordered({
    ...BASE,
    conditions: { temperature: 5, humidity: 0.5 },
    system: { resin: 'epoxy-slow' },
  });

  it('is told first, in every paper, with what lifts it', () => {
    expect(cold.order.stops.length).toBeGreaterThan(0);
    const text = workOrderText(cold.order);
    const stop = cold.order.stops[0];
    expect(flat(text)).toContain(`STOP ${flat(stop)}`);
    expect(text.indexOf('STOP')).toBeLessThan(text.indexOf('BEFORE YOU START'));
    expect(workOrderMarkdown(cold.order)).toContain('> **STOP.**');
    expect(stop).toMatch(/; .+/);
  });

  it('is nothing where nothing does', () => {
    const calm = ordered({ ...BASE, conditions: { temperature: 20, humidity: 0.5 } });
    expect(calm.order.stops).toEqual([]);
    expect(workOrderText(calm.order)).not.toContain('STOP');
  });
});

describe('before it is begun', () => {
  const { plan, order } = ordered({ ...BASE, conditions: { temperature: 12, humidity: 0.5 } });
  const item = (what: string): string =>
    (order.before.find((b) => b.what === what)?.text ?? [])
      .map((p) => (typeof p === 'string' ? p : p.text))
      .join('');

  it('every product is fetched once, as much as all steps use', () => {
    for (const name of new Set((plan.materials ?? []).map((m) => m.product)))
      expect(item('buy').split(`${name} `).length)
        .withContext(name)
        .toBe(2);
    const resin = (plan.materials ?? []).filter((m) => m.product.startsWith('Slow laminating'));
    const grams = 1000 * resin.reduce((sum, m) => sum + m.quantity.value, 0);
    expect(item('buy')).toContain(`Slow laminating epoxy 5:1 ${grams.toFixed(1)} g`);
  });

  it('a tube is not tapped, nor its glue sprayed', () => {
    const { order: tube } = ordered({
      format: 'nelbo-job/1',
      hull: { material: 'pvc-fabric' },
      damage: { kind: 'fabric-tear', size: [0.11, 0.02] },
      system: { bond: 'pu-fabric-2k' },
    });
    const tools = plainText(tube.before.find((b) => b.what === 'tools')?.text ?? []);
    expect(tools).toContain('soap');
    expect(tools).not.toMatch(/tapping hammer|gun|film gauge/);
  });

  it('tools of all steps are set out, papers by the piece, and what needs two is asked for', () => {
    expect(item('tools')).toMatch(/grinder.*scale.*P80 × \d, P120 × \d, P180 × \d/);
    expect(item('tools')).not.toMatch(/\bpaper\b/);
    // Nothing is warmed that the pot lives were not worked out for.
    expect(item('warm')).toBe('');
    const tent = ordered({
      ...BASE,
      warmth: { kind: 'tent', temperature: 25 },
      system: { resin: 'epoxy-slow' },
    });
    expect(tent.order.before.find((b) => b.what === 'warm')?.text.join('')).toMatch(
      /heat and thermometer for step \d+/,
    );
    const foil = ordered({
      format: 'nelbo-job/1',
      hull: { material: 'foil-moulded' },
      damage: { kind: 'split-edge', size: [0.3, 0.03] },
      repair: { edge: { weight: 40 } },
    });
    const two = stepsOf(foil.order).filter((s) => s.people !== undefined);
    expect(two.length).toBeGreaterThan(1);
    const asked = foil.order.before.find((b) => b.what === 'people')?.text.join('');
    for (const { n } of two) expect(asked).toContain(String(n));
  });
});
