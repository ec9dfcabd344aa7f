import {
  DAMAGE_KINDS,
  LIBRARY,
  SUBSTRATES,
  occursOn,
  type DamageKind,
  type JobDocument,
  type Step,
} from '../src/index';
import { RULES } from '../src/match/rules';
import { NEEDS } from '../src/match/rule';
import { needsOf } from '../src/work/gates';
import { idsOf, planOf, workOf } from './support';

const job = (more: object): JobDocument =>
  ({
    format: 'nelbo-job/1',
    hull: { material: 'frp-solid' },
    damage: { kind: 'hole', size: [0.12, 0.06] },
    access: 'both',
    conditions: { temperature: 20, humidity: 0.5 },
    schedule: { start: '2026-11-23T08:00:00Z' },
    ...more,
  }) as JobDocument;

const stepsOf = (document: JobDocument): readonly Step[] => workOf(document).steps;
const at = (steps: readonly Step[], of: (s: Step) => boolean): number => steps.findIndex(of);
const how = (name: string) => (s: Step) => s.how === name;

describe('gates of the faces', () => {
  it('wipe the dust off before anything is laid, before its pot is mixed', () => {
    const ids = idsOf(job({}));
    expect(ids.indexOf('outside.clean@dust')).toBeGreaterThan(ids.indexOf('outside.grind@ground'));
    expect(ids.indexOf('outside.clean@dust')).toBe(ids.indexOf('bench.mix@outside-batch-1') - 1);
  });

  it('wash cured epoxy before paper rubs its blush in, and not what does not blush', () => {
    const blush = (resin: string, filler: string): readonly string[] =>
      idsOf(job({ system: { resin, filler, finish: 'paint-2k' } })).filter((id) => id.endsWith('@blush'));
    expect(blush('epoxy-slow', 'epoxy-bubbles')).toEqual(['face.wash@blush']);
    expect(blush('polyester', 'polyester-putty')).toEqual([]);
  });

  it('wash the inside before a backing is bedded on it', () => {
    const ids = idsOf(job({ access: 'one', backing: 'bonded' }));
    expect(ids.indexOf('inside.wash@ground')).toBeGreaterThan(-1);
    expect(ids.indexOf('inside.wash@ground')).toBeLessThan(ids.indexOf('inside.backing@backing'));
  });

  it('key a coat of two parts that has no window, and not a paint of one part', () => {
    const keyed = (finish: string): number =>
      stepsOf(
        job({
          hull: { material: 'wood-solid' },
          system: { finish },
          damage: { kind: 'hole', size: [0.1, 0.1] },
        }),
      ).filter((s) => s.stage === 'finish' && s.id.includes('@key')).length;
    expect(keyed('clear-2k')).toBeGreaterThan(0);
    expect(keyed('paint-2k')).toBe(0);
  });

  it('key what was left until it could be sanded before the next go of filler', () => {
    const low = [-0.04, -0.02, 0, 0.02, 0.04].flatMap((x) =>
      [-0.02, 0, 0.02].map((y) => ({ x, y, gap: Math.abs(x) < 0.03 && y === 0 ? 0.003 : 0 })),
    );
    const rounds = [{ at: '2026-11-23T08:00:00Z', readings: low }];
    const steps = stepsOf(job({ mix: { fillPerGo: 0.001 }, fairing: { rounds } }));
    const fills = steps.filter((s) => s.action === 'fill');
    expect(fills.length).toBeGreaterThan(1);
    const [, second] = fills;
    const between = steps.slice(steps.indexOf(fills[0]) + 1, steps.indexOf(second));
    expect(between.some((s) => s.action === 'abrade')).toBeTrue();
  });

  it('are data of the action book: what is laid needs a clean face', () => {
    expect([...needsOf({ action: 'coat', how: 'paint' })]).toEqual(['washed', 'clean', 'keyed']);
    expect([...needsOf({ action: 'survey', how: 'tap' })]).toEqual([]);
  });
});

describe('what is wet', () => {
  it('is read before it is closed where it soaks, and wiped dry where it does not', () => {
    const before = (material: string, kind: string): readonly Step[] => {
      const steps = stepsOf(job({ hull: { material }, damage: { kind, wet: 'wet', size: [0.1, 0.05] } }));
      return steps.slice(
        0,
        at(steps, (s) => s.action === 'lay' || s.how === 'run' || s.how === 'runs'),
      );
    };
    expect(before('frp-solid', 'hole').some((s) => s.action === 'read')).toBeTrue();
    expect(before('hdpe', 'crack').some(how('dry'))).toBeTrue();
  });

  it('takes its days where nobody has measured', () => {
    const { work } = planOf(job({ damage: { kind: 'hole', wet: 'wet', size: [0.1, 0.05] } })).plan;
    const dries = work?.links.flatMap((l) => l.lags).find((lag) => lag.awaited === 'driesOpened');
    expect(dries?.least.value).toBe(7 * 86_400);
    expect(dries?.least.span?.[1]).toBeGreaterThan(7 * 86_400);
  });
});

