import { rolled } from '../../rates/rolled';
import { handsOn } from '../../rates/hands-on';
import type { Milestones } from '../../cure/cure-model';
import type { Awaited } from '../../work/actions';
import type { Fields, Lag, Soon } from '../../work/step';
import { RATES } from '../../rates/book';
import { spreadRate, tapeSteps } from '../../finish/application';
import { LAYING_WORDS, layingHands, layingOf, usualMethod } from '../../finish/by-hand';
import { DEFAULTS } from '../../materials/defaults';
import { isAntifouling, type Sheet } from '../../materials/product';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Stage } from '../../trace/problem';
import { afterLast, overFace } from './over-face';
import { grams, joined, microns, ml, words, type Words } from '../../trace/words';
import { type RepairBuilder } from '../builder';
import { perMetre, each as perPot } from '../../work/writer';
import { massFor, mixed } from './mixing';
import { shareOf, wholeNumber } from './measures';
import { tellCans, tinted } from './coat-extras';

/** Dry film of one coat where its sheet states none, m: brush or roller, solvented. */
const USUAL_PER_COAT = 50e-6;
/** Loss of brush and roller. */
const COAT_LOSS = 0.15;
/** Past the edge and in the air, of a spray can. Source: typical, small faces lose most. */
const CAN_LOSS = 0.4;
/** One pass over a spot, s. Source: judged. */
const CAN_PASS = 3 * 60;
/** Thin coats out of a can that cover. Source: usual. */
const CAN_COATS = 3;

/** Paint that leaves a dry film on a face, m³. */
export const coatVolume = formula({
  id: 'repairs/common/coats',
  expression: 'V = A·DFT/solids·(1 + loss)',
  unit: 'm³',
  source: 'solids by volume stay on the face; brush and roller lose some 15 %',
  inputs: { A: 'area', DFT: 'dry film', solids: 'solids by volume', loss: 'loss' },
  evaluate: (x) => ((x.A * x.DFT) / x.solids) * (1 + x.loss),
});
export const filmOfCoats = formula({
  id: 'repairs/common/coats',
  expression: 'DFT = n·f',
  unit: 'm',
  source: 'coats asked for at the film of one coat',
  inputs: { n: 'coats', f: 'dry film of one coat' },
  evaluate: (x) => x.n * x.f,
});

export const perCoat = formula({
  id: 'repairs/common/coats',
  expression: 'f = DFT/n',
  unit: 'm',
  source: 'coats alike',
  inputs: { DFT: 'dry film in all', n: 'coats' },
  evaluate: (x) => x.DFT / x.n,
});
export const wetFilm = formula({
  id: 'repairs/common/coats',
  expression: 'wet = f/solids',
  unit: 'm',
  source: 'solids by volume',
  inputs: { f: 'dry film of a coat', solids: 'solids by volume' },
  evaluate: (x) => x.f / x.solids,
});

export const dryOn = formula({
  id: 'repairs/common/coats',
  expression: 't = max(0, t_float − t_dry)',
  unit: 's',
  source: 'the sheet counts from the last coat, and that has been waited for until it is dry',
  inputs: { t_float: 'last coat to water', t_dry: 'last coat to dry' },
  evaluate: (x) => Math.max(0, x.t_float - x.t_dry),
});

export interface CoatSystem {
  /** Face that a volume covers at the film of one coat, m² from m³. */
  readonly spread: Figure;
  readonly dryFilm: Figure;
  readonly coats: Figure;
  readonly dryPerCoat: Figure;
  readonly wetPerCoat: Figure;
  readonly volume: Figure;
  readonly volumePerCoat: Figure;
}

export interface CoatQuestion {
  readonly id: string;
  readonly stage: Stage;
  readonly product: Sheet;
  readonly area: Figure;
  /** Dry film in all; as many coats as asked for where that is not given. */
  readonly dryFilm?: Figure;
  readonly coats?: Figure;
  /** "barrier coat", "antifouling". */
  readonly name: string;
  /** P grade for a window that was missed. */
  readonly between: number;
  /** Waits after the last coat until it can be handled; left out where the next product goes on within its window. */
  readonly last: 'cures' | 'overcoated';
  /** A second round over the same face, under the stands. */
  readonly again?: true;
  /** Length of the tape that is pulled after the last coat. */
  readonly tape?: Figure;
  /** The first coat comes no later than this, where its ground does not keep. */
  readonly soon?: Soon;
}

