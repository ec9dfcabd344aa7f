import type { JobDocument } from '@nelbo/core';
import { JOB, bench, type } from '../testing';
import { Questions } from './questions';
import { QuestionList } from './question-list';
import { RepairDrawings } from './repair-drawings';
import { RepairStage } from './repair-stage';
import { StageSteps } from '../stage-steps';
import { Ways } from './ways';

const TEAR: JobDocument = {
  ...JOB,
  hull: { material: 'csm-fabric' },
  damage: { kind: 'fabric-tear', size: ['85 mm', '4 mm'] },
};
const DECK: JobDocument = {
  ...JOB,
  hull: { material: 'frp-cored', core: 'balsa' },
  damage: { kind: 'delamination', size: ['400 mm', '300 mm'], wet: 'dry' },
};
const FOIL: JobDocument = {
  ...JOB,
  hull: { material: 'foil-moulded' },
  damage: { kind: 'split-edge', size: ['240 mm', '30 mm'] },
  repair: { edge: { weight: 40 } },
};

describe('the steps of a stage', () => {
  const numbers = (host: HTMLElement): number[] =>
    [...host.querySelectorAll('.n')].map((n) => Number(n.textContent)).filter((n) => n > 0);

  it('are numbered through the whole job, with what is waited for between them', async () => {
    const b = await bench(StageSteps, { stage: 'mix' }, TEAR);
    expect(b.host.querySelectorAll('.steps li').length).toBeGreaterThan(6);
    expect(b.host.querySelectorAll('.steps .wait').length).toBeGreaterThan(3);
    const told = numbers(b.host);
    expect(told[0]).toBeGreaterThan(1);
    expect(told).toEqual(told.map((_, k) => told[0] + k));
    expect(b.text()).not.toMatch(/NaN|undefined/);
  });

  it('are there for laminate as for every other kind', async () => {
    const hole = await bench(StageSteps, { stage: 'grind' }, JOB);
    expect(hole.text()).toContain('Cut out and grind the taper: 12');
    expect(numbers(hole.host)[0]).toBe(2);
  });

  it('say which take two people', async () => {
    const foil = await bench(StageSteps, { stage: 'grind' }, FOIL);
    expect(foil.host.querySelector('.people')?.textContent).toContain('2 people');
  });

  it('stand at the survey too', async () => {
    const b = await bench(StageSteps, { stage: 'survey' }, JOB);
    expect(b.host.querySelectorAll('li').length).toBe(1);
    expect(b.text()).toContain('Survey and tap');
  });

  it('open what comes next, with its caution and its test, and another by a tap', async () => {
    const b = await bench(StageSteps, { stage: 'grind' }, JOB);
    const open = (): string => b.host.querySelector('.open')?.textContent ?? '';
    expect(open()).toContain('Dewax and wash');
    expect(open()).toContain('Dewaxer: gloves, air');
    expect(open()).not.toContain('lay the gauge');
    b.button('Step 4: Cut out and grind the taper').click();
    await b.settle();
    expect(open()).toContain('lay the gauge at the distances of the table');
    expect(open()).toContain('Done when');
    expect(b.context.touched()?.classes.has('grind-limit')).toBeTrue();
    b.button('Step 4: Cut out and grind the taper').click();
    await b.settle();
    expect(open()).toBe('');
  });

  it('say at a pot what the scale shows', async () => {
    const b = await bench(StageSteps, { stage: 'laminate' }, JOB);
    expect(b.text()).toMatch(/Mix batch 1.*bench scale: resin to \d+\.\d g/);
  });
});

describe('a stage of a repair that is not laminate', () => {
  it('shows its figures, tables, pots with the ways to measure them', async () => {
    const b = await bench(RepairStage, { stage: 'mix' }, TEAR);
    expect(b.text()).toContain('thin coats of two-part polychloroprene fabric adhesive');
    expect([...b.host.querySelectorAll('h3')].map((h) => h.textContent)).toEqual(
      jasmine.arrayContaining(['Patch', 'Drawn together first', 'Times in this air', 'Adhesive']),
    );
    expect(b.host.querySelectorAll('.ways li').length).toBeGreaterThan(0);
    expect(b.text()).not.toMatch(/NaN|undefined/);
  });

  it('asks, plans with the answer at once, and marks what stands in until then', async () => {
    const b = await bench(RepairStage, { stage: 'mix' }, TEAR);
    const width = (): number => b.context.plan()?.trace['repair.patch.length'].value ?? 0;
    expect(width()).toBeCloseTo(0.185, 6);
    expect(b.text()).toContain('assumed until entered');
    type(b.host, 'Patch past the damage', '60 mm');
    await b.settle();
    expect(b.document().repair?.inflatable?.margin).toBeCloseTo(0.06, 9);
    expect(width()).toBeCloseTo(0.205, 6);
  });

  it('adds to a view that has the head of the stage already', async () => {
    const b = await bench(RepairStage, { stage: 'mix', head: false }, TEAR);
    expect(b.host.querySelector('nb-stage-head')).toBeNull();
    expect(b.host.querySelector('nb-cure-air')).toBeNull();
  });

  it('tells what is wrong with an answer and keeps what was typed', async () => {
    const b = await bench(Questions, { asks: [{ path: 'repair.core.pitch' }] }, DECK);
    const box = type(b.host, 'Distance between holes', '5 mm');
    await b.settle();
    expect(b.host.querySelector('[role=alert]')?.textContent).toContain('20 to 200 mm');
    expect(box.value).toBe('5 mm');
  });
});

