import { TestBed } from '@angular/core/testing';
import { say, sayIn } from '@nelbo/core';
import { JOB, bench, type } from '../testing';
import { FairStage } from './fair-stage';
import { FinishStage } from './finish-stage';
import { GrindStage } from './grind-stage';
import { LaminateStage } from './laminate-stage';
import { MixStage } from './mix-stage';
import { SurveyStage } from './survey-stage';
import { SystemStage } from './system-stage';
import { ToldOfHull } from './told';

/** Text without spaces: figures and units are set apart by layout. */
const squeeze = (s: string): string => s.replace(/\s/g, '');

describe('the survey', () => {
  it('shows the cut-out of the plan and takes facts as they are typed', async () => {
    const b = await bench(SurveyStage);
    expect(squeeze(b.text())).toContain('96.0mm');
    type(b.host, 'Laminate thickness', '8.5 mm');
    await b.settle();
    expect(b.document().hull.thickness).toBeCloseTo(0.0085, 12);
    expect(b.context.plan()?.dish?.laminate?.plies.length).toBe(13);
  });

  it('goes back to the default, marked as one, when a fact is taken away', async () => {
    const b = await bench(SurveyStage);
    type(b.host, 'Laminate thickness', '');
    await b.settle();
    expect(b.document().hull.thickness).toBeUndefined();
    expect(b.text()).toContain('assumed until entered');
    expect(b.text()).toContain('laminate thickness not known, taken as 7.0 mm');
  });

  it('adds a finding and keeps the one before', async () => {
    const b = await bench(SurveyStage);
    b.button('Add what was found').click();
    await b.settle();
    expect(b.button('Add the finding').disabled).toBeTrue();
    type(b.host, 'Along the hull', '5 in');
    type(b.host, 'Up the hull', '80');
    await b.settle();
    b.button('Add the finding').click();
    await b.settle();
    await b.until('changed cut-out area');
    const findings = b.document().damage.findings ?? [];
    expect(findings.length).toBe(2);
    expect(findings[0]).toEqual(JOB.damage.findings?.[0] as never);
    expect(findings[1].size[0]).toBeCloseTo(0.127, 9);
    expect(b.text()).toMatch(/changed cut-out area .* resin/);
  });

  it('edits boat and dates in the device’s own time', async () => {
    const b = await bench(SurveyStage);
    type(b.host, 'Boat', 'Ketch “New”');
    type(b.host, 'Start', '2026-11-25T07:30');
    await b.settle();
    expect(b.document().boat?.name).toBe('Ketch “New”');
    expect(b.document().schedule?.start).toBe(new Date('2026-11-25T07:30').toISOString());
  });

  it('shows the range of a first look', async () => {
    const b = await bench(
      SurveyStage,
      {},
      {
        ...JOB,
        damage: {
          kind: 'hole',
          findings: [{ at: '2026-11-20T08:00:00Z', extent: 'first look', size: [0.06, 0.04] }],
        },
      },
    );
    expect(b.text()).toContain('90 to 180 mm');
    expect(b.text()).toContain('likely to grow');
  });
});

describe('the system', () => {
  it('groups systems by chemistry, the best first, and shows the refused with their rule', async () => {
    const b = await bench(SystemStage);
    const told = (query: string) =>
      [...b.host.querySelectorAll(query)].map((h) => h.textContent?.trim() ?? '');
    expect(told('.group')[0]).toBe('Epoxy');
    expect(told('.group').length).toBeGreaterThan(2);
    expect(told('.chains h4')[0]).toBe('Slow laminating epoxy 5:1');
    // Two of a chemistry stand open, the others by a tap.
    const before = told('.chains h4').length;
    const more = [...b.host.querySelectorAll('button')].find((x) => / more of /.test(x.textContent ?? ''));
    more?.click();
    await b.settle();
    expect(told('.chains h4').length).toBeGreaterThan(before);
    b.button(`Show all ${b.context.plan()?.system?.refused.length} rules that refused`).click();
    await b.settle();
    expect(b.text()).toContain('Rule polyester-putty-on-epoxy');
    expect(b.host.querySelector('.chosen')?.textContent).toContain('taken for this job');
  });

  it('tells what each would change against the one in the plan', async () => {
    const b = await bench(SystemStage);
    await b.until('of work · done');
    const others = [...b.host.querySelectorAll('.chains > li:not(.chosen)')];
    expect(b.host.querySelector('.chosen .against')).toBeNull();
    expect(
      others.some((li) => /(more|less) work|later|sooner|dearer|cheaper/.test(li.textContent ?? '')),
    ).toBeTrue();
    expect(b.text()).toContain('Keep in mind:');
    expect(b.text()).not.toMatch(/NaN|undefined/);
  });

  it('takes another chain and keeps only that choice', async () => {
    const b = await bench(SystemStage);
    b.button('Take this one: Vinyl ester laminating resin').click();
    await b.settle();
    expect(b.document().system).toEqual({ resin: 'vinyl-ester' });
    expect(b.host.querySelector('.chosen')?.textContent).toContain('Vinyl ester');
    expect(b.context.plan()?.dish?.mix?.parts.kind).toBe('peroxide');
  });

  it('marks a chain that is too cold', async () => {
    const b = await bench(SystemStage, {}, { ...JOB, conditions: { temperature: 11, humidity: 0.5 } });
    expect(b.host.querySelectorAll('.cold').length).toBeGreaterThan(1);
  });
});

