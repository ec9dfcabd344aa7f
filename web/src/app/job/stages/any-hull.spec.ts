import type { JobDocument } from '@nelbo/core';
import { JOB, bench, type } from '../testing';
import { Drawings } from '../drawings';
import { Findings } from './findings';
import { HullFacts } from './hull-facts';
import { Priorities } from './priorities';
import { Readings } from './readings';
import { SystemStage } from './system-stage';
import { Tracer, type Traced } from './tracer';

const TEAR: JobDocument = {
  ...JOB,
  hull: { material: 'csm-fabric' },
  damage: { kind: 'fabric-tear', size: ['85 mm', '4 mm'] },
};
const UNNAMED: JobDocument = {
  ...JOB,
  hull: {},
  damage: { kind: 'fabric-puncture', size: ['6 mm', '4 mm'] },
};

describe('the hull and the damage', () => {
  it('ask only what goes with the kind of damage', async () => {
    const b = await bench(HullFacts, {}, TEAR);
    expect(b.text()).toContain('Distance to the nearest seam');
    expect(b.text()).not.toContain('Blisters on a square metre');
    type(b.host, 'Distance to the nearest seam', '12 cm');
    await b.settle();
    expect(b.document().damage.seam).toBeCloseTo(0.12, 9);
    b.context.store.set('hull.material', 'frp-solid');
    b.context.store.set('damage.kind', 'blisters');
    await b.settle();
    expect(b.text()).toContain('Blisters on a square metre');
    expect(b.text()).toContain('Resin of the hull');
  });

  it('lead somebody who is unsure through tests, keep the evidence, and name the hull', async () => {
    const b = await bench(HullFacts, {}, UNNAMED);
    expect(b.text()).toContain('What is it made of?');
    expect(b.text()).toContain('No flame and no burning');
    b.button('an air-filled tube or board').click();
    await b.settle();
    expect(b.document().hull.evidence?.[0]).toEqual(
      jasmine.objectContaining({ test: 'kind', outcome: 'tube' }),
    );
    expect(b.host.querySelectorAll('.candidates li').length).toBe(4);
    expect(b.text()).toContain('So far: unsure');
    const first = b.host.querySelector('.name')?.textContent;
    b.button('Cannot tell, next test').click();
    await b.settle();
    expect(b.host.querySelector('.name')?.textContent).not.toBe(first ?? '');
    b.button('It is this: CSM rubber fabric (chlorosulfonated polyethylene)').click();
    await b.settle();
    expect(b.document().hull.material).toBe('csm-fabric');
    expect(b.document().hull.evidence?.length).toBe(1);
  });

  it('take a test back', async () => {
    const b = await bench(
      HullFacts,
      {},
      { ...UNNAMED, hull: { evidence: [{ test: 'kind', outcome: 'metal' }] } },
    );
    b.button('Take back: What kind of part it is').click();
    await b.settle();
    expect(b.document().hull).toEqual({});
  });
});

describe('the match on any hull', () => {
  it('shows what holds on each of several hulls that it may be', async () => {
    const b = await bench(
      SystemStage,
      {},
      {
        ...UNNAMED,
        hull: {
          evidence: [
            { test: 'kind', outcome: 'tube' },
            { test: 'seams', outcome: 'glued' },
          ],
        },
      },
    );
    expect(b.text()).toContain('It may be any of these hulls');
    expect(b.text()).toContain('Two-part polychloroprene fabric adhesive');
    expect(b.text()).toContain('Two-part polyurethane fabric adhesive');
  });

  it('says what a quick fix lasts and what must come off, and dresses where that is a plan', async () => {
    const home = await bench(
      SystemStage,
      {},
      {
        ...JOB,
        hull: { material: 'pvc-fabric' },
        damage: { kind: 'fabric-puncture', size: ['6 mm', '4 mm'] },
        priorities: { preset: 'get home' },
      },
    );
    expect(home.host.querySelector('.chosen .quick')?.textContent).toContain('peel off');
    expect(home.text()).toContain('It is held until home, and nothing is laid');
  });

  it('keeps a link that was chosen, lets it go again, and holds on to the finish when what holds it changes', async () => {
    const b = await bench(
      SystemStage,
      {},
      {
        ...JOB,
        hull: { material: 'foil-g10' },
        damage: { kind: 'nick', size: ['40 mm', '10 mm'] },
        system: { finish: 'clear-2k', prep: 'abrade-coarse' },
      },
    );
    // Smoothing it and stopping is one of the ways.
    expect(b.text()).toContain('Two ways, both planned');
    const other = b.context.plan()?.system?.ranked.find((r) => r !== b.context.plan()?.system?.chosen);
    b.button(`Take this one: ${other?.chain.links.find((l) => l.role === 'bond')?.product.name}`).click();
    await b.settle();
    expect(b.document().system?.finish).toBe('clear-2k');
    expect(b.document().system?.prep).toBeUndefined();
    b.button('Let Nelbo choose every product').click();
    await b.settle();
    expect(b.document().system).toBeUndefined();
  });

  it('follows what matters: presets and sliders', async () => {
    const b = await bench(Priorities);
    [...b.host.querySelectorAll<HTMLButtonElement>('[role=radio]')]
      .find((x) => x.textContent === 'least exposure')
      ?.click();
    await b.settle();
    expect(b.document().priorities).toEqual({ preset: 'least exposure' });
    expect(b.host.querySelector('[aria-checked=true]')?.textContent).toBe('least exposure');
  });
});

describe('the drawings of a repair that is not laminate', () => {
  it('leave the plan view, and no section', async () => {
    const b = await bench(Drawings, { stage: 'survey' }, TEAR);
    expect(b.text()).toContain('Plan');
    expect(b.text()).not.toContain('Section');
    expect(b.text()).not.toContain('Nothing to draw');
  });
});

