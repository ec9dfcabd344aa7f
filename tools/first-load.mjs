// What a browser fetches before a page is drawn: warns of pages that have grown beyond their budget.
// first-load.mjs FOLDER — a built folder with its brotli twins.
import { existsSync, readFileSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';

/** Bytes over the wire, without fonts. */
const BUDGETS = { 'shop-page': 250_000, 'job-page': 430_000 };

const root = process.argv[2];
const size = (name) => statSync(join(root, existsSync(join(root, `${name}.br`)) ? `${name}.br` : name)).size;
const names = readdirSync(root);
const called = (name) => names.find((n) => n.startsWith(`${name}-`) && n.endsWith('.js'));

/** A file with all that it imports before it runs; what is imported on demand comes later. */
function withImports(file, seen = new Set()) {
  if (seen.has(file)) return seen;
  seen.add(file);
  const text = readFileSync(join(root, file), 'utf8');
  for (const [, next] of text.matchAll(/(?:\bfrom|\bimport)\s*"\.\/([\w.-]+\.js)"/g)) withImports(next, seen);
  return seen;
}

const styles = names.filter((n) => n.startsWith('styles-') && n.endsWith('.css'));
for (const [page, budget] of Object.entries(BUDGETS)) {
  const [main, own] = [called('main'), called(page)];
  if (!main || !own) throw new Error(`${root} has no ${own ? 'main' : page}`);
  const files = [...withImports(own, withImports(main)), ...styles, 'index.html'];
  const bytes = files.reduce((sum, f) => sum + size(f), 0);
  const line = `${page}: ${(bytes / 1000).toFixed(0)} kB in ${files.length} files, ${budget / 1000} kB allowed`;
  console.log(bytes > budget ? `warning: ${line}` : line);
}
