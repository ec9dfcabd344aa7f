// Every figure of every demo job and of every hull with every damage, as one file; with --against, what differs from
// another such file. For changes that must not change what is planned.
//   node --import tsx tools/figures.ts OUT.json [--against BEFORE.json]
import { readFileSync, writeFileSync } from 'node:fs';
import {
  DAMAGE_KINDS,
  LIBRARY,
  SUBSTRATES,
  occursOn,
  planRepair,
  readJob,
  type DamageKind,
} from '@nelbo/core';
import { forecastCure } from '@nelbo/core/cure';
import { REPAIRS } from '@nelbo/core/repairs';
import { DEMO_SHOP, demoJobs } from '../server/src/demo/jobs';

const NOW = Date.parse('2026-11-24T09:00:00Z');

/** Numbers of a plan by their path; those of the trace too, so that no figure is compared without its reasons. */
function numbersOf(value: unknown, path: string, into: Record<string, number>): void {
  if (typeof value === 'number') into[path] = value;
  else if (Array.isArray(value)) value.forEach((v, i) => numbersOf(v, `${path}.${i}`, into));
  else if (typeof value === 'object' && value !== null)
    for (const [key, v] of Object.entries(value)) numbersOf(v, path === '' ? key : `${path}.${key}`, into);
}

const documents: Record<string, unknown> = Object.fromEntries(
  demoJobs(NOW).map((j) => [`demo: ${j.document.title}`, j.document]),
);
for (const { id, family } of SUBSTRATES)
  for (const kind of (Object.keys(DAMAGE_KINDS) as DamageKind[]).filter((k) => occursOn(k, family)))
    documents[`${id}, ${kind}`] = {
      format: 'nelbo-job/2',
      hull: { material: id },
      damage: { kind, size: [0.12, 0.06] },
    };

const figures: Record<string, Record<string, number>> = {};
for (const [name, document] of Object.entries(documents)) {
  const { job } = readJob(document);
  if (!job) throw new Error(`${name} cannot be read`);
  const result = planRepair(job, LIBRARY, DEMO_SHOP as never, { now: NOW }, REPAIRS);
  const { plan } = result;
  const found: Record<string, number> = {};
  // The forecast takes its time: of the demo jobs, which have every kind of air.
  if (name.startsWith('demo'))
    numbersOf(forecastCure(job, result, LIBRARY, DEMO_SHOP as never, { now: NOW }), 'forecast', found);
  if (plan) {
    const { trace, ...rest } = plan;
    numbersOf(rest, '', found);
    for (const [id, entry] of Object.entries(trace)) found[`trace ${id}`] = entry.value;
  }
  figures[name] = found;
}

const [out, flag, before] = process.argv.slice(2);
writeFileSync(out, JSON.stringify(figures));
console.log(
  `${Object.keys(figures).length} jobs, ${Object.values(figures).reduce((n, f) => n + Object.keys(f).length, 0)} figures`,
);
if (flag === '--against') {
  const old = JSON.parse(readFileSync(before, 'utf8')) as typeof figures;
  let differ = 0;
  for (const [name, were] of Object.entries(old)) {
    for (const [path, was] of Object.entries(were)) {
      const is = figures[name]?.[path];
      if (is !== undefined && Math.abs(is - was) <= 1e-9 * Math.max(1e-12, Math.abs(was))) continue;
      differ += 1;
      if (differ <= 40) console.log(`${name}: ${path} was ${was}, is ${is ?? 'not there'}`);
    }
  }
  console.log(`${differ} figures differ`);
  process.exit(differ > 0 ? 1 : 0);
}
