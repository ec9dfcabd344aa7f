import { multiple, type RateRow } from '../../../rates/row';
import { RATES } from '../../../rates/book';
import { problem } from '../../../trace/problem';
import type { Ledger } from '../../../trace/ledger';
import { workId } from '../../../work/ids';
import type { Item } from '../../../work/step';
import { each, perM2, perMetre, StepWriter, type Rate, type StepMore } from '../../../work/writer';
import { SIDE_POTS, sidePot } from '../side-pots';
import type { GrindPlan } from '../dish-plan';
import { grams, joined, mm, size, sizesOf, words } from '../../../trace/words';
import { FILMS, type Parts } from './parts';

/** What mixing takes: so long for each pot. */
const potTime = ({ pot }: Pick<StepMore, 'pot'>): readonly Rate[] =>
  pot?.count ? [each(RATES.mixBatch, pot.count)] : [];

/** What is fitted and bedded before the first ply goes on. */
export function behindSteps(w: StepWriter, parts: Parts): void {
  edgeFormers(w, parts);
  backingSteps(w, parts);
  coringSteps(w, parts);
}

/** The shape is held before it is cut. */
export function membersHeld(w: StepWriter, { structure = [] }: Parts): void {
  for (const m of structure)
    if (m.props.value > 0)
      w.step(
        'grind',
        'prop',
        'member',
        {
          place: 'member',
          serves: `member-${m.index + 1}`,
          fields: { name: m.name, count: m.props.value },
        },
        0,
        [each(RATES.prop, m.props, 'per prop')],
      );
}

/** Edges of the hull that the ground runs out at, each once. */
const edgesShort = ({ room }: GrindPlan): GrindPlan['room'] =>
  room.filter(
    (r, i, all) =>
      r.kind === 'hull edge' &&
      !r.fits &&
      r.answer === 'stop' &&
      all.findIndex((x) => x.index === r.index) === i,
  );

function edgeFormers(w: StepWriter, { grind }: Parts): void {
  if (!grind) return;
  for (const { index, name } of edgesShort(grind))
    w.step(
      'laminate',
      'former',
      'edge',
      { place: 'edge', serves: `edge-${index + 1}`, fields: { name } },
      RATES.formerFixed,
    );
}

/** The shape that the first ply is laid against, taken while the old one still stands. */
export function shapeSteps(w: StepWriter, { grind, backing, job }: Parts): void {
  if (!backing) return;
  const at = { place: 'inside', serves: 'former' } as const;
  switch (job?.former) {
    case 'pieces':
      if (job.pieces === 'lost')
        w.ledger.report(problem({ severity: 'error', stage: 'grind', path: 'former' }, 'pieces-lost'));
      w.step('grind', 'shape', 'pieces', at, RATES.formerPieces);
      break;
    case 'splash':
      w.step('grind', 'shape', 'splash', at, RATES.formerSplash);
      break;
    case 'foam':
      if (grind)
        w.step('grind', 'shape', 'foam', at, RATES.formerFoamFixed, [
          perM2(RATES.formerFoamPerM2, grind.backingArea),
        ]);
      break;
    default:
  }
}

/** So much is bridged by a board that bends by itself, m². Judged. */
const FLAT_UP_TO = 0.15;

const BEHIND = { outside: 'inside', inside: 'outside', both: 'middle' } as const;

/** A through hole is closed behind before the first ply: a former to lay against, or a backing that stays in. */
function backingSteps(w: StepWriter, parts: Parts): void {
  const { grind, mix, backing, pots, coring } = parts;
  if (!grind || !mix || !backing) return;
  if (backing === 'removable') {
    const place = grind.side === 'inside' ? 'outside' : 'inside';
    // Between two skins of a core it lies flush with the inner one.
    const how = coring ? 'inside' : BEHIND[grind.side];
    const shaped = parts.job?.former !== undefined && parts.job.former !== 'flat';
    // What was shaped already is only set; else it is made here: a flat board to a small hole, battens bent to a large one.
    const flat = grind.backingArea.value <= FLAT_UP_TO;
    w.step(
      'laminate',
      'former',
      how,
      { place, serves: 'former' },
      shaped ? RATES.cutPatternSet : flat ? RATES.formerFlat : RATES.formerBattens,
      shaped || flat ? [] : [perM2(RATES.formerBattensPerM2, grind.backingArea)],
    );
    return;
  }
  const at = { place: 'inside', serves: 'backing' } as const;
  w.add(...panelFitted(parts, w.ledger));
  const spread = w.time('backing', 'bond', at, RATES.spreadFixed, [
    perM2(RATES.spreadPerM2, grind.backingArea),
  ]);
  // As many pots as it takes to spread it all, each mixed as the one before is used up.
  const own = sidePot(pots, SIDE_POTS.backing);
  w.step('laminate', 'mix', 'bedding', { place: 'bench', serves: 'backing' }, 0, potTime(own), {
    withNext: true,
    ...own,
  });
  w.timed('laminate', 'backing', 'bond', at, spread);
  const { windowOpens, sand } = mix.milestones;
  w.wait('laminate', 'holds', at, windowOpens ?? sand, {
    cures: { layer: { of: 'bedding', number: 1 }, moment: windowOpens ? 'opens' : 'sand' },
  });
}

