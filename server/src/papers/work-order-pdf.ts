import PDFDocument from 'pdfkit';
import { say, type Said, type Scene, type Trace } from '@nelbo/core';
import { figuresIn, HALF_SHEET, workOrderScenes, type WorkOrder } from '@nelbo/core/papers';
import { drawScene } from './pdf-scene';
import { drawSteps } from './pdf-steps';
import { drawTables, leastRoom } from './pdf-tables';
import { MARGIN, Sheet } from './pdf-sheet';
import { HAIRLINE, INK, MUTED, registerFonts } from './pdf-text';
import { orderOf, type Planned } from './planned';

/** Height of a heading. */
const HEAD = 32;
/** Width of the names at the front. */
const NAMES = 96;

/**
 * A work order as a PDF of A4 sheets: what it is and what has to be ready, drawings as vectors, the numbered steps, what
 * is looked up. It takes most of a second: it is made in a thread.
 *
 * @param reasons whether every figure links to where it comes from, at the end
 */
export async function workOrderPdf(found: readonly Planned[], reasons = false): Promise<Buffer> {
  const { order, trace } = orderOf(found);
  const figures = reasons ? figuresIn(order).filter((id) => trace[id]) : [];
  const doc = new PDFDocument({
    size: 'A4',
    margin: 0,
    bufferPages: true,
    info: { Title: `Work order: ${order.title}`, Author: 'Nelbo', Subject: order.boat },
  });
  const done = collect(doc);
  registerFonts(doc);
  const sheet = new Sheet(doc, new Set(figures));
  front(sheet, order, found);
  for (const s of order.stages) {
    sheet.heading(s.title);
    if (s.sentence.length > 0) sheet.text(s.sentence, { colour: MUTED });
    for (const n of s.notes) sheet.text(n, { size: 8.2 });
    sheet.gap(3);
    drawSteps(sheet, s.rows);
  }
  if (order.appendix.length > 0) sheet.heading('To look up', HEAD + leastRoom(sheet, order.appendix));
  drawTables(sheet, order.appendix);
  signOff(sheet, order.signOff);
  sheet.box(order.general);
  if (reasons) drawReasons(sheet, figures, trace, found[0]);
  feet(doc, order);
  doc.end();
  return done;
}

/** The first sheet: boat, what, when, the drawings, what has to be ready, and what holds all the time. */
function front(sheet: Sheet, order: WorkOrder, places: readonly Planned[]): void {
  sheet.text(`Work order: ${order.title}`, { size: 16, weight: 'bold' });
  if (order.boat) sheet.text(order.boat, { size: 10.5, colour: MUTED });
  sheet.gap(4);
  sheet.facts([...order.totals, ...order.facts], NAMES);
  for (const s of order.stops) sheet.caution(`STOP. ${s}`);
  for (const s of order.overridden) sheet.caution(`STOP overridden. ${s}`);
  for (const n of order.notes) sheet.caution(n, 8.2);
  if (order.assumed.length > 0)
    sheet.text(`Assumed: ${order.assumed.join('; ')}`, { size: 8.2, colour: MUTED });
  for (const { letter, name, plan, reader } of places) {
    if (places.length > 1)
      sheet.text([letter, name].filter(Boolean).join(', '), { size: 9.5, weight: 'bold' });
    drawings(sheet, workOrderScenes(plan, reader, HALF_SHEET));
  }
  sheet.heading('Before you start');
  for (const b of order.before) sheet.check([`${b.name}: `, ...b.text]);
  sheet.gap(3);
  for (const c of order.card) sheet.caution(c, 8.2);
}

/** Between two drawings that stand beside one another. */
const BESIDE = 14;

/** Drawings two by two. */
function drawings(sheet: Sheet, scenes: readonly Scene[]): void {
  const width = (sheet.width - BESIDE) / 2;
  sheet.gap(5);
  for (let i = 0; i < scenes.length; i += 2) {
    const row = scenes.slice(i, i + 2);
    const height = Math.max(...row.map((s) => (s.height * width) / s.width));
    sheet.need(height);
    row.forEach((scene, k) => drawScene(sheet.doc, scene, MARGIN + k * (width + BESIDE), sheet.y, width));
    sheet.gap(height + 4);
  }
}

