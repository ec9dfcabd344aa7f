import { RATES } from '../../../materials/work-rates';
import type { Ledger } from '../../../trace/ledger';
import type { Item } from '../../../work/step';
import { each, perM2, perMetre, StepWriter } from '../../../work/writer';
import type { GrindPlan } from '../dish-plan';
import { grams, joined, mm, size, words } from '../../../trace/words';
import type { Parts } from './parts';

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

const BEHIND = { outside: 'inside', inside: 'outside', both: 'middle' } as const;

/** A through hole is closed behind before the first ply: a former to lay against, or a backing that stays in. */
function backingSteps(w: StepWriter, parts: Parts): void {
  const { grind, mix, backing } = parts;
  if (!grind || !mix || !backing) return;
  if (backing === 'removable') {
    const place = grind.side === 'inside' ? 'outside' : 'inside';
    w.step('laminate', 'former', BEHIND[grind.side], { place, serves: 'former' }, RATES.cutPatternSet);
    return;
  }
  const at = { place: 'inside', serves: 'backing' } as const;
  w.step('laminate', 'backing', 'fit', { place: 'inside', serves: 'backing-fit' }, RATES.formerFixed);
  w.step('laminate', 'mix', 'bedding', { place: 'bench', serves: 'backing' }, RATES.mixBatch, [], {
    withNext: true,
  });
  w.step('laminate', 'backing', 'bond', at, RATES.spreadFixed, [perM2(RATES.spreadPerM2, grind.backingArea)]);
  const { windowOpens, sand } = mix.milestones;
  w.wait('laminate', 'holds', at, windowOpens ?? sand, {
    cures: { layer: { of: 'bedding', number: 1 }, moment: windowOpens ? 'opens' : 'sand' },
  });
}

/** Thickened resin under a core, m. Source: usual of a bed that is pressed down until it squeezes out. */
const BED = 0.0015;

function coringSteps(w: StepWriter, { coring, mix, system }: Parts): void {
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
  w.step('laminate', 'mix', 'core', { place: 'bench', serves: 'core' }, 2 * RATES.mixBatch, [], {
    withNext: true,
    figures: words`${grams(coring.priming, 1)} to prime, ${grams(coring.bedding, 1)} to bed`,
  });
  w.step('laminate', 'core', 'bed', { place: 'core', serves: 'core' }, RATES.spreadFixed, [
    perM2(RATES.spreadPerM2, coring.bondArea),
  ]);
  const product = system.chosen?.chain.resin?.id;
  w.wait('laminate', 'beddingSets', { place: 'core', serves: 'core' }, mix.milestones.sand, {
    ...(product
      ? { cures: { layer: { of: 'film', number: 1, product, thickness: BED }, moment: 'sand' } }
      : {}),
  });
}

/** Members are fitted and tabbed once the laminate has set; their props stay until the tabs hold. */
export function tabSteps(w: StepWriter, { structure = [], mix }: Parts): void {
  if (!mix) return;
  for (const m of structure) {
    const number = m.index + 1;
    const serves = `member-${number}`;
    const metre = (rate: number) => perMetre(rate * m.faces, m.length, 'per metre, all faces');
    w.step(
      'laminate',
      'member',
      'fit',
      { place: 'member', serves, fields: { name: m.name } },
      RATES.mixBatch,
      [metre(RATES.filletPerMetre)],
    );
    w.step(
      'laminate',
      'member',
      'tab',
      { place: 'member', serves: `tabs-${number}`, fields: { name: m.name, count: m.strips.length } },
      RATES.mixBatch,
      m.strips.map(() => metre(RATES.tabPerMetre)),
      { figures: joined(m.strips.map((t) => words`${t.number}: ${size(t.length, t.width)}`)) },
    );
    w.wait('laminate', 'propsStay', { place: 'member', serves, fields: { name: m.name } }, m.release);
    if (m.props.value > 0)
      w.step('laminate', 'strike', 'props', { place: 'member', serves, fields: { name: m.name } }, 0, [
        each(RATES.strike, m.props, 'per prop'),
      ]);
  }
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
export function formersOff({ grind, backing }: Parts, ledger: Ledger): readonly Item[] {
  const w = new StepWriter(ledger);
  if (!grind) return w.items;
  // Between two dishes it is taken away before the other face is opened.
  const behind = backing === 'removable' && grind.side !== 'both';
  const place = grind.side === 'inside' ? 'outside' : 'inside';
  if (behind) w.step('fair', 'strike', 'former', { place, serves: 'former' }, RATES.strike);
  if (edgesShort(grind).length > 0)
    w.step('fair', 'strike', 'former', { place: 'edge', serves: 'former' }, RATES.strike);
  return w.items;
}
