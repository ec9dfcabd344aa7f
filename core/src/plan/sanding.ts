import { gritSequence } from '../fair/grit-sequence';
import type { AbradedMaterial } from '../materials/abrasives';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';

export interface SandingStep {
  /** FEPA P grade. */
  readonly grit: number;
  readonly depth: Figure;
  readonly time: Figure;
  readonly discs: Figure;
}

const SOURCE = 'each grit removes the scratch of the one before; least total time over the papers on the shelf';

/** A grit sequence with every step traced. */
export function planSanding(
  key: string,
  stock: Figure,
  area: Figure,
  end: number,
  material: AbradedMaterial,
  ledger: Ledger,
): readonly SandingStep[] {
  let previous: Figure = stock;
  return gritSequence(stock.value, area.value, end, material).map((s) => {
    const id = `${key}.P${s.grit}`;
    const depth = ledger.record(`${id}.depth`, `depth that P${s.grit} takes off`, { id: 'fair/grit-sequence', expression: 'd = k · mean grain of the paper before; the first takes stock − Σ d of the later ones', unit: 'm', source: SOURCE }, s.depth, { before: previous });
    previous = depth;
    const time = ledger.record(`${id}.time`, `sanding with P${s.grit}`, { id: 'fair/grit-sequence', expression: 't = d·A/rate(grain) + discs · change', unit: 's', source: 'removal rate of a 150 mm random orbital sander on cured resin' }, s.time, { d: depth, A: area });
    const discs = ledger.record(`${id}.discs`, `discs of P${s.grit}`, { id: 'fair/grit-sequence', expression: 'n = ⌈A / life⌉', unit: 'count', source: 'a 150 mm disc lasts 0.6 m² at P80, 0.9 m² at P240' }, s.discs, { A: area });
    return { grit: s.grit, depth, time, discs };
  });
}
