import { type JobDocument, type Plan } from '../src/index';
import { BASE, planOf } from './support';

/** For every input: the headlines that must move when it changes, and those that must not. */
describe('each input', () => {
  const HEADLINES = {
    cutOut: (p: Plan) => p.survey?.area.value,
    ratio: (p: Plan) => p.dish?.grind?.taper.used.value,
    ground: (p: Plan) => p.dish?.grind?.groundArea.value,
    dust: (p: Plan) => p.dish?.grind?.dustMass.value,
    masking: (p: Plan) => p.dish?.grind?.maskingLine.value,
    plies: (p: Plan) => p.dish?.laminate?.plies.length,
    firstOffset: (p: Plan) => p.dish?.laminate?.plies[0].offset.value,
    thickness: (p: Plan) => p.dish?.laminate?.thickness.value,
    resin: (p: Plan) => p.dish?.mix?.total.value,
    hardener: (p: Plan) => (p.dish?.mix?.parts.kind === 'two-part' ? p.dish?.mix.parts.hardener.value : 0),
    potLife: (p: Plan) => p.dish?.mix?.milestones.potLife.value,
    filler: (p: Plan) => p.dish?.fair?.volume.value,
    grit: (p: Plan) => p.dish?.fair?.endGrit,
    coats: (p: Plan) => p.finish?.mass.value,
    dew: (p: Plan) => p.finish?.dewPoint.value,
    handsOn: (p: Plan) => p.totals?.handsOn.value,
    elapsed: (p: Plan) => p.totals?.elapsed.value,
    materials: (p: Plan) => p.totals?.materials.value,
    labour: (p: Plan) => p.totals?.labour.value,
    start: (p: Plan) => p.timeline?.start,
    backing: (p: Plan) => p.section?.layers.find((l) => l.id === 'backing')?.kind,
    chain: (p: Plan) => p.system?.chosen?.chain.id,
  };
  type Headline = keyof typeof HEADLINES;
  const all = Object.keys(HEADLINES) as Headline[];
  const finding = BASE.damage.findings?.[0];
  const damage = (change: object): JobDocument => ({
    ...BASE,
    damage: { ...BASE.damage, findings: [{ ...finding, ...change } as never] },
  });

  const cases: [string, JobDocument, Headline[], object?][] = [
    [
      'size',
      damage({ size: [0.11, 0.058] }),
      [
        'cutOut',
        'ground',
        'dust',
        'resin',
        'hardener',
        'filler',
        'coats',
        'handsOn',
        'elapsed',
        'materials',
        'labour',
      ],
    ],
    [
      'shape',
      damage({ shape: 'rectangle' }),
      [
        'cutOut',
        'ground',
        'dust',
        'resin',
        'hardener',
        'filler',
        'coats',
        'handsOn',
        'elapsed',
        'materials',
        'labour',
      ],
    ],
    [
      'extent seen',
      damage({ extent: 'first look' }),
      [
        'cutOut',
        'ground',
        'dust',
        'resin',
        'hardener',
        'filler',
        'coats',
        'handsOn',
        'elapsed',
        'materials',
        'labour',
      ],
    ],
    [
      'thickness',
      { ...BASE, hull: { ...BASE.hull, thickness: 0.009 } },
      [
        'ground',
        'dust',
        'masking',
        'plies',
        'firstOffset',
        'thickness',
        'resin',
        'hardener',
        'filler',
        'coats',
        'handsOn',
        'elapsed',
        'materials',
        'labour',
      ],
    ],
    [
      'gel coat',
      { ...BASE, hull: { ...BASE.hull, gelCoat: 0.00055 } },
      // The taper runs up to the face of the gel coat, so the ground and what lies beyond it go along.
      ['ground', 'dust', 'masking', 'filler', 'coats', 'handsOn', 'elapsed', 'materials', 'labour'],
    ],
    [
      'old laminate',
      { ...BASE, hull: { ...BASE.hull, laminate: 'stitched-glass' } },
      [
        'ratio',
        'ground',
        'dust',
        'masking',
        'firstOffset',
        'resin',
        'hardener',
        'filler',
        'coats',
        'handsOn',
        'elapsed',
        'materials',
        'labour',
      ],
    ],
    [
      'duty',
      { ...BASE, duty: 'high' },
      [
        'ratio',
        'ground',
        'dust',
        'masking',
        'firstOffset',
        'resin',
        'hardener',
        'filler',
        'coats',
        'handsOn',
        'elapsed',
        'materials',
        'labour',
      ],
    ],
    [
      'taper ratio',
      { ...BASE, taper: { ratio: 15 } },
      [
        'ratio',
        'ground',
        'dust',
        'masking',
        'firstOffset',
        'resin',
        'hardener',
        'filler',
        'coats',
        'handsOn',
        'elapsed',
        'materials',
        'labour',
      ],
    ],
    [
      'minimum step',
      { ...BASE, laminate: { minimumStep: 0.012 } },
      [
        'ground',
        'dust',
        'masking',
        'firstOffset',
        'resin',
        'hardener',
        'filler',
        'coats',
        'handsOn',
        'elapsed',
        'materials',
        'labour',
      ],
    ],
    ['waste', { ...BASE, laminate: { waste: 0.3 } }, ['resin', 'hardener', 'materials']],
    ['ground coat', { ...BASE, laminate: { groundCoat: 0.3 } }, ['resin', 'hardener', 'materials']],
    ['order', { ...BASE, laminate: { order: 'smallest first' } }, ['firstOffset']],
    [
      'temperature',
      { ...BASE, conditions: { temperature: 20, humidity: 0.6 } },
      ['potLife', 'dew', 'elapsed'],
    ],
    ['humidity', { ...BASE, conditions: { temperature: 17, humidity: 0.7 } }, ['dew']],
    ['grade', { ...BASE, grade: 'show' }, ['grit', 'handsOn', 'elapsed', 'materials', 'labour']],
    [
      'access',
      { ...BASE, access: 'one', backing: undefined },
      ['backing', 'handsOn', 'elapsed', 'labour', 'materials'],
    ],
    ['backing', { ...BASE, backing: 'bonded' }, ['backing', 'handsOn', 'elapsed', 'labour', 'materials']],
    [
      'resin',
      { ...BASE, system: { resin: 'epoxy-fast' } },
      ['chain', 'hardener', 'potLife', 'handsOn', 'elapsed', 'materials', 'labour'],
    ],
    [
      'cloth',
      { ...BASE, system: { cloth: 'biax-800' } },
      [
        'chain',
        'dust',
        'plies',
        'firstOffset',
        'thickness',
        'resin',
        'hardener',
        'filler',
        'handsOn',
        'elapsed',
        'materials',
        'labour',
      ],
    ],
    ['start', { ...BASE, schedule: { start: '2026-11-24T08:00:00Z' } }, ['start']],
    ['labour rate', BASE, ['labour'], { labourPerHour: 80 }],
    ['title', { ...BASE, title: 'other', boat: { name: 'Other' } }, []],
  ];

  const before = planOf().plan;
  for (const [name, document, moves, shop] of cases) {
    it(`${name} moves what it must and nothing else`, () => {
      const after = planOf(document, shop ?? {}).plan;
      for (const h of all) {
        const [a, b] = [HEADLINES[h](before), HEADLINES[h](after)];
        expect(a).withContext(h).toBeDefined();
        const moved =
          typeof a === 'number' && typeof b === 'number' ? Math.abs(b - a) > 1e-9 * Math.abs(a) : a !== b;
        expect(moved).withContext(`${name}: ${h} ${a} → ${b}`).toBe(moves.includes(h));
      }
    });
  }
});
