import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { JobDocument } from '@nelbo/core';
import { JOB, stored } from '../job/testing';
import { deviceForSpecs } from '../state/testing';
import { OwnerPage } from './owner-page';

const text = (host: HTMLElement): string => (host.textContent ?? '').replace(/\s+/g, ' ');

describe('what was found, for the owner', () => {
  async function open(job: JobDocument) {
    const device = deviceForSpecs();
    TestBed.configureTestingModule({
      providers: [...device.providers, provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    const http = TestBed.inject(HttpTestingController);
    const fixture = TestBed.createComponent(OwnerPage);
    fixture.componentRef.setInput('id', 'job');
    fixture.detectChanges();
    http.expectOne('/api/v1/shop').flush({ name: 'Yard', currency: '£' });
    http.expectOne('/api/v1/jobs/job').flush(stored(job));
    await fixture.whenStable();
    return fixture.nativeElement as HTMLElement;
  }
  const look = {
    at: '2026-11-20T08:00:00Z',
    extent: 'first look',
    size: [0.03, 0.02],
    method: 'eye',
  } as const;
  const truth = {
    at: '2026-11-21T08:00:00Z',
    extent: 'true extent',
    size: [0.11, 0.07],
    method: 'grind',
    note: 'Dry laminate behind.',
  } as const;

  it('states the difference in area, hours and money, with the drawing and a line to sign', async () => {
    const host = await open({
      ...JOB,
      damage: {
        kind: 'hole',
        findings: [
          { ...look, size: [...look.size] },
          { ...truth, size: [...truth.size] },
        ],
      },
    });
    const page = text(host);
    expect(page).toContain('It goes further than it looked at first');
    for (const word of ['cut-out area', 'hands-on', 'materials', 'labour']) expect(page).toContain(word);
    expect(page).toMatch(/£\d/);
    expect(page).toContain('Dry laminate behind.');
    expect(page).toContain('Owner has seen this');
    expect(host.querySelector('svg.scene')).not.toBeNull();
    expect(page).toContain('Nelbo plans and records; it does not inspect');
  });

  it('makes no comparison while there is only one look; a patch has its drawing and its hours too', async () => {
    const host = await open({
      ...JOB,
      hull: { material: 'pvc-fabric' },
      damage: { kind: 'fabric-puncture', findings: [{ ...look, size: [0.006, 0.004] }] },
    });
    expect(text(host)).toContain('As far as it has been looked at');
    expect([...host.querySelectorAll('.plan li b')].map((b) => b.textContent)).toEqual([
      'System.',
      'Mix & cure.',
    ]);
    expect(text(host)).toContain('Patch on the tube');
    expect(
      [...host.querySelectorAll('.hours tbody tr')].map((r) => r.querySelector('th')?.textContent),
    ).toEqual(['Survey', 'Mix & cure']);
  });

  it('explains the hours stage by stage, with the measured surface and the signed check', async () => {
    const readings = [-0.1, 0, 0.1].flatMap((y) =>
      [-0.2, -0.1, 0, 0.1, 0.2].map((x) => ({ x, y, gap: x === 0 && y === 0 ? 0.003 : 0 })),
    );
    const items = (['level', 'gloss', 'halo', 'pinholes', 'tap', 'film', 'colour', 'photos'] as const).map(
      (check) => ({
        check,
        result: check === 'gloss' ? ('deferred' as const) : ('pass' as const),
        ...(check === 'gloss' ? { note: 'after a week' } : {}),
      }),
    );
    const host = await open({
      ...JOB,
      system: { resin: 'polyester', finish: 'gel-coat' },
      damage: { kind: 'hole', findings: [{ ...truth, size: [...truth.size] }] },
      fairing: { cutLimit: 0, rounds: [{ at: '2026-11-23T08:00:00Z', readings }] },
      check: { items, who: 'Ines', at: '2026-11-24T10:00:00Z' },
    });
    const page = text(host);
    expect(page).toContain('Where the hours go');
    expect(page).toContain('the deepest low is 3.0 mm');
    expect(page).toMatch(/polished in 2 stages/);
    const rows = [...host.querySelectorAll('.hours tbody tr')].map((r) => r.querySelector('th')?.textContent);
    expect(rows).toEqual(['Survey', 'Grind', 'Laminate', 'Mix & cure', 'Fair', 'Finish']);
    expect(host.querySelectorAll('.fair-low').length).toBeGreaterThan(0);
    expect(page).toContain('left for later: after a week');
    expect(page).toContain('Signed by Ines, 24 November 2026');
  });

  it('leaves the check out until it is signed', async () => {
    const host = await open({
      ...JOB,
      damage: { kind: 'hole', findings: [{ ...truth, size: [...truth.size] }] },
      check: { items: [{ check: 'level', result: 'pass' }] },
    });
    expect(text(host)).not.toContain('Checked at the end');
    expect(text(host)).toContain('Where the hours go');
  });

  it('lists every place of the boat, those without a plan as such, and sums up the others', async () => {
    const host = await open({
      ...JOB,
      places: [
        {
          id: 'b',
          name: 'transom',
          hull: { material: 'frp-solid' },
          damage: { kind: 'gel-coat-chip', size: [0.02, 0.01] },
        },
        { id: 'c', name: 'keel', hull: {}, damage: {} },
      ],
    } as unknown as JobDocument);
    const cells = (row: string): string[][] =>
      [...host.querySelectorAll(row)].map((r) =>
        [...r.querySelectorAll('th, td')].map((x) => x.textContent?.trim() ?? ''),
      );
    for (let i = 0; i < 50 && cells('table tbody tr.here').length === 0; i += 1)
      await new Promise((resolve) => setTimeout(resolve, 100));
    const rows = cells('table:has(caption) tbody tr');
    expect(rows.map(([letter]) => letter)).toEqual(['A', 'B', 'C']);
    expect(rows[1][1]).toContain('transom: ');
    expect(rows[2].slice(1)).toEqual(['keel: not planned yet', '–', '–', '–']);
    const money = (cell: string): number => Number(cell.replace(/[^\d.]/g, ''));
    const [, , , , labour] = cells('table:has(caption) tfoot tr')[0];
    expect(money(labour)).toBeCloseTo(money(rows[0][4]) + money(rows[1][4]), 0);
  });
});
