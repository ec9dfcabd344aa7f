import { afterLast } from '../repairs/common/over-face';
import type { CureCase, ForecastMilestone } from '../plan/cure-forecast';
import type { ForecastWait } from '../schedule/timeline';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import { isLayer } from '../work/ids';
import type { Lag, Layer, OverFace } from '../work/step';

/** The window of a layer over its whole face, s from when the last of it lies. */
interface Window {
  readonly layer: Layer;
  readonly opens: Figure;
  readonly closes: Figure;
}

/** Layers that are laid one place after another: what one place waits for becomes the wait and the window of the face. */
export class WholeFaces {
  readonly #windows: Window[] = [];

  constructor(private readonly ledger: Ledger) {}

  /** The wait of one place as that of a face which was coated one place after another. @param start ms since 1970 */
  wait(
    { id, cures }: Lag,
    over: OverFace,
    { duration, window, hardAt }: ForecastWait,
    start: number,
  ): ForecastWait {
    const from = (key: string, label: string, at: number): Figure =>
      this.ledger.given(
        `over.${id}.${key}`,
        label,
        (at - start) / 1000,
        's',
        'computed',
        'forecast of one place',
      );
    const { rest, opens, closes } = afterLast(this.ledger, `over.${id}`, over, {
      rest: duration,
      ...(window
        ? {
            opens: from('opens', 'window opens at one place', window.opens),
            closes: from('closes', 'window shuts at one place', window.closes),
          }
        : {}),
    });
    if (!opens || !closes) return { duration: rest };
    if (cures) this.#windows.push({ layer: cures.layer, opens, closes });
    return {
      duration: rest,
      ...(hardAt ? { hardAt } : {}),
      window: { opens: start + opens.value * 1000, closes: start + closes.value * 1000 },
    };
  }

  /** Layers with the windows of their faces in the place of those of one place: each has one window, wherever it is told. */
  over(cases: readonly CureCase[]): readonly CureCase[] {
    return cases.map((c) => {
      const own = this.#windows.filter(({ layer }) => isLayer(c, layer)).at(-1);
      if (!own) return c;
      const milestones = c.milestones.map((m) => moved(c.laid, m, own)).sort((a, b) => a.at - b.at);
      return { ...c, milestones };
    });
  }
}

function moved(laid: number, m: ForecastMilestone, { opens, closes }: Window): ForecastMilestone {
  if (m.id !== 'opens' && m.id !== 'closes') return m;
  const after = m.id === 'opens' ? opens : closes;
  const shift = laid + after.value * 1000 - m.at;
  const { place: _, ...rest } = m;
  return { ...rest, after, at: m.at + shift, span: [m.span[0] + shift, m.span[1] + shift] };
}
