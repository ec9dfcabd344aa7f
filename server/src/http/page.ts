import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

/** Addresses whose page needs more than the frame, and the name of the built file that holds it. */
const PAGES: readonly (readonly [RegExp, string])[] = [
  [/^\/jobs\/[^/]+\/work-order$/, 'work-order-page'],
  [/^\/jobs\/[^/]+\/owner$/, 'owner-page'],
  [/^\/jobs\/[^/]+\/patterns$/, 'patterns-page'],
  [/^\/jobs\/[^/]+\/bench$/, 'bench-page'],
  [/^\/bench$/, 'bench-home'],
  [/^\/jobs\/new$/, 'new-job-page'],
  [/^\/jobs\/[^/]+(\/\w+)?$/, 'job-page'],
  [/^\/jobs$/, 'jobs-page'],
  [/^\/stores(\/[^/]+)?$/, 'stores-page'],
  [/^\/guide$/, 'guide-page'],
  [/^\/settings$/, 'settings-page'],
  [/^\/(shop)?$/, 'shop-page'],
];

/** Built files that a file imports, itself included, each once. */
function closure(root: string, file: string, seen: Set<string>): void {
  if (seen.has(file)) return;
  seen.add(file);
  const text = readFileSync(join(root, file), 'utf8');
  for (const [, name] of text.matchAll(/(?:from|import)"\.\/([\w-]+\.js)"/g)) closure(root, name, seen);
}

/**
 * The page of the web application for an address. The browser is told at once of every file that the page will need:
 * it would otherwise find them one after another, each only when the one before has run.
 *
 * @param root folder of the built web application
 */
export function pageFor(root: string): (path: string) => string {
  const html = readFileSync(join(root, 'index.html'), 'utf8');
  const files = readdirSync(root);
  const pages = PAGES.map(([pattern, name]) => {
    const own = files.find((f) => f.startsWith(`${name}-`) && f.endsWith('.js'));
    const needed = new Set<string>();
    if (own) closure(root, own, needed);
    const links = [...needed]
      .filter((f) => !html.includes(f))
      .map((f) => `<link rel="modulepreload" href="${f}">`);
    return { pattern, html: html.replace('</body>', `${links.join('')}</body>`) };
  });
  return (path) => pages.find((p) => p.pattern.test(path))?.html ?? html;
}
