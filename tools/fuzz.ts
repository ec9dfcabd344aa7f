// Feeds hostile inputs to everything that takes any: planner, quantities, files, loggers, the command line, and a running
// server (every address, papers, uploads, backups). Nothing may crash, stall, answer 5xx but 503, or show a number that
// is none. The same seed makes the same inputs.
import { readFileSync } from 'node:fs';
import { demoJobs } from '../server/src/demo/jobs';
import { option } from './option';
import { startYard } from './bench/yard';
import { cliLane } from './fuzz/cli-lane';
import { fileLane, loggerLane, plannerLane, quantityLane } from './fuzz/core-lanes';
import { patience, sum, tell, type Lane } from './fuzz/report';
import { apiLane, backupLane, paperLane, uploadLane } from './fuzz/server-lanes';

const inputs = option('inputs', 4000);
const seed = option('seed', 1);
patience.latestMs = option('latest-ms', patience.latestMs);
const share = (part: number): number => Math.max(3, Math.round(inputs * part));

const yard = await startYard(40, `nelbo_fuzz_${process.pid}`, { NELBO_RATE_FACTOR: '1000' });
const target = { api: `${yard.url}/api/v1`, jobId: yard.jobIds[0] };
const sound = demoJobs(Date.UTC(2026, 10, 23)).map((j) => j.document);
const lanes: Lane[] = [];
let peak = 0;
try {
  lanes.push(tell(await quantityLane(share(0.24), seed)));
  lanes.push(tell(await fileLane(share(0.2), seed, sound)));
  lanes.push(tell(await loggerLane(share(0.12), seed)));
  lanes.push(tell(await plannerLane(share(0.1), seed)));
  lanes.push(tell(await cliLane(share(0.005), seed, sound)));
  // The work before left no time to notice that the server has closed what it did not use for a minute.
  await new Promise((resolve) => setTimeout(resolve, 500));
  lanes.push(tell(await apiLane(target, share(0.25), seed)));
  lanes.push(tell(await paperLane(target, share(0.03), seed, sound)));
  lanes.push(tell(await uploadLane(target, share(0.04), seed)));
  lanes.push(tell(await backupLane(target, share(0.015), seed)));
  // The most memory that the server ever had, in kB. Source: proc(5), VmHWM.
  peak =
    Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${yard.pid}/status`, 'utf8'))?.[1] ?? Infinity) / 1024;
} finally {
  await yard.stop();
}
const { passed, failed } = sum(lanes, peak);
console.log(`seed ${seed}: ${lanes.reduce((n, l) => n + l.inputs, 0)} inputs`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
