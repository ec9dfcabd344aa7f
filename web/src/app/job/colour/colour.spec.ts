import { provideRouter } from '@angular/router';
import { TestBed } from '@angular/core/testing';
import { NEVER, type Observable } from 'rxjs';
import type { JobDocument } from '@nelbo/core';
import { HeavyWork } from '../../workers/heavy-work';
import { Devices } from '../../devices/devices';
import { SimulatedColourReader } from '../../devices/simulated';
import { JOB, bench, type, type Bench } from '../testing';
import { FinishStage } from '../stages/finish-stage';
import { ColourBoard } from './colour-board';
import { ColourPanel } from './colour-panel';
import { labWords } from './lab-words';
import { PhotoSwatch } from './photo-swatch';

const READINGS = [{ where: 'polished', by: 'reader', L: 81.4, a: -4.6, b: 6.8 }] as const;
const RECIPE = [
  { paste: 'paste-black', fraction: 0.00035 },
  { paste: 'paste-yellow-oxide', fraction: 0.0011 },
  { paste: 'paste-green', fraction: 0.00035 },
];
const gel = (colour: NonNullable<JobDocument['colour']>): JobDocument => ({
  ...JOB,
  system: { resin: 'polyester', finish: 'gel-coat' },
  colour,
});
const open = async <T>(
  component: new (...args: never[]) => T,
  job: JobDocument,
  before: unknown[] = [],
): Promise<Bench<T>> => {
  const b = await bench(component as never, {}, job);
  b.http.match((r) => r.url === '/api/v1/colours').forEach((r) => r.flush(before));
  await b.settle();
  return b as Bench<T>;
};

