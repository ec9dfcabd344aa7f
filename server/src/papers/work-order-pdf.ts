import PDFDocument from 'pdfkit';
import { STAGE_TITLES, say, type Said, type Trace } from '@nelbo/core';
import { workOrderScenes, type WorkOrder } from '@nelbo/core/papers';
import { drawScene } from './pdf-scene';
import { MARGIN, Sheet } from './pdf-sheet';
import { HAIRLINE, MUTED, registerFonts } from './pdf-text';
import { orderOf, type Planned } from './planned';

/**
 * A work order as a PDF of A4 sheets: drawings are vectors, and every figure links to its reasons at the end. It takes
 * most of a second: it is made in a thread.
 */
export async function workOrderPdf(found: Planned): Promise<Buffer> {
  const order = orderOf(found);
  const { trace } = found.plan;
  const figures = figuresOf(order).filter((id) => trace[id]);
  const doc = new PDFDocument({
    size: 'A4',
    margin: 0,
    bufferPages: true,
    info: { Title: `Work order: ${order.title}`, Author: 'Nelbo', Subject: order.boat },
  });
  const done = collect(doc);
  registerFonts(doc);
  const sheet = new Sheet(doc, new Set(figures));

  sheet.text(`Work order: ${order.title}`, { size: 18, weight: 'bold' });
  if (order.boat) sheet.text(order.boat, { size: 11, colour: MUTED });
  sheet.gap(6);
  sheet.box(order.general);
  sheet.pairs(order.facts, order.totals);
  for (const scene of workOrderScenes(found.plan, found.reader)) {
    const height = (scene.height * sheet.width) / scene.width;
    sheet.need(height + 8);
    sheet.gap(drawScene(doc, scene, MARGIN, sheet.y, sheet.width) + 8);
  }
  if (order.notes.length > 0) {
    sheet.heading('To know');
    for (const n of order.notes) sheet.text(`•  ${n}`, {}, 0);
  }
  for (const s of order.sections) {
    sheet.heading(STAGE_TITLES[s.stage]);
    sheet.text(s.sentence);
    sheet.gap(4);
    for (const c of s.cautions) sheet.caution(c);
    for (const t of s.tables) {
      sheet.table(t.caption, t.columns, t.rows);
    }
    for (const a of s.acceptance) sheet.check(`${a.test}: ${a.pass}`);
  }
  signOff(sheet, order.signOff);
  reasons(sheet, figures, trace, found);
  feet(doc, order);
  doc.end();
  return done;
}

function collect(doc: PDFKit.PDFDocument): Promise<Buffer> {
  const chunks: Buffer[] = [];
  return new Promise((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
}

/** Trace ids of all figures of an order, each once, in the order in which they stand. */
function figuresOf(order: WorkOrder): string[] {
  const ids = new Set<string>();
  const take = (words: Said): void =>
    words.forEach((part) => typeof part !== 'string' && ids.add(part.figure.traceId));
  for (const [, words] of [...order.facts, ...order.totals]) take(words);
  for (const s of order.sections) {
    take(s.sentence);
    for (const t of s.tables) for (const r of t.rows) r.forEach(take);
  }
  return [...ids];
}

function signOff(sheet: Sheet, names: readonly string[]): void {
  sheet.heading('Sign-off');
  for (const name of names) {
    sheet.need(32);
    sheet.gap(16);
    const { doc, width } = sheet;
    doc
      .font('regular')
      .fontSize(9.2)
      .fillColor('#12292C')
      .text(name, MARGIN, sheet.y, { lineBreak: false })
      .text('date', MARGIN + width - 130, sheet.y, { lineBreak: false });
    doc
      .moveTo(MARGIN + 150, sheet.y + 11)
      .lineTo(MARGIN + width - 140, sheet.y + 11)
      .moveTo(MARGIN + width - 104, sheet.y + 11)
      .lineTo(MARGIN + width, sheet.y + 11)
      .lineWidth(0.7)
      .strokeColor('#12292C')
      .stroke();
    sheet.gap(14);
  }
}

/** Where each figure comes from: formula, inputs with their values and origin, and source. */
function reasons(sheet: Sheet, ids: readonly string[], trace: Trace, { reader }: Planned): void {
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
