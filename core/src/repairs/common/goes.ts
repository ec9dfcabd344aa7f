import type { RepairBuilder } from '../builder';

/**
 * Readies a fill that has set for the next go: abraded before anything is mixed, so that no pot waits for it. Does nothing before the first.
 * Source: what has cured until it can be sanded is past its window and holds the next layer by its scratches alone.
 */
export function abradeBetween(b: RepairBuilder, go: number): void {
  if (go < 2) return;
  b.step('mix', 'abrade', 'lastGo', { place: 'fill', serves: `fill-${go}` }, 6);
  if (go === 2)
    b.caution(
      'mix',
      'Sanding dust between goes: P3 respirator and extraction. No dry sanding while a fingernail still marks it.',
      ['abrade', 'lastGo'],
    );
}
