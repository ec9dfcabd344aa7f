import {
  DAMAGE_KINDS,
  LIBRARY,
  SUBSTRATES,
  occursOn,
  orderRows,
  readyOf,
  refinePlan,
  refineProblems,
  type DamageKind,
  type JobDocument,
  type Plan,
  type Shop,
  type StepRow,
} from '../src/index';
import { forecastCure } from '../src/cure';
import { publicPlan, workOrder, workOrderMarkdown, workOrderText, type WorkOrder } from '../src/papers';
import { guidanceFor } from '../src/report/guidance';
import { entriesOf } from '../src/report/guidance/place';
import { wrapped } from '../src/report/order/text';
import { whensOf } from '../src/report/order/when';
import { plainText } from '../src/report/say';
import { effectsOf } from '../src/work/surfaces';
import { BASE, CLOCK, planRepair, read } from './support';

/** A plan with its cures worked out, and its order, as paper and command line have them. */
function ordered(document: unknown, shop: Shop = {}): { plan: Plan; order: WorkOrder } {
  const job = read(document);
  const result = planRepair(job, LIBRARY, shop, CLOCK);
  const cure = forecastCure(job, result, LIBRARY, shop, CLOCK, { cells: 20 });
  if (!result.plan) throw new Error('no plan');
  const plan = cure ? refinePlan(result.plan, cure) : result.plan;
  const problems = cure ? refineProblems(result.problems, cure) : result.problems;
  return { plan, order: workOrder(job, plan, problems, [], { timeZone: 'UTC' }) };
}

/** Lines of a page of text, halved. */
const HALF_A_SHEET = 36;

const document = (material: string, kind: DamageKind, position: 'above' | 'below'): JobDocument => ({
  format: 'nelbo-job/1',
  title: `${kind}, ${material}`,
  hull: { material },
  damage: { kind, position, size: [0.12, 0.06] },
});

const MATRIX = SUBSTRATES.flatMap(({ id, family }) =>
  (Object.keys(DAMAGE_KINDS) as DamageKind[])
    .filter((kind) => occursOn(kind, family))
    .flatMap((kind) =>
      (['above', 'below'] as const).map((position) => {
        const name = `${id}, ${kind}, ${position}`;
        return { name, ...ordered(document(id, kind, position)) };
      }),
    ),
);

const stepsOf = (order: WorkOrder): readonly StepRow[] =>
  order.stages.flatMap((s) => s.rows.flatMap((r) => (r.kind === 'step' ? [r] : [])));
const lines = (order: WorkOrder): readonly string[] => workOrderText(order).trimEnd().split('\n');
const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1];
/** What a text says, whatever lines it was broken into and however Markdown wrote it. */
const flat = (text: string): string => text.replace(/\\/g, '').replace(/\s+/g, ' ');

