import fc from 'fast-check';
import { correct, dilution, firstTrial } from '../src/colour/correction';
import { characterise, ksOf, mixInto, reflectanceOf, seen, unseen } from '../src/colour/kubelka-munk';
import { deltaE, differenceWords, hexOf, labOf, labOfPixel, type Lab } from '../src/colour/lab';
import { BANDS, WAVELENGTHS } from '../src/colour/observer';
import { COLOUR_BASES, PASTES, type Paste } from '../src/colour/pastes';
import { matchColour, solveFractions } from '../src/colour/recipe';
import { opticsFromColour, smoothSpectrum } from '../src/colour/smooth-spectrum';
import { fadedShare, surroundOf } from '../src/colour/surround';

const [WHITE] = COLOUR_BASES;
const paste = (id: string): Paste => PASTES.find((p) => p.id === `paste-${id}`) as Paste;
const mixed = (pastes: readonly Paste[], fractions: readonly number[], base = WHITE): Lab =>
  labOf(mixInto(new Float64Array(BANDS), base, pastes, fractions));
const lab = (L: number, a: number, b: number): Lab => ({ L, a, b });

/** Seeded, bell-shaped. */
function random(seed: number): { uniform: () => number; gauss: () => number } {
  let s = seed >>> 0;
  const uniform = (): number => ((s = (s * 1664525 + 1013904223) >>> 0) + 0.5) / 2 ** 32;
  return { uniform, gauss: () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform()) };
}

/** Some pastes and amounts of them, as a yard might have mixed. */
function someMix(
  { uniform }: { uniform: () => number },
  least: number,
  most: number,
): { pastes: Paste[]; fractions: number[] } {
  const size = least + Math.floor(uniform() * (most - least + 1));
  const chosen = new Set<number>();
  while (chosen.size < size) chosen.add(Math.floor(uniform() * PASTES.length));
  const pastes = [...chosen].map((i) => PASTES[i]);
  return { pastes, fractions: pastes.map(() => 0.0005 * Math.exp(3 * uniform())) };
}

describe('colour difference', () => {
  it('is that of the published pairs', () => {
    const pairs: readonly (readonly [Lab, Lab, number])[] = [
      [lab(50, 2.6772, -79.7751), lab(50, 0, -82.7485), 2.0425],
      [lab(50, 3.1571, -77.2803), lab(50, 0, -82.7485), 2.8615],
      [lab(50, 2.8361, -74.02), lab(50, 0, -82.7485), 3.4412],
      [lab(50, -1.3802, -84.2814), lab(50, 0, -82.7485), 1],
      [lab(50, 0, 0), lab(50, -1, 2), 2.3669],
      [lab(50, 2.49, -0.001), lab(50, -2.49, 0.0009), 7.1792],
      [lab(50, -0.001, 2.49), lab(50, 0.0009, -2.49), 4.8045],
      [lab(50, 2.5, 0), lab(50, 0, -2.5), 4.3065],
      [lab(50, 2.5, 0), lab(73, 25, -18), 27.1492],
      [lab(60.2574, -34.0099, 36.2677), lab(60.4626, -34.1751, 39.4387), 1.2644],
      [lab(63.0109, -31.0961, -5.8663), lab(62.8187, -29.7946, -4.0864), 1.263],
      [lab(22.7233, 20.0904, -46.694), lab(23.0331, 14.973, -42.5619), 2.0373],
      [lab(90.8027, -2.0831, 1.441), lab(91.1528, -1.6435, 0.0447), 1.4441],
      [lab(6.7747, -0.2908, -2.4247), lab(5.8714, -0.0985, -2.2286), 0.6377],
      [lab(2.0776, 0.0795, -1.135), lab(0.9033, -0.0636, -0.5514), 0.9082],
    ];
    for (const [one, other, expected] of pairs) {
      expect(deltaE(one, other)).toBeCloseTo(expected, 4);
      expect(deltaE(other, one)).toBeCloseTo(expected, 4);
    }
  });

  it('of a perfect white is white, of black black, and is told in words', () => {
    const white = labOf(new Float64Array(BANDS).fill(1));
    expect(white.L).toBeCloseTo(100, 6);
    expect(Math.hypot(white.a, white.b)).toBeLessThan(1e-6);
    expect(labOf(new Float64Array(BANDS)).L).toBeCloseTo(0, 9);
    expect(labOf(new Float64Array(BANDS).fill(0.184187)).L).toBeCloseTo(50, 3);
    expect(hexOf(white)).toBe('#ffffff');
    expect(labOfPixel([255, 255, 255]).L).toBeCloseTo(100, 2);
    expect(WAVELENGTHS.at(-1)).toBe(700);
    expect(differenceWords(lab(52, 3, 0), lab(50, 0, 0))).toBe('redder, lighter');
    expect(differenceWords(lab(50.1, 0, 0), lab(50, 0, 0))).toBe('alike');
  });
});

