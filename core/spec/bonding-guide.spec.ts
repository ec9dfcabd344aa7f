import { LIBRARY, substrateOf, type Substrate, type Verdict } from '../src/index';
import { pairVerdict } from '../src/papers';

const substrate = (id: string): Substrate => substrateOf(id) as Substrate;

/** What the trade holds for certain, said once more without looking at the rules. */
const KNOWN: readonly (readonly [string, string, readonly Verdict[]])[] = [
  ['frp-solid', 'epoxy-slow', ['bonds']],
  ['frp-solid', 'vinyl-ester', ['bonds if']],
  ['frp-solid', 'polyester', ['bonds if']],
  ['wood-ply', 'epoxy-slow', ['bonds']],
  ['wood-ply', 'polyester', ['weak']],
  ['smc', 'epoxy-compound', ['bonds']],
  ['smc', 'polyester', ['no bond']],
  ['foil-g10', 'epoxy-slow', ['bonds']],
  ['foil-g10', 'polyester', ['no bond']],
  ['steel', 'polyester', ['harms']],
  ['steel-galvanised', 'epoxy-slow', ['bonds if']],
  ['aluminium', 'epoxy-metal', ['bonds if']],
  ['aluminium', 'antifouling-copper', ['harms']],
  ['abs', 'mma', ['bonds']],
  ['abs', 'epoxy-paste', ['bonds if']],
  ['abs', 'polyester', ['harms']],
  ['abs', 'acetone', ['harms']],
  ['polycarbonate', 'mma', ['weak', 'bonds if']],
  ['polycarbonate', 'alcohol', ['bonds if']],
  ['foam-sheet', 'acetone', ['harms']],
  ['foam-sheet', 'polyester', ['harms']],
  ['hdpe', 'epoxy-slow', ['no bond']],
  ['hdpe', 'uv-resin', ['no bond']],
  ['hdpe', 'polyester', ['no bond']],
  ['hdpe', 'mma', ['no bond']],
  ['hdpe', 'rod-hdpe', ['bonds if']],
  ['hdpe', 'rod-pp', ['no bond']],
  ['pp', 'rod-pp', ['bonds if']],
  ['pe-crosslinked', 'rod-hdpe', ['no bond']],
  ['pe-crosslinked', 'acrylic-low-energy', ['bonds if']],
  ['pe-rotomoulded', 'rod-lldpe', ['bonds if']],
  ['pvc-fabric', 'pu-fabric-2k', ['bonds if']],
  ['pvc-fabric', 'cr-fabric-2k', ['no bond']],
  ['csm-fabric', 'cr-fabric-2k', ['bonds if']],
  ['csm-fabric', 'pu-fabric-2k', ['no bond']],
  ['tpu-fabric', 'pu-fabric-2k', ['bonds if']],
  ['tpu-fabric', 'heat-weld', ['bonds if']],
  ['csm-fabric', 'heat-weld', ['no bond']],
  ['csm-fabric', 'toluene', ['bonds']],
  ['pvc-fabric', 'patch-csm', ['no bond']],
  ['csm-fabric', 'patch-pvc', ['no bond']],
  ['drop-stitch', 'epoxy-slow', ['no bond']],
];

describe('the bonding guide', () => {
  it('tells further rules only where the hull can meet them', () => {
    const resin = LIBRARY.products.find((p) => p.id === 'polyester');
    const further = (hull: string): string[] =>
      resin ? pairVerdict(substrate(hull), resin).further.map((r) => r.id) : [];
    expect(further('smc')).not.toContain('glue-without-patch');
    expect(further('smc')).not.toContain('polystyrene-and-styrene');
    expect(further('frp-cored')).toContain('polystyrene-and-styrene');
    expect(further('frp-solid')).toContain('polyester-below-water');
  });

  for (const [hull, product, verdicts] of KNOWN) {
    it(`${product} on ${hull}: ${verdicts.join(' or ')}`, () => {
      const found = LIBRARY.products.find((p) => p.id === product);
      expect(found).toBeDefined();
      if (found) expect(verdicts).toContain(pairVerdict(substrate(hull), found).verdict);
    });
  }
});
