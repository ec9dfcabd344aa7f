import { papersWorn } from './around';
import { rolled } from '../../rates/rolled';
import { rateHere } from '../../rates/row';
import { LAYING_WORDS, layingHands, layingOf, type Laying } from '../../finish/by-hand';
import { COAT_RATE } from '../../finish/film';
import { setsFirst } from './coats';
import { afterLast, overFace } from './over-face';
import { linkOf, type Chain } from '../../match/chain';
import { scuffedRound } from './scuffed-round';
import { RATES } from '../../rates/book';
import { multiple } from '../../rates/row';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import type { Item } from '../../work/step';
import { joined, microns, words, type Words } from '../../trace/words';
import type { TaskFacts } from '../kind';
import { papersOf } from './sanding';
import type { FinishPlan } from './finish-stage';
import { each, perM2, perMetre, StepWriter } from '../../work/writer';

/** Rounds of trial and correction that a colour usually takes. */
const COLOUR_ROUNDS = 2;

export interface FinishWork {
  readonly finish: FinishPlan;
  readonly chain?: Chain;
  readonly job?: TaskFacts;
  /** Length of the masking line. */
  readonly masking: Figure;
  /** Pairs of hands that lay a coat side by side. */
  readonly hands: Figure;
  /** Fittings that were taken off and are bedded again. */
  readonly moved: readonly { readonly index: number; readonly name: string }[];
}

/** Coats from masking to the check. */
export function finishSteps(work: FinishWork, ledger: Ledger): readonly Item[] {
  const { finish, chain, job, masking, moved } = work;
  const gel = chain?.finish?.kind === 'gel coat';
  const w = new StepWriter(ledger);
  w.step('finish', 'mask', 'finish', { place: 'finish', serves: 'coat' }, RATES.maskFixed, [
    perMetre(RATES.maskPerMetre, masking, 'per metre of masking line'),
  ]);
  if (chain && ringIsKept(chain, gel)) scuffedRound(w, masking, gel ? 'gel coat' : 'paint');
  if (gel && job?.colour)
    w.step('finish', 'colour', 'match', { place: 'bench', serves: 'coat' }, 0, [
      each(
        RATES.colourRound,
        ledger.given(
          'colourRounds',
          'rounds of trial and correction',
          COLOUR_ROUNDS,
          'count',
          'assumed',
          'usual; chips cure while other work goes on',
        ),
        'per round',
      ),
    ]);
  if (finish.method === 'spray')
    w.step('finish', 'sprayGear', 'set', { place: 'bench', serves: 'coat' }, RATES.sprayFixed);
  for (let coat = 1; coat <= finish.coats.value; coat += 1) coatSteps(w, work, gel, coat);
  for (const s of finish.sanding)
    w.timed(
      'finish',
      'sand',
      s.wet ? 'wet' : 'grit',
      { place: 'finish', serves: `coat-${s.paperId}`, fields: { grit: s.grit } },
      s.time,
      { figures: papersOf(s), rated: papersWorn(s) },
    );
  for (let i = 1; i <= finish.polishStages; i += 1)
    w.step('finish', 'polish', i === 1 ? 'cut' : 'fine', { place: 'finish', serves: `gloss-${i}` }, 0, [
      perM2(RATES.polishPerM2, finish.area),
    ]);
  w.step('finish', 'check', 'finish', { place: 'finish', serves: 'job' }, RATES.finishCheck);
  for (const { index, name } of moved)
    w.step(
      'finish',
      'putBack',
      'fitting',
      { place: 'fitting', serves: `fitting-${index + 1}`, fields: { name } },
      multiple(RATES.moveFitting, 1 / 2),
    );
  return w.items;
}

/** What lies under a finish came out to the tape. */
const UNDER = ['barrier', 'undercoat'] as const;

