import { wayChoices } from '../../src/finish';
import {
  DAMAGE_KINDS,
  LIBRARY,
  SUBSTRATES,
  occursOn,
  type DamageKind,
  type RankedChain,
} from '../../src/index';
import { REPAIRS } from '../../src/repairs';
import { CLOCK, read } from '../support';
import { doneIn, line, planned, type Planned } from './lines';

/** Damages that let water in; the others lie in the skin. */
const LEAKS: ReadonlySet<string> = new Set(
  Object.keys(DAMAGE_KINDS).filter(
    (k) =>
      !['nick', 'scratch', 'worn-edge', 'gel-coat-chip', 'gel-coat-crack', 'blisters', 'weathered'].includes(
        k,
      ),
  ),
);

const hands = ({ plan }: Planned): number => plan.totals?.handsOn.value ?? Infinity;
const MIN = 60;

describe('the foreman: dressing it and holding it', () => {
  line(2, 'dressing stands first among the ways, each planned with its hours', () => {
    const job = read({
      format: 'nelbo-job/1',
      hull: { material: 'frp-solid' },
      damage: { kind: 'gel-coat-chip', size: [0.02, 0.01] },
    });
    const ways = wayChoices(job, LIBRARY, {}, CLOCK, REPAIRS);
    expect(ways.map((w) => w.way)).toEqual(['dress', 'full']);
    expect(ways.map((w) => w.chosen)).toEqual([false, true]);
    expect(ways[0].handsOn?.value).toBeLessThan(0.3 * (ways[1].handsOn?.value ?? 0));
    const dressed = planned('frp-solid', 'gel-coat-chip', { repair: { way: 'dress' } });
    expect(dressed.plan.repair?.kind).toBe('dress');
    expect(doneIn(dressed)).toContain('dress wax');
  });

  line(2, '“get home” is the quickest thing that holds, in under an hour, and says for how long', () => {
    for (const { id, family } of SUBSTRATES)
      for (const kind of Object.keys(DAMAGE_KINDS) as DamageKind[]) {
        if (!occursOn(kind, family)) continue;
        const of = planned(id, kind, {
          damage: { position: 'below', wet: 'wet' },
          priorities: { preset: 'get home' },
        });
        const name = `${id}, ${kind}`;
        // Where every system is refused there is nothing to get home for: the work stops and says why.
        if (of.plan.repair?.kind === 'dress' || !of.plan.system?.chosen) continue;
        expect(of.plan.repair?.kind).withContext(name).toBe('hold');
        expect(hands(of))
          .withContext(name)
          .toBeLessThan(60 * MIN);
        expect(of.text)
          .withContext(name)
          .toMatch(/held for now, (for|as it is|until)/);
        expect(of.text.replace(/\s+/g, ' '))
          .withContext(name)
          .toMatch(/take all of it off/);
        // What only grips was wiped dry first, on every hull.
        if (doneIn(of).some((x) => /^hold (tape|plate|plug)$/.test(x)))
          expect(doneIn(of)).withContext(name).toContain('clean dry');
        // Below the waterline somebody watches what leaks.
        if (LEAKS.has(kind))
          expect(of.text.replace(/\s+/g, ' '))
            .withContext(name)
            .toMatch(/pump running/);
        else
          expect(of.text)
            .withContext(name)
            .not.toMatch(/pump running/);
        for (const p of of.problems)
          if (p.code === 'not-used-here')
            expect(p.params.paths).withContext(name).not.toContain('priorities');
      }
  });

  line(2, 'a wide hole is held by a plate, a screw hole by a plug, a split by turns', () => {
    const held = (kind: string, size: readonly [number, number]): readonly string[] =>
      doneIn(planned('frp-solid', kind, { damage: { size: [...size] }, priorities: { preset: 'get home' } }));
    expect(held('hole', [0.15, 0.1])).toContain('hold plate');
    expect(held('hole', [0.03, 0.03])).toContain('hold tape');
    expect(held('drilled-holes', [0.03, 0.03])).toContain('hold plug');
    expect(held('split-edge', [0.2, 0.01])).toContain('hold lash');
    // A product that somebody chose is taken: then it is a repair.
    const chosen = planned('frp-solid', 'hole', {
      priorities: { preset: 'get home' },
      system: { resin: 'epoxy-fast' },
    });
    expect(chosen.plan.dish?.laminate?.plies.length).toBeGreaterThan(0);
  });

  line(2, '“least exposure” chooses methacrylate only where nothing else holds', () => {
    for (const { id, family } of SUBSTRATES)
      for (const kind of Object.keys(DAMAGE_KINDS) as DamageKind[]) {
        if (!occursOn(kind, family)) continue;
        const { system } = planned(id, kind, { priorities: { preset: 'least exposure' } }).plan;
        const bondOf = (chain: RankedChain | undefined) =>
          chain?.chain.links.find((l) => l.role === 'bond')?.product.family;
        if (bondOf(system?.chosen) !== 'methacrylate') continue;
        // A weak bond is no other way.
        const others = (system?.ranked ?? []).filter((r) => bondOf(r) !== 'methacrylate');
        expect(others.filter((r) => r.criteria.bond > 0.5).map((r) => r.chain.id))
          .withContext(`${id}, ${kind}`)
          .toEqual([]);
      }
  });

  line(2, 'what lets no water in and carries nothing is left as it is on the way home', () => {
    const left = planned('aluminium', 'weathered', { priorities: { preset: 'get home' } });
    expect(doneIn(left)).toContain('hold leaveSkin');
    expect(left.text).not.toMatch(/Blade:|every hour|load off it/);
    const loaded = planned('wood-solid', 'delamination', { priorities: { preset: 'get home' } });
    expect(doneIn(loaded)).toContain('hold leave');
    expect(loaded.text).not.toContain('Blade:');
    expect(loaded.text.replace(/\s+/g, ' ')).toContain('then every hour');
    // Tape is bought by its face.
    const taped = planned('hdpe', 'crack', { priorities: { preset: 'get home' } });
    const tape = taped.plan.materials?.find((m) => m.id === 'tape');
    expect(tape?.quantity.unit).toBe('m²');
    expect(tape?.quantity.value).toBeCloseTo(2 * (0.12 + 0.16) * (0.06 + 0.16), 9);
    expect(tape?.cost?.value).toBeGreaterThan(0);
  });
});
