// The rest of the yard, in a thread of its own so that it does not delay the clock of who measures: screens that look
// on, and readers who come at random, whether or not the one before has been answered.
import { Agent, get } from 'node:http';
import { performance } from 'node:perf_hooks';
import { parentPort, workerData } from 'node:worker_threads';

const { events, watchers, jobs, readsPerSecond } = workerData;
const TOLD = Buffer.from('"kind":"job"');
const agent = new Agent({ keepAlive: true });
let [told, open, under] = [0, 0, 0];
/** From the moment a reader came to the last byte, ms since the epoch. */
const times = [];
const faults = [];
let reading = true;

function look() {
  get(events, { agent: false }, (res) => {
    open += 1;
    if (open === watchers) parentPort.postMessage('open');
    res.on('data', (chunk) => {
      for (let at = chunk.indexOf(TOLD); at >= 0; at = chunk.indexOf(TOLD, at + 1)) told += 1;
    });
  });
}

function read(url) {
  const came = performance.timeOrigin + performance.now();
  under += 1;
  const over = (fault) => {
    under -= 1;
    if (fault) faults.push(fault);
    else times.push([came, performance.timeOrigin + performance.now()]);
  };
  get(url, { agent, headers: { 'accept-encoding': 'gzip' } }, (res) => {
    res.resume().on('end', () => over(res.statusCode === 200 ? undefined : `answered ${res.statusCode}`));
  }).on('error', (e) => over(e.message));
}

/** Comes as people do: at moments that know nothing of each other (exponential gaps), so many a second on average. */
function come() {
  if (!reading) return;
  read(jobs[Math.floor(Math.random() * jobs.length)]);
  setTimeout(come, (-Math.log(1 - Math.random()) * 1000) / readsPerSecond);
}

function leave() {
  if (under > 0) return void setTimeout(leave, 20);
  parentPort.postMessage({ told, times, faults });
  process.exit();
}

for (let i = 0; i < watchers; i += 1) look();
parentPort.on('message', (word) => {
  if (word === 'read') return come();
  reading = false;
  leave();
});
