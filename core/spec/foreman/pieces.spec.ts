import { bounds } from '../../src/geometry/region';
import { rectangle, LIBRARY, Ledger, type Figure, type JobDocument } from '../../src/index';
import { compareStiffness } from '../../src/laminate/compare-stiffness';
import type { OldLaminate } from '../../src/materials/product';
import { drawnPatterns, patternPieces, workOrder, workOrderText } from '../../src/papers';
import { BASE, CLOCK, planOf, planRepair, read } from '../support';
import { doneIn, line, planned } from './lines';

/** A job as paper has it. */
function ordered(document: JobDocument): { readonly text: string } {
  const job = read(document);
  const { plan, problems } = planRepair(job, LIBRARY, {}, CLOCK);
  if (!plan) throw new Error('no plan');
  return { text: workOrderText(workOrder(job, plan, problems, [], { timeZone: 'UTC' })) };
}

describe('the foreman: what is cut, and from what', () => {
  /** An L of 300 × 250 mm and a square of 40 mm half a metre off. */
  const TWO = {
    ...BASE,
    hull: { ...BASE.hull, thickness: 0.006, gelCoat: 0.0006 },
    damage: {
      kind: 'hole',
      findings: [
        {
          at: '2026-11-20T08:00:00Z',
          extent: 'true extent',
          size: [0.3, 0.25],
          outline: [
            { x: -0.15, y: -0.125 },
            { x: 0.15, y: -0.125 },
            { x: 0.15, y: -0.03 },
            { x: -0.02, y: -0.03 },
            { x: -0.02, y: 0.125 },
            { x: -0.15, y: 0.125 },
          ],
          holes: [{ outline: rectangle(0.04, 0.04).map((p) => ({ x: p.x + 0.6, y: p.y })) }],
        },
      ],
    },
  } as JobDocument;

  line(6, 'each hole has its own cut size, on the order, in the list of cuts and in what is bought', () => {
    const { plan } = planOf(TWO);
    expect(plan.survey?.holes.map((h) => h.name)).toEqual(['A', 'B']);
    // The section is cut through the larger one.
    expect(plan.section?.half).toBeCloseTo(0.15, 6);
    const first = plan.dish?.laminate?.plies[0];
    const [a, b] = first?.cuts ?? [];
    // Each is its hole with the offset of the ply on both sides.
    const o = first?.offset.value ?? NaN;
    expect(a.length?.value).toBeCloseTo(0.3 + 2 * o, 6);
    expect(a.width?.value).toBeCloseTo(0.25 + 2 * o, 6);
    expect(b.length?.value).toBeCloseTo(0.04 + 2 * o, 6);
    const pieces = patternPieces(plan, LIBRARY).filter((p) => p.lay === 1);
    expect(pieces.map((p) => p.name)).toEqual(['Ply 1, A', 'Ply 1, B']);
    expect(pieces.map((p) => p.length)).toEqual([a.length?.value ?? NaN, b.length?.value ?? NaN]);
    const bought = plan.materials?.find((m) => m.id.startsWith('cloth.'))?.quantity.value ?? NaN;
    const cut = (plan.dish?.laminate?.plies ?? []).flatMap((p) =>
      p.cuts.map((c) => (c.length?.value ?? NaN) * (c.width?.value ?? NaN)),
    );
    expect(bought).toBeCloseTo(
      cut.reduce((sum, x) => sum + x, 0),
      9,
    );
    const text = ordered(TWO).text.replace(/\s+/g, ' ');
    expect(text).toContain('2 holes, A 300 × 250 mm, B 40 × 40 mm');
    expect(text).toMatch(/1: [^;]+, A \d+ × \d+ mm, B \d+ × \d+ mm/);
  });

  line(6, 'each half of a ply over a stem has its own cut size', () => {
    const { plan } = planOf({
      ...BASE,
      obstacles: [
        {
          kind: 'stem',
          answer: 'over',
          points: [
            { x: 0.01, y: -1 },
            { x: 0.01, y: 1 },
          ],
        },
      ],
    });
    for (const ply of plan.dish?.laminate?.plies ?? []) {
      expect(ply.cuts.map((c) => c.name)).toEqual(['A 1', 'A 2']);
      const [one, other] = ply.cuts.map((c) => c.length?.value ?? NaN);
      // Together they are the ply and one lap of 50 mm.
      expect(one + other).toBeCloseTo(ply.length.value + 0.05, 4);
    }
  });

  line(6, 'tabs end one behind the other, each cut to its own length', () => {
    const { plan } = planOf({ ...BASE, structure: [{ kind: 'stringer', length: 0.8 }] });
    const strips = plan.dish?.structure?.[0].strips ?? [];
    // 30 mm at each end.
    expect(strips.map((s) => Math.round(s.length.value * 1000))).toEqual([800, 740, 680]);
    const cut = patternPieces(plan, LIBRARY).filter((p) => p.id.startsWith('tab-1-'));
    expect([...new Set(cut.map((p) => Math.round(p.length * 1000)))]).toEqual([800, 740, 680]);
  });

  line(6, 'panels of neighbouring plies are not joined above each other', () => {
    const { plan } = planOf({
      ...BASE,
      damage: { kind: 'hole', size: [1.6, 1.4] },
      system: { cloth: 'biax-600' },
    });
    const joints = (plan.dish?.laminate?.plies ?? []).slice(0, 3).map(({ lay }) => {
      const panels = patternPieces(plan, LIBRARY).filter((p) => p.lay === lay && p.side === 'outside');
      expect(panels.length).withContext(`ply ${lay}`).toBeGreaterThan(1);
      return Math.min(...panels.map((p) => bounds([p.outline]).y1));
    });
    for (const [i, y] of joints.entries())
      for (const other of joints.slice(i + 1)) expect(Math.abs(y - other)).toBeGreaterThan(0.03);
  });

  line(6, 'what stays of a wall of part depth counts in the stiffness', () => {
    const of = (depth?: number) =>
      planOf({
        ...BASE,
        hull: { ...BASE.hull, thickness: 0.008, gelCoat: 0.0006 },
        damage: { kind: 'crushed', size: [0.1, 0.06], ...(depth ? { depth } : {}) },
      }).plan;
    const part = of(0.0036);
    // 8.0 mm less 3.0 mm taken away below the gel coat.
    const stays = part.trace[Object.keys(part.trace).find((id) => id.endsWith('.stays')) ?? ''];
    expect(stays.value).toBeCloseTo(0.005, 9);
    const A = part.dish?.laminate?.stiffness?.A11.value ?? NaN;
    // New plies alone are three eighths of the wall: with the floor under them they come near the whole again.
    expect(A).toBeGreaterThan(0.85);
    const alone = compareStiffness(
      {
        plies: (part.dish?.laminate?.plies ?? []).map((p) => ({
          cloth: p.cloth,
          way: p.orientation,
          thickness: p.thickness.value,
        })),
        thickness: part.dish?.laminate?.thickness as Figure,
        resin: 'epoxy',
        densityResin: 1150,
        old: {
          plies: [],
          thickness: part.inputs?.thickness as Figure,
          laminate: part.inputs?.oldLaminate as OldLaminate,
          library: LIBRARY,
        },
      },
      new Ledger('alone'),
    );
    expect(alone?.A11.value ?? NaN).toBeLessThan(0.7 * A);
  });

  line(
    6,
    'the inner skin of a cored panel that is reached from inside gets its own plies and its pot',
    () => {
      const deck = (access: string) =>
        planned('frp-cored', 'hole', {
          access,
          hull: { thickness: 0.003, coreThickness: 0.015, core: 'pvc foam' },
        });
      const both = deck('both');
      // That both can be reached is what it was decided by.
      expect(both.text).not.toContain('entered and not used');
      expect(both.plan.dish?.laminate?.sides.map((s) => s.face)).toEqual(['outside', 'inside']);
      const inner = both.plan.dish?.laminate?.plies.filter((p) => p.side === 'inside') ?? [];
      expect(inner.length).toBeGreaterThan(0);
      expect(
        patternPieces(both.plan, LIBRARY).filter((p) => p.side === 'inside' && p.lay !== undefined).length,
      ).toBe(inner.length);
      const laid = new Set(both.plan.dish?.mix?.batches.flatMap((b) => b.plies));
      for (const p of inner) expect(laid.has(p.lay)).withContext(`ply ${p.lay}`).toBeTrue();
      // The core is held by its edges: a former stands before it is bedded, and goes before the inner skin.
      const steps = doneIn(both);
      const [former, bed, turned] = ['former inside', 'core bedThrough', 'turn inside'].map((s) =>
        steps.indexOf(s),
      );
      expect(former).toBeGreaterThan(-1);
      expect(bed).toBeGreaterThan(former);
      expect(turned).toBeGreaterThan(bed);
      expect(deck('one').plan.dish?.laminate?.sides.map((s) => s.face)).toEqual(['outside']);
    },
  );

  line(6, 'a backing is told with its size, plies and resin, and has its pots', () => {
    const of = planned('frp-solid', 'hole', {
      access: 'one',
      backing: 'bonded',
      hull: { thickness: 0.007 },
      system: { resin: 'epoxy-slow', cloth: 'biax-600' },
    });
    const { panel } = of.plan.dish ?? {};
    // 2 mm of plies of 0.661 mm; 25 mm beyond a hole of 120 × 60 mm.
    expect(panel?.plies.value).toBe(4);
    expect(panel?.length.value).toBeCloseTo(0.17, 4);
    expect(panel?.width.value).toBeCloseTo(0.11, 4);
    const pots = new Map(of.plan.repair?.pots.map((p) => [p.id, p]));
    // Four plies of 490 g of resin on a square metre, and the waste.
    expect(pots.get('panel')?.need.value).toBeCloseTo(4 * 0.4909 * (panel?.area.value ?? NaN) * 1.15, 4);
    expect(pots.get('backing')?.powder?.name).toBe('Microfibre');
    const bought = of.plan.materials?.find((m) => m.id === 'backingResin')?.quantity.value ?? NaN;
    const mixed = ['panel', 'backing'].reduce((sum, id) => {
      const pot = pots.get(id);
      return sum + (pot?.mass.value ?? NaN) * (pot?.count.value ?? NaN);
    }, 0);
    expect(bought).toBeCloseTo(mixed, 9);
    expect(patternPieces(of.plan, LIBRARY).filter((p) => p.id.startsWith('backing')).length).toBe(4);
    const [laid, fitted] = ['make backing', 'backing fit'].map((s) => doneIn(of).indexOf(s));
    expect(laid).toBeGreaterThan(-1);
    expect(fitted).toBeGreaterThan(laid);
    // A round hole lets no round backing through whole.
    const round = planned('frp-solid', 'hole', {
      access: 'one',
      backing: 'bonded',
      damage: { size: [0.1, 0.1] },
    });
    expect(round.text.replace(/\s+/g, ' ')).toContain('in two halves');
    expect(of.text.replace(/\s+/g, ' ')).not.toContain('in two halves');
  });

  line(
    6,
    'a valve gets a ring, not a lid; it comes out first and goes back in when the ring has rested',
    () => {
      const of = planned('pvc-fabric', 'valve-leak', { damage: { valve: 'seat', size: [0.05, 0.05] } });
      const ring = patternPieces(of.plan, LIBRARY).find((p) => p.id === 'patch');
      expect(ring?.holes?.length).toBe(1);
      const cut = bounds(ring?.holes ?? []);
      expect(cut.x1 - cut.x0).toBeCloseTo(0.05, 6);
      // 150 mm square with corners of 25 mm, less them and less the hole.
      const area = 0.15 * 0.15 - (4 - Math.PI) * 0.025 ** 2 - (Math.PI / 4) * 0.05 ** 2;
      expect(ring?.area ?? NaN).toBeCloseTo(area, 4);
      const steps = doneIn(of);
      const [out, abraded, joined, back, tested] = [
        'takeOff valve',
        'abrade fabric',
        'join patch',
        'putBack valve',
        'test third',
      ].map((s) => steps.indexOf(s));
      expect(out).toBeGreaterThan(-1);
      expect(out).toBeLessThan(abraded);
      expect(joined).toBeGreaterThan(abraded);
      expect(back).toBeGreaterThan(joined);
      expect(tested).toBeGreaterThan(back);
      const drawn = drawnPatterns(of.plan, LIBRARY).find((p) => p.piece.id === 'patch');
      expect(drawn?.lines.filter((l) => l.kind === 'cut').length).toBe(2);
    },
  );
});
