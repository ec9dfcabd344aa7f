import { RATES } from '../../materials/work-rates';
import { workId } from '../../work/ids';
import type { StageSteps } from './parts';
import { perItem, perM2, type Parts } from './parts';

/** What is fitted and bedded before the first ply goes on. */
export function behindSteps(w: StageSteps, parts: Parts): void {
  edgeFormers(w, parts);
  backingSteps(w, parts);
  coringSteps(w, parts);
}

/** The shape is held before it is cut. */
export function membersHeld(w: StageSteps, { structure = [] }: Parts): void {
  for (const m of structure)
    if (m.props.value > 0)
      w.step(
        `hold.${m.index + 1}`,
        'prop',
        'member',
        {
          place: 'member',
          serves: `member-${m.index + 1}`,
          fields: { name: m.name, count: m.props.value },
        },
        0,
        [perItem('s', 'per prop', RATES.prop, m.props)],
      );
}

function edgeFormers(w: StageSteps, { grind }: Parts): void {
  const edges = (grind?.room ?? []).filter(
    (r, i, all) =>
      r.kind === 'hull edge' &&
      !r.fits &&
      r.answer === 'stop' &&
      all.findIndex((x) => x.index === r.index) === i,
  );
  for (const { index, name } of edges)
    w.step(
      `edgeFormer.${index + 1}`,
      'former',
      'edge',
      { place: 'edge', serves: `edge-${index + 1}`, fields: { name } },
      RATES.formerFixed,
    );
}

/** The shape that the first ply is laid against, taken while the old one still stands. */
export function shapeSteps(w: StageSteps, { grind, backing, job }: Parts): void {
  if (!backing) return;
  const at = { place: 'inside', serves: 'former' } as const;
  switch (job?.former) {
    case 'pieces':
      w.step('shape', 'shape', 'pieces', at, RATES.formerPieces);
      break;
    case 'splash':
      w.step('shape', 'shape', 'splash', at, RATES.formerSplash);
      break;
    case 'foam':
      if (grind)
        w.step('shape', 'shape', 'foam', at, RATES.formerFoamFixed, [
          perM2(RATES.formerFoamPerM2, grind.backingArea),
        ]);
      break;
    default:
  }
}

const BEHIND = { outside: 'inside', inside: 'outside', both: 'middle' } as const;

/** A through hole is closed behind before the first ply: a former to lay against, or a backing that stays in. */
function backingSteps(w: StageSteps, parts: Parts): void {
  const { grind, mix, backing } = parts;
  if (!grind || !mix || !backing) return;
  if (backing === 'removable') {
    const place = grind.side === 'inside' ? 'outside' : 'inside';
    w.step('former', 'former', BEHIND[grind.side], { place, serves: 'former' }, RATES.cutPatternSet);
    return;
  }
  const at = { place: 'inside', serves: 'backing' } as const;
  w.step('fitBacking', 'backing', 'fit', { place: 'inside', serves: 'backing-fit' }, RATES.formerFixed);
  w.step('mixBacking', 'mix', 'bedding', { place: 'bench', serves: 'backing' }, RATES.mixBatch, [], true);
  w.step('backing', 'backing', 'bond', at, RATES.spreadFixed, [perM2(RATES.spreadPerM2, grind.backingArea)]);
  w.add({
    lag: {
      id: workId('inside', 'holds', 'backing'),
      stage: 'laminate',
      awaited: 'holds',
      least: mix.milestones.windowOpens ?? mix.milestones.sand,
      cures: {
        layer: { of: 'bedding', number: 1 },
        moment: mix.milestones.windowOpens ? 'opens' : 'sand',
      },
    },
  });
}

function coringSteps(w: StageSteps, { coring, mix }: Parts): void {
  if (!coring || !mix) return;
  w.step('coreFit', 'core', 'fit', { place: 'core', serves: 'core-fit' }, RATES.cutPatternSet, [
    perM2(RATES.coreFitPerM2, coring.area),
  ]);
  w.step('mixCore', 'mix', 'core', { place: 'bench', serves: 'core' }, 2 * RATES.mixBatch, [], true);
  w.step('core', 'core', 'bed', { place: 'core', serves: 'core' }, RATES.spreadFixed, [
    perM2(RATES.spreadPerM2, coring.bondArea),
  ]);
  w.add({
    lag: {
      id: workId('core', 'beddingSets', 'core'),
      stage: 'laminate',
      awaited: 'beddingSets',
      least: mix.milestones.sand,
    },
  });
}

/** Members are fitted and tabbed once the laminate has set; their props stay until the tabs hold. */
export function tabSteps(w: StageSteps, { structure = [], mix }: Parts): void {
  if (!mix) return;
  for (const m of structure) {
    const number = m.index + 1;
    const serves = `member-${number}`;
    const metre = (rate: number) => ({
      rate: rate * m.faces,
      unit: 's/m',
      per: 'per metre, all faces',
      amount: m.length,
    });
    w.step(
      `fit.${number}`,
      'member',
      'fit',
      { place: 'member', serves, fields: { name: m.name } },
      RATES.mixBatch,
      [metre(RATES.filletPerMetre)],
    );
    w.step(
      `tab.${number}`,
      'member',
      'tab',
      { place: 'member', serves: `tabs-${number}`, fields: { name: m.name, count: m.strips.length } },
      RATES.mixBatch,
      m.strips.map(() => metre(RATES.tabPerMetre)),
    );
    w.add({
      lag: {
        id: workId('member', 'propsStay', serves),
        stage: 'laminate',
        awaited: 'propsStay',
        fields: { name: m.name },
        least: m.release,
      },
    });
  }
}

/** The bedding is flush before plies go over it; the plies are cut while it sets. */
export function sandBedding(w: StageSteps, { coring, mix }: Parts): void {
  if (!coring || !mix) return;
  w.step('coreSand', 'abrade', 'bedding', { place: 'core', serves: 'core' }, RATES.abradeFixed, [
    perM2(RATES.abradePerM2, coring.area),
  ]);
}