describe('a work order, over every hull and damage', () => {
  it('has every step of the work, numbered, in the same order and words as text, Markdown and JSON', () => {
    for (const { name, plan, order } of MATRIX) {
      const steps = stepsOf(order).map(({ n, text }) => ({ n, text }));
      const open = publicPlan(plan) as { work?: { steps: { n: number; text: string; id: string }[] } };
      const json = (open.work?.steps ?? []).map(({ n, text }) => ({ n, text }));
      expect(steps).withContext(name).toEqual(json);
      expect(steps.map((s) => s.n))
        .withContext(name)
        .toEqual(steps.map((_, k) => k + 1));
      const ids = new Set(open.work?.steps.map((s) => s.id));
      expect((plan.work?.steps ?? []).filter((s) => !ids.has(s.id)))
        .withContext(name)
        .toEqual([]);
      for (const paper of [workOrderText(order), workOrderMarkdown(order)]) {
        const told = flat(paper);
        let from = 0;
        for (const { n, text } of steps) {
          const at = told.indexOf(flat(paper.startsWith('#') ? `**${n}** ${text}` : `] ${n} ${text}`), from);
          expect(at).withContext(`${name}: ${n} ${text}`).toBeGreaterThanOrEqual(from);
          from = Math.max(from, at);
        }
      }
    }
  });

  it('is short: half of them within 110 lines and 1,350 words, no line over 100 characters', () => {
    expect(median(MATRIX.map(({ order }) => lines(order).length))).toBeLessThanOrEqual(110);
    expect(
      median(MATRIX.map(({ order }) => workOrderMarkdown(order).split(/\s+/).length)),
    ).toBeLessThanOrEqual(1350);
    for (const { name, order } of MATRIX) {
      expect(Math.max(...lines(order).map((l) => l.length)))
        .withContext(name)
        .toBeLessThanOrEqual(100);
      expect(lines(order).length).withContext(name).toBeLessThanOrEqual(260);
    }
  });

  it('says every caution and every test once, at a step that it is about', () => {
    for (const { name, plan, order } of MATRIX) {
      const steps = stepsOf(order);
      if (steps.length === 0) continue;
      const cautions = steps.flatMap((s) => s.cautions);
      expect(cautions.length).withContext(name).toBe(new Set(cautions).size);
      for (const e of entriesOf(plan)) {
        if (e.caution) expect(cautions).withContext(name).toContain(e.caution);
        if (e.test)
          expect(steps.flatMap((s) => s.tests.map((t) => t.test)))
            .withContext(name)
            .toContain(e.test);
      }
      expect(plan.stages.flatMap((stage) => guidanceFor(stage, plan).cautions))
        .withContext(name)
        .toEqual(cautions);
    }
  });

  it('says at each pot what goes into it, where the plan knows it', () => {
    for (const { name, plan, order } of MATRIX)
      for (const row of stepsOf(order)) {
        const step = plan.work?.steps.find((s) => s.id === row.id);
        if (step?.pot?.cup) expect(row.pot.length).withContext(`${name}: ${row.id}`).toBeGreaterThan(0);
      }
  });

  it('what is done where it fails stands at the step at which it is tested', () => {
    let told = 0;
    for (const { name, plan, order } of MATRIX)
      for (const row of stepsOf(order)) {
        if (!row.fails) continue;
        told += 1;
        const { action } = plan.work?.steps.find((s) => s.id === row.id) ?? {};
        // A test, a check and a rehearsal are tests themselves; pinholes show while it is sanded.
        const itself = action === 'test' || action === 'check' || action === 'rehearse' || action === 'sand';
        const tested = row.tests.length > 0 || itself;
        expect(tested).withContext(`${name}: ${row.n} ${row.text}, if ${row.fails.when}`).toBeTrue();
      }
    expect(told).toBeGreaterThan(MATRIX.length / 2);
  });

  it('tells when each layer may be gone on with once, by the step that laid it', () => {
    let told = 0;
    for (const { name, plan, order } of MATRIX)
      for (const t of order.appendix.filter((x) => x.caption.startsWith('Windows, air'))) {
        const layers = t.rows.map((r) => plainText(r[0]));
        expect(layers.length)
          .withContext(`${name}: ${layers.join('; ')}`)
          .toBe(new Set(layers).size);
        for (const n of layers.flatMap((l) => /^(\d+): /.exec(l)?.[1] ?? [])) {
          const step = plan.work?.steps.find((s) => s.id === stepsOf(order)[Number(n) - 1].id);
          expect(step && effectsOf(step))
            .withContext(`${name}: ${n}`)
            .toContain('lays');
        }
        told += layers.length;
      }
    expect(told).toBeGreaterThan(500);
  });

  it('has one moment for the next coat, at its step and in the table of windows', () => {
    const { plan, order } = ordered({
      format: 'nelbo-job/1',
      hull: { material: 'frp-solid' },
      damage: { kind: 'blisters', position: 'below', size: [2.5, 0.9] },
      conditions: { temperature: 12, humidity: 0.5 },
    });
    const table = order.appendix.find((t) => t.caption.startsWith('Windows, air'));
    const by = table?.columns.indexOf('Recoat by') ?? -1;
    const { short } = whensOf({ timeZone: 'UTC' });
    let held = 0;
    for (const { id, window } of (plan.timeline?.stages ?? []).flatMap((s) => s.tasks)) {
      const from = plan.work?.links.find((l) => l.lags.some((lag) => lag.id === id))?.from;
      const n = stepsOf(order).find((s) => s.id === from)?.n;
      const row = window && table?.rows.find((r) => plainText(r[0]).startsWith(`${n}: `));
      if (!row) continue;
      expect(plainText(row[by])).withContext(id).toBe(short(window.closes));
      held += 1;
    }
    expect(held).toBeGreaterThanOrEqual(5);
  });

  it('has no column that nothing stands in, and no US fluid ounces in a metric yard', () => {
    for (const { name, order } of MATRIX) {
      for (const t of order.appendix)
        t.columns.forEach((c, k) =>
          expect(t.rows.some((r) => (r[k]?.length ?? 0) > 0))
            .withContext(`${name}: ${t.caption}, ${c}`)
            .toBeTrue(),
        );
      expect(workOrderMarkdown(order))
        .withContext(name)
        .not.toMatch(/fl oz|\d d \d|NaN|undefined|Infinity/);
    }
  });

  it('gives reasons only when it is asked for them', () => {
    const { plan, order } = MATRIX[0];
    const plain = workOrderMarkdown(order);
    const why = workOrderMarkdown(order, [], plan.trace);
    expect(plain).not.toContain('Where the figures come from');
    expect(why.length).toBeGreaterThan(2 * plain.length);
    expect(workOrderText(order, plan.trace)).toContain('WHERE THE FIGURES COME FROM');
  });
});

