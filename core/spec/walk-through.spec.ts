import type { JobDocument } from '../src/index';
import { BASE, idsOf, planOf, workOf } from './support';

describe('a through hole from one side, with bonded backing and paint', () => {
  const document: JobDocument = {
    ...BASE,
    access: 'one',
    backing: 'bonded',
    former: 'pieces',
    system: { resin: 'epoxy-slow', finish: 'paint-2k' },
  };

  it('is told in the order in which a good yard does it', () => {
    const told = idsOf(document).filter((id) => !/coat-[2-9]|batch-[2-9]/.test(id));
    expect(told).toEqual([
      'hull.survey@damage',
      'inside.shape@former',
      'outside.wash@ground',
      'outside.mask@ground',
      'outside.grind@ground',
      'inside.backing@backing-fit',
      'bench.mix@backing',
      'inside.backing@backing',
      'bench.make@plies',
      'bench.mix@outside-batch-1',
      'outside.lay@outside-batch-1',
      'face.abrade@fill',
      'bench.mix@fill-1',
      'face.fill@fill-1',
      'face.sand@fill-board-p80',
      'face.sand@fill-disc-p180',
      'finish.mask@coat',
      'bench.mix@coat-1',
      'finish.coat@coat-1',
      'finish.check@job',
    ]);
  });

  it('waits for the backing before the first ply, and cuts the plies meanwhile', () => {
    const { work, timeline } = planOf(document).plan;
    const link = work?.links.find(
      (l) => l.from === 'inside.backing@backing' && l.to?.startsWith('bench.mix'),
    );
    expect(link?.lags.map((lag) => lag.awaited)).toEqual(['holds']);
    const at = (id: string) => timeline?.stages.flatMap((s) => s.tasks).find((t) => t.id === id);
    const [bonded, cut, first] = [
      at('inside.backing@backing'),
      at('bench.make@plies'),
      at('bench.mix@outside-batch-1'),
    ];
    expect(cut?.start).toBe(bonded?.end ?? NaN);
    expect(((first?.start ?? NaN) - (bonded?.end ?? NaN)) / 1000).toBeCloseTo(
      link?.lags[0].least.value ?? NaN,
      3,
    );
    expect(cut?.end ?? NaN).toBeLessThan(first?.start ?? NaN);
  });

  it('waits for each coat in its window, and says what is done first where one is missed', () => {
    const { work } = planOf(document).plan;
    const overcoats = (work?.links ?? []).flatMap((l) => l.lags).filter((lag) => lag.awaited === 'overcoat');
    expect(overcoats.length).toBeGreaterThan(0);
    for (const lag of overcoats) {
      expect(lag.window?.closes.value ?? NaN).toBeGreaterThan(lag.window?.opens.value ?? NaN);
      expect(lag.window?.missed?.action).toBe('abrade');
      expect(lag.cures?.layer.of).toBe('finish');
    }
  });
});

describe('a tear in a tube with a patch inside', () => {
  const tear = workOf.bind(undefined, {
    format: 'nelbo-job/1',
    hull: { material: 'pvc-fabric' },
    damage: { kind: 'fabric-tear', size: [0.15, 0.01] },
    repair: { inflatable: { inside: 'yes', coats: 2 } },
    conditions: { temperature: 20, humidity: 0.5 },
  });

  it('is joined inside through the tear, drawn together, then patched outside, and rests before air', () => {
    const ids = tear().steps.map((s) => s.id);
    const order = [
      'patch.clean@bond',
      'patch.abrade@bond',
      'bench.mix@bond',
      'tube.coat@inner-1',
      'tube.coat@inner-2',
      'tube.join@inner',
      'tube.stitch@tear',
      'patch.coat@bond-1',
      'patch.coat@bond-2',
      'patch.join@bond',
      'tube.test@patch',
    ];
    expect(ids.filter((id) => order.includes(id))).toEqual(order);
    const rest = tear().links.find((l) => l.from === 'patch.join@bond');
    expect(rest?.to).toBe('tube.test@patch');
    expect(rest?.lags.map((lag) => lag.awaited)).toEqual(['noAir']);
    expect(rest?.lags[0].least.value).toBe(24 * 3600);
    // Nothing follows the test but its strength.
    expect(
      tear()
        .links.find((l) => l.to === undefined)
        ?.lags.map((lag) => lag.awaited),
    ).toEqual(['noLoad']);
  });

  it('lets each coat dry on its own faces before they meet', () => {
    const before = (to: string) =>
      tear()
        .links.find((l) => l.to === to)
        ?.lags.map((lag) => lag.awaited);
    expect(before('tube.coat@inner-2')).toEqual(['dull']);
    expect(before('tube.join@inner')).toEqual(['grabs']);
    expect(before('patch.coat@bond-2')).toEqual(['dull']);
    expect(before('patch.join@bond')).toEqual(['grabs']);
  });
});