describe('grind', () => {
  it('shows the lines and the gauge of the plan', async () => {
    const b = await bench(GrindStage);
    const g = b.context.plan()?.dish?.grind;
    if (!g) return fail('no plan');
    for (const line of [g.grindLimit, g.finishEdge, g.maskingLine])
      expect(b.text()).toContain(sayIn(line, 'mm', 1).replace(' mm', ''));
    expect(b.host.querySelectorAll('.gauge [role=row]')[1].querySelectorAll('[role=cell]').length).toBe(
      g.gauge.length,
    );
    expect(b.text()).toContain('Shear check passes');
  });

  it('takes a ratio of one’s own and says when it fails', async () => {
    const b = await bench(GrindStage);
    type(b.host, 'Own taper ratio', '8');
    await b.settle();
    expect(b.document().taper?.ratio).toBe(8);
    expect(b.text()).toContain('Shear check fails');
  });
});

describe('laminate', () => {
  it('lists every ply with the size it is cut to', async () => {
    const b = await bench(LaminateStage);
    const plies = b.context.plan()?.dish?.laminate?.plies ?? [];
    const rows = [...b.host.querySelectorAll('tbody tr:not(.rest)')];
    expect(rows.length).toBe(plies.length);
    rows.forEach((row, i) => {
      expect(squeeze(row.textContent ?? '')).toContain(
        `${(plies[i].length.value * 1000).toFixed(0)}×${(plies[i].width.value * 1000).toFixed(0)}`,
      );
      expect(squeeze(row.textContent ?? '')).toContain(
        squeeze(sayIn(plies[i].resin, 'g', 1)).replace('g', ''),
      );
    });
    expect(b.host.querySelectorAll('tr.rest').length).toBe(
      (b.context.plan()?.dish?.mix?.groups.length ?? 0) - 1,
    );
  });

  it('lists the size of each piece of a ply, where there are several holes', async () => {
    const b = await bench(
      LaminateStage,
      {},
      {
        ...JOB,
        damage: {
          kind: 'hole',
          findings: [
            {
              at: '2026-11-20T08:00:00Z',
              extent: 'true extent',
              size: [0.1, 0.06],
              outline: [
                { x: -0.05, y: -0.03 },
                { x: 0.05, y: -0.03 },
                { x: 0.05, y: 0.03 },
                { x: -0.05, y: 0.03 },
              ],
              holes: [
                {
                  outline: [
                    { x: 0.6, y: 0 },
                    { x: 0.64, y: 0 },
                    { x: 0.64, y: 0.04 },
                    { x: 0.6, y: 0.04 },
                  ],
                },
              ],
            },
          ],
        },
      },
    );
    const [first] = b.context.plan()?.dish?.laminate?.plies ?? [];
    const o = Math.round(2000 * first.offset.value);
    const row = squeeze(b.host.querySelector('tbody tr:not(.rest)')?.textContent ?? '');
    expect(row).toContain(`A${100 + o}×${60 + o}`);
    expect(row).toContain(`B${40 + o}×${40 + o}`);
  });

  it('picks a ply for the drawings, and lets it go', async () => {
    const b = await bench(LaminateStage);
    b.button('Show ply 3').click();
    await b.settle();
    expect(b.context.pickedPly()).toBe(3);
    expect(b.host.querySelectorAll('tr.selected').length).toBe(1);
    b.button('Show ply 3').click();
    expect(b.context.pickedPly()).toBeUndefined();
  });

  it('switches the order school', async () => {
    const b = await bench(LaminateStage);
    const before = b.context.plan()?.dish?.laminate?.plies.map((p) => p.offset.value) ?? [];
    b.button('smallest first').click();
    await b.settle();
    expect(b.document().laminate?.order).toBe('smallest first');
    expect(b.context.plan()?.dish?.laminate?.plies.map((p) => p.offset.value)).toEqual([...before].reverse());
    expect(b.text()).toContain('Why smallest first?');
  });
});

