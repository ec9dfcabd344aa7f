import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { RATE_GROUPS } from '@nelbo/core';

const SOURCES = join(import.meta.dirname, '../../core/src');

describe('the book of rates', () => {
  it('has no row that a yard may set and nothing reads', () => {
    const code = readdirSync(SOURCES, { recursive: true, encoding: 'utf8' })
      .filter((f) => f.endsWith('.ts') && !f.endsWith('rates/book.ts') && !f.endsWith('consumables.ts'))
      .map((f) => readFileSync(join(SOURCES, f), 'utf8'))
      .join('\n');
    const rows = RATE_GROUPS.flatMap((g) => g.rows.map((r) => r.id));
    expect(rows.length).toBeGreaterThan(80);
    expect(rows.filter((id) => !new RegExp(`RATES\\.${id}\\b|'${id}'`).test(code))).toEqual([]);
    // What it reads goes by what the yard has set: nobody takes the book's own value past it.
    expect(code.match(/RATES\.\w+\.value/g) ?? []).toEqual([]);
  });
});