describe('Kubelka and Munk', () => {
  it('turn reflectance to K/S and back, gloss and all', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.002, max: 0.998, noNaN: true }),
        (R) => Math.abs(reflectanceOf(ksOf(R)) - R) < 1e-9 && Math.abs(unseen(seen(R)) - R) < 1e-12,
      ),
    );
    expect(ksOf(0.5)).toBeCloseTo(0.25, 12);
    // (1 − R)²/2R = 2 at R = 3 − √8.
    expect(reflectanceOf(2)).toBeCloseTo(3 - Math.sqrt(8), 12);
    expect(seen(0)).toBeCloseTo(0.04, 12);
    expect(seen(1)).toBeCloseTo(1, 12);
  });

  it('mix two pastes as by hand', () => {
    const flat = (K: number, S: number) => ({
      K: new Float64Array(BANDS).fill(K),
      S: new Float64Array(BANDS).fill(S),
    });
    // K = 0.01 + 0.02·30 + 0.01·2 = 0.63; S = 1 + 0.02·0.5 + 0.01·9 = 1.1.
    const R = mixInto(new Float64Array(BANDS), flat(0.01, 1), [flat(30, 0.5), flat(2, 9)], [0.02, 0.01]);
    const ks = 0.63 / 1.1;
    const inside = 1 + ks - Math.sqrt(ks * ks + 2 * ks);
    expect(R[7]).toBeCloseTo(0.04 + (0.96 * 0.4 * inside) / (1 - 0.6 * inside), 12);
  });

  it('get a paste back from its tint ladder', () => {
    for (const p of PASTES) {
      const steps = [0.002, 0.01, 0.04].map((fraction) => ({
        fraction,
        reflectance: Float64Array.from(mixInto(new Float64Array(BANDS), WHITE, [p], [fraction])),
      }));
      const found = characterise(WHITE, steps);
      const again = { ...p, ...found };
      for (const fraction of [0.001, 0.005, 0.03])
        expect(deltaE(mixed([again], [fraction]), mixed([p], [fraction]))).toBeLessThan(0.05);
    }
  });

  it('stand for a paste of which only a colour is known, near where it was read', () => {
    const blue = paste('blue');
    const optics = opticsFromColour(WHITE, 0.01, mixed([blue], [0.01]));
    expect(optics).toBeDefined();
    if (!optics) return;
    const guess: Paste = { ...blue, ...optics, confidence: 'low' };
    expect(deltaE(mixed([guess], [0.01]), mixed([blue], [0.01]))).toBeLessThan(0.5);
    expect(deltaE(mixed([guess], [0.014]), mixed([blue], [0.014]))).toBeLessThan(3);
    expect(smoothSpectrum(lab(50, 120, 120))).toBeUndefined();
    expect(opticsFromColour(WHITE, 0, lab(50, 0, 0))).toBeUndefined();
  });
});

