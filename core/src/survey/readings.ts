import { problem } from '../trace/problem';
import { Delaunay } from 'd3-delaunay';
import { area, extent, type Outline, type Point } from '../geometry/outline';
import { middle } from '../geometry/polygon';
import type { Reading } from '../schema/job';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';

/** A reading with the ground that it stands for: every place is counted to the nearest reading. */
export interface ReadingCell {
  readonly reading: Reading;
  readonly state: 'sound' | 'dull' | 'wet';
  readonly cell: Outline;
}

export interface ReadingMap {
  readonly cells: readonly ReadingCell[];
  /** Ground that is dull or wet by its nearest reading, m²; absent with fewer than three readings. */
  readonly bad?: Figure;
  /** Reading above which a spot counts as wet, on the scale of the meter. */
  readonly limit?: Figure;
}

export interface ReadingsInput {
  readonly readings: readonly Reading[];
  readonly meter?: { readonly scale?: 'relative' | 'wood'; readonly dry?: number };
  readonly outline?: Outline;
  readonly hull?: string;
  readonly fibre?: string;
}

/** A spot counts as wet from half as much again as the dry spot on a relative meter, and from 20 % in wood. */
const WET_SHARE = 1.5;
const WET_WOOD = 20;
/** The map reaches this far beyond the outermost readings, as a share of their spread. */
const BEYOND = 0.15;

const nearest = {
  id: 'survey/readings',
  expression: 'A = Σ area of the cells of dull and wet readings',
  unit: 'm²',
  source: 'each place counted to its nearest reading (Voronoi cells), out to 15 % beyond the readings',
};

/**
 * Tap and moisture readings as a map. A moisture reading means something only against a known dry spot; on carbon it
 * means nothing, and copper paint or metal behind misleads it.
 */
export function mapReadings(input: ReadingsInput, ledger: Ledger): ReadingMap {
  const { readings, meter } = input;
  if (readings.length === 0) return { cells: [] };
  const measured = readings.some((r) => r.moisture !== undefined);
  if (measured && input.fibre === 'carbon')
    ledger.report(
      problem({ severity: 'warning', stage: 'survey', path: 'damage.readings' }, 'meter-on-carbon'),
    );
  if (measured && meter?.scale !== 'wood' && meter?.dry === undefined)
    ledger.report(
      problem({ severity: 'warning', stage: 'survey', path: 'damage.meter.dry' }, 'meter-without-dry-spot'),
    );
  const limit = !measured
    ? undefined
    : meter?.scale === 'wood'
      ? ledger.given(
          'wetLimit',
          'wet from',
          WET_WOOD,
          'count',
          'assumed',
          'wood scale: rot is possible from about 20 %',
        )
      : meter?.dry !== undefined
        ? ledger.given(
            'wetLimit',
            'wet from',
            meter.dry * WET_SHARE,
            'count',
            'assumed',
            'half as much again as the known dry spot',
          )
        : undefined;
  const state = (r: Reading): ReadingCell['state'] => {
    if (r.moisture !== undefined && limit && r.moisture >= limit.value) return 'wet';
    return r.tap === 'dull' || r.tap === 'dead' ? 'dull' : 'sound';
  };
  const cells = cellsOf(readings).map((cell, i): ReadingCell => ({
    reading: readings[i],
    state: state(readings[i]),
    cell,
  }));
  if (readings.length < 3) return { cells, limit };
  const bad = cells.filter((c) => c.state !== 'sound').reduce((sum, c) => sum + area(c.cell), 0);
  const count = ledger.given(
    'readings',
    'readings',
    readings.length,
    'count',
    'measured',
    'placed on the outline',
  );
  return {
    cells,
    limit,
    bad: ledger.record('badArea', 'dull or wet ground', nearest, bad, {
      n: count,
      ...(limit ? { limit } : {}),
    }),
  };
}

/** Readings closer than this are at one place, m: nobody sets a meter down finer, and cells of places that nearly meet have no corners. */
const SAME_PLACE = 1e-5;
const snapped = (x: number): number => Math.round(x / SAME_PLACE) * SAME_PLACE;

function cellsOf(places: readonly Point[]): readonly Outline[] {
  const points = places.map((p) => ({ x: snapped(p.x), y: snapped(p.y) }));
  const centre = middle(points);
  const { length, width } = extent(points);
  const reach = Math.max(length, width, 0.02);
  const [hx, hy] = [length / 2 + BEYOND * reach, width / 2 + BEYOND * reach];
  const voronoi = Delaunay.from(
    points,
    (p) => p.x,
    (p) => p.y,
  ).voronoi([centre.x - hx, centre.y - hy, centre.x + hx, centre.y + hy]);
  // Two readings at one place: the later one has no ground of its own.
  return points.map((_, i) => (voronoi.cellPolygon(i) ?? []).slice(0, -1).map(([x, y]) => ({ x, y })));
}