/** A whole face that is renewed was keyed, a gel coat filled into its own is level with it, and a primer came out to the tape. */
const ringIsKept = (chain: Chain, gel: boolean): boolean =>
  chain.route !== 'renew' &&
  !(gel && chain.route === 'surface') &&
  UNDER.every((role) => linkOf(chain, role) === undefined);

function coatSteps(
  w: StepWriter,
  { finish, chain, hands, masking }: FinishWork,
  gel: boolean,
  coat: number,
): void {
  const m = finish.milestones;
  const serves = `coat-${coat}`;
  w.step(
    'finish',
    'mix',
    gel ? 'gelCoat' : 'paint',
    { place: 'bench', serves },
    0,
    [each(RATES.mixBatch, finish.batchesPerCoat, 'per cup')],
    {
      withNext: true,
      pot: chain?.finish && {
        product: chain.finish.id,
        count: finish.batchesPerCoat,
        cup: { of: 'coat' },
      },
    },
  );
  const fields = { coat };
  const how = gel ? 'gelCoat' : 'paint';
  const work = w.time('coat', how, { place: 'finish', serves, fields }, RATES.coatFixed, [
    ...(finish.method === 'roller'
      ? rolled(w.ledger, serves, finish.area)
      : [perM2(COAT_RATE[finish.method], finish.area)]),
  ]);
  const last = coat === finish.coats.value;
  const laying = layingOf(finish.method, finish.area.value, true);
  w.timed('finish', 'coat', how, { place: 'finish', serves, fields }, work, {
    figures: coatFigures(finish, coat, laying),
    setUp: rateHere(RATES.coatFixed, w.ledger.own).value,
    ...(layingHands(laying) > 1 ? { people: layingHands(laying) } : {}),
  });
  if (last)
    tapeOff(w, 'finish', masking).beside(
      'tapeSets',
      { place: 'finish', serves },
      m.windowOpens ?? setsFirst(m),
      {
        ...(m.windowOpens ? { cures: { layer: { of: 'finish', number: coat }, moment: 'opens' } } : {}),
      },
    );
  const awaited = !last ? 'overcoat' : gel ? 'gelCoatSanded' : 'paintHandled';
  const grit = { grit: finish.grits.between };
  const missed = w.reopening('finish', 'reopen', { place: 'finish', serves, fields: grit }, finish.area);
  const over = last ? undefined : overFace(w.ledger, `coat.${coat}.over`, work, hands, 'alike');
  const place = {
    rest: last ? m.sand : (m.windowOpens ?? m.sand),
    ...(last ? {} : { opens: m.windowOpens, closes: m.windowCloses }),
  };
  const { rest, opens, closes } = over ? afterLast(w.ledger, `coat.${coat}.over`, over, place) : place;
  w.wait('finish', awaited, { place: 'finish', serves }, rest, {
    cures: { layer: { of: 'finish', number: coat }, moment: last || !m.windowOpens ? 'sand' : 'opens' },
    ...(opens && closes ? { window: { opens, closes, hard: m.sand, missed } } : {}),
    ...(over ? { over } : {}),
  });
}

/** How the coat goes on, how thick, and where its tape lies. */
function coatFigures({ gauge, tape }: FinishPlan, coat: number, laying: Laying): Words {
  const step = tape.length > 1 ? tape[coat - 1] : undefined;
  return joined(
    [
      [LAYING_WORDS[laying]],
      words`${microns(gauge)} wet by the comb`,
      step === undefined || step === 0
        ? []
        : ['tape ', { value: step, as: 'mm', decimals: 0 }, ' inside the line'],
    ],
    ', ',
  );
}

/** The tape comes off. @param masking its length */
export const tapeOff = (w: StepWriter, place: 'finish' | 'outside', masking: Figure): StepWriter =>
  w.step('finish', 'strike', 'tape', { place, serves: 'tape' }, RATES.tapeOffFixed, [
    perMetre(RATES.tapeOffPerMetre, masking, 'per metre of masking line'),
  ]);