describe('a small job', () => {
  const chip = (kind: DamageKind, more: object = {}): JobDocument => ({
    format: 'nelbo-job/1',
    title: 'Chip',
    hull: { material: 'frp-solid' },
    damage: { kind, size: [0.003, 0.002] },
    ...more,
  });

  it('stands on half a sheet', () => {
    expect(lines(ordered(chip('gel-coat-chip')).order).length).toBeLessThanOrEqual(HALF_A_SHEET);
    // A weld has a trial and its heat to be told.
    const short = SUBSTRATES.filter(({ family }) => family !== 'polyolefin').flatMap(({ id, family }) =>
      (['nick', 'scratch', 'gel-coat-chip'] as const)
        .filter((kind) => occursOn(kind, family))
        .map((kind) => {
          const small = { kind, position: 'above', size: [0.012, 0.008] } as const;
          const { order } = ordered({ ...document(id, kind, 'above'), damage: small });
          return { name: `${id}, ${kind}`, order };
        })
        .filter(({ order }) => stepsOf(order).length <= 10),
    );
    expect(short.length).toBeGreaterThan(5);
    for (const { name, order } of short)
      expect(lines(order).length).withContext(name).toBeLessThanOrEqual(HALF_A_SHEET);
  });

  it('is levelled with a block that fits it', () => {
    const tools = stepsOf(ordered(chip('gel-coat-chip')).order).flatMap((s) =>
      s.figures.map((f) => (typeof f === 'string' ? f : f.text)),
    );
    expect(tools.join(' ')).toContain('hand block');
    expect(tools.join(' ')).not.toContain('long board');
  });
});

