import { forecastCure } from '../src/cure';
import {
  LIBRARY,
  readyOf,
  refinePlan,
  refineProblems,
  tellMilestone,
  type JobDocument,
  type Plan,
  type Product,
} from '../src/index';
import { publicPlan, workOrder, workOrderMarkdown, workOrderText, type WorkOrder } from '../src/papers';
import { whensOf } from '../src/report/order/when';
import { layersOf } from '../src/report/order/waited-layers';
import { plainText } from '../src/report/say';
import { isLayer, layerId } from '../src/work/ids';
import { sensiblePairs } from './match-support';
import { CLOCK, figuresOf, planRepair, read } from './support';

const READER = { timeZone: 'UTC' } as const;
const { short, moment } = whensOf(READER);

const CLIMATES: Readonly<Record<string, JobDocument['conditions']>> = {
  'a steady shed': { temperature: 20, humidity: 0.5 },
  'day and night': { temperature: 16, humidity: 0.5, air: 'day and night', low: 9, high: 18 },
  'a hot day in the sun': {
    temperature: 31,
    humidity: 0.4,
    place: 'open air',
    sun: 'yes',
    air: 'day and night',
    low: 21,
    high: 33,
  },
};

interface Ordered {
  readonly plan: Plan;
  readonly order: WorkOrder;
}

function ordered(document: JobDocument): Ordered | undefined {
  const job = read(document);
  const result = planRepair(job, LIBRARY, {}, CLOCK);
  // How finely heat is followed says nothing of whether one clock is told everywhere.
  const cure = forecastCure(job, result, LIBRARY, {}, CLOCK, { cells: 16 });
  if (!result.plan || !cure) return undefined;
  const plan = refinePlan(result.plan, cure);
  return { plan, order: workOrder(job, plan, refineProblems(result.problems, cure), [], READER) };
}

/** One hull of every family with every damage. */
const PAIRS = sensiblePairs().filter(
  (p, i, all) =>
    all.findIndex((q) => q.substrate.family === p.substrate.family && q.damage === p.damage) === i,
);

const ROLES: Readonly<Partial<Record<Product['role'], string>>> = {
  'laminating resin': 'resin',
  'fairing compound': 'filler',
  finish: 'finish',
  adhesive: 'bond',
  'fabric adhesive': 'bond',
  'surface filler': 'bond',
  primer: 'prime',
  'barrier coat': 'barrier',
};

/** Every product that cures in a kind of repair that takes it: as it is chosen, and each other one asked for by name. */
function* jobs(): Generator<{ readonly name: string; readonly document: JobDocument }> {
  for (const { substrate, damage } of PAIRS) {
    const document = (system?: object): JobDocument => ({
      format: 'nelbo-job/1',
      hull: { material: substrate.id },
      damage: { kind: damage, size: [0.12, 0.06] },
      ...(system ? { system } : {}),
    });
    yield { name: `${substrate.id}, ${damage}`, document: document() };
  }
  for (const product of LIBRARY.products) {
    const role = ROLES[product.role];
    if (!role || !('cure' in product)) continue;
    for (const { substrate, damage } of PAIRS) {
      const document: JobDocument = {
        format: 'nelbo-job/1',
        hull: { material: substrate.id },
        damage: { kind: damage, size: [0.12, 0.06] },
        system: { [role]: product.id },
      };
      const chain = planRepair(read(document), LIBRARY, {}, CLOCK).plan?.system?.chosen?.chain;
      if (!chain || chain.refusedBy.length > 0 || !chain.links.some((l) => l.product.id === product.id))
        continue;
      yield { name: `${substrate.id}, ${damage}, ${product.name}`, document };
      break;
    }
  }
}