function collect(doc: PDFKit.PDFDocument): Promise<Buffer> {
  const chunks: Buffer[] = [];
  return new Promise((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
}

/** Lines to sign on, two beside one another. */
function signOff(sheet: Sheet, names: readonly string[]): void {
  const { doc } = sheet;
  const half = (sheet.width - 20) / 2;
  sheet.need(names.length * 10 + 16);
  names.forEach((name, i) => {
    if (i % 2 === 0) sheet.gap(i === 0 ? 11 : 18);
    const x = MARGIN + (i % 2) * (half + 20);
    doc
      .font('regular')
      .fontSize(9)
      .fillColor(INK)
      .text(name, x, sheet.y, { lineBreak: false })
      .text('date', x + half - 74, sheet.y, { lineBreak: false });
    doc
      .moveTo(x + 108, sheet.y + 10)
      .lineTo(x + half - 80, sheet.y + 10)
      .moveTo(x + half - 52, sheet.y + 10)
      .lineTo(x + half, sheet.y + 10)
      .lineWidth(0.7)
      .strokeColor(INK)
      .stroke();
  });
  sheet.gap(16);
}

/** Where each figure comes from: formula, inputs with their values and origin, and source. */
function drawReasons(sheet: Sheet, ids: readonly string[], trace: Trace, { reader }: Planned): void {
  sheet.heading('Where the figures come from');
  sheet.text(
    'A figure with a broken line under it is a default: measure it, or enter what the data sheet says.',
    { size: 8, colour: MUTED },
  );
  sheet.gap(4);
  for (const id of ids) {
    const e = trace[id];
    sheet.need(30);
    sheet.doc.addNamedDestination(`figure ${id}`, 'XYZ', 0, sheet.y, null);
    sheet.text(`${e.label}: ${say(e, reader)}`, { size: 8, weight: 'bold' });
    const how = e.expression ? `${e.expression}. ` : `${e.origin}. `;
    const inputs = e.inputs.flatMap((i): Said => {
      const input = trace[i.traceId];
      return input
        ? [
            `${i.symbol} = `,
            { text: say(input, reader), figure: { origin: input.origin, traceId: input.id } },
            ` ${input.label}, ${input.origin}; `,
          ]
        : [];
    });
    sheet.text([how, ...shortened(inputs), `Source: ${e.source}.`], { size: 7.4, colour: MUTED });
    sheet.gap(3);
  }
}

const MOST_INPUTS = 12;

/** A sum over many parts names the first of them. */
function shortened(inputs: Said): Said {
  const most = 3 * MOST_INPUTS;
  return inputs.length <= most
    ? inputs
    : [...inputs.slice(0, most), `and ${(inputs.length - most) / 3} more; `];
}

function feet(doc: PDFKit.PDFDocument, order: WorkOrder): void {
  const { start, count } = doc.bufferedPageRange();
  for (let i = start; i < start + count; i += 1) {
    doc.switchToPage(i);
    const y = doc.page.height - MARGIN;
    const right = `${i + 1} of ${count}`;
    doc
      .moveTo(MARGIN, y - 6)
      .lineTo(doc.page.width - MARGIN, y - 6)
      .lineWidth(0.4)
      .strokeColor(HAIRLINE)
      .stroke();
    doc.font('regular').fontSize(7.4).fillColor(MUTED);
    doc.text(`${[order.boat, order.title].filter(Boolean).join(' · ')} · ${order.versions}`, MARGIN, y, {
      lineBreak: false,
      width: doc.page.width - 2 * MARGIN - 60,
      ellipsis: true,
    });
    doc.text(right, doc.page.width - MARGIN - doc.widthOfString(right), y, { lineBreak: false });
  }
}