describe('a pot that is mixed again', () => {
  it('is told in short, with its figures', () => {
    const { order } = ordered({ ...BASE, system: { resin: 'epoxy-slow', finish: 'paint-2k' } });
    const paints = stepsOf(order).filter((s) => s.text === 'Mix paint');
    const words = paints.map((s) => s.pot.map((p) => (typeof p === 'string' ? p : p.text)).join(''));
    expect(paints.map((s) => s.again === true)).toEqual(paints.map((_, k) => k > 0));
    const [first] = words[0].match(/\d+\.\d g/) ?? [''];
    for (const again of words.slice(1)) expect(again).toContain(`again ${first}`);
  });

  it('is told in short too where it is weighed on a finer scale', () => {
    const nothing = { scales: [], cups: [], syringes: [], pumps: [], droppers: [] };
    const { order } = ordered(
      {
        format: 'nelbo-job/1',
        hull: { material: 'abs' },
        damage: { kind: 'hole', size: [0.06, 0.04] },
        access: 'both',
        system: { finish: 'paint-2k' },
      },
      { instruments: nothing },
    );
    const paints = stepsOf(order).filter((s) => s.text === 'Mix paint');
    const words = paints.map((s) => plainText(s.pot));
    const [, paint, hardener] = /paint (\d+\.\d+ g), paint hardener (\d+\.\d+ g)/.exec(words[0]) ?? [];
    expect(words.length).toBeGreaterThan(1);
    for (const again of words.slice(1))
      expect(again).toBe(`again ${paint} and ${hardener}, on a finer scale`);
  });
});

describe('when it is ready', () => {
  it('is full cure below the waterline, strength above it, pressure of a tube', () => {
    const at = (d: JobDocument) => readyOf(ordered(d).plan);
    expect(at(document('wood-ply', 'rot', 'below'))?.what).toBe('water');
    expect(at(document('pvc-fabric', 'fabric-tear', 'above'))?.what).toBe('pressure');
    const hull = (position: 'above' | 'below') => at(document('frp-solid', 'hole', position))?.at ?? NaN;
    expect(hull('below')).toBeGreaterThan(hull('above'));
  });

  it('is when the glue of a joint has cured, not when it can be sanded, and no load is spoken of for a chip', () => {
    const { plan } = ordered(document('wood-solid', 'rot', 'above'));
    const glue = plan.cure?.cases.find((c) => c.product.startsWith('Epoxy thickened'));
    const cured = glue?.milestones.find((m) => m.meaning.kind === 'cured')?.at ?? NaN;
    expect(readyOf(plan)).toEqual(
      jasmine.objectContaining({ what: 'load', at: Math.max(cured, plan.timeline?.end ?? NaN) }),
    );
    const chip = ordered({ ...document('frp-solid', 'gel-coat-chip', 'above') }).plan;
    expect(readyOf(chip)?.what).toBe('done');
  });

  it('is never before the last step', () => {
    for (const { name, plan } of MATRIX)
      expect(readyOf(plan)?.at ?? Infinity)
        .withContext(name)
        .toBeGreaterThanOrEqual(plan.timeline?.end ?? Infinity);
  });

  it('counts a coat from when it is laid, not from what lies under it', () => {
    const { plan } = ordered(document('wood-solid', 'rot', 'below'));
    const coats = orderRows(plan, {}).filter((r) => r.kind === 'step' && r.text.startsWith('Paint, coat'));
    const last = plan.timeline?.stages.flatMap((s) => s.tasks).find((t) => t.id === coats.at(-1)?.id);
    const finish = plan.cure?.cases.filter((c) => c.product === 'Two-part paint').at(-1);
    expect(finish?.laid ?? 0).toBeGreaterThanOrEqual(last?.end ?? Infinity);
  });
});

describe('words broken into lines', () => {
  it('keep every word, and hang under the first', () => {
    const text = 'word '.repeat(60).trim();
    const broken = wrapped(text, '[ ] ', 4);
    expect(broken.join(' ').replace(/\s+/g, ' ')).toBe(`[ ] ${text}`);
    expect(broken.slice(1).every((l) => l.startsWith('    word'))).toBeTrue();
  });

  it('break a word that no line holds', () => {
    const broken = wrapped('x'.repeat(250), '', 2);
    expect(broken.every((l) => l.length <= 100)).toBeTrue();
    expect(broken.join('').replace(/ /g, '')).toBe('x'.repeat(250));
  });
});
