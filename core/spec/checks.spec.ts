import { tellCheck, tellWay, type CheckSaid, type WaySaid } from '../src/index';
import { publicPlan } from '../src/papers';
import type { CheckParams, WayParams } from '../src/trace/check-codes';
import { BASE, planOf } from './support';

/** One of each; the compiler asks for every code. */
const CHECKS: { readonly [C in keyof CheckParams]: CheckParams[C] } = {
  'room-there': {},
  'room-short': { name: 'cleat', room: 0.02, needed: 0.08 },
  'steps-fit': { count: 5, step: 0.006, wanted: 0.08 },
  'steps-wide': { count: 20, step: 0.006, stepped: 0.12, wanted: 0.08 },
  'step-own': { step: 0.006 },
  'step-held': { lay: 3, own: 0.0021, step: 0.006, ratio: 34 },
  'stack-fills': { thickness: 0.00612 },
  'stack-proud': { gap: 0.0004 },
  'stack-short': { gap: 0.0005 },
  'former-trapped': {},
  'backing-goes': { backing: 'bonded', access: 'one' },
  'ply-sags': { area: 0.31, lie: 'overhead' },
  'largest-first': {},
  'smallest-first': { openEdges: true },
  stiff: { low: 0.97, high: 1.04 },
  'stiffness-off': { low: 0.6, high: 1.1, band: [0.9, 1.2], why: 'too thin' },
  'fibres-one-way': {},
};
const WAYS: { readonly [C in keyof WayParams]: WayParams[C] } = {
  'heavier-cloth': {},
  'smaller-step': { step: 0.006, least: 0.005 },
  'hand-step': { step: 0.005 },
  'drop-ply': {},
  'add-ply': {},
  'count-plies': {},
  'fill-fairing': { gap: 0.0005 },
  'bond-backing': {},
  'open-way-in': {},
  'smallest-first': {},
  'cover-ply': {},
  'proposed-stacks': {},
  'turn-plies': {},
  'both-sides': { fits: true },
  steeper: { sound: false, shearAsks: 10.7 },
  'take-off': { name: 'cleat' },
  'run-over': { name: 'chine' },
  'end-there': { sound: true, shearAsks: 10.7 },
};

describe('checks before the grinder starts', () => {
  it('have words for every code, each its own, with its figures in them', () => {
    const said = Object.entries(CHECKS).map(([code, params]) => tellCheck({ code, params } as CheckSaid));
    expect(new Set(said).size).toBe(said.length);
    for (const text of said) expect(text).not.toMatch(/undefined|NaN|\[object/);
    expect(said).toContain('the cleat leaves 20 mm for a taper of 80 mm');
    expect(said).toContain('ply 3 would step 2.1 mm; it steps 6 mm, 34:1 there');
    expect(said).toContain('a first ply of 0.31 m² sags off an overhead face');
    expect(said).toContain('0.60 to 1.10 of the old stiffness, 0.9 to 1.2 is aimed at: too thin');
  });

  it('have ways out with a name and an effect each', () => {
    const words = Object.entries(WAYS).map(([code, params]) => tellWay({ code, params } as WaySaid));
    expect(new Set(words.map((w) => w.name)).size).toBe(words.length);
    for (const { name, effect } of words) expect(`${name}: ${effect}`).not.toMatch(/undefined|NaN/);
    expect(words).toContain({
      name: 'Steeper taper all round',
      effect: 'fails the shear check; shear asks for 11:1',
    });
  });

  it('say what they hold of a plan: a former that nobody can take away, and the same in the open document', () => {
    const { plan } = planOf({ ...BASE, access: 'one', backing: 'removable' });
    const backing = plan.dish?.grind?.checks.find((c) => c.id === 'backing');
    expect(backing?.said.code).toBe('former-trapped');
    expect(backing?.ways.map((w) => w.way.code)).toEqual(['bond-backing', 'open-way-in']);
    const open = publicPlan(plan) as {
      dish: { grind: { checks: { id: string; code: string; what: string; ways: { name: string }[] }[] } };
    };
    const told = open.dish.grind.checks.find((c) => c.id === 'backing');
    expect(told?.code).toBe('former-trapped');
    expect(told?.what).toContain('cannot be taken away');
    expect(told?.ways[0].name).toBe('Bond the backing');
  });
});