/** Wherever a plan tells when a layer may be gone on with. */
function checkOneClock({ plan, order }: Ordered, name: string): number {
  const tasks = new Map((plan.timeline?.stages ?? []).flatMap((s) => s.tasks).map((t) => [t.id, t]));
  const json = JSON.parse(JSON.stringify(publicPlan(plan))) as {
    work: { layers: { id: string; moments: Record<string, { at: string }> }[] };
    cure: { cases: { id: string; milestones: { id: string; at: string }[] }[] };
  };
  const table = order.appendix.find((t) => t.caption.startsWith('Windows, air'));
  const [markdown, text] = [workOrderMarkdown(order), workOrderText(order).replace(/\s+/g, ' ')];
  const layers = layersOf(plan);
  let held = 0;
  layers.forEach(({ found }, row) => {
    const lags = (plan.work?.links ?? [])
      .flatMap((l) => l.lags)
      .filter(({ cures }) => cures && isLayer(found, cures.layer));
    for (const m of found.milestones) {
      const where = `${name}: ${found.title}, ${tellMilestone(m.meaning)}`;
      // The tape and the step wait until just that moment.
      for (const lag of lags.filter((l) => l.cures?.moment === m.id)) {
        const task = tasks.get(lag.id);
        if (task && !lag.over && m.at > task.start)
          expect(Math.abs(task.end - Math.max(task.start, m.at)))
            .withContext(`${where}, tape`)
            .toBeLessThan(60_000 + untilCool(found.of));
        if (task?.window && (m.id === 'opens' || m.id === 'closes'))
          expect(Math.abs(task.window[m.id] - m.at))
            .withContext(`${where}, window`)
            .toBeLessThan(1000);
        held += 1;
      }
      const inJson = json.cure.cases.find((c) => c.id === found.id)?.milestones.find((x) => x.id === m.id);
      expect(inJson?.at).withContext(`${where}, JSON`).toBe(new Date(m.at).toISOString());
      const layer = json.work.layers.find((l) =>
        lags.some(({ cures }) => cures && layerId(cures.layer) === l.id),
      );
      if (layer)
        expect(layer.moments[m.id]?.at)
          .withContext(`${where}, layer in JSON`)
          .toBe(inJson?.at ?? '');
      const head = {
        opens: 'Recoat from',
        closes: 'Recoat by',
        sand: 'Sand, handle',
        load: 'Load',
        full: 'Full cure',
        trim: 'Trim by',
        gel: '',
      }[m.id];
      const column = table?.columns.indexOf(head) ?? -1;
      if (!table || column < 0) continue;
      const cell = plainText(table.rows[row][column]);
      expect(cell).withContext(`${where}, table`).toBe(short(m.at));
      expect(markdown).withContext(`${where}, Markdown`).toContain(cell);
      expect(text).withContext(`${where}, text`).toContain(cell);
    }
  });
  const ready = readyOf(plan);
  if (ready && ready.what !== 'done') {
    const moments = layers.flatMap(({ found }) => found.milestones.map((m) => m.at));
    const rests = [...tasks.values()].map((t) => t.end);
    expect([...moments, ...rests].some((at) => Math.abs(at - ready.at) < 1000))
      .withContext(`${name}: headline`)
      .toBeTrue();
    expect(markdown)
      .withContext(`${name}: headline in Markdown`)
      .toContain(moment(ready.at).split(' ').slice(0, 3).join(' '));
  }
  return held;
}

/** A lift of styrene resin is let cool before the next. */
const untilCool = (of: string): number => (of === 'laminate' ? 6 * 3_600_000 : 0);

describe('one clock', () => {
  const all = [...jobs()];

  it('reaches nearly every product of the library that cures', () => {
    const curing = LIBRARY.products.filter((p) => 'cure' in p && ROLES[p.role]);
    const asked = new Set(all.map(({ name }) => name.split(', ')[2]).filter(Boolean));
    expect(asked.size).toBeGreaterThan(0.8 * curing.length);
  });

  for (const [climate, conditions] of Object.entries(CLIMATES))
    it(`has the same moment for the same layer everywhere, ${climate}`, () => {
      let held = 0;
      for (const { name, document } of all) {
        const o = ordered({ ...document, conditions });
        if (!o) continue;
        held += checkOneClock(o, name);
        for (const { figure } of figuresOf(shownOf(o.plan)))
          expect(figure.estimates)
            .withContext(`${name}: ${figure.traceId} is still an estimate`)
            .toBeUndefined();
      }
      expect(held).toBeGreaterThan(150);
    });
});

describe('at the temperature of a sheet', () => {
  it('the times are the sheet’s, to two hundredths, for every product in every kind that takes it', () => {
    const products = new Map(LIBRARY.products.map((p) => [p.name, p]));
    let held = 0;
    for (const { name, document } of jobs()) {
      const o = ordered({ ...document, conditions: { temperature: 25, humidity: 0.5 } });
      for (const c of o?.plan.cure?.cases ?? []) {
        const product = products.get(c.product);
        const sheet = product && 'cure' in product ? product.cure : undefined;
        // What dries goes by its solvent, what stands in damp air by its moisture, what light cures by light.
        if (!sheet || (product && 'drying' in product && product.drying)) continue;
        const gels = sheet.window?.open === 'gel';
        const wanted = {
          // A window that opens with the gel goes by the share of peroxide, which is not the sheet’s at 25 °C.
          opens: gels ? undefined : (sheet.window?.open as number | undefined),
          sand: sheet.sand,
          full: sheet.full,
        };
        for (const m of c.milestones) {
          const seconds = wanted[m.id as keyof typeof wanted];
          if (seconds === undefined || c.id.startsWith('film.uv')) continue;
          expect(Math.abs(m.after.value / seconds - 1))
            .withContext(`${name}: ${c.title}, ${c.product}, ${m.id}`)
            .toBeLessThan(0.02);
          held += 1;
        }
      }
    }
    expect(held).toBeGreaterThan(300);
  });
});

/** What of a plan pages and papers show; lags keep the plan's own figures for where no forecast is. */
function shownOf({ dish, finish, productTimes, repair, timeline, work, totals }: Plan): unknown {
  const { items: _, later: __, ...sheets } = repair ?? {};
  return { dish, finish, productTimes, sheets, timeline, steps: work?.steps, totals };
}
