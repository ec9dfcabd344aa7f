import type { By } from '../../units/told';
import type { Instruments, PumpSet } from '../instruments';
import { densityOf } from '../density';
import type { Parts } from '../parts';
import type { Product } from '../product';
import { benchOf, RATIO_TOLERANCE } from './measuring';

const ML = 1e-6;

/** A pump set that is built for a ratio by volume. */
const fitting = (pumps: readonly PumpSet[], ratio: number): PumpSet | undefined =>
  pumps.find((p) => Math.abs(p.ratio / ratio - 1) <= RATIO_TOLERANCE);

/**
 * What a mixed amount of a product is worked out by that is told by volume or in strokes: a stroke is one of each pump.
 * Before its catalyst, where it takes one.
 */
export function toldBy(product: Product, instruments?: Instruments): By {
  const proportion = 'proportion' in product ? product.proportion : undefined;
  if (proportion?.kind === 'two-part') {
    const { volumeRatio: r, densityA, densityB } = proportion;
    const pump = fitting(benchOf(instruments).pumps, r);
    return {
      density: (r * densityA + densityB) / (r + 1),
      ...(pump ? { stroke: pump.stroke * (1 + 1 / r) } : {}),
    };
  }
  const density = densityOf(product);
  return density ? { density: density.value } : {};
}

/** The same for each part of a cup, in the order in which they are poured. */
export function partsToldBy(parts: Parts, instruments?: Instruments): readonly [By, By] {
  switch (parts.kind) {
    case 'two-part': {
      const { resin, hardener, resinVolume, hardenerVolume } = parts;
      const ratio = resinVolume.value / hardenerVolume.value;
      const pump = fitting(benchOf(instruments).pumps, ratio);
      return [
        { density: resin.value / resinVolume.value, ...(pump ? { stroke: pump.stroke } : {}) },
        { density: hardener.value / hardenerVolume.value, ...(pump ? { stroke: pump.stroke / ratio } : {}) },
      ];
    }
    case 'peroxide': {
      const { resin, resinVolume, catalyst, catalystVolume } = parts;
      const [bottle] = benchOf(instruments).droppers;
      return [
        { density: resin.value / resinVolume.value },
        {
          density: catalyst.value / catalystVolume.value,
          ...(bottle ? { drop: ML / bottle.dropsPerMl } : {}),
        },
      ];
    }
    case 'cream':
      return [{}, {}];
  }
}

/** What a dose is worked out by: so much of the second part in so much of the first. */
export function doseToldBy(parts: Parts, instruments?: Instruments): By {
  const [of, second] = partsToldBy(parts, instruments);
  return { ...second, of };
}