/** A tap on a pad, in shares of its box. */
function tap(host: Element, x: number, y: number): void {
  const svg = host.querySelector('nb-point-pad svg');
  const box = svg?.getBoundingClientRect();
  if (!svg || !box) throw new Error('no pad');
  for (const kind of ['pointerdown', 'pointerup'])
    svg.dispatchEvent(
      new PointerEvent(kind, {
        clientX: box.left + x * box.width,
        clientY: box.top + y * box.height,
        bubbles: true,
      }),
    );
}

describe('tap and moisture readings', () => {
  it('are placed where they were tapped, moved by their numbers, and taken out', async () => {
    const b = await bench(Readings);
    b.fixture.nativeElement.style.width = '420px';
    document.body.append(b.fixture.nativeElement);
    tap(b.host, 0.5, 0.5);
    await b.settle();
    tap(b.host, 0.75, 0.5);
    await b.settle();
    const readings = b.document().damage.readings ?? [];
    expect(readings.map((r) => r.tap)).toEqual(['dull', 'dull']);
    expect(Number(readings[0].x)).toBeCloseTo(0, 2);
    expect(Number(readings[1].x)).toBeGreaterThan(0.02);
    b.button('Take out reading 1').click();
    await b.settle();
    expect(b.document().damage.readings?.length).toBe(1);
    b.fixture.nativeElement.remove();
  });

  it('want a figure before a moisture reading is placed', async () => {
    const b = await bench(Readings);
    document.body.append(b.fixture.nativeElement);
    b.button('Moisture').click();
    await b.settle();
    tap(b.host, 0.5, 0.5);
    await b.settle();
    expect(b.document().damage.readings).toBeUndefined();
    type(b.host, 'Reading to place', '24');
    await b.settle();
    tap(b.host, 0.5, 0.5);
    await b.settle();
    expect(b.document().damage.readings?.[0].moisture).toBe(24);
    b.fixture.nativeElement.remove();
  });
});

describe('tracing', () => {
  const pad = (): Element => document.querySelector('.p-dialog') ?? document.body;
  const corners = [
    [0.3, 0.3],
    [0.7, 0.3],
    [0.7, 0.7],
    [0.3, 0.7],
  ] as const;

  it('on a grid gives an outline to scale, with undo and points by number', async () => {
    const b = await bench(Tracer);
    b.http.expectOne('/api/v1/jobs/job/photos').flush([]);
    await b.settle();
    let result: Traced | undefined;
    b.fixture.componentInstance.traced.subscribe((t) => (result = t));
    for (const [x, y] of corners) {
      tap(pad(), x, y);
      await b.settle();
    }
    tap(pad(), 0.1, 0.1);
    await b.settle();
    const click = (name: string): void =>
      [...pad().querySelectorAll('button')].find((x) => x.textContent?.trim() === name)?.click();
    click('Undo');
    await b.settle();
    click('Use this outline');
    expect(result?.outline?.length).toBe(4);
    const [length, width] = (result?.size ?? []).map(Number);
    // The grid is drawn undistorted: four tenths of its box in either direction, to the same scale.
    expect(length).toBeGreaterThan(0.03);
    expect(width).toBeGreaterThan(0.02);
    expect(result?.tracing).toBeUndefined();
  });

  it('says why a photograph was refused, and shows those of the job', async () => {
    const b = await bench(Tracer);
    const photo = { id: 'p1', name: 'hull.jpg', width: 1600, height: 1200, madeAt: '2026-11-23T08:00:00Z' };
    b.http.expectOne('/api/v1/jobs/job/photos').flush([photo]);
    await b.settle();
    [...pad().querySelectorAll<HTMLElement>('p-togglebutton')]
      .find((x) => x.textContent?.trim() === 'Photograph')
      ?.click();
    await b.settle();
    expect(pad().querySelectorAll('.thumbs img').length).toBe(1);
    const box = pad().querySelector<HTMLInputElement>('input[type=file]');
    const files = new DataTransfer();
    files.items.add(new File(['x'], 'notes.jpg', { type: 'image/jpeg' }));
    if (!box) return fail('no file box');
    box.files = files.files;
    box.dispatchEvent(new Event('change'));
    const sent = b.http.expectOne((r) => r.method === 'POST' && r.url === '/api/v1/jobs/job/photos');
    expect(sent.request.body instanceof FormData).toBeTrue();
    sent.flush(
      { title: 'The photograph cannot be used', detail: 'the file is not an image' },
      { status: 415, statusText: 'x' },
    );
    await b.settle();
    expect(pad().querySelector('[role=alert]')?.textContent).toContain('the file is not an image');
    pad().querySelector<HTMLButtonElement>('.thumbs button')?.click();
    await b.settle();
    expect(pad().querySelector('image')?.getAttribute('href')).toBe('/api/v1/photos/p1');
  });
});

describe('findings', () => {
  it('state the difference against the first look', async () => {
    const b = await bench(
      Findings,
      {},
      {
        ...JOB,
        damage: {
          kind: 'hole',
          findings: [
            { at: '2026-11-20T08:00:00Z', extent: 'first look', size: [0.03, 0.02] },
            { at: '2026-11-21T08:00:00Z', extent: 'true extent', size: [0.11, 0.07], method: 'grind' },
          ],
        },
      },
    );
    await b.until('cut-out area');
    expect(b.host.querySelector('.against')?.textContent).toMatch(/cut-out area.*hands-on/);
    expect(b.host.querySelector('.against a')?.getAttribute('href')).toBe('/jobs/job/owner');
  });
});