/** Film, coats and litres of a paint by its sheet; its coats as tasks with their windows. */
export function planCoats(b: RepairBuilder, q: CoatQuestion): CoatSystem {
  const { product, area, id } = q;
  const most = product.maximumPerGo
    ? b.sheetFigure(`${id}.most`, 'dry film of one coat', product, 'maximumPerGo', product.maximumPerGo, 'm')
    : b.assumed(
        `${id}.most`,
        'dry film of one coat',
        USUAL_PER_COAT,
        'm',
        'usual of brush and roller; the sheet decides',
      );
  const dryFilm =
    q.dryFilm ??
    b.compute(`${id}.dft`, `${q.name}, dry film in all`, filmOfCoats, {
      n:
        q.coats ?? b.assumed(`${id}.n`, 'coats', product.can === undefined ? 2 : CAN_COATS, 'count', 'usual'),
      f: most,
    });
  const coats = b.compute(`${id}.coats`, `coats of ${product.name}`, wholeNumber, { x: dryFilm, most });
  const solids =
    product.solids !== undefined
      ? b.sheetFigure(`${id}.solids`, 'solids by volume', product, 'solids', product.solids, 'fraction')
      : b.assumed(`${id}.solids`, 'solids by volume', 0.5, 'fraction', 'usual; the sheet decides');
  const loss = b.assumed(
    `${id}.loss`,
    product.can === undefined ? 'lost in brush, roller and tray' : 'lost past the edge and in the air',
    product.can === undefined ? COAT_LOSS : CAN_LOSS,
    'fraction',
    product.can === undefined ? 'brush and roller by hand' : 'past the edge and in the air',
  );
  const volume = b.compute(`${id}.volume`, `${product.name} in all`, coatVolume, {
    A: area,
    DFT: dryFilm,
    solids,
    loss,
  });
  const volumePerCoat = b.compute(`${id}.volumePerCoat`, `${product.name} per coat`, shareOf, {
    X: volume,
    n: coats,
  });
  const dryPerCoat = b.compute(`${id}.dryPerCoat`, 'dry film per coat', perCoat, { DFT: dryFilm, n: coats });
  const wetPerCoat = b.compute(`${id}.wetPerCoat`, 'wet film per coat, the comb reads', wetFilm, {
    f: dryPerCoat,
    solids: solids,
  });
  const spread = b.compute(`${id}.spread`, 'spread at this film, before losses', spreadRate, {
    solids,
    DFT: dryPerCoat,
  });
  const mass = massFor(b, id, product, volumePerCoat);
  const lay = handsOn(
    b.ledger,
    `${id}.lay`,
    'laying one coat by roller',
    RATES.coatFixed,
    rolled(b.ledger, id, area),
  );
  const pots = mixed(b, {
    id,
    stage: q.stage,
    title: `${product.name}, one coat${q.again ? ', second round' : ''}`,
    about: 'one coat',
    product,
    mass,
    working: lay,
    next: 'next coat bonds',
    repeats: coats,
  });
  if (product.can !== undefined) tellCans(b, q, volume, product.can);
  const paste =
    pots && product.pigment !== undefined ? tinted(b, q, product.pigment, mass, coats) : undefined;
  b.material(
    id,
    product.name,
    `${coats.value} ${coats.value === 1 ? 'coat' : 'coats'} of ${q.name}`,
    volume,
    product,
  );
  layCoats(b, q, { n: coats.value, wet: wetPerCoat, each: volumePerCoat, pots, lay, paste });
  if (q.last === 'cures') beforeSheFloats(b, q);
  return { dryFilm, coats, dryPerCoat, wetPerCoat, volume, volumePerCoat, spread };
}

/** What a coat is waited for: the next coat, the next product, or its own cure. */
const awaitedOf = (last: boolean, then: CoatQuestion['last'], again: boolean): Awaited =>
  last && then === 'cures'
    ? again
      ? 'handledAgain'
      : 'handled'
    : last
      ? again
        ? 'nextProductAgain'
        : 'nextProduct'
      : again
        ? 'nextCoatAgain'
        : 'nextCoat';

/** An antifouling is dry before she floats, and has dried out when she has stood too long. */
function beforeSheFloats(b: RepairBuilder, { id, stage, product, name }: CoatQuestion): void {
  const { floatsAfter, floatsWithin } = product;
  const { sand } = b.times(product) ?? {};
  if (floatsAfter === undefined || floatsWithin === undefined || !sand) return;
  const after = b.sheetFigure(
    `${id}.floatsAfter`,
    'afloat no sooner after the last coat',
    product,
    'floatsAfter',
    floatsAfter,
    's',
  );
  const within = b.sheetFigure(
    `${id}.floatsWithin`,
    'afloat no later after the last coat',
    product,
    'floatsWithin',
    floatsWithin,
    's',
  );
  b.wait(
    stage,
    'floats',
    { place: 'face', serves: id, fields: { product: name } },
    b.compute(`${id}.floats`, 'dries on before she floats', dryOn, { t_float: after, t_dry: sand }),
  );
  b.at(stage)
    .key('Afloat after', after)
    .key('Afloat within', within)
    .note(
      words`Afloat ${after} to ${within} after the last coat; later it is scuffed wet and coated once more.`,
    );
}

interface Coats {
  readonly n: number;
  /** Wet film and volume of one. */
  readonly wet: Figure;
  readonly each: Figure;
  readonly pots: Figure | undefined;
  /** Working time of one coat, s. */
  readonly lay: Figure;
  /** Pigment paste in the pots of one coat. */
  readonly paste: Figure | undefined;
}

/** What a litre covers, in words: "10.4 m²/l". */
export const coverage = ({ value }: Pick<Figure, 'value'>): string => `${(value / 1000).toFixed(1)} m²/l`;