/** The backing is laid up on the bench first of all: it cures while the ground is opened. */
export function panelSteps(w: StepWriter, { panel, mix, system, pots }: Parts): void {
  if (!panel || !mix) return;
  const { length, width, parts, plies, cloth } = panel;
  w.step('grind', 'mix', 'panel', { place: 'bench', serves: 'panel' }, RATES.mixBatch, [], {
    withNext: true,
    ...sidePot(pots, SIDE_POTS.panel),
  });
  w.step(
    'grind',
    'make',
    'backing',
    { place: 'bench', serves: 'panel', fields: { count: plies.value } },
    RATES.formerFixed,
    [perM2(RATES.spreadPerM2, panel.clothArea)],
    {
      product: system.chosen?.chain.resin?.id,
      figures: words`${plies} of ${cloth.name}, ${sizesOf(parts, length, width)}`,
    },
  );
}

/** It is cut to fit when it can be abraded, however much is done meanwhile. */
function panelFitted({ panel, mix, system }: Parts, ledger: Ledger): readonly Item[] {
  if (!panel || !mix) return [];
  const product = system.chosen?.chain.resin?.id;
  const [wait, fit] = new StepWriter(ledger)
    .wait('laminate', 'panelSets', { place: 'inside', serves: 'backing-fit' }, mix.milestones.sand, {
      ...(product
        ? {
            cures: {
              layer: { of: 'film', number: FILMS.panel, product, thickness: panel.thickness.value },
              moment: 'sand',
            },
          }
        : {}),
    })
    .step('laminate', 'backing', 'fit', { place: 'inside', serves: 'backing-fit' }, RATES.formerFixed, [], {
      figures: words`${sizesOf(panel.parts, panel.length, panel.width)}${panel.passes ? '' : ', in two halves: whole it does not go through the hole'}`,
    }).items;
  if (!('lag' in wait) || !('step' in fit)) return [];
  return [{ ...fit, late: { after: workId('bench', 'make', 'panel'), lag: wait.lag } }];
}

/** Thickened resin under a core, m. Source: usual of a bed that is pressed down until it squeezes out. */
const BED = 0.0015;

function coringSteps(w: StepWriter, { coring, mix, system, pots }: Parts): void {
  if (!coring || !mix) return;
  w.step(
    'laminate',
    'core',
    'fit',
    { place: 'core', serves: 'core-fit' },
    RATES.cutPatternSet,
    [perM2(RATES.coreFitPerM2, coring.area)],
    {
      figures: words`${coring.product.name}, ${size(coring.length, coring.width)}, ${mm(coring.thickness, 1)} thick`,
    },
  );
  const product = system.chosen?.chain.resin?.id;
  const at = { place: 'core', serves: 'core' } as const;
  const how = coring.bothSkins ? 'bedThrough' : 'bed';
  const bedding = w.time('core', how, at, RATES.spreadFixed, [perM2(RATES.spreadPerM2, coring.bondArea)]);
  // Over a large core each pot is mixed as the one before is used up.
  const own = sidePot(pots, SIDE_POTS.core);
  const count = own.pot?.count;
  w.step('laminate', 'mix', 'core', { place: 'bench', serves: 'core' }, RATES.mixBatch, potTime(own), {
    withNext: true,
    ...own,
    figures: words`${grams(coring.priming, 1)} to prime, ${grams(coring.bedding, 1)} to bed${count && count.value > 1 ? words`, in ${count} pots` : ''}`,
  });
  w.timed('laminate', 'core', how, at, bedding);
  w.wait('laminate', 'beddingSets', { place: 'core', serves: 'core' }, mix.milestones.sand, {
    ...(product
      ? { cures: { layer: { of: 'film', number: FILMS.bedding, product, thickness: BED }, moment: 'sand' } }
      : {}),
  });
}

/** What is abraded along a member and each face of it, m. Source: judged, the widest usual tab and a hand beyond it. */
const TAB_BAND = 0.25;

