import { createCanvas } from '@napi-rs/canvas';
import DxfParser from 'dxf-parser';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { LIBRARY, bounds, planRepair, readJob, regionArea, type Point } from '@nelbo/core';
import { REPAIRS } from '@nelbo/core/repairs';
import {
  dxfLayer,
  patternPieces,
  OVERLAP,
  SHEET_MARGIN,
  tilesOf,
  type PatternPiece,
} from '@nelbo/core/papers';
import { demoJobs } from '../src/demo/jobs';
import { loadDemo } from '../src/demo/load';
import { start, type Running } from './harness';

const NOW = Date.parse('2026-11-24T09:00:00Z');
const jobs = demoJobs(NOW);
const of = (ending: string): { id: string; pieces: readonly PatternPiece[] } => {
  const job = jobs.find((j) => j.id.endsWith(ending));
  const { job: read } = readJob(job?.document);
  const plan = read && planRepair(read, LIBRARY, {}, { now: NOW }, REPAIRS).plan;
  if (!job || !plan) throw new Error('no such job');
  return { id: job.id, pieces: patternPieces(plan, LIBRARY) };
};
const ROUND = of('0015');
const L_SHAPE = of('0016');
const CORED = of('0006');

describe('patterns of a job', () => {
  let app: Running;
  beforeAll(async () => {
    app = await start();
    await loadDemo(app.connection.db, NOW);
  });
  afterAll(async () => {
    expect(app.errors).toEqual([]);
    await app.stop();
  });
  const text = async (id: string, file: string): Promise<string> =>
    new TextDecoder().decode((await app.call('GET', `/jobs/${id}/${file}`)).bytes);

  it('as DXF read back: one layer a piece, closed polylines of the very outlines in millimetres', async () => {
    for (const { id, pieces } of [ROUND, L_SHAPE, CORED]) {
      const dxf = new DxfParser().parseSync(await text(id, 'patterns.dxf'));
      expect(String(dxf?.header['$ACADVER'])).toBe('AC1009');
      const layers = Object.keys(dxf?.tables.layer.layers ?? {});
      for (const piece of pieces) {
        expect(layers).toContain(dxfLayer(piece.id));
        const own = dxf?.entities.filter((e) => e.layer === dxfLayer(piece.id)) ?? [];
        const cut = own.find(
          (e) => e.type === 'POLYLINE' && (e as unknown as { shape: boolean }).shape,
        ) as unknown as { vertices: Point[] } | undefined;
        expect(cut?.vertices.length).withContext(piece.id).toBe(piece.outline.length);
        const area = regionArea([(cut?.vertices ?? []).map((v) => ({ x: v.x / 1000, y: v.y / 1000 }))]);
        expect(area / piece.area)
          .withContext(piece.id)
          .toBeCloseTo(1, 4);
        expect(own.some((e) => e.type === 'TEXT')).toBeTrue();
      }
    }
  });

  it('as SVG read back: millimetres, a group a piece, a bar of 100', async () => {
    const svg = await text(L_SHAPE.id, 'patterns.svg');
    const [, width, , box] = /width="([\d.]+)mm" height="([\d.]+)mm" viewBox="0 0 ([\d.]+)/.exec(svg) ?? [];
    expect(Number(width)).toBeCloseTo(Number(box), 3);
    for (const piece of L_SHAPE.pieces) {
      const group = svg.slice(svg.indexOf(`<g id="piece-${piece.id}">`));
      const d = / class="cut" d="([^"]+)"/.exec(group)?.[1] ?? '';
      const points = [...d.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map((m) => ({
        x: Number(m[1]),
        y: Number(m[2]),
      }));
      const b = bounds([points]);
      expect(b.x1 - b.x0)
        .withContext(piece.id)
        .toBeCloseTo(piece.length * 1000, 1);
      expect(b.y1 - b.y0)
        .withContext(piece.id)
        .toBeCloseTo(piece.width * 1000, 1);
    }
    expect(svg).toContain('h100');
  });

  it('as PDF drawn again: what is 100 mm on the sheet is 100 mm, and the outline has its size, within 0.3 mm', async () => {
    for (const paper of ['a4', 'letter'] as const) {
      const res = await app.call('GET', `/jobs/${ROUND.id}/patterns.pdf?paper=${paper}`);
      const pdf = await getDocument({ data: new Uint8Array(res.bytes), verbosity: 0, useSystemFonts: false })
        .promise;
      const piece = ROUND.pieces[0];
      const tiles = tilesOf(piece, paper);
      expect(tiles.length).toBeGreaterThan(1);
      const first = await firstSheetOf(pdf, piece.name);
      const found: Sheet[] = [];
      for (let i = 0; i < tiles.length; i += 1) found.push(await drawn(await pdf.getPage(first + i)));
      for (const s of found)
        expect(Math.abs(checkBar(s) - 100))
          .withContext(`bar on ${paper}`)
          .toBeLessThan(0.3);
      // Every corner of the piece that a sheet shows is drawn where it belongs, and nothing stands 2 mm outside it.
      let [met, clear, all] = [0, 0, 0];
      tiles.forEach((tile, i) => {
        for (const p of piece.outline) {
          const [x, y] = [p.x - tile.corner.x, p.y - tile.corner.y];
          if (x < OVERLAP || y < OVERLAP || x > tile.width - OVERLAP || y > tile.height - OVERLAP) continue;
          const at = (q: Point): [number, number] => [
            (SHEET_MARGIN + q.x - tile.corner.x) * 1000,
            (SHEET_MARGIN + tile.corner.y + tile.height - q.y) * 1000,
          ];
          const r = Math.hypot(p.x, p.y);
          all += 1;
          if (found[i].darkNear(...at(p), 0.3)) met += 1;
          if (!found[i].darkNear(...at({ x: p.x * (1 + 0.002 / r), y: p.y * (1 + 0.002 / r) }), 0.6))
            clear += 1;
        }
      });
      expect(all).toBeGreaterThan(50);
      expect(met).withContext(`corners on ${paper}`).toBe(all);
      expect(clear).toBeGreaterThan(0.9 * all);
    }
  }, 60_000);

  it('as CSV: every corner of every piece; a cut list and the rolls beside them', async () => {
    const rows = (await text(CORED.id, 'patterns.csv')).trimEnd().split('\r\n');
    expect(rows.length).toBe(1 + CORED.pieces.reduce((n, p) => n + p.outline.length, 0));
    expect(rows.some((r) => r.startsWith('core,New core,'))).toBeTrue();
    const rolls = (await text(CORED.id, 'rolls.csv')).trimEnd().split('\r\n');
    expect(rolls.length).toBe(1 + CORED.pieces.filter((p) => p.material.rollWidth !== undefined).length);
  });

  it('are refused in words on a paper that is not known, and for a job with nothing to cut', async () => {
    const odd = await app.call('GET', `/jobs/${ROUND.id}/patterns.pdf?paper=a0`);
    expect(odd.status).toBe(400);
    expect(JSON.stringify(odd.json)).toContain('a4 or letter');
    const starCracks = jobs.find((j) => j.id.endsWith('0025'));
    expect((await app.call('GET', `/jobs/${starCracks?.id}/patterns.dxf`)).status).toBe(422);
  });
});

