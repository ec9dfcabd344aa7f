import type { CureCase } from '../../plan/cure-forecast';
import type { Plan } from '../../plan/plan';
import { isLayer } from '../../work/ids';

/** A layer of the forecast, and the step from whose end it is waited for, where it is. */
export interface WaitedLayer {
  readonly found: CureCase;
  readonly from?: string;
}

/** Every layer with its one set of moments, and the step that left it. */
export function layersOf({ cure, work }: Plan): readonly WaitedLayer[] {
  return (cure?.cases ?? []).map((found) => {
    const link = work?.links.find(({ lags }) =>
      lags.some(({ cures }) => cures !== undefined && isLayer(found, cures.layer)),
    );
    return { found, ...(link?.from === undefined ? {} : { from: link.from }) };
  });
}
