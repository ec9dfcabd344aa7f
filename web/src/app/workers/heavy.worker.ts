/// <reference lib="webworker" />
import { nest, planRepair, proposeForPlan } from '@nelbo/core';
import type { HeavyAnswer, HeavyRequest } from './messages';

/** How often a search tells how far it has come, ms. */
const TELL_EVERY = 120;

const answer = (message: HeavyAnswer): void => postMessage(message);

addEventListener('message', ({ data }: MessageEvent<HeavyRequest>) => {
  if (data.kind === 'propose') {
    const start = performance.now();
    const { plan } = planRepair(data.job, data.library, data.shop, { now: 0 });
    answer({ kind: 'proposals', faces: plan ? proposeForPlan(data.job, plan, data.library, data.shop) : [], ms: performance.now() - start });
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