describe('mix & cure', () => {
  it('tells each batch in g and ml, and in ounces only where the yard takes them', async () => {
    const b = await bench(MixStage);
    const batches = b.context.plan()?.dish?.mix?.batches ?? [];
    expect(b.host.querySelectorAll('section[aria-label^=Batch]').length).toBe(batches.length);
    const first = batches[0].parts;
    if (first.kind !== 'two-part') return fail('epoxy');
    const text = squeeze(b.text());
    expect(text).toContain(squeeze(sayIn(first.resin, 'g', 1)).replace('g', ''));
    expect(text).toContain(squeeze(sayIn(first.hardenerVolume, 'ml', 1)).replace('ml', ''));
    expect(b.text()).toContain('5.75 : 1 by weight');
    expect(b.text()).not.toContain('fl oz');
    TestBed.resetTestingModule();
    const us = await bench(MixStage, {}, JOB, [], { units: { volume: 'us' } });
    expect(us.text()).toContain('US fl oz');
  });

  it('counts drops for a peroxide system and none for epoxy', async () => {
    const headers = (host: HTMLElement): string[] =>
      [...host.querySelectorAll('th')].map((h) => h.textContent ?? '');
    const epoxy = await bench(MixStage);
    expect(headers(epoxy.host)).not.toContain('drops');
    epoxy.context.store.set('system', { resin: 'polyester' });
    await epoxy.settle();
    expect(headers(epoxy.host)).toContain('drops');
  });

  it('follows the temperature', async () => {
    const b = await bench(MixStage);
    const before = b.context.plan()?.dish?.mix?.milestones.sand;
    type(b.host, 'Temperature at the work', '12');
    await b.settle();
    const after = b.context.plan()?.dish?.mix?.milestones.sand;
    if (!before || !after) return fail('no plan');
    expect(after.value / before.value).toBeCloseTo(Math.SQRT2, 6);
    expect(squeeze(b.text())).toContain(squeeze(say(after)));
  });
});

describe('fair and finish', () => {
  it('show batch, grits and film of the plan', async () => {
    const fair = await bench(FairStage);
    expect(fair.text()).toContain('glass bubbles');
    expect([...fair.host.querySelectorAll('nb-sanding td:first-child')].map((c) => c.textContent)).toEqual([
      'P80',
      'P120',
      'P180',
    ]);
    expect(fair.text()).toContain('Mix resin and hardener fully');
  });

  it('speak of putty and cream where that is what is mixed', async () => {
    const b = await bench(
      FairStage,
      {},
      {
        ...JOB,
        // More than a pot of it can be spread while it lives.
        damage: { kind: 'hole', size: ['500 mm', '300 mm'] },
        system: { resin: 'polyester', finish: 'gel-coat' },
      },
    );
    expect(b.text()).toContain('cream hardener');
    expect(b.text()).not.toContain('resin and hardener');
    expect(b.text()).toContain('batches');
  });

  it('level a gel coat and leave paint as it flows', async () => {
    const paint = await bench(FinishStage);
    expect(paint.text()).not.toContain('Level and polish');
    expect(paint.text()).toContain('paint hardener');
    paint.context.store.set('system', { resin: 'vinyl-ester', finish: 'gel-coat' });
    await paint.settle();
    expect(paint.text()).toContain('Level and polish');
    expect(paint.text()).toContain('MEKP catalyst');
  });

  it('show how the plan lays a coat until somebody says otherwise', async () => {
    const b = await bench(FinishStage);
    const chosen = (): string | undefined =>
      [...b.host.querySelectorAll('nb-choice')]
        .find((c) => c.textContent?.includes('Put on by'))
        ?.querySelector('select')
        ?.selectedOptions[0].textContent?.trim();
    expect(chosen()).toBe(b.context.plan()?.finish?.method);
    b.context.store.set('coat', { method: 'spray' });
    await b.settle();
    expect(chosen()).toBe('spray gun');
  });
});

describe('what is told of a hull', () => {
  it('is kept teller by teller, and goes again', async () => {
    const b = await bench(ToldOfHull);
    b.button('+ this owner').click();
    await b.settle();
    b.button('+ papers or a survey').click();
    await b.settle();
    expect(b.document().hull.told).toEqual([{ by: 'owner' }, { by: 'papers' }]);
    type(b.host, 'When', '2009');
    await b.settle();
    expect(b.document().hull.told?.[0]).toEqual({ by: 'owner', when: '2009' });
    const coat = b.host.querySelector<HTMLSelectElement>('nb-choice select');
    if (!coat) throw new Error('no choice of a coat');
    coat.value = 'paint';
    coat.dispatchEvent(new Event('change'));
    await b.settle();
    expect(b.document().hull.told?.[0].coat).toBe('paint');
    for (const button of b.host.querySelectorAll<HTMLButtonElement>('.away')) button.click();
    await b.settle();
    b.host.querySelector<HTMLButtonElement>('.away')?.click();
    await b.settle();
    expect(b.document().hull.told).toBeUndefined();
  });
});
