import { HeavyWork } from '../../workers/heavy-work';
import { TestBed } from '@angular/core/testing';
import { LIBRARY, planRepair, type JobDocument } from '@nelbo/core';
import { nestFor, patternPieces, rollCuts } from '@nelbo/core/papers';
import { firstValueFrom, lastValueFrom, take, toArray } from 'rxjs';
import { read } from '../../../../../core/spec/support';
import { JOB, bench, type Bench } from '../testing';
import { GrindStage } from './grind-stage';
import { LaminateStage } from './laminate-stage';
import { StackTools } from './stack-tools';
import { applied } from './plan-checks';
import { Drawings } from '../drawings';

const plies = (b: Bench<unknown>): string[] =>
  (b.document().laminate?.plies ?? []).map((p) => `${p.cloth} ${p.way}`);
const CLEAT = {
  kind: 'fitting' as const,
  name: 'cleat',
  points: [
    { x: 0.1, y: -0.02 },
    { x: 0.14, y: -0.02 },
    { x: 0.14, y: 0.02 },
    { x: 0.1, y: 0.02 },
  ],
};
const beside: JobDocument = { ...JOB, obstacles: [CLEAT] };

describe('the grind stage', () => {
  it('lays out the ways past an obstacle, and one tap takes one', async () => {
    const b = await bench(GrindStage, {}, beside);
    expect(b.text()).toContain('The taper runs into the cleat');
    b.button('Take the cleat off').click();
    await b.settle();
    expect(b.document().obstacles?.[0].answer).toBe('move');
    expect(b.text()).toContain('It is taken off for the repair');
    b.button('Not there after all').click();
    await b.settle();
    expect(b.document().obstacles).toBeUndefined();
  });

  it('answers what a bevel that is ground already carries', async () => {
    const short = await bench(GrindStage, {}, { ...JOB, taper: { ground: 0.06 } });
    expect(short.text().replace(/\s+/g, ' ')).toMatch(
      /The bevel is short\.\s?60 mm reaches 7\.89 : 1 and carries 5\.0 mm: 7 of 10 plies\. Grind 31 mm further out: as it is, it is steeper than shear and duty ask for/,
    );
  });

  it('lays on a bevel that is wide enough as it is', async () => {
    const wide = await bench(GrindStage, {}, { ...JOB, taper: { ground: 0.12 } });
    expect(wide.text()).toContain('The bevel carries it.');
    [...wide.host.querySelectorAll('button')].find((x) => x.textContent?.includes('as it is'))?.click();
    await wide.settle();
    expect(wide.document().taper?.ratio).toBe(wide.context.plan()?.dish?.grind?.taper.used.value);
    expect(wide.context.plan()?.dish?.grind?.grindLimit.value).toBeCloseTo(0.12, 2);
    expect(wide.text()).not.toContain('as it is');
  });

  it('offers a dish for each face', async () => {
    const b = await bench(GrindStage, {}, { ...JOB, taper: { side: 'both' } });
    expect(
      [...b.host.querySelectorAll('nb-dish-tables h3')].map((h) => h.textContent?.split(',')[0]),
    ).toEqual(['Outside', 'Inside']);
  });

  it('turns a dish that broke through into a through repair, and writes it into the log', async () => {
    const b = await bench(GrindStage, {}, { ...JOB, damage: { ...JOB.damage, depth: 0.004 } });
    b.button('It broke through').click();
    await b.settle();
    expect(b.document().damage.depth).toBeUndefined();
    expect(b.context.log().some((e) => e.text.includes('broke through'))).toBeTrue();
  });

  it('takes a finding that goes further all round', async () => {
    const b = await bench(GrindStage);
    const before = b.context.plan()?.survey?.length.value ?? 0;
    [...b.host.querySelectorAll('button')].find((x) => x.textContent?.includes('further all round'))?.click();
    await b.settle();
    expect(b.context.plan()?.survey?.length.value ?? 0).toBeCloseTo(before + 0.02, 3);
  });

  it('changes a field inside a list by its path', () => {
    expect(
      applied({ obstacles: [CLEAT, CLEAT] }, { path: 'obstacles.1.answer', value: 'move' }).obstacles.map(
        (o) => (o as { answer?: string }).answer,
      ),
    ).toEqual([undefined, 'move']);
    expect(applied({ taper: { ratio: 12 } }, { path: 'taper.side', value: 'both' })).toEqual({
      taper: { ratio: 12, side: 'both' },
    } as never);
  });
});

