import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { DEMO_SHOP, demoJobs } from '../src/demo/jobs';
import { loadDemo } from '../src/demo/load';
import { start, type Running } from './harness';

const NOW = Date.parse('2026-11-24T09:00:00Z');
const MARIGOLD = demoJobs(NOW)[0].id;

interface Read {
  readonly pages: number;
  readonly text: string;
  readonly sheets: readonly string[];
  readonly links: number;
}

async function readPdf(bytes: Uint8Array): Promise<Read> {
  const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0, useSystemFonts: false }).promise;
  const sheets: string[] = [];
  let links = 0;
  for (let i = 1; i <= pdf.numPages; i += 1) {
    const page = await pdf.getPage(i);
    const content = await page.getTextContent();
    sheets.push(content.items.map((item) => ('str' in item ? item.str : '')).join(''));
    links += (await page.getAnnotations()).filter(
      (a: { subtype: string; dest?: unknown }) => a.subtype === 'Link' && a.dest,
    ).length;
  }
  return { pages: pdf.numPages, text: sheets.join(''), sheets, links };
}

describe('papers of a job', () => {
  let app: Running;
  beforeAll(async () => {
    app = await start();
    await loadDemo(app.connection.db, NOW);
  });
  afterAll(async () => {
    expect(app.errors).toEqual([]);
    await app.stop();
  });

  it('are a PDF with vector drawings; a through hole has its steps on three sheets and what is looked up on a fourth', async () => {
    const res = await app.call('GET', `/jobs/${MARIGOLD}/work-orders/current.pdf`);
    expect(res.headers.get('content-disposition')).toContain('work-order-wherry-marigold.pdf');
    const { pages, text, sheets, links } = await readPdf(res.bytes);
    expect(pages).toBeLessThanOrEqual(4);
    expect(sheets.slice(0, 3).join('').replace(/\s+/g, ' ')).toContain('walk the owner through');
    for (const words of [
      'Work order: Fender post strike',
      'Wherry “Marigold”',
      'Before you start',
      'Plies,',
      'P3/N100',
      'Accepted by the owner',
    ]) {
      expect(text).withContext(words).toContain(words);
    }
    expect(text).not.toContain('Where the figures come from');
    expect(text).not.toMatch(/NaN|undefined|\[object/);
    expect(links).toBe(0);
    // Drawings are paths, not pixels.
    expect(Buffer.from(res.bytes).toString('latin1')).not.toContain('/Subtype /Image');
  });

  it('lead to where their figures come from, where that is asked for', async () => {
    const of = async (reasons: string) =>
      app.call('GET', `/jobs/${MARIGOLD}/work-orders/current.pdf?reasons=${reasons}`);
    const { text, links } = await readPdf((await of('yes')).bytes);
    for (const words of ['Where the figures come from', 'ρ', 'Σ'])
      expect(text).withContext(words).toContain(words);
    expect(links).toBeGreaterThan(100);
    expect((await of('perhaps')).status).toBe(400);
  });

  it('number every step in the words of the plan, in order, as PDF and as Markdown', async () => {
    const { bytes } = await app.call('GET', `/jobs/${MARIGOLD}/work-orders/current.pdf`);
    const squeezed = (text: string): string => text.replace(/\s+/g, '');
    const pdf = squeezed((await readPdf(bytes)).text);
    const { json } = await app.call('GET', `/jobs/${MARIGOLD}/work-orders/current.md`);
    const steps = [...String(json).matchAll(/^- \[[ x]\] \*\*(\d+)\*\* (.+?)(?::| \()/gm)];
    expect(steps.length).toBeGreaterThan(20);
    let from = 0;
    steps.forEach(([, n, text], k) => {
      expect(Number(n)).toBe(k + 1);
      const at = pdf.indexOf(squeezed(`${n}${text.replace(/\\/g, '')}`), from);
      expect(at).withContext(`${n} ${text}`).toBeGreaterThanOrEqual(from);
      from = Math.max(from, at);
    });
  });

  it('tell when a layer may be gone on with by the very moments of the JSON, as PDF and as Markdown', async () => {
    let told = 0;
    for (const { id, document } of demoJobs(NOW).slice(0, 12)) {
      const order = `/jobs/${id}/work-orders/current`;
      const pdf = (await readPdf((await app.call('GET', `${order}.pdf`)).bytes)).text;
      const md = String((await app.call('GET', `${order}.md`)).json);
      // The rows of the table of windows, as Markdown has them; a cell is a moment.
      const table = md.slice(md.indexOf('Windows, air')).split(/\n\n/).slice(0, 3).join('\n');
      for (const [moment] of md.includes('Windows, air') ? table.matchAll(/\d+ \w{3} \d\d:\d\d/g) : []) {
        expect(pdf.replace(/\s+/g, ''))
          .withContext(`${document.title}: ${moment}`)
          .toContain(moment.replace(/\s+/g, ''));
        told += 1;
      }
    }
    expect(told).toBeGreaterThan(40);
  }, 120_000);

  it('keep a heading with what it heads, and fill a sheet before the next is begun', async () => {
    let headed = 0;
    for (const { id, document } of demoJobs(NOW)) {
      const { bytes } = await app.call('GET', `/jobs/${id}/work-orders/current.pdf`);
      const { sheets } = await readPdf(bytes);
      const sheet = sheets.find((s) => s.includes('To look up'));
      if (!sheet) continue;
      headed += 1;
      // The foot of a sheet begins with the boat.
      const after = sheet.slice(sheet.indexOf('To look up') + 'To look up'.length).trim();
      expect(after.startsWith(document.boat?.name ?? '?'))
        .withContext(document.title ?? '')
        .toBeFalse();
    }
    expect(headed).toBeGreaterThan(20);
  }, 240_000);

  it('are as whole for every other kind of repair: steps, pots, cautions, drawings, patches to cut', async () => {
    const kinds = demoJobs(NOW).filter((j) =>
      ['PADDLE', 'SANDPIPER', 'REDSHANK', 'PIPIT'].some((n) =>
        j.document.boat?.name?.toUpperCase().includes(n),
      ),
    );
    expect(kinds.length).toBe(4);
    for (const { id, document } of kinds) {
      const { text } = await readPdf((await app.call('GET', `/jobs/${id}/work-orders/current.pdf`)).bytes);
      for (const words of ['Before you start', 'Buy or fetch', 'Accepted by the owner'])
        expect(text).withContext(`${document.title}: ${words}`).toContain(words);
      expect(text)
        .withContext(document.title ?? '')
        .not.toMatch(/NaN|undefined|\[object|not worked out/);
    }
    const board = kinds.find((j) => j.document.hull.material === 'drop-stitch');
    const cuts = new TextDecoder()
      .decode((await app.call('GET', `/jobs/${board?.id}/cut-list.csv`)).bytes)
      .trimEnd()
      .split('\r\n');
    expect(cuts[1]).toMatch(/^patch,PVC-coated patch fabric,warp along,140,106,/);
    expect((await app.call('GET', `/jobs/${board?.id}/patterns.pdf?paper=a4`)).status).toBe(200);
  });

  it('are Markdown that ends with the reasons where they are asked for', async () => {
    const plain = await app.call('GET', `/jobs/${MARIGOLD}/work-orders/current.md`);
    expect(plain.json).not.toContain('## Where the figures come from');
    const { json } = await app.call('GET', `/jobs/${MARIGOLD}/work-orders/current.md?reasons=yes`);
    expect(json).toContain('## Where the figures come from');
    expect(json).toMatch(/- \*\*mix ratio by mass|- \*\*.+: .+\*\* .+ Source: /);
  });

  it('are tables for a spreadsheet that runs no formula out of them', async () => {
    const csv = async (file: string): Promise<string[]> =>
      new TextDecoder()
        .decode((await app.call('GET', `/jobs/${MARIGOLD}/${file}.csv`)).bytes)
        .trimEnd()
        .split('\r\n');
    const materials = await csv('materials');
    expect(materials[0].replace('\ufeff', '')).toBe('product,for,quantity,unit,cost,currency,note');
    expect(materials[1]).toMatch(/^Slow laminating epoxy 5:1,laminate,\d+\.\d,g,\d+\.\d\d,£,$/);
    const cuts = await csv('cut-list');
    expect(cuts.length).toBe(1 + 11);
    expect(cuts[1]).toMatch(/^1,stitched biaxial 600,±45,271,233,/);
    await app.call('POST', `/jobs/${MARIGOLD}/log`, {
      id: '5b1d2f60-0001-4a01-9c01-0000000000aa',
      stage: 'log',
      at: '2026-11-24T08:00:00Z',
      who: '=cmd()',
      text: 'said "so", twice',
    });
    const log = await csv('log');
    expect(log.length).toBe(5);
    expect(log.at(-1)).toContain(`'=cmd(),"said ""so"", twice"`);
  });

  it('follow the units and the currency of the yard', async () => {
    const us = {
      length: 'us',
      film: 'us',
      area: 'us',
      volume: 'us',
      mass: 'us',
      cloth: 'us',
      temperature: 'us',
      pressure: 'us',
    };
    await app.call('PUT', '/shop', { ...DEMO_SHOP, currency: '$', units: us });
    const { json } = await app.call('GET', `/jobs/${MARIGOLD}/work-orders/current.md`);
    expect(json).toMatch(/Worked at:\*\* 62\.6 °F/);
    expect(json).toMatch(/to the line \d+\.\d+ in from the edge/);
    expect(json).toContain('$');
    await app.call('PUT', '/shop', DEMO_SHOP);
  });
});
