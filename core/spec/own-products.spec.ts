import fc from 'fast-check';
import { LIBRARY, ROUTES, RULES, applySheet, routeFor, type Product, type Route } from '../src/index';
import { concerns, linkFacts } from '../src/match/compile';
import { contextOf } from '../src/match/facts';
import { applies, type Facts } from '../src/match/rule';
import { factsFor, sensiblePairs } from './match-support';

/** A product of the yard's own that says nothing that its model does not. */
const copyOf = (p: Product): Product =>
  applySheet(p, { id: `own-copy-of-${p.id}`, like: p.id, name: 'Ours' });
const COPIES = new Map(LIBRARY.products.map((p) => [p.id, copyOf(p)]));

describe('a product of the yard’s own', () => {
  it('may stand wherever its model may, in every way of repairing, and nowhere else', () => {
    const wrong: string[] = [];
    for (const route of Object.values(ROUTES)) {
      for (const choice of route.choices as Route['choices']) {
        const fits = (p: Product): boolean => choice.from.includes(p.role) && (choice.only?.(p) ?? true);
        wrong.push(
          ...LIBRARY.products
            .filter((p) => fits(p) !== fits(copyOf(p)))
            .map((p) => `${route.id}, ${choice.role}: ${p.id}`),
        );
      }
    }
    expect(wrong.slice(0, 20)).toEqual([]);
  });

  it('gets exactly its model’s verdicts on every hull', () => {
    const wrong: string[] = [];
    let compared = 0;
    const asked = new Set<string>();
    for (const { substrate, damage } of sensiblePairs()) {
      // Every hull in each way of repairing: another damage that is repaired the same way asks the same products.
      const way = `${substrate.id}, ${routeFor(substrate.family, damage)?.id}`;
      if (asked.has(way)) continue;
      asked.add(way);
      const context = contextOf(
        substrate,
        factsFor(damage, { position: 'below', duty: 'high', lasts: 'season' }),
      );
      const rules = RULES.filter((r) => concerns(r, [context]));
      for (const { role, from } of routeFor(substrate.family, damage)?.choices ?? []) {
        for (const p of LIBRARY.products.filter((x) => from.includes(x.role))) {
          const spoken = (q: Product): string =>
            rules
              .filter((r) => applies(r, { ...context, ...linkFacts(role, q) }))
              .map((r) => r.id)
              .join();
          const [own, model] = [spoken(COPIES.get(p.id) as Product), spoken(p)];
          compared += model === '' ? 0 : 1;
          if (own !== model) wrong.push(`${substrate.id}, ${damage}, ${role}: ${p.id}`);
        }
      }
    }
    expect(wrong.slice(0, 20)).toEqual([]);
    expect(compared).toBeGreaterThan(2500);
  });

  it('gets them in chains, beside any others', () => {
    const pairs = sensiblePairs();
    fc.assert(
      fc.property(
        fc.constantFrom(...pairs),
        fc.array(fc.nat(10_000), { minLength: 9, maxLength: 9 }),
        ({ substrate, damage }, pick) => {
          const route = routeFor(substrate.family, damage);
          if (!route) return;
          const links = route.choices.map((c, i) => {
            const from = LIBRARY.products.filter((p) => c.from.includes(p.role));
            return { role: c.role, product: from[pick[i] % from.length] };
          });
          const context = contextOf(substrate, factsFor(damage));
          const facts = (own: boolean): Facts =>
            Object.assign(
              {},
              context,
              ...links.map((l) => linkFacts(l.role, own ? COPIES.get(l.product.id) : l.product)),
            ) as Facts;
          const spoken = (f: Facts): string[] => RULES.filter((r) => applies(r, f)).map((r) => r.id);
          expect(spoken(facts(true))).toEqual(spoken(facts(false)));
        },
      ),
      { numRuns: 1500, seed: 5 },
    );
  });
});