describe('the colour of a gel coat', () => {
  it('is read in three numbers, and the chalk is warned of', async () => {
    const b = await open(ColourPanel, gel({}));
    b.button('Read the colour').click();
    await b.settle();
    type(b.host, 'L', '82');
    type(b.host, 'a', '-4');
    type(b.host, 'b', '7');
    await b.settle();
    b.button('Keep these numbers').click();
    await b.settle();
    expect(b.document().colour?.readings?.[0]).toEqual(
      jasmine.objectContaining({ where: 'polished', by: 'typed', L: 82, a: -4, b: 7 }),
    );
    expect(b.text()).toContain('Find a recipe');
  });

  it('searches once: an answer of the server or another field of the job does not begin it anew under a finger', async () => {
    let searches = 0;
    const colour = (): Observable<never> => ((searches += 1), NEVER);
    TestBed.configureTestingModule({ providers: [{ provide: HeavyWork, useValue: { colour } }] });
    const b = await open(ColourPanel, gel({ readings: [...READINGS] }));
    b.button('Find a recipe').click();
    await b.settle();
    expect(searches).toBe(1);
    b.context.store.set('title', 'renamed meanwhile');
    await b.settle();
    expect(searches).toBe(1);
    b.context.store.set('colour.limit', 0.03);
    await b.settle();
    expect(searches).toBe(2);
  });

  it('warns where the surface was read as found, or off a photograph', async () => {
    const b = await open(
      ColourPanel,
      gel({ readings: [{ where: 'as found', by: 'photo', L: 85, a: -3, b: 5 }] }),
    );
    expect(b.text()).toContain('the chalk is matched');
    expect(b.text()).toContain('comes from a photograph');
  });

  it('refuses numbers that no surface has', async () => {
    const b = await open(ColourPanel, gel({}));
    b.button('Read the colour').click();
    await b.settle();
    type(b.host, 'L', '140');
    await b.settle();
    expect(b.text()).toContain('0 to 100');
    expect(b.button('Keep these numbers').disabled).toBeTrue();
  });

  it('has a first pot with the dark pastes held back, and doses that can be measured', async () => {
    const b = await open(ColourPanel, gel({ readings: [...READINGS], recipe: RECIPE, batch: 1 }));
    expect(b.text()).toContain('First pot.');
    expect(b.text()).toContain('held back by a quarter');
    const grams = [...b.host.querySelectorAll('table')].at(-1)?.querySelector('td.main')?.textContent;
    expect(Number(grams)).toBeCloseTo(0.26, 2);
    const small = await (async () => b)();
    small.context.store.set('colour.batch', 0.05);
    await small.settle();
    expect(small.text()).toContain('too little to count');
  });

  it('goes from chip to chip until it matches; each is in the log', async () => {
    const b = await open(ColourPanel, gel({ readings: [...READINGS], recipe: RECIPE, batch: 1 }));
    const chip = async (L: string, a: string, bb: string): Promise<void> => {
      type(b.host, 'L', L);
      type(b.host, 'a', a);
      type(b.host, 'b', bb);
      await b.settle();
      b.button('Keep the chip’s numbers').click();
      await b.settle();
    };
    await chip('83.4', '-4.1', '6.2');
    expect(b.button('Keep the chip’s numbers').disabled).toBeTrue();
    expect(b.text()).toContain('Next, from ΔE');
    expect(b.document().colour?.trials?.length).toBe(1);
    expect(b.context.log().at(-1)?.event).toEqual(jasmine.objectContaining({ kind: 'colour' }));
    await chip('81.5', '-4.6', '6.7');
    expect(b.text()).toContain('Matched, ΔE');
    const [first, second] = b.document().colour?.trials ?? [];
    expect(Number(second.pastes[0].fraction)).toBeGreaterThan(Number(first.pastes[0].fraction));
    b.button('Take out the last chip').click();
    await b.settle();
    expect(b.document().colour?.trials?.length).toBe(1);
  });

  it('takes untinted base into a pot that is too dark, and a fresh pot where that would double it', async () => {
    const dark = (L: number) =>
      gel({
        readings: [...READINGS],
        recipe: RECIPE,
        batch: 0.4,
        trials: [{ at: '2026-11-23T08:00:00Z', pastes: RECIPE, L, a: -4.8, b: 6.8 }],
      });
    const b = await open(ColourPanel, dark(79));
    const told = /Too dark, ΔE [\d.]+: put (\d+) g of untinted base in/.exec(b.text());
    expect(Number(told?.[1])).toBeGreaterThan(20);
    type(b.host, 'L', '81.3');
    type(b.host, 'a', '-4.6');
    type(b.host, 'b', '6.8');
    await b.settle();
    b.button('Keep the chip’s numbers').click();
    await b.settle();
    const colour = b.document().colour;
    expect(Number(colour?.batch)).toBeCloseTo(0.4 + Number(told?.[1]) / 1000, 3);
    expect(Number(colour?.trials?.[1].pastes[0].fraction)).toBeLessThan(RECIPE[0].fraction);
    expect(b.text()).toContain('Matched');
    TestBed.resetTestingModule();
    const far = await open(ColourPanel, dark(55));
    expect(far.text()).toContain('begin a fresh one');
  });

  it('says when no paste of the pot brings it nearer, and how the chip is off', async () => {
    const b = await open(
      ColourPanel,
      gel({
        readings: [...READINGS],
        recipe: [RECIPE[1]],
        trials: [{ at: '2026-11-23T08:00:00Z', by: 'reader', pastes: [RECIPE[1]], L: 82, a: -1, b: 20 }],
      }),
    );
    expect(b.text()).toContain('these pastes bring it no nearer');
    expect(b.text()).toContain('The chip is yellower, redder');
    expect(b.text()).toContain('simulated reader');
    expect(b.text()).not.toContain('untinted base');
  });

  it('starts where the boat’s last repair ended', async () => {
    const before = [
      {
        jobId: 'x',
        title: 'Two springs ago',
        updatedAt: '2025-04-01T08:00:00Z',
        colour: {
          base: 'white',
          recipe: RECIPE,
          trials: [
            {
              at: '2025-04-01T08:00:00Z',
              pastes: [{ paste: 'paste-black', fraction: 0.0003 }],
              L: 81,
              a: -4,
              b: 6,
            },
          ],
        },
      },
    ];
    const b = await open(ColourPanel, gel({ readings: [...READINGS] }), before);
    expect(b.text()).toContain('Two springs ago');
    b.button('Start there').click();
    await b.settle();
    expect(b.document().colour?.recipe).toEqual([{ paste: 'paste-black', fraction: 0.0003 }]);
    expect(b.document().colour?.trials).toBeUndefined();
  });

  it('finds a recipe in the worker and mixes it', async () => {
    const b = await open(ColourPanel, gel({ readings: [...READINGS] }));
    b.button('Find a recipe').click();
    for (let i = 0; i < 80 && !b.host.querySelector('.offer button'); i += 1) {
      await new Promise((resolve) => setTimeout(resolve, 100));
      await b.settle();
    }
    const offer = b.host.querySelector<HTMLButtonElement>('.offer button');
    expect(offer).not.toBeNull();
    offer?.click();
    await b.settle();
    expect(b.document().colour?.recipe?.length).toBeGreaterThan(0);
    expect(b.text()).toContain('of paste in all');
  });

  it('takes a paste of the yard’s own from its let-downs, marked as known by colour alone', async () => {
    const b = await open(ColourPanel, gel({ readings: [...READINGS] }));
    b.button('Add a paste of your own').click();
    await b.settle();
    type(b.host, 'Name on the tin', 'Harbour blue');
    type(b.host, 'Paste in white gel coat', '1');
    await b.settle();
    const own = b.host.querySelector<HTMLElement>('nb-paste-shelf .own');
    if (!own) throw new Error('no form');
    type(own, 'L', '65');
    type(own, 'a', '-10');
    type(own, 'b', '-28');
    await b.settle();
    b.button('Add the let-down').click();
    await b.settle();
    b.button('Put it on the shelf').click();
    b.http.expectOne('/api/v1/shop').flush({ currency: '£' });
    const put = b.http.expectOne({ method: 'PUT', url: '/api/v1/shop' });
    expect(put.request.body.ownPastes[0]).toEqual(
      jasmine.objectContaining({ name: 'Harbour blue', ladder: [{ fraction: 0.01, L: 65, a: -10, b: -28 }] }),
    );
    put.flush(put.request.body);
    await b.settle();
    expect(b.text()).toContain('by colour alone');
  });
});