describe('a recipe', () => {
  it('recovers what was mixed, to ΔE 0.3', () => {
    const r = random(20261);
    for (let k = 0; k < 40; k += 1) {
      const { pastes, fractions } = someMix(r, 1, 3);
      const { bySize } = matchColour({
        base: WHITE,
        pastes: PASTES,
        target: mixed(pastes, fractions),
        limit: 0.12,
      });
      expect(Math.min(...bySize.map((x) => x.deltaE)))
        .withContext(pastes.map((p) => p.id).join())
        .toBeLessThanOrEqual(0.3);
    }
  });

  it('takes the fewest pastes that come within 1, stays within the limit, and never takes paste out', () => {
    const target = mixed([paste('black'), paste('yellow-oxide')], [0.002, 0.006]);
    const answer = matchColour({ base: WHITE, pastes: PASTES, target, limit: 0.06 });
    expect(answer.reached).toBeTrue();
    expect(answer.proposed.pastes.length).toBeLessThanOrEqual(2);
    for (const size of answer.bySize) {
      expect(size.total).toBeLessThanOrEqual(0.06 * 1.001);
      expect(size.fractions.every((c) => c >= 0 && Number.isFinite(c))).toBeTrue();
    }
    expect(
      answer.bySize.slice(0, answer.bySize.indexOf(answer.proposed)).every((x) => x.deltaE > 1),
    ).toBeTrue();
  });

  it('of the base itself needs no paste', () => {
    expect(
      matchColour({ base: WHITE, pastes: PASTES, target: mixed([], []), limit: 0.06 }).proposed.pastes,
    ).toEqual([]);
  });

  it('of a colour out of reach is the nearest there is, with what is missing', () => {
    const vivid = matchColour({ base: WHITE, pastes: PASTES, target: lab(55, 95, 80), limit: 0.06 });
    expect(vivid.reached).toBeFalse();
    expect(vivid.missing).toMatch(/purer paste|less white/);
    const dark = matchColour({ base: WHITE, pastes: PASTES, target: lab(8, 0, 0), limit: 0.03 });
    expect(dark.reached).toBeFalse();
    expect(dark.missing).toContain('less white');
    const whiter = matchColour({ base: WHITE, pastes: PASTES, target: lab(99, 0, 0), limit: 0.06 });
    expect(whiter.missing).toContain('whiter base');
    const none = matchColour({ base: WHITE, pastes: [], target: lab(50, 0, 0), limit: 0.06 });
    expect(none.proposed.pastes).toEqual([]);
    expect(none.reached).toBeFalse();
  });

  it('keeps to what is in the pot as the least', () => {
    const pastes = [paste('black'), paste('blue')];
    const { fractions } = solveFractions(
      WHITE,
      pastes,
      mixed(pastes, [0.001, 0.001]),
      0.06,
      [0.004, 0.0001],
      [0.004, 0.0001],
    );
    expect(fractions[0]).toBeGreaterThanOrEqual(0.004);
  });
});