/** Where the tape of a coat runs, where it is not on the masking line. */
const tapeAt = (step = 0): Words =>
  step > 0 ? ['tape ', { value: step, as: 'mm', decimals: 0 }, ' inside the line'] : [];

/** Coats one after another, each with its window. */
function layCoats(b: RepairBuilder, q: CoatQuestion, { n, wet, each, pots, lay, paste }: Coats): void {
  const times = b.times(q.product);
  const method = usualMethod(q.area.value);
  const flows = q.product.role === 'coating' && !isAntifouling(q.product);
  const laying = q.product.can === undefined ? layingOf(method, q.area.value, flows) : 'can';
  // Each edge of a patch feathers on fresh ground; a whole face is coated to its natural lines.
  const tape = q.tape && b.input.route !== 'renew' ? tapeSteps(n, DEFAULTS.maskingClearance) : [];
  for (let coat = 1; coat <= n; coat += 1) {
    const key = `${q.id}-${coat}`;
    const last = coat === n;
    const fields = { product: q.name, coat };
    b.step(
      q.stage,
      'mix',
      paste ? 'tint' : pots ? 'coat' : q.product.can === undefined ? 'stir' : 'shake',
      { place: 'bench', serves: key, fields: { product: q.name } },
      pots ? 0 : 3,
      pots ? [perPot(RATES.mixBatch, pots, 'per pot')] : [],
      // What comes ready in its tin is stirred: there is no cup of it, but it is known what it is.
      {
        ...(pots ? b.mixes(q.id) : { withNext: true, pot: { product: q.product.id } }),
        ...(paste ? { figures: words`${grams(paste, 1)} of paste into the resin of one coat` } : {}),
      },
    );
    if (coat === 1 && q.soon) b.soon(q.soon);
    b.step(
      q.stage,
      'coat',
      q.again ? 'productAgain' : 'product',
      { place: 'face', serves: key, fields },
      laying === 'can' ? CAN_PASS / 60 : RATES.coatFixed,
      rolled(b.ledger, key, q.area),
      {
        figures: joined(
          [
            [LAYING_WORDS[laying]],
            laying === 'can' ? [] : words`${microns(wet)} wet by the comb`,
            [ml(each)],
            tapeAt(tape[coat - 1]),
          ],
          ', ',
        ),
        ...(layingHands(laying) > 1 ? { people: layingHands(laying) } : {}),
      },
    );
    const cured = last && q.last === 'cures';
    const moment = !cured && times?.windowOpens ? 'opens' : 'sand';
    const curing = times ? b.curing(q.product, moment) : {};
    if (last && q.tape) pullTape(b, q, key, times, curing);
    if (times) waitFor(b, q, { key, last, cured, lay, times, curing, fields });
  }
}

/** A tin that keeps for a day says nothing of the film: it is dry no later than it can be handled. */
export const setsFirst = ({ usable, sand }: Milestones): Figure =>
  usable.value < sand.value ? usable : sand;

/** The tape comes off as soon as the last coat has set, while it goes on curing. */
function pullTape(
  b: RepairBuilder,
  { stage, tape }: CoatQuestion,
  key: string,
  times: Milestones | undefined,
  { cures }: Pick<Lag, 'cures'>,
): void {
  if (!tape) return;
  b.step(stage, 'strike', 'tape', { place: 'finish', serves: 'tape' }, RATES.tapeOffFixed, [
    perMetre(RATES.tapeOffPerMetre, tape),
  ]);
  if (times)
    b.beside(
      'tapeSets',
      { place: 'face', serves: key },
      times.windowOpens ?? setsFirst(times),
      times.windowOpens && cures ? { cures: { layer: cures.layer, moment: 'opens' } } : {},
    );
}

interface Coat {
  readonly key: string;
  readonly last: boolean;
  /** Nothing goes over it: it cures until it can be handled. */
  readonly cured: boolean;
  /** Working time of one coat, s. */
  readonly lay: Figure;
  readonly times: Milestones;
  readonly curing: Pick<Lag, 'cures'>;
  readonly fields: Fields;
}

/** From the end of a coat to what comes over it, or until it can be handled. */
function waitFor(b: RepairBuilder, q: CoatQuestion, coat: Coat): void {
  const { key, last, cured, lay, times, curing, fields } = coat;
  const id = `${q.id}.${last ? 'last' : 'between'}`;
  const over = cured
    ? undefined
    : overFace(b.ledger, id, lay, b.input.conditions.hands, last ? 'unknown' : 'alike');
  const place = {
    rest: cured ? times.sand : (times.windowOpens ?? times.sand),
    ...(cured ? {} : { opens: times.windowOpens, closes: times.windowCloses }),
  };
  const { rest, opens, closes } = over ? afterLast(b.ledger, id, over, place) : place;
  b.wait(q.stage, awaitedOf(last, q.last, q.again === true), { place: 'face', serves: key, fields }, rest, {
    ...(opens && closes
      ? {
          window: {
            opens,
            closes,
            hard: times.sand,
            missed: b.missed(q.stage, { place: 'face', serves: key }, q.between, q.area),
          },
        }
      : {}),
    ...(over ? { over } : {}),
    ...curing,
  });
}
