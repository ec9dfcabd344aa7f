import { formula } from '../../trace/formula';
import { linkOf } from '../../match/chain';
import type { Sheet } from '../../materials/product';
import { RATES } from '../../rates/book';
import { multiple } from '../../rates/row';
import { coatWeather } from '../../finish/coat-weather';
import { usualMethod } from '../../finish/by-hand';
import { checksFor } from '../../finish/check';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import { RepairBuilder } from '../builder';
import { perM2, perMetre } from '../../work/writer';
import type { RepairInput, RepairPlan } from '../repair';
import { microns, ml, words } from '../../trace/words';
import { coatName, LOOKED_AT } from './coat-name';
import { coverage, planCoats } from './coats';
import { tellLeftBare } from './left-bare';
import { scuffedRound } from './scuffed-round';
import { volumeOf } from './measures';

/** Compound, then wax, l/m². Source: judged by hand. */
const COMPOUND_KG_PER_M2 = 0.04;

export const compoundMass = formula({
  id: 'repairs/common/finishing',
  expression: 'm = 0.04 kg/m²·A',
  unit: 'kg',
  source: 'judged, by hand and machine',
  inputs: { A: 'area' },
  evaluate: (x) => COMPOUND_KG_PER_M2 * x.A,
});

/** Compound and wax for a face. */
export function compoundFor(b: RepairBuilder, product: Sheet, area: Figure): void {
  const m = b.ledger.compute('compound', 'compound and wax', compoundMass, { A: area });
  const ρ = b.assumed('rhoCompound', 'density', 1000, 'kg/m³', product.source);
  const volume = b.compute('compoundVolume', 'compound and wax, by volume', volumeOf, { m, ρ });
  b.material('compound', product.name, 'finish', volume, product);
}

/** A finish by its sheet (varnish, antifouling, one-part paint, compound), or none at all. */
export function planFinishing(
  input: RepairInput,
  face: { readonly area: Figure; readonly masking: Figure },
  ledger: Ledger,
): RepairPlan {
  const b = new RepairBuilder(input, ledger);
  const product = linkOf(input.chain, 'finish') as Sheet | undefined;
  const sheet = b.at('finish').ask('system.finish', product?.id ?? 'none');
  if (product === undefined) {
    if (linkOf(input.chain, 'barrier'))
      sheet
        .say(['The barrier is the last coat.'])
        .note([
          'Antifouling goes over it where there was some: choose it at System. Sun chalks a bare barrier.',
        ]);
    else
      sheet
        .say(['Left as it is: no coat is put on.'])
        .note(['What lies bare takes up sun or water. A finish can be chosen at System.']);
    tellLeftBare(b);
    b.step('finish', 'check', 'bare', { place: 'finish', serves: 'job' }, RATES.finishCheck);
    return b.done('bare', 'no coat');
  }
  if (product.family === 'polish') {
    b.step('finish', 'polish', 'all', { place: 'finish', serves: 'face' }, 10, [
      perM2(multiple(RATES.polishPerM2, 3), face.area),
    ]);
    b.step('finish', 'check', 'polished', { place: 'finish', serves: 'job' }, RATES.finishCheck);
    compoundFor(b, product, face.area);
    sheet.key('Face', face.area).say(words`Compound and wax over ${face.area}.`);
    return b.done('polish', 'polish');
  }
  b.step('finish', 'mask', 'finish', { place: 'finish', serves: 'coat' }, RATES.maskFixed, [
    perMetre(RATES.maskPerMetre, face.masking),
  ]);
  const name = coatName(product);
  const primed = (['barrier', 'undercoat'] as const).some((role) => linkOf(input.chain, role) !== undefined);
  // Antifouling is never sanded dry, and goes over what there is.
  if (name !== 'antifouling' && input.route !== 'renew' && !primed)
    scuffedRound(b.steps, face.masking, LOOKED_AT[name].has('colour') ? 'paint' : 'clear');
  const asked = name === 'antifouling' ? input.job.repair?.barrier?.antifoulingCoats : undefined;
  const system = planCoats(b, {
    id: 'coating',
    stage: 'finish',
    tape: face.masking,
    product,
    area: face.area,
    name,
    between: 240,
    last: 'cures',
    ...(asked === undefined
      ? {}
      : {
          coats: b.ledger.given(
            'coatsAsked',
            'coats of antifouling',
            asked,
            'count',
            'entered',
            'entered for this job',
          ),
        }),
  });
  if (name === 'antifouling') sheet.ask('repair.barrier.antifoulingCoats', system.coats);
  b.step('finish', 'check', 'cover', { place: 'finish', serves: 'job' }, RATES.finishCheck);
  const { conditions, job } = input;
  coatWeather(
    {
      temperature: conditions.temperature,
      humidity: conditions.humidity,
      wind: job.coat?.wind,
      sun: job.conditions?.sun,
      method: usualMethod(face.area.value),
    },
    ledger,
  );
  for (const c of checksFor({ grade: conditions.grade, film: system.dryFilm.value, gelCoat: false }))
    if (LOOKED_AT[name].has(c.id) && !(c.id === 'film' && product.can !== undefined))
      b.accept('finish', `${c.name}: ${c.how}`, c.mark, 'check');
  if (product.can === undefined) sheet.key('Comb reads', system.wetPerCoat, 'µm', 0);
  sheet.key('Coats', system.coats).key('In all', system.volume);
  sheet.say(
    words`${system.coats} ${system.coats.value === 1 ? 'coat' : 'coats'} of ${name}, ${ml(system.volume)} in all, ${product.can === undefined ? words`${microns(system.wetPerCoat)} wet each, ` : ''}${coverage(system.spread)}.`,
  );
  const times = b.times(product);
  sheet.table(
    'The coat',
    ['What', 'Figure'],
    [
      [['area to coat'], [face.area]],
      [['dry film in all'], [microns(system.dryFilm)]],
      [['each coat'], [ml(system.volumePerCoat)]],
      ...(times
        ? [
            [['handled after'], words`${times.sand}`],
            [['full cure'], words`${times.full}`],
          ]
        : []),
    ],
  );
  if (product.traits?.includes('copper'))
    sheet.note([
      'Keep antifouling 10 mm back from every edge that will get epoxy later: nothing holds on it.',
    ]);
  return b.done('coating', product.name);
}

/** Unevenness of hand-laid laminate that is levelled where no compound is spread, m. */
const LAID_ROUGH = 0.0003;

/** Fairing without a compound: the laminate is sanded level and left so. */
export function planUnfilled(
  input: RepairInput,
  face: { readonly area: Figure },
  ledger: Ledger,
): RepairPlan {
  const b = new RepairBuilder(input, ledger);
  b.step('fair', 'abrade', 'laminate', { place: 'face', serves: 'under-coats' }, RATES.washFixed, [
    perM2(RATES.washPerM2, face.area),
  ]);
  b.at('fair')
    .key('Face', face.area)
    .say(words`Nothing is filled: the laminate is sanded level over ${face.area}.`)
    .sand({
      area: face.area,
      stock: b.assumed('rough', 'unevenness of the laminate', LAID_ROUGH, 'm', 'usual of hand-laid laminate'),
      end: 180,
      material: 'cured resin',
      levels: true,
    })
    .note(['No glass may show: stop where the weave comes up, and fill there after all.']);
  return b.done('unfilled', 'without fairing compound');
}
