/// <reference lib="webworker" />
import {
  planRepair,
  proposeForPlan,
  type Clock,
  type Elsewhere,
  type Job,
  type JobDocument,
  type Library,
  type PlanResult,
  type Shop,
  type Timeline,
} from '@nelbo/core';
import { boatPlaces, boatTimeline, forecastBoat, planBoat, provenBoat } from '@nelbo/core/boat';
import { provenForecast, readLogger, whatWouldHelp } from '@nelbo/core/cure';
import { fillerChoices, matchColour, systemOptions, wayChoices } from '@nelbo/core/finish';
import { nest } from '@nelbo/core/papers';
import { REPAIRS } from '@nelbo/core/repairs';
import type { HeavyAnswer, HeavyRequest } from './messages';

/** How often a search tells how far it has come, ms. */
const TELL_EVERY = 120;

const answer = (message: HeavyAnswer): void => postMessage(message);

/** Cure along the air, told case by case. */
function cure({ job, boat, library, shop, clock }: Extract<HeavyRequest, { kind: 'cure' }>): void {
  const start = performance.now();
  const tell = (share: number): void => answer({ kind: 'cure', share: Math.min(0.99, share), done: false });
  const plan = (own: Job, _?: string, elsewhere?: Elsewhere): PlanResult =>
    planRepair(own, library, shop, clock, REPAIRS, elsewhere);
  const all =
    boat && provenBoat(planBoat(boatPlaces(boat.document), plan, shop), library, shop, clock, { tell });
  const forecast =
    boat && all ? all.get(boat.place) : provenForecast(job, plan(job), library, shop, clock, { tell });
  answer({
    kind: 'cure',
    share: 1,
    forecast,
    ...(all ? { all } : {}),
    ms: performance.now() - start,
    done: true,
  });
}

/** When the work of every job of the yard is done, along the course of the air. */
function yard({ jobs, library, shop, clock }: Extract<HeavyRequest, { kind: 'yard' }>): void {
  jobs.forEach(({ id, version, document }, i) => {
    const done = i === jobs.length - 1;
    answer({ kind: 'yard', id, version, ...placed(document, library, shop, clock), done });
  });
}

/** One odd job is one without a forecast, and none takes the others with it. */
function placed(
  document: JobDocument,
  library: Library,
  shop: Shop,
  clock: Clock,
): { readonly timeline?: Timeline } {
  try {
    const plan = (job: Job, _: string, elsewhere?: Elsewhere): PlanResult =>
      planRepair(job, library, shop, clock, REPAIRS, elsewhere);
    const places = planBoat(boatPlaces(document), plan, shop);
    const cures = forecastBoat(places, library, shop, clock, { detail: false });
    const timeline = boatTimeline(
      places.flatMap((p) => cures.get(p.id)?.timeline ?? p.result.plan?.timeline ?? []),
    );
    return timeline ? { timeline } : {};
  } catch {
    return {};
  }
}

function help({ job, library, shop, clock }: Extract<HeavyRequest, { kind: 'help' }>): void {
  const start = performance.now();
  let told = -Infinity;
  for (const progress of whatWouldHelp(job, library, shop, clock, REPAIRS)) {
    const now = performance.now();
    if (!progress.done && progress.options.length === 0 && now - told < TELL_EVERY) continue;
    told = now;
    answer({ kind: 'help', progress, ms: now - start });
  }
}

function colour({ question }: Extract<HeavyRequest, { kind: 'colour' }>): void {
  const start = performance.now();
  const found = matchColour(question, (share) => answer({ kind: 'colour', share: Math.min(0.99, share) }));
  answer({ kind: 'colour', share: 1, answer: found, ms: performance.now() - start });
}

addEventListener('message', ({ data }: MessageEvent<HeavyRequest>) => {
  if (data.kind === 'cure') return cure(data);
  if (data.kind === 'help') return help(data);
  if (data.kind === 'yard') return yard(data);
  if (data.kind === 'fillers')
    return answer({
      kind: 'fillers',
      choices: fillerChoices(data.job, data.library, data.shop, data.clock, REPAIRS),
    });
  if (data.kind === 'ways')
    return answer({
      kind: 'ways',
      choices: wayChoices(data.job, data.library, data.shop, data.clock, REPAIRS),
    });
  if (data.kind === 'systems')
    return answer({
      kind: 'systems',
      options: systemOptions(data.job, data.library, data.shop, data.clock, REPAIRS),
    });
  if (data.kind === 'colour') return colour(data);
  if (data.kind === 'logger') return answer({ kind: 'logger', file: readLogger(data.text, data.timeZone) });
  if (data.kind === 'propose') {
    const start = performance.now();
    const { plan } = planRepair(data.job, data.library, data.shop, { now: 0 }, REPAIRS);
    answer({
      kind: 'proposals',
      faces: plan ? proposeForPlan(data.job, plan, data.library, data.shop) : [],
      ms: performance.now() - start,
    });
    return;
  }
  const start = performance.now();
  let told = -Infinity;
  for (const { best, tried } of nest(data.input)) {
    const spent = performance.now() - start;
    const done = spent >= data.budgetMs || best.length <= best.bound + 1e-6 || best.placements.length === 0;
    if (done || spent - told > TELL_EVERY) {
      told = spent;
      answer({ kind: 'nested', layout: best, tried, share: done ? 1 : spent / data.budgetMs, done });
    }
    if (done) return;
  }
});
