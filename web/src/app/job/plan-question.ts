import { computed, inject, type Signal } from '@angular/core';
import { sameData, type Clock, type Job, type Library, type Shop } from '@nelbo/core';
import { TIME_ZONE } from '../state/reading';
import { StoresStore } from '../state/stores-store';
import { JobContext } from './job-context';

/** What a worker plans the open job from. */
export interface PlanQuestion {
  readonly job: Job;
  readonly shop: Shop;
  readonly library: Library;
  readonly clock: Clock;
}

/**
 * The open job as a question to a worker; it stays the same until something that counts has changed. To be made where
 * services can be injected.
 *
 * @param asked whether an answer is wanted
 */
export function planQuestion(asked: () => boolean = () => true): Signal<PlanQuestion | undefined> {
  const [context, stores] = [inject(JobContext), inject(StoresStore)];
  return computed(
    () => {
      const [state, shop] = [context.state(), context.shop()];
      return asked() && state?.job && shop
        ? {
            job: state.job,
            shop,
            library: stores.library(),
            clock: { now: state.now ?? 0, timeZone: TIME_ZONE },
          }
        : undefined;
    },
    { equal: sameData },
  );
}
