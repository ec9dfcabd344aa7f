import { checkGo, checkTemperature, doublingRule, type Milestones } from '../../cure/cure-model';
import type { StageMemo } from '../../trace/stage-memo';
import type { KindInput } from '../kind';
import type { Chosen } from './chosen';

/** When what is laid may be touched. */
export interface Cures {
  readonly resin: Milestones;
  readonly filler?: Milestones;
  readonly finish?: Milestones;
}

/** Times of resin, filler and coat at the temperature of the work; the limits of their sheets are held against what was decided. */
export function curesOf(memo: StageMemo, { inputs, system }: KindInput, chosen: Chosen): Cures | undefined {
  const chain = system.chosen?.chain;
  return memo.run(
    'cure',
    {
      resin: chosen.resin,
      fillerResin: chosen.fillerResin,
      filler: chosen.filler,
      coat: chosen.finish,
      temperature: inputs.temperature,
      sheets: {
        resin: chain?.resin?.maximumPerGo ?? chosen.resin.maximumPerGo,
        filler: chain?.filler?.maximumPerGo,
      },
    },
    (i, ledger) => {
      checkTemperature(i.resin, i.temperature, 'mix', ledger);
      checkGo(ledger, 'mix', 'mix.perGo', i.resin.name, i.resin.maximumPerGo, i.sheets.resin);
      if (i.filler)
        checkGo(
          ledger,
          'fair',
          'mix.fillPerGo',
          i.filler.name,
          i.filler.maximumPerGo,
          i.sheets.filler ?? i.filler.maximumPerGo,
        );
      const fillerProduct =
        i.filler &&
        (i.filler.cure
          ? { ...i.filler, cure: i.filler.cure }
          : {
              ...i.filler,
              name: i.filler.name,
              cure: i.fillerResin.cure,
              fromSheet: i.fillerResin.fromSheet,
            });
      if (fillerProduct && i.filler?.cure) checkTemperature(fillerProduct, i.temperature, 'fair', ledger);
      if (i.coat) checkTemperature(i.coat, i.temperature, 'finish', ledger);
      return {
        resin: doublingRule.milestones('resin', i.resin, i.temperature, ledger),
        filler: fillerProduct && doublingRule.milestones('filler', fillerProduct, i.temperature, ledger),
        finish: i.coat && doublingRule.milestones('finish', i.coat, i.temperature, ledger),
      };
    },
  );
}
