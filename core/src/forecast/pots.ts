import { potRun, SMOKES_AT } from '../cure/pot';
import { potKinetics, potLife } from '../cure/pot-life';
import type { Library } from '../materials/product';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import type { Plan } from '../plan/plan';
import { catalystOf } from '../materials/catalyst';
import { ripeningOf, type Curing } from './product-cure';
import type { PotForecast } from '../plan/cure-forecast';

/** The largest pot of laminating resin, a batch of filler and a cup of gel coat, each left in its cup. */
export function potsOf(plan: Plan, library: Library, ledger: Ledger): PotForecast[] {
  const { inputs, finish, system, dish: { mix, fair } = {} } = plan;
  const chain = system?.chosen?.chain;
  if (!inputs || !chain?.resin || !mix) return [];
  const { resin, filler } = chain;
  const pots: PotForecast[] = [];
  const pot = (
    id: string,
    name: string,
    mass: Figure,
    curing: Curing,
    density: number,
    resinShare: number,
    sheet: Figure,
  ): void => {
    const { law } = ripeningOf(curing);
    if (!law || mass.value <= 0) return;
    const T = inputs.temperature.value;
    const percent = catalystOf(curing.proportion, T);
    const cup = { mass: mass.value, density, temperature: T, air: T, percent, resinShare };
    const life = potLife(law, cup);
    const run = potRun({ ...cup, kinetics: potKinetics(law.kinetics, law.pot), end: 24 * 3600 });
    const meta = {
      id: 'cure/pot',
      expression: 'm·c·dT/dt = m_r·H·dα/dt − h·A·(T − T_air)',
      source: 'a pot as one lump that heats itself',
    };
    const smokes = run.times[run.temperatures.findIndex((x) => x >= SMOKES_AT)];
    const from = { m: mass, T: inputs.temperature, 't of the sheet': sheet };
    pots.push({
      id,
      name,
      mass,
      life: ledger.record(
        `pot.${id}.life`,
        `pot life, ${name}`,
        { ...meta, unit: 's' },
        life ?? sheet.value,
        from,
      ),
      peak: ledger.record(
        `pot.${id}.peak`,
        `hottest, left in the cup, ${name}`,
        { ...meta, unit: '°C' },
        run.peak,
        from,
      ),
      ...(run.peak >= SMOKES_AT && smokes !== undefined
        ? {
            smokesAfter: ledger.record(
              `pot.${id}.smokes`,
              `smokes after, ${name}`,
              { ...meta, unit: 's' },
              smokes,
              from,
            ),
          }
        : {}),
    });
  };
  const density = resin.densityLiquid;
  const largest = mix.batches.reduce((x, b) => (b.mass.value > x.mass.value ? b : x));
  for (const b of [largest])
    pot(
      `batch.${b.number}`,
      `batch ${b.number}, the largest`,
      b.mass,
      { name: resin.name, family: resin.family, sheet: resin.cure },
      density,
      1,
      mix.milestones.potLife,
    );
  if (fair && filler) {
    const own =
      filler.family === resin.family ? resin : library.resins.find((r) => r.family === filler.family);
    const sheet = filler.cure ?? own?.cure;
    const parts = fair.partsPerBatch;
    const mass =
      parts.kind === 'cream'
        ? parts.putty
        : parts.kind === 'two-part'
          ? ledger.sum('pot.filler.mass', 'resin and hardener of a filler batch', 'kg', [
              parts.resin,
              parts.hardener,
            ])
          : parts.resin;
    if (sheet)
      pot(
        'filler',
        'a batch of filler',
        mass,
        { name: filler.name, family: filler.family, sheet },
        filler.density ?? density,
        filler.kind === 'putty' ? 0.5 : 0.75,
        fair.milestones.potLife,
      );
  }
  if (finish && chain.finish?.kind === 'gel coat')
    pot(
      'coat',
      'a cup of gel coat',
      finish.cup,
      { name: chain.finish.name, family: 'polyester', sheet: chain.finish.cure },
      chain.finish.densityLiquid,
      1,
      finish.milestones.potLife,
    );
  return pots;
}
