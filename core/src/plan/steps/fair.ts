import { RATES } from '../../materials/work-rates';
import type { Ledger } from '../../trace/ledger';
import { workId } from '../../work/ids';
import type { Item } from '../../work/step';
import { perItem, perM2, StageSteps, type Parts } from './parts';

/** From the washed laminate to the last paper before the finish. */
export function fairSteps({ fair, grind, system }: Parts, ledger: Ledger): readonly Item[] {
  if (!fair || !grind) return [];
  const w = new StageSteps('fair', ledger);
  const epoxy = system?.chosen?.chain.resin?.family === 'epoxy';
  w.step(
    'prepare',
    'abrade',
    epoxy ? 'afterBlush' : 'afterWash',
    { place: 'face', serves: 'fill' },
    RATES.washFixed,
    [perM2(RATES.washPerM2, fair.spreadArea)],
  );
  if (fair.surface && fair.surface.highs > 0)
    w.step(
      'cutHighs',
      'cutHighs',
      fair.surface.highs === 1 ? 'one' : 'many',
      { place: 'face', serves: 'highs', fields: { count: fair.surface.highs } },
      RATES.abradeFixed,
      [perItem('s/m³', 'per litre cut', RATES.cutHighPerM3, fair.surface.cut)],
    );
  // The batches are counted for all coats of the first round together.
  const each = perItem(
    's',
    'per batch, shared by the coats',
    RATES.mixBatch / fair.coats.value,
    fair.batches,
  );
  const [level, ...finer] = fair.sanding;
  for (let go = 1; go <= fair.goes.value; go += 1) {
    const round = Math.max(1, go - fair.coats.value + 1);
    const serves = `fill-${go}`;
    w.step(`mixFiller.${go}`, 'mix', 'filler', { place: 'bench', serves }, 0, [each], true);
    w.step(
      `spread.${go}`,
      'fill',
      round > 1 ? 'lows' : 'spread',
      { place: 'face', serves, fields: { round } },
      RATES.spreadFixed,
      [perM2(RATES.spreadPerM2, fair.spreadArea)],
    );
    w.add({
      lag: {
        id: workId('face', 'fillerSandable', serves),
        stage: 'fair',
        awaited: 'fillerSandable',
        least: fair.milestones.sand,
        cures: { layer: { of: 'filler', number: go }, moment: 'sand' },
      },
    });
    // Between rounds it is only levelled; the finer papers come once, at the end.
    if (go >= fair.coats.value && go < fair.goes.value && level)
      w.timed(
        'sand',
        'guide',
        { place: 'face', serves: `round-${round}`, fields: { tool: level.tool, grit: level.grit } },
        level.time,
      );
  }
  for (const s of level ? [level, ...finer] : finer)
    w.timed('sand', 'grit', { place: 'face', serves: `fill-${s.paperId}`, fields: { grit: s.grit } }, s.time);
  return w.items;
}
