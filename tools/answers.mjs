// Waits until a server answers: `answers.mjs URL SECONDS [PID]` prints ok, away (it answers, but not its database), or
// nothing. Gives up at once when the process is gone.
import { existsSync } from 'node:fs';

const [url, seconds, pid] = process.argv.slice(2);
const until = Date.now() + Number(seconds) * 1000;
let heard = '';
for (;;) {
  try {
    const res = await fetch(url, { signal: AbortSignal.timeout(2500) });
    if (res.ok) {
      console.log('ok');
      break;
    }
    if (res.status === 503) heard = 'away';
  } catch {
    // Not up yet.
  }
  if (Date.now() > until || (pid && !existsSync(`/proc/${pid}`))) {
    if (heard) console.log(heard);
    break;
  }
  await new Promise((resolve) => setTimeout(resolve, 100));
}