describe('readings of a repair', () => {
  it('are added with the hour, changed, judged, and taken out', async () => {
    const b = await bench(QuestionList, { path: 'repair.inflatable.leak' }, TEAR);
    b.button('Add: reading').click();
    await b.settle();
    expect(Date.parse(b.document().repair?.inflatable?.leak?.[0].at ?? '')).toBeGreaterThan(0);
    type(b.host, 'Gauge pressure', '220 mbar');
    await b.settle();
    expect(b.document().repair?.inflatable?.leak?.[0].pressure).toBeCloseTo(22_000, 6);
    b.button('Add: reading').click();
    await b.settle();
    // A new reading begins with the pressure of the one before.
    expect(b.document().repair?.inflatable?.leak?.[1].pressure).toBeCloseTo(22_000, 6);
    expect(b.host.querySelectorAll('.row').length).toBe(2);
    b.button('Take out leak test, 2').click();
    await b.settle();
    b.button('Take out leak test, 1').click();
    await b.settle();
    expect(b.document().repair?.inflatable?.leak).toBeUndefined();
  });
});

describe('drawings of a repair', () => {
  it('show its own picture in place of the section', async () => {
    const b = await bench(RepairDrawings, {}, DECK);
    expect(b.text()).toContain('Holes in the order of filling');
    expect(b.host.querySelectorAll('svg .hole-mark').length).toBeGreaterThan(20);
    expect(b.host.querySelector('svg')?.getAttribute('aria-label')).toContain('low side first');
  });

  it('say how much the thickness is exaggerated', async () => {
    const b = await bench(RepairDrawings, {}, { ...JOB, damage: { kind: 'blisters', size: ['2 m', '1 m'] } });
    expect(b.text()).toContain('thickness ×4');
  });
});

describe('the survey of a wet core', () => {
  it('asks for the fastenings that let water in, and not again for what stands beside the damage', async () => {
    const b = await bench(
      RepairStage,
      { stage: 'survey', head: false },
      {
        ...JOB,
        hull: { material: 'frp-cored' },
        damage: { kind: 'wet-core', size: ['120 mm', '60 mm'], wet: 'wet', source: 'fasteners' },
      },
    );
    expect(b.text()).toContain('Fastenings that let it in');
    expect(b.text()).not.toContain('Core behind it');
    expect(b.text()).not.toContain('Where the water came in');
  });
});

describe('two ways for a core', () => {
  it('are both planned, and the other is one tap away', async () => {
    const b = await bench(Ways, {}, DECK);
    for (let i = 0; i < 300 && !b.text().includes('Plan it so'); i += 1) {
      await new Promise((r) => setTimeout(r, 50));
      await b.settle();
    }
    expect(b.text()).toContain('Skin and finish stay');
    b.button('Plan it so: Open and replace the core').click();
    await b.settle();
    expect(b.document().repair?.way).toBe('recore');
    expect(b.context.plan()?.dish?.coring).toBeDefined();
  }, 30_000);

  it('are dressing and the full repair where a trifle may stay one', async () => {
    const b = await bench(
      Ways,
      {},
      {
        ...JOB,
        damage: { kind: 'gel-coat-chip', size: ['20 mm', '10 mm'] },
      },
    );
    for (let i = 0; i < 300 && !b.text().includes('Plan it so'); i += 1) {
      await new Promise((r) => setTimeout(r, 50));
      await b.settle();
    }
    b.button('Plan it so: Dress it only').click();
    await b.settle();
    expect(b.document().repair?.way).toBe('dress');
    expect(b.context.plan()?.repair?.kind).toBe('dress');
  }, 30_000);

  it('are not offered where there is one', async () => {
    const b = await bench(Ways, {}, TEAR);
    expect(b.text().trim()).toBe('');
  });
});
