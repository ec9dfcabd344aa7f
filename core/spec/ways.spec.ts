import { DAMAGE_KINDS, ROUTES, SUBSTRATES, occursOn, routeFor, type DamageKind } from '../src/index';
import { wayOf } from '../src/materials/damage-kinds';
import { HULL_FAMILIES, type HullFamily } from '../src/materials/substrates';
import { CHAIN_ROLES, LINKS, choicesOf } from '../src/match/links';

const KINDS = Object.keys(DAMAGE_KINDS) as DamageKind[];
const FAMILIES = Object.keys(HULL_FAMILIES) as HullFamily[];

describe('ways of repairing', () => {
  it('are one for every hull that a damage occurs on, and none for the others', () => {
    for (const kind of KINDS)
      for (const family of FAMILIES) {
        const named = Object.values(
          DAMAGE_KINDS[kind].ways as Readonly<Record<string, readonly string[]>>,
        ).filter((families) => families.includes(family));
        expect(named.length)
          .withContext(`${kind} on ${family}`)
          .toBe(occursOn(kind, family) ? 1 : 0);
        expect(routeFor(family, kind)?.id).withContext(`${kind} on ${family}`).toBe(wayOf(kind, family));
      }
  });

  it('are all taken by some damage, and every hull has some damage that is repaired on it', () => {
    const taken = new Set(KINDS.flatMap((k) => FAMILIES.map((f) => wayOf(k, f))));
    for (const id of Object.keys(ROUTES))
      expect(taken)
        .withContext(id)
        .toContain(id as never);
    for (const { id, family } of SUBSTRATES)
      expect(KINDS.some((k) => occursOn(k, family)))
        .withContext(id)
        .toBeTrue();
  });

  it('know the trade’s telling pairs', () => {
    const pairs: readonly (readonly [DamageKind, HullFamily, string | undefined])[] = [
      ['hole', 'frp', 'laminate'],
      ['hole', 'frp-cored', 'recore'],
      ['wet-core', 'frp-cored', 'recore'],
      ['wet-core', 'frp', undefined],
      ['blisters', 'frp', 'barrier'],
      ['blisters', 'wood', undefined],
      ['rot', 'wood', 'wood'],
      ['rot', 'frp', undefined],
      ['split-edge', 'foil', 'edge'],
      ['crack', 'polyolefin', 'bonded'],
      ['fabric-tear', 'inflatable', 'fabric'],
      ['corroded-insert', 'metal', 'metal'],
      ['delamination', 'frp', 'inject'],
      ['gel-coat-chip', 'frp', 'surface'],
      ['weathered', 'frp', 'renew'],
      ['weathered', 'polyolefin', undefined],
    ];
    for (const [kind, family, way] of pairs)
      expect(wayOf(kind, family))
        .withContext(`${kind} on ${family}`)
        .toBe(way as never);
  });

  it('let a wet or loose core be injected where that is asked for, and nothing else', () => {
    expect(routeFor('frp-cored', 'wet-core', 'inject')?.id).toBe('inject');
    expect(routeFor('frp-cored', 'delamination', 'recore')?.id).toBe('recore');
    expect(routeFor('frp', 'hole', 'inject')?.id).toBe('laminate');
  });
});

describe('links of a chain', () => {
  it('have a name each, no two the same, and stand in a way once at most', () => {
    const names = CHAIN_ROLES.map((r) => LINKS[r].name);
    expect(new Set(names).size).toBe(names.length);
    for (const [id, { choices, key }] of Object.entries(ROUTES)) {
      const roles = choices.map((c) => c.role);
      expect(new Set(roles).size).withContext(id).toBe(roles.length);
      expect(roles).withContext(id).toContain(key);
      expect(choices.find((c) => c.role === key)?.orNone ?? false)
        .withContext(id)
        .toBeFalse();
    }
  });

  it('leave the choices of a way as they are where none puts itself into it', () => {
    const own = [{ role: 'bond', from: ['adhesive'] }] as const;
    expect(choicesOf('renew', own)).toEqual([...own]);
  });
});
