import { effectsOf } from '../../src/work/surfaces';
import { everyPair, line, planned, type Planned } from './lines';

/** What neither drinks nor rusts, or what no coat bonds to. */
const SOUND_BARE: ReadonlySet<string> = new Set(['thermoplastic', 'foam-sheet', 'polyolefin', 'inflatable']);
const NOTHING_HOLDS: ReadonlySet<string> = new Set(['foil-thermoplastic', 'lead', 'stainless']);

const coated = ({ plan }: Planned): boolean => {
  const { barrier, finish } = Object.fromEntries(
    (plan.system?.chosen?.chain.links ?? []).map((l) => [l.role, l.product]),
  );
  return barrier !== undefined || (finish !== undefined && finish.family !== 'polish');
};
/** Steps that lay a coat for protection: a barrier or a finish. */
const coats = ({ plan }: Planned): number =>
  (plan.work?.steps ?? []).filter((s) => s.stage === 'finish' && effectsOf(s).includes('lays')).length;

describe('the foreman: surfaces', () => {
  line(3, 'below the waterline nothing that drinks or rusts is left bare', () => {
    for (const { name, family, hull, of } of everyPair('below')) {
      if (SOUND_BARE.has(family) || NOTHING_HOLDS.has(hull)) continue;
      // A chip that is filled with gel coat is coated by its fill.
      const gel = of.plan.system?.chosen?.chain.links.some(
        (l) => l.role === 'bond' && l.product.role === 'surface filler' && l.product.family === 'polyester',
      );
      expect(coated(of) || gel)
        .withContext(name)
        .toBeTrue();
      if (coated(of)) expect(coats(of)).withContext(`${name} is laid`).toBeGreaterThan(0);
    }
  });

  line(3, 'on show and standard grade above water nothing is left without a finish', () => {
    for (const { name, family, hull, of } of everyPair('above')) {
      if (SOUND_BARE.has(family) || NOTHING_HOLDS.has(hull)) continue;
      const { finish } = Object.fromEntries(
        (of.plan.system?.chosen?.chain.links ?? []).map((l) => [l.role, l.product]),
      );
      const gel = of.plan.system?.chosen?.chain.links.some(
        (l) => l.role === 'bond' && l.product.family === 'polyester',
      );
      expect(finish !== undefined || gel)
        .withContext(name)
        .toBeTrue();
    }
  });

  line(3, 'copper stays off aluminium, and enamel waits for the full cure of epoxy', () => {
    const alu = planned('aluminium', 'scratch', {
      damage: { position: 'below' },
      system: { finish: 'antifouling-copper' },
    });
    expect(alu.problems.some((p) => p.severity === 'error' && p.path.startsWith('system'))).toBeTrue();
    const enamel = planned('frp-solid', 'hole', { system: { resin: 'epoxy-slow', finish: 'enamel-1k' } });
    const full = (enamel.plan.work?.links ?? []).flatMap((l) => l.lags).some((l) => l.awaited === 'fullCure');
    expect(full).toBeTrue();
  });
});