describe('the stack by hand', () => {
  it('is turned, moved, taken out and added to; every figure follows', async () => {
    const b = await bench(StackTools);
    const count = b.context.plan()?.dish?.laminate?.plies.length ?? 0;
    const labelled = (name: string): HTMLButtonElement =>
      b.host.querySelector<HTMLButtonElement>(`button[aria-label^="${name}"]`) as HTMLButtonElement;
    labelled('Turn ply 1,').click();
    await b.settle();
    expect(plies(b)[0]).toBe('biax-600 0/90');
    expect(b.context.plan()?.dish?.laminate?.own).toBeTrue();
    labelled('Ply 1 later').click();
    await b.settle();
    expect(plies(b).slice(0, 2)).toEqual(['biax-600 0/90', 'biax-600 0/90']);
    labelled('Take ply 1 out').click();
    await b.settle();
    expect(plies(b).length).toBe(count - 1);
    b.button('Add a ply').click();
    await b.settle();
    expect(plies(b).length).toBe(count);
    b.button('Let Nelbo count the plies').click();
    await b.settle();
    expect(b.document().laminate?.plies).toBeUndefined();
  });

  it('a dry fit drops or adds a ply, and the check says what it leaves', async () => {
    const b = await bench(LaminateStage);
    const count = b.context.plan()?.dish?.laminate?.plies.length ?? 0;
    b.button('stands proud: drop a ply').click();
    await b.settle();
    expect(plies(b).length).toBe(count - 1);
    expect(b.text()).toContain('unfilled');
    b.button('lies low: add a ply').click();
    await b.settle();
    expect(plies(b).length).toBe(count);
  });

  it('the old stack takes plies and is told against the new', async () => {
    const b = await bench(StackTools);
    const lists = b.host.querySelectorAll('nb-ply-list');
    [...lists[1].querySelectorAll('button')].find((x) => x.textContent?.includes('Add a ply'))?.click();
    await b.settle();
    expect(b.document().hull.plies?.length).toBe(1);
    expect(b.text()).toContain('1 plies as found');
  });

  it('is stepped through as it will be laid; the drawings know how far', async () => {
    const b = await bench(LaminateStage);
    b.button('Step through the layup').click();
    await b.settle();
    expect(b.context.laidTo()).toBe(0);
    const words = (): string => b.host.querySelector('nb-layup-steps .words')?.textContent ?? '';
    for (let i = 0; i < 12 && !words().includes('Lay ply 1:'); i += 1) {
      b.button('Next ›').click();
      await b.settle();
    }
    expect(words()).toContain('Lay ply 1:');
    expect(b.context.laidTo()).toBe(1);
    expect(b.context.pickedPly()).toBe(1);
    b.button('Close').click();
    await b.settle();
    expect(b.context.laidTo()).toBeUndefined();
  });
});

describe('the taper', () => {
  it('is moved by the keys of its handle', async () => {
    const b = await bench(Drawings, { stage: 'grind' });
    const handle = b.host.querySelector<SVGCircleElement>('circle[role=slider]');
    expect(handle?.getAttribute('aria-valuetext')).toBe('12.0 to 1');
    handle?.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
    await b.settle();
    expect(b.document().taper?.ratio).toBe(12.5);
  });

  it('follows a finger in the section and in the plan', async () => {
    const b = await bench(Drawings, { stage: 'laminate' });
    const drag = async (handle: SVGCircleElement, by: number): Promise<void> => {
      const box = handle.getBoundingClientRect();
      const at = (x: number): PointerEventInit => ({
        clientX: x,
        clientY: box.y + box.height / 2,
        bubbles: true,
        pointerId: 1,
      });
      const from = box.x + box.width / 2;
      handle.dispatchEvent(new PointerEvent('pointerdown', at(from)));
      handle.dispatchEvent(new PointerEvent('pointermove', at(from + by)));
      handle.dispatchEvent(new PointerEvent('pointerup', at(from + by)));
      await b.settle();
    };
    const handles = (): NodeListOf<SVGCircleElement> => b.host.querySelectorAll('circle[role=slider]');
    await drag(handles()[0], -40);
    const first = b.document().taper?.ratio as number;
    expect(first).toBeLessThan(12);
    await drag(handles()[1], 60);
    expect(b.document().taper?.ratio as number).toBeGreaterThan(first);
  });

  it('is not offered where the stage is about something else', async () => {
    const b = await bench(Drawings, { stage: 'mix' });
    expect(b.host.querySelector('circle[role=slider]')).toBeNull();
  });
});

describe('work in a worker', () => {
  it('proposes stacks and lays out a roll, better and better, and ends when nobody waits', async () => {
    const heavy = TestBed.inject(HeavyWork);
    const job = read(JOB);
    const [face] = await firstValueFrom(heavy.propose(job, LIBRARY, {}));
    expect(face.proposals.length).toBeGreaterThan(0);
    const { plan } = planRepair(job, LIBRARY, {}, { now: 0 });
    const nest = plan && rollCuts(patternPieces(plan, LIBRARY), LIBRARY).find((c) => c.nest)?.nest;
    if (!nest) throw new Error('nothing to lay out');
    const steps = await lastValueFrom(heavy.nest(nest, 600).pipe(toArray()));
    expect(steps.at(-1)?.done).toBeTrue();
    expect(steps.at(-1)?.layout.length ?? 1).toBeLessThanOrEqual((nestFor(nest, 1)?.length ?? 0) + 1e-9);
    const first = await firstValueFrom(heavy.nest(nest, 60_000).pipe(take(1)));
    expect(first.tried).toBeGreaterThan(0);
  }, 30_000);
});
