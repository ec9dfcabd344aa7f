import { readJob, setIn } from '../../src/index';
import { stopsOf } from '../../src/report/stops/at-steps';
import { codes, doneIn, line, planned, waits } from './lines';

const NIGHT = { air: 'day and night', low: 2, high: 11, temperature: 7, humidity: 0.7 };

describe('the foreman: cure and windows', () => {
  line(
    4,
    'a glued tube is soaped at a third of its pressure after the first rest, at all of it after the second',
    () => {
      for (const hull of ['pvc-fabric', 'csm-fabric']) {
        const tear = planned(hull, 'fabric-tear');
        const done = doneIn(tear);
        expect(done.indexOf('test third'))
          .withContext(hull)
          .toBeGreaterThan(done.findIndex((s) => s.startsWith('join ')));
        expect(done.indexOf('test pressure')).withContext(hull).toBeGreaterThan(done.indexOf('test third'));
        const awaited = waits(tear).map((w) => w.awaited);
        expect(awaited.indexOf('noLoad')).withContext(hull).toBeGreaterThan(awaited.indexOf('noAir'));
      }
    },
  );

  line(4, 'in the cold a tube rests longer', () => {
    const rest = (temperature: number): number =>
      waits(planned('pvc-fabric', 'fabric-tear', { conditions: { temperature } })).find(
        (w) => w.awaited === 'noAir',
      )?.s ?? 0;
    expect(rest(16)).toBeGreaterThan(1.2 * rest(20));
  });

  line(4, '“do not mix” stops at the step that mixes, and warmth lifts it', () => {
    const cold = planned('frp-solid', 'hole', { system: { resin: 'epoxy-slow' }, conditions: NIGHT });
    const stops = stopsOf(cold.plan, cold.problems);
    expect(stops.length).toBeGreaterThan(0);
    for (const stop of stops)
      expect(cold.plan.work?.steps.find((s) => s.id === stop.step)?.action).toBe('mix');
    expect(cold.text).toMatch(/STOP .*do not mix|STOP[^]*do not mix/);
    const tent = { kind: 'tent', from: 'start', temperature: 20, hours: 6 * 86_400 };
    const warm = planned('frp-solid', 'hole', {
      system: { resin: 'epoxy-slow' },
      conditions: NIGHT,
      warmth: tent,
    });
    expect(stopsOf(warm.plan, warm.problems)).toEqual([]);
  });

  line(4, 'an overnight stop between plies is a window to be held, or abraded', () => {
    const thick = planned('frp-solid', 'hole', { hull: { thickness: 0.016 } });
    const windows = (thick.plan.work?.links ?? []).flatMap((l) => l.lags).filter((l) => l.window?.missed);
    expect(windows.length).toBeGreaterThan(0);
    expect(windows.some((l) => l.window?.missed?.action === 'abrade')).toBeTrue();
    expect(thick.text).toMatch(/recoat by .*, else wash and abrade/);
  });

  line(4, 'laminate under peel ply that has cured is washed and abraded before anything goes on', () => {
    const hole = planned('frp-solid', 'hole');
    expect(hole.text).toMatch(/peel ply over it/);
    expect(hole.text).toMatch(/Pull the peel ply[^\n]*abrade/);
  });
});

describe('the foreman: honest edges', () => {
  line(11, 'a refused chain prints its rule and the ranked way out', () => {
    const refused = planned('frp-solid', 'hole', {
      system: { resin: 'epoxy-slow', filler: 'polyester-putty' },
    });
    expect(codes(refused)).toContain('chain-refused');
    expect(refused.text).toMatch(/STOP/);
    // What is offered instead is ranked, best first.
    const scores = (refused.plan.system?.ranked ?? []).map((r) => r.score.value);
    expect(scores.length).toBeGreaterThan(1);
    expect(scores).toEqual([...scores].sort((a, b) => b - a));
  });

  line(
    11,
    'where every system is refused the rule and its way out stand on paper, and a tap takes it',
    () => {
      const facts = { damage: { core: 'soft', wet: 'dry' } };
      const refused = planned('frp-cored', 'delamination', { ...facts, repair: { way: 'inject' } });
      expect(refused.text.replace(/\s+/g, ' ')).toMatch(
        /STOP .*soft core.*open the skin and replace the core/,
      );
      const [stop] = stopsOf(refused.plan, refused.problems);
      expect(stop.lift?.changes).toEqual([['repair.way', 'recore']]);
      expect(
        planned('frp-cored', 'delamination', { ...facts, repair: { way: 'recore' } }).plan.system?.chosen,
      ).toBeDefined();
    },
  );

  line(11, 'evidence that is not known is an error that names what is', () => {
    const { problems } = readJob({
      format: 'nelbo-job/1',
      hull: { evidence: [{ test: 'smell-it', outcome: 'sweet' }] },
      damage: { kind: 'crack', size: [0.1, 0.01] },
    });
    const [fault] = problems.filter((p) => p.path.startsWith('hull.evidence'));
    expect(fault?.severity).toBe('error');
  });

  line(11, 'a hull between two holds what goes on both, and asks the test that tells them apart', () => {
    const unsure = planned('', 'crack', {
      hull: { material: undefined as never, evidence: [{ test: 'float', outcome: 'floats' }] },
    });
    expect(unsure.plan.system?.substrates.length ?? 0).toBeGreaterThan(1);
    expect(unsure.plan.identity?.next).toBeDefined();
  });

  line(
    4,
    'below a product’s minimum the work is warmed before a product is taken that its own rule calls weak',
    () => {
      const cold = planned('frp-solid', 'hole', { conditions: { temperature: 5, humidity: 0.6 } });
      expect(
        cold.plan.system?.chosen?.chain.rules.filter((r) => r.verdict === 'weak').map((r) => r.id),
      ).toEqual([]);
      const [stop] = stopsOf(cold.plan, cold.problems).filter((s) => s.lift !== undefined);
      const none: Record<string, object> = {};
      const lifted = (stop.lift?.changes ?? []).reduce((d, [path, value]) => setIn(d, path, value), none);
      const warm = planned('frp-solid', 'hole', { conditions: { temperature: 5, humidity: 0.6 }, ...lifted });
      expect(stopsOf(warm.plan, warm.problems).map((s) => s.id)).not.toContain(stop.id);
      expect(doneIn(warm)).toContain('warm tent');
    },
  );
});