describe('the colour board', () => {
  it('lays chips against the hull with their numbers', async () => {
    const b = await bench(
      ColourBoard,
      {},
      gel({
        readings: [...READINGS],
        recipe: RECIPE,
        trials: [{ at: '2026-11-23T08:00:00Z', pastes: RECIPE, L: 80, a: -5, b: 6 }],
      }),
    );
    expect(b.text()).toContain('the hull, to match');
    expect(b.text()).toMatch(/chip 1.*ΔE 1\.\d, darker/);
    expect(labWords({ L: 81.44, a: -4.6, b: 6.8 })).toBe('L*\u00a081.4, a*\u00a0−4.6, b*\u00a06.8');
  });
});

describe('the simulated colour reader', () => {
  it('scatters round what it is held on, as a hand-held reader does', () => {
    const reader = new SimulatedColourReader();
    reader.hold({ L: 60, a: 10, b: -20 });
    const read = Array.from({ length: 400 }, (_, i) => reader.read(i).lab);
    const mean = read.reduce((s, l) => s + (l?.L ?? NaN), 0) / read.length;
    const sigma = Math.sqrt(read.reduce((s, l) => s + ((l?.L ?? NaN) - mean) ** 2, 0) / read.length);
    expect(mean).toBeCloseTo(60, 1);
    expect(sigma).toBeGreaterThan(0.14);
    expect(sigma).toBeLessThan(0.26);
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    expect(TestBed.inject(Devices).of('colour reader')).toBeUndefined();
  });
});