describe('what rules ask for', () => {
  it('is a code at every rule that bonds under a condition', () => {
    const conditional = RULES.filter((r) => r.verdict === 'bonds if');
    expect(conditional.filter((r) => (r.needs ?? []).length === 0).map((r) => r.id)).toEqual([]);
    const known = new Set<string>(NEEDS);
    expect(RULES.flatMap((r) => r.needs ?? []).filter((n) => !known.has(n))).toEqual([]);
  });

  it('washes wax and silicone off twice, before anything is ground', () => {
    for (const contaminant of ['wax', 'silicone']) {
      const steps = stepsOf(job({ hull: { material: 'frp-solid', contaminant } }));
      const again = at(steps, how(contaminant === 'wax' ? 'again' : 'silicone'));
      expect(again).withContext(contaminant).toBeGreaterThan(0);
      expect(again).toBeLessThan(at(steps, (s) => s.action === 'grind'));
    }
    expect(at(stepsOf(job({})), how('again'))).toBe(-1);
  });

  it('blots oil, and cuts old sealant off before it is washed', () => {
    const oil = stepsOf(job({ hull: { material: 'frp-solid', contaminant: 'oil' } }));
    expect(at(oil, how('blot'))).toBeGreaterThan(at(oil, (s) => s.action === 'wash'));
    const sealant = stepsOf(job({ hull: { material: 'frp-solid', contaminant: 'sealant' } }));
    expect(at(sealant, how('cutOff'))).toBeGreaterThan(-1);
    expect(at(sealant, how('cutOff'))).toBeLessThan(at(sealant, (s) => s.action === 'wash'));
  });

  it('reads the meter in wood though nobody has seen water', () => {
    const steps = stepsOf(job({ hull: { material: 'wood-solid' } }));
    const read = at(steps, (s) => s.action === 'read');
    expect(read).toBeGreaterThan(-1);
    expect(read).toBeLessThan(at(steps, (s) => s.action === 'glue'));
  });

  it('lays an enamel over epoxy of this job when that has cured in full, washed and keyed', () => {
    const enamel = job({ system: { resin: 'epoxy-slow', finish: 'enamel-1k' } });
    const { work, timeline } = planOf(enamel).plan;
    const link = work?.links.find((l) => l.lags.some((lag) => lag.awaited === 'fullCure'));
    const [lag] = link?.lags ?? [];
    expect(lag?.cures?.moment).toBe('full');
    expect(work?.steps.find((s) => s.id === link?.from)?.action).toBe('fill');
    expect(work?.steps.find((s) => s.id === link?.to)?.how).toBe('blush');
    const tasks = new Map(timeline?.stages.flatMap((s) => s.tasks).map((t) => [t.id, t]));
    const laid = tasks.get(link?.from ?? '')?.end ?? NaN;
    const coat = tasks.get('face.coat@coating-1')?.start ?? NaN;
    const full = LIBRARY.resins.find((r) => r.id === 'epoxy-slow')?.cure.full ?? NaN;
    expect((coat - laid) / 1000).toBeGreaterThan(full);
    expect(
      planOf(job({})).plan.work?.links.some((l) => l.lags.some((x) => x.awaited === 'fullCure')),
    ).toBeFalse();
  });
});

describe('what was taken off', () => {
  it('is put back whatever the finish is', () => {
    const fitting = {
      kind: 'fitting',
      name: 'cleat',
      answer: 'move',
      points: [
        { x: 0.08, y: 0 },
        { x: 0.1, y: 0 },
        { x: 0.1, y: 0.02 },
      ],
    };
    for (const finish of ['paint-2k', 'enamel-1k']) {
      const steps = stepsOf(job({ system: { finish }, obstacles: [fitting] }));
      const count = (action: string): number => steps.filter((s) => s.action === action).length;
      expect(count('takeOff')).withContext(finish).toBe(1);
      expect(count('putBack')).withContext(finish).toBe(1);
    }
  });
});

describe('bright metal', () => {
  it('is made bright when the tent stands and its edges are round', () => {
    const ids = idsOf(
      job({
        hull: { material: 'aluminium' },
        damage: { kind: 'scratch', size: [0.1, 0.05] },
        warmth: { kind: 'tent' },
      }),
    );
    const bright = ids.indexOf('face.abrade@ground');
    expect(ids.indexOf('hull.warm@warmth')).toBeLessThan(bright);
    expect(ids.indexOf('edge.bevel@ground')).toBeLessThan(bright);
  });
});

describe('a round', () => {
  it('takes as long as the times that it may come to: readings until it is dry', () => {
    const { work } = planOf(
      job({ hull: { material: 'frp-cored' }, damage: { kind: 'wet-core', size: [0.3, 0.2], wet: 'wet' } }),
    ).plan;
    const read = work?.steps.find((s) => s.round?.until === 'dry');
    const [low, high] = read?.round?.likely.span ?? [NaN, NaN];
    const [least, most] = read?.work.span ?? [NaN, NaN];
    expect(high).toBeGreaterThan(low);
    expect(most / least).toBeGreaterThan((high / low) * 1.5);
  });
});

describe('a cold shed', () => {
  const weakOf = (material: string, kind: string, preset: string, temperature: number): readonly string[] => {
    const document = job({
      hull: { material },
      damage: { kind, size: [0.12, 0.06] },
      priorities: { preset },
      conditions: { temperature, humidity: 0.5 },
    });
    const rules = planOf(document).plan.system?.chosen?.chain.rules ?? [];
    return rules.filter((r) => r.verdict === 'weak').map((r) => r.id);
  };
  const pairs = SUBSTRATES.flatMap(({ id, family }) =>
    (Object.keys(DAMAGE_KINDS) as DamageKind[])
      .filter((kind) => occursOn(kind, family))
      .map((kind) => [id, kind] as const),
  );

  for (const preset of ['good as new', 'least exposure'])
    it(`is warmed before a product is taken that its own rule calls weak: ${preset}`, () => {
      const worse = pairs.filter(
        ([hull, kind]) => weakOf(hull, kind, preset, 5).length > weakOf(hull, kind, preset, 20).length,
      );
      expect(worse).toEqual([]);
    });

  it('may be done with a quick fix where a weekend is all that is asked', () => {
    expect(weakOf('csm-fabric', 'fabric-puncture', 'get home', 5)).toEqual(['tape-on-fabric']);
    expect(weakOf('csm-fabric', 'fabric-puncture', 'good as new', 5)).toEqual([]);
  });
});