/** Pixels per millimetre of the drawn sheet. */
const SCALE = 10;

interface Sheet {
  readonly width: number;
  readonly height: number;
  readonly dark: (x: number, y: number) => boolean;
  /** Whether anything is drawn within a distance of a place, mm from the upper left corner. */
  readonly darkNear: (x: number, y: number, within: number) => boolean;
}

async function firstSheetOf(
  pdf: {
    numPages: number;
    getPage: (n: number) => Promise<{ getTextContent: () => Promise<{ items: readonly object[] }> }>;
  },
  name: string,
): Promise<number> {
  for (let i = 1; i <= pdf.numPages; i += 1) {
    const { items } = await (await pdf.getPage(i)).getTextContent();
    const words = items.map((item) => ('str' in item ? String(item.str) : '')).join('|');
    if (words.includes(`${name} ·`) && words.includes('measure before cutting')) return i;
  }
  throw new Error(`no sheet of ${name}`);
}

async function drawn(page: any): Promise<Sheet> {
  const viewport = page.getViewport({ scale: (SCALE * 25.4) / 72 });
  const canvas = createCanvas(Math.ceil(viewport.width), Math.ceil(viewport.height));
  const context = canvas.getContext('2d');
  context.fillStyle = '#fff';
  context.fillRect(0, 0, canvas.width, canvas.height);
  await page.render({ canvasContext: context, viewport }).promise;
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
  const dark = (x: number, y: number): boolean => data[4 * (y * canvas.width + x)] < 120;
  return {
    width: canvas.width,
    height: canvas.height,
    dark,
    darkNear: (x, y, within) => {
      const r = within * SCALE;
      for (let i = Math.ceil(x * SCALE - r); i <= x * SCALE + r; i += 1)
        for (let j = Math.ceil(y * SCALE - r); j <= y * SCALE + r; j += 1)
          if (Math.hypot(i + 0.5 - x * SCALE, j + 0.5 - y * SCALE) <= r && dark(i, j)) return true;
      return false;
    },
  };
}

/** Length of the check bar, mm: the longest dark run in the foot of the sheet, between the middles of its end ticks. */
function checkBar(s: Sheet): number {
  let longest = 0;
  for (let y = s.height - 32 * SCALE; y < s.height - 5 * SCALE; y += 1) {
    let run = 0;
    for (let x = 0; x < 130 * SCALE; x += 1) {
      run = s.dark(x, y) ? run + 1 : 0;
      longest = Math.max(longest, run);
    }
  }
  // The ticks are 0.6 pt wide: the run ends half a tick beyond the middle of each.
  return longest / SCALE - (0.6 * 25.4) / 72;
}