describe('corrections from noisy trials', () => {
  /**
   * Two hundred pots: true pastes 10 % stronger or weaker than characterised (5 % in scattering), a reader with a
   * scatter of 0.2 in each coordinate, and three rounds of measuring and adding.
   */
  const run = (): { within: number; tooDark: number } => {
    const r = random(4711);
    let [within, rounds, tooDark] = [0, 0, 0];
    const pots = 200;
    for (let k = 0; k < pots; k += 1) {
      const { pastes, fractions } = someMix(r, 2, 3);
      const target = mixed(pastes, fractions);
      const recipe = matchColour({ base: WHITE, pastes: PASTES, target, limit: 0.12, most: 3 }).proposed;
      if (recipe.pastes.length === 0) {
        within += 1;
        continue;
      }
      const truth = recipe.pastes.map((p) => {
        const [g, h] = [1 + 0.1 * r.gauss(), 1 + 0.05 * r.gauss()];
        return { ...p, K: Float64Array.from(p.K, (v) => v * g), S: Float64Array.from(p.S, (v) => v * h) };
      });
      let pot = [...firstTrial(WHITE, recipe.pastes, recipe.fractions)];
      for (let round = 0; round < 3; round += 1) {
        const chip = mixed(truth, pot);
        const measured = lab(chip.L + 0.2 * r.gauss(), chip.a + 0.2 * r.gauss(), chip.b + 0.2 * r.gauss());
        const { add, verdict } = correct(
          WHITE,
          { pastes: recipe.pastes, fractions: pot, measured },
          target,
          0.12,
        );
        pot = pot.map((c, i) => c + add[i]);
        rounds += 1;
        if (mixed(truth, pot).L < target.L - 0.5) tooDark += 1;
        if (verdict === 'matched') break;
      }
      if (deltaE(mixed(truth, pot), target) <= 1) within += 1;
    }
    return { within: within / pots, tooDark: tooDark / rounds };
  };

  it('come within ΔE 1 in three rounds, and hardly ever overshoot', () => {
    const { within, tooDark } = run();
    expect(within).toBeGreaterThanOrEqual(0.95);
    expect(tooDark).toBeLessThanOrEqual(0.05);
  });

  it('add nothing to a match, hold dark paste back, and never add less than nothing', () => {
    const pastes = [paste('black'), paste('yellow-oxide')];
    const target = mixed(pastes, [0.002, 0.006]);
    expect(correct(WHITE, { pastes, fractions: [0.002, 0.006], measured: target }, target, 0.06)).toEqual(
      jasmine.objectContaining({ verdict: 'matched', add: [0, 0] }),
    );
    const half = correct(
      WHITE,
      { pastes, fractions: [0.001, 0.003], measured: mixed(pastes, [0.001, 0.003]) },
      target,
      0.06,
    );
    expect(half.verdict).toBe('add');
    expect(half.add[0]).toBeGreaterThan(0);
    expect(half.add[0]).toBeLessThan(0.001);
    const far = { ...target, a: target.a + 4, b: target.b + 12, L: target.L + 0.5 };
    expect(
      correct(WHITE, { pastes: [paste('yellow-oxide')], fractions: [0.006], measured: far }, target, 0.06),
    ).toEqual(jasmine.objectContaining({ verdict: 'off hue', add: [0] }));
    const dark = correct(
      WHITE,
      { pastes, fractions: [0.006, 0.006], measured: mixed(pastes, [0.006, 0.006]) },
      target,
      0.06,
    );
    expect(dark.verdict).toBe('too dark');
    expect(dark.add).toEqual([0, 0]);
  });

  it('bring a pot that is too dark back with untinted base, or say that it is another pot', () => {
    const pastes = [paste('black'), paste('yellow-oxide')];
    const target = mixed(pastes, [0.002, 0.006]);
    const pot = [0.0025, 0.0075];
    const share = dilution(WHITE, { pastes, fractions: pot, measured: mixed(pastes, pot) }, target) ?? NaN;
    // A quarter too much of everything is undone by a quarter more of the base.
    expect(share).toBeCloseTo(0.25, 3);
    expect(
      deltaE(
        mixed(
          pastes,
          pot.map((c) => c / (1 + share)),
        ),
        target,
      ),
    ).toBeLessThan(0.01);
    expect(
      dilution(WHITE, { pastes, fractions: [0.02, 0.06], measured: mixed(pastes, [0.02, 0.06]) }, target),
    ).toBeUndefined();
  });

  it('first hold back a quarter of what darkens, and none of the white', () => {
    const [black, white] = firstTrial(WHITE, [paste('black'), paste('white')], [0.004, 0.01]);
    expect(black).toBeCloseTo(0.003, 12);
    expect(white).toBeCloseTo(0.01, 12);
  });
});

describe('the surrounding surface', () => {
  const at = (
    where: 'as found' | 'polished' | 'sheltered',
    L: number,
    by: 'reader' | 'photo' = 'reader',
  ) => ({ where, by, L, a: 0, b: 2 });

  it('is matched where it is polished, and chalk is told', () => {
    const s = surroundOf([at('as found', 88), at('polished', 82), at('polished', 82.4)]);
    expect(s?.target.L).toBeCloseTo(82.2, 9);
    expect(s?.chalk).toBeGreaterThan(1);
    expect(s?.warnings.join()).toContain('Chalk makes it lighter');
  });

  it('warns of chalk, of photographs, of a sheltered place and of scatter', () => {
    expect(surroundOf([at('as found', 88)])?.warnings.join()).toContain('the chalk is matched');
    expect(surroundOf([at('polished', 88, 'photo')])?.warnings.join()).toContain('photograph');
    expect(surroundOf([at('sheltered', 88)])?.warnings.join()).toContain('not faded');
    expect(surroundOf([at('polished', 80), at('polished', 86)])?.warnings.join()).toContain('differ');
    expect(surroundOf([])).toBeUndefined();
  });

  it('looks ahead: an old hull has done its fading, the patch has not', () => {
    const old = surroundOf([at('polished', 84), at('sheltered', 80)], 15);
    const young = surroundOf([at('polished', 84), at('sheltered', 80)], 1);
    expect(old?.fade).toBeGreaterThan(0);
    expect(old?.drift?.deltaE).toBeGreaterThan(0);
    expect(old?.drift?.deltaE).toBeLessThan(old?.fade ?? 0);
    expect((young?.drift?.deltaE ?? 0) / (young?.fade ?? 1)).toBeGreaterThan(0);
    expect(fadedShare(0)).toBe(0);
    expect(surroundOf([at('polished', 84), at('sheltered', 80)])?.drift).toBeUndefined();
  });
});
