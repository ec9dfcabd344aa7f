import { capital } from '../ui/words';
import { windowAt, type BenchBatch, type BenchClocks, type LayerEvent } from '@nelbo/core/cure';

/** Where a batch stands, in the order of the work. */
export type BenchStep = 'ready' | 'first' | 'second' | 'powder' | 'stir' | 'use' | 'laid' | 'thrown';

/** One batch on the bench. Plain data: it is kept on this device after every tap, so that nothing is lost with the page. */
export interface BenchRun {
  readonly id: string;
  readonly jobId: string;
  /** Id of the place of the boat; the first where there is none. */
  readonly place?: string;
  readonly boat: string;
  readonly batch: BenchBatch;
  /** Index of the way to measure. */
  readonly way: number;
  readonly step: BenchStep;
  readonly lot?: string;
  readonly pot?: number;
  readonly air?: number;
  readonly humidity?: number;
  /** Which of the two temperatures nobody read: the shop's own stands in. */
  readonly unread?: readonly ('pot' | 'air')[];
  /** A reading of the above came from a stand-in. */
  readonly simulated?: boolean;
  /** What went in, kg. */
  readonly first?: number;
  readonly second?: number;
  /** ms since 1970. */
  readonly metAt?: number;
  readonly mixedAt?: number;
  readonly laidAt?: number;
  readonly clocks?: BenchClocks;
  readonly events: readonly LayerEvent[];
  readonly at: number;
}

/** One clock that runs to a deadline: its name, when it rings, and how long it ran in all. */
export interface RunningClock {
  readonly id: string;
  readonly run: BenchRun;
  readonly name: string;
  readonly until: number;
  readonly from: number;
  /** `act` where something must be done before it ends, `wait` where nothing can. */
  readonly kind: 'act' | 'wait' | 'over';
  readonly told: string;
}

const MINUTE = 60_000;

/** The clock that matters most of a batch at a moment, or none. */
export function clockOf(run: BenchRun, now: number): RunningClock | undefined {
  const { clocks: c, batch } = run;
  if (!c || run.mixedAt === undefined || run.step === 'thrown') return undefined;
  const clock = (
    id: string,
    name: string,
    from: number,
    seconds: number,
    kind: RunningClock['kind'],
    told: string,
  ): RunningClock => ({ id: `${run.id}.${id}`, run, name, from, until: from + seconds * 1000, kind, told });
  if (run.laidAt === undefined) {
    const [, life] = c.life;
    const use = clock(
      'use',
      `${batch.title} in the pot · use before`,
      run.mixedAt,
      c.usable,
      'act',
      `${batch.title}: empty the pot now`,
    );
    if (now < use.until) return use;
    const end = clock(
      'life',
      `${batch.title} · pot life ends`,
      run.mixedAt,
      life,
      'act',
      `${batch.title}: pot life is over, spread what is left`,
    );
    return now < end.until + 5 * MINUTE
      ? end
      : { ...end, name: `${batch.title} · pot life is over`, kind: 'over' };
  }
  const laid = run.laidAt;
  const what = batch.about.replace(/^ground face and /, '');
  const opens = c.opens?.[1] ?? 0;
  const window = windowAt(
    laid + opens * 1000,
    c.closes && laid + c.closes[1] * 1000,
    run.events.filter((e) => e.at >= laid),
    now,
  );
  switch (window.state) {
    case 'too soon':
      return clock(
        'opens',
        `${capital(what)} · ${batch.next} from`,
        laid,
        opens,
        'wait',
        `${capital(what)}: ${batch.next} now`,
      );
    case 'open':
    case 'shut': {
      if (!c.closes) break;
      const closes = clock(
        'closes',
        `${capital(what)} · ${batch.next} until`,
        laid + opens * 1000,
        c.closes[1] - opens,
        'act',
        `${capital(what)}: the window has shut, abrade before the next`,
      );
      return window.state === 'open'
        ? closes
        : { ...closes, name: `${capital(what)} · window has shut, abrade`, kind: 'over' };
    }
    case 'ready':
    case 'covered':
  }
  return sandClock(run, c, laid, now, clock);
}

type Make = (
  id: string,
  name: string,
  from: number,
  seconds: number,
  kind: RunningClock['kind'],
  told: string,
) => RunningClock;

function sandClock(
  run: BenchRun,
  c: BenchClocks,
  laid: number,
  now: number,
  clock: Make,
): RunningClock | undefined {
  if (!c.sand) return undefined;
  const what = capital(run.batch.about.replace(/^ground face and /, ''));
  const sand = clock(
    'sand',
    `${what} · can be sanded from`,
    laid,
    c.sand[1],
    'wait',
    `${what}: can be sanded`,
  );
  return now < sand.until + 30 * MINUTE ? sand : undefined;
}

/** "06:40", "2:12:05", or "−00:20" past the deadline. Counts to the deadline, so that sleep and reload do not matter. */
export function countdown(until: number, now: number): string {
  const left = until - now;
  const s = left >= 0 ? Math.ceil(left / 1000) : Math.floor(-left / 1000);
  const [h, m, sec] = [Math.floor(s / 3600), Math.floor(s / 60) % 60, s % 60];
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${left < 0 && s > 0 ? '−' : ''}${h > 0 ? `${h}:${two(m)}` : two(m)}:${two(sec)}`;
}