/** Members are fitted and tabbed on laminate that has cured and was abraded. */
export function tabSteps({ structure = [], mix, system, pots }: Parts, ledger: Ledger): readonly Item[] {
  const w = new StepWriter(ledger);
  if (!mix) return w.items;
  const product = system.chosen?.chain.resin?.id;
  // Nobody sands beside a tab that is wet: all of them are made ready before the first is laid.
  for (const m of structure)
    w.step(
      'fair',
      'abrade',
      'members',
      { place: 'member', serves: `tabs-${m.index + 1}`, fields: { name: m.name } },
      RATES.abradeFixed,
      [
        perMetre(
          { ...multiple(RATES.abradePerM2, TAB_BAND * m.faces), unit: 's/m' },
          m.length,
          'per metre, all faces',
        ),
      ],
    );
  for (const m of structure) {
    const number = m.index + 1;
    const serves = `member-${number}`;
    const tabs = { place: 'member', serves: `tabs-${number}` } as const;
    const named = { name: m.name };
    const metre = (rate: RateRow) => perMetre(multiple(rate, m.faces), m.length, 'per metre, all faces');
    const fit = { place: 'member', serves } as const;
    const fitting = w.time('member', 'fit', fit, RATES.mixBatch, [metre(RATES.filletPerMetre)]);
    // Fillets along metres of a member take more than one pot, each mixed as the one before is used up.
    const fillet = sidePot(pots, SIDE_POTS.fillet(number));
    w.step('fair', 'mix', 'fillets', { place: 'bench', serves, fields: named }, 0, potTime(fillet), {
      withNext: true,
      ...fillet,
    });
    w.timed('fair', 'member', 'fit', { ...fit, fields: named }, fitting, { product });
    // The fillet is thickened; tabs are laid from clear pots, each mixed as the one before is used up.
    const laying = w.time(
      'member',
      'tab',
      tabs,
      RATES.mixBatch,
      m.strips.map(() => metre(RATES.tabPerMetre)),
    );
    const clear = sidePot(pots, SIDE_POTS.tabs(number));
    w.step('fair', 'mix', 'tabs', { place: 'bench', serves: tabs.serves, fields: named }, 0, potTime(clear), {
      withNext: true,
      ...clear,
    });
    w.timed('fair', 'member', 'tab', { ...tabs, fields: { ...named, count: m.strips.length } }, laying, {
      product,
      figures: joined(m.strips.map((t) => words`${t.number}: ${size(t.length, t.width)}`)),
    });
  }
  return w.items;
}

/** Props come away when the tabs carry, however much is done meanwhile. */
export function propsOff({ structure = [], mix }: Parts, ledger: Ledger): readonly Item[] {
  if (!mix) return [];
  return structure.flatMap((m): readonly Item[] => {
    if (m.props.value <= 0) return [];
    const number = m.index + 1;
    const at = { place: 'member', serves: `member-${number}`, fields: { name: m.name } } as const;
    const [wait, off] = new StepWriter(ledger)
      .wait('fair', 'propsStay', at, m.release)
      .step('fair', 'strike', 'props', at, 0, [each(RATES.strike, m.props, 'per prop')]).items;
    if (!('lag' in wait) || !('step' in off)) return [];
    return [{ ...off, late: { after: workId('member', 'member', `tabs-${number}`), lag: wait.lag } }];
  });
}

/** The bedding is flush before plies go over it; the plies are cut while it sets. */
export function sandBedding(w: StepWriter, { coring, mix }: Parts): void {
  if (!coring || !mix) return;
  w.step('laminate', 'strike', 'weights', { place: 'core', serves: 'core' }, RATES.strike);
  w.step('laminate', 'abrade', 'bedding', { place: 'core', serves: 'core' }, RATES.abradeFixed, [
    perM2(RATES.abradePerM2, coring.area),
  ]);
}

/** What the first ply was laid against comes away when the last has set. */
export function formersOff({ grind, backing, laminate }: Parts, ledger: Ledger): readonly Item[] {
  const w = new StepWriter(ledger);
  if (!grind) return w.items;
  // Between two dishes it is taken away before the other face is laid; where nothing is laid there, at the end.
  const turned = grind.side === 'both' && laminate?.plies.some((p) => p.side === 'inside') === true;
  const behind = backing === 'removable' && !turned;
  const place = grind.side === 'inside' ? 'outside' : 'inside';
  if (behind) w.step('fair', 'strike', 'former', { place, serves: 'former' }, RATES.strike);
  if (edgesShort(grind).length > 0)
    w.step('fair', 'strike', 'former', { place: 'edge', serves: 'former' }, RATES.strike);
  // The outside is masked anew for its finish; nothing more is done inside.
  if (grind.inside)
    w.step('fair', 'strike', 'insideTape', { place: 'inside', serves: 'tape' }, RATES.tapeOffFixed, [
      perMetre(RATES.tapeOffPerMetre, grind.inside.maskingLength, 'per metre of masking line'),
    ]);
  return w.items;
}