describe('the finish stage', () => {
  it('tells coats, wax and comb, and what a gun changes', async () => {
    const b = await open(FinishStage, gel({}));
    expect(b.text()).toContain('without wax');
    expect(b.text()).toContain('wax solution');
    const brush = b.context.plan()?.finish?.volume.value ?? NaN;
    b.context.store.set('coat.method', 'spray');
    await b.settle();
    expect((b.context.plan()?.finish?.volume.value ?? NaN) / brush).toBeCloseTo(1.4 / 1.15, 9);
    expect(b.text()).toContain('gun load');
  });

  it('warns of a film too thin to level', async () => {
    const b = await open(FinishStage, gel({}));
    type(b.host, 'Cured film wanted', '150');
    await b.settle();
    expect(b.context.problems().find((p) => p.path === 'coat.film')?.code).toBe('gel-coat-too-thin');
  });

  it('judges readings by their marks, takes a signature and drops it when something changes', async () => {
    const b = await open(FinishStage, gel({}));
    expect(b.button('Sign the check').disabled).toBeTrue();
    type(b.host, 'Greatest gap', '0.9');
    type(b.host, 'ΔE to the neighbour', '0.8');
    await b.settle();
    const item = (id: string) => b.context.plan()?.finish?.checks.find((c) => c.id === id);
    expect(item('level')?.result).toBe('fail');
    expect(item('colour')?.result).toBe('pass');
    b.context.store.set(
      'check.items',
      (b.context.plan()?.finish?.checks ?? []).map((c) => ({
        ...c.answer,
        check: c.id,
        result: c.id === 'gloss' ? 'deferred' : 'pass',
      })),
    );
    await b.settle();
    expect(b.text()).toContain('left for later: gloss');
    const who = b.host.querySelector<HTMLInputElement>('input[aria-label="Signed by"]');
    if (!who) throw new Error('no box');
    who.value = 'Ines';
    who.dispatchEvent(new Event('input'));
    await b.settle();
    b.button('Sign the check').click();
    await b.settle();
    expect(b.document().check?.who).toBe('Ines');
    expect(b.context.log().at(-1)?.text).toContain('left for later: gloss');
    expect(b.text()).toContain('Signed');
    type(b.host, 'Greatest gap', '0.2');
    await b.settle();
    expect(b.document().check?.who).toBeUndefined();
  });
});

describe('a colour off a photograph', () => {
  /** A picture that is grey-green on the left and dark on the right. */
  async function picture(): Promise<File> {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [200, 100];
    const to = canvas.getContext('2d');
    if (!to) throw new Error('no canvas');
    to.fillStyle = 'rgb(200, 204, 190)';
    to.fillRect(0, 0, 100, 100);
    to.fillStyle = 'rgb(20, 20, 20)';
    to.fillRect(100, 0, 100, 100);
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
    return new File([blob ?? new Blob()], 'hull.png', { type: 'image/png' });
  }
  const give = async (b: Bench<PhotoSwatch>, file: File): Promise<void> => {
    const box = b.host.querySelector<HTMLInputElement>('input[type=file]');
    if (!box) throw new Error('no box');
    const list = new DataTransfer();
    list.items.add(file);
    box.files = list.files;
    box.dispatchEvent(new Event('change'));
    for (let i = 0; i < 40 && !/Tap on|cannot be read/.test(b.text()); i += 1) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      await b.settle();
    }
  };

  it('is averaged where it is tapped, and warned of throughout', async () => {
    const b = await bench(PhotoSwatch);
    const taken: { L: number }[] = [];
    b.fixture.componentInstance.taken.subscribe((l) => taken.push(l));
    expect(b.text()).toContain('A photograph is no measurement');
    await give(b, await picture());
    const canvas = b.host.querySelector('canvas');
    const r = canvas?.getBoundingClientRect();
    canvas?.dispatchEvent(
      new MouseEvent('click', {
        clientX: (r?.left ?? 0) + (r?.width ?? 0) / 4,
        clientY: (r?.top ?? 0) + (r?.height ?? 0) / 2,
      }),
    );
    await b.settle();
    b.button('Begin with this').click();
    expect(taken[0].L).toBeCloseTo(81.4, 0);
  });

  it('that is no picture is told, and nothing is taken', async () => {
    const b = await bench(PhotoSwatch);
    await give(b, new File(['not a picture'], 'x.png', { type: 'image/png' }));
    expect(b.text()).toContain('cannot be read here');
    expect(b.host.querySelector('.picked')).toBeNull();
  });
});
