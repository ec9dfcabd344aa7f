// When the machine itself stood still: threads that sleep a millisecond at a time and note where it became more. On a
// shared processor such pauses are in every figure measured beside them.
import { performance } from 'node:perf_hooks';
import { parentPort } from 'node:worker_threads';

const STEP_MS = 1;
/** A pause that no scheduling of our own few processes makes of a sleep of one millisecond. */
const STILL_MS = 15;
const cell = new Int32Array(new SharedArrayBuffer(4));
/** Begin and end, ms since the epoch. */
const pauses = [];
let running = true;

function watch() {
  const until = performance.now() + 100;
  for (let before = performance.now(); before < until;) {
    Atomics.wait(cell, 0, 0, STEP_MS);
    const now = performance.now();
    if (now - before > STILL_MS) pauses.push([performance.timeOrigin + before, performance.timeOrigin + now]);
    before = now;
  }
  if (running) setImmediate(watch);
  else parentPort.postMessage(pauses);
}

parentPort.once('message', () => (running = false));
watch();
