import type { Plan } from '../plan/plan';
import type { Section, SectionPoint } from '../repairs/laminate/section';
import { formatAs, type UnitPreferences } from '../units/preferences';
import { SceneBuilder, type Scene } from './scene';

export interface SectionView {
  readonly width: number;
  readonly height: number;
  /** Thickness drawn so many times too thick; 'fit' takes the largest round factor that fits. */
  readonly exaggeration: number | 'fit';
  readonly units?: UnitPreferences;
  /** Figures that the dimensions read out. */
  readonly refs?: SectionRefs;
}

/** Trace ids by what they measure. */
export interface SectionRefs {
  readonly taper?: string;
  readonly insideTaper?: string;
  readonly cutOut?: string;
  readonly wall?: string;
  readonly gelCoat?: string;
  readonly thickness?: string;
  readonly fairing?: string;
}

/** The figures of a plan that its section shows. */
export function sectionRefs({ survey, inputs, dish: { grind, fair } = {} }: Plan): SectionRefs {
  return {
    taper: grind?.grindLimit.traceId,
    insideTaper: grind?.inside?.grindLimit.traceId,
    cutOut: (survey?.holes[0]?.length ?? survey?.length)?.traceId,
    wall: inputs?.wall.traceId,
    gelCoat: inputs?.gelCoat.traceId,
    thickness: inputs?.thickness.traceId,
    fairing: fair?.depth.traceId,
  };
}

const FACTORS = [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30];
const TOP = 46;
const BOTTOM = 34;
const SIDE = 8;
/** A ply thinner than this on screen carries no number. */
const LEAST_NUMBERED = 8;

/** The exaggeration that a view uses. */
export function sectionFactor(section: Section, view: SectionView): number {
  if (view.exaggeration !== 'fit') return view.exaggeration;
  const scale = (view.width - 2 * SIDE) / (2 * section.reach);
  const room = (view.height - TOP - BOTTOM) / (scale * (section.wall + 0.002));
  return FACTORS.filter((f) => f <= room).at(-1) ?? 1;
}

/** Where the grind limit meets the old surface in a view, px: the place to take hold of it. */
export function taperHandle(section: Section, view: SectionView): { readonly x: number; readonly y: number } {
  const scale = (view.width - 2 * SIDE) / (2 * section.reach);
  return { x: view.width / 2 + (section.half + section.grindLimit) * scale, y: TOP };
}

/** How far beyond the cut-out a place of a view lies, m. @param x px from the left edge of the view */
export function offsetAtPixel(section: Section, view: SectionView, x: number): number {
  const scale = (view.width - 2 * SIDE) / (2 * section.reach);
  return Math.max(0, (x - view.width / 2) / scale - section.half);
}

/** Depths between which points lie, m; nothing when they have no thickness. */
function rangeOf(points: readonly SectionPoint[]): [number, number] | undefined {
  const depths = points.map((p) => p.z);
  const [z0, z1] = [Math.min(...depths), Math.max(...depths)];
  return z1 > z0 ? [z0, z1] : undefined;
}

/** The section as a drawing. Across to scale; thickness times the stated factor. */
export function sectionScene(section: Section, view: SectionView): Scene {
  const scale = (view.width - 2 * SIDE) / (2 * section.reach);
  const factor = sectionFactor(section, view);
  const px = (p: SectionPoint): [number, number] => [
    view.width / 2 + p.x * scale,
    TOP + p.z * scale * factor,
  ];
  const y = (z: number): number => TOP + z * scale * factor;
  const x = (v: number): number => view.width / 2 + v * scale;
  const b = new SceneBuilder();
  const { units, refs = {} } = view;
  const length = (v: number, decimals = 0): string => {
    const f = formatAs(v, 'mm', decimals, units);
    return `${f.text} ${f.unit}`;
  };

  for (const layer of section.layers) {
    const cls =
      layer.kind === 'ply'
        ? `ply ply-${layer.orientation === '±45' ? 'bias' : layer.orientation === '0/90' ? 'warp' : 'mat'}`
        : layer.kind.replaceAll(' ', '-');
    b.path(layer.id, cls, layer.points.map(px), { title: layer.label, ply: layer.ply });
  }

  const plies = section.layers.filter((l) => l.ply !== undefined);
  for (const layer of plies) {
    const [z0, z1] = rangeOf(layer.points.filter((p) => Math.abs(p.x) <= section.half + 1e-9)) ??
      rangeOf(layer.points) ?? [0, 0];
    const thick = (z1 - z0) * scale * factor;
    if (thick >= LEAST_NUMBERED)
      b.text(
        `number-${layer.ply}`,
        'ply-number',
        view.width / 2,
        (y(z0) + y(z1)) / 2 + 4,
        String(layer.ply),
        'middle',
        { ply: layer.ply },
      );
  }

  const edge = section.half + section.grindLimit;
  const taper = section.grindLimit;
  const ground = taper > 0;
  if (ground) b.dimension('taper-left', x(-edge), x(-section.half), 24, `taper ${length(taper)}`, refs.taper);
  b.dimension('cut-out', x(-section.half), x(section.half), 24, length(2 * section.half), refs.cutOut);
  if (ground) b.dimension('taper-right', x(section.half), x(edge), 24, `taper ${length(taper)}`, refs.taper);
  for (const [i, v] of [-edge, -section.half, section.half, edge].entries())
    b.line(`witness-${i}`, 'witness', x(v), 28, x(v), TOP + 2);

  b.text(
    'factor',
    'note',
    x(-section.reach),
    y(section.wall) + 31,
    factor === 1 ? 'true scale' : `thickness ×${factor}`,
  );

  const wallX = x(section.reach) - 34;
  b.line('wall-line', 'dimension', wallX, y(0), wallX, y(section.wall));
  b.line('wall-a', 'dimension', wallX - 4, y(0), wallX + 4, y(0));
  b.line('wall-b', 'dimension', wallX - 4, y(section.wall), wallX + 4, y(section.wall));
  b.text(
    'wall-text',
    'figure halo',
    wallX - 8,
    (y(0) + y(section.wall)) / 2 + 4,
    length(section.wall, 1),
    'end',
    { traceId: refs.wall },
  );

  b.text(
    'gel-coat-label',
    'note',
    x(-section.reach),
    TOP - 6,
    section.gelCoat > 0 ? `old gel coat ${length(section.gelCoat, 1)}` : 'old surface',
    'start',
    { traceId: refs.gelCoat },
  );
  const fairing = section.top - section.finish;
  const cover = section.layers.at(-1)?.label ?? 'finish';
  b.text(
    'cover-label',
    'note',
    x(section.reach),
    TOP - 6,
    `${cover} ${length(section.finish, 1)} · fairing ${length(fairing, 1)}`,
    'end',
    { traceId: refs.fairing },
  );
  b.text(
    'old-label',
    'note',
    x(-section.reach),
    y(section.wall) + 18,
    `${section.core > 0 ? 'old skin' : 'old laminate'} ${length(section.skin - section.gelCoat, 1)}${section.core > 0 ? ` · core ${length(section.core, 0)}` : ''}`,
    'start',
    { traceId: refs.thickness },
  );
  if (section.insideLimit > 0) {
    const inner = section.half + section.insideLimit;
    b.dimension(
      'inside-taper',
      x(section.half),
      x(inner),
      y(section.wall) + 14,
      `inside ${length(section.insideLimit)}`,
      refs.insideTaper,
    );
    b.line('witness-inside', 'witness', x(inner), y(section.wall) - 2, x(inner), y(section.wall) + 10);
  }
  const back = section.layers.find((l) => l.id === 'backing');
  if (back && section.insideLimit === 0)
    b.text('backing-label', 'note', x(section.reach), y(section.wall) + 18, back.label, 'end');

  const height = Math.max(y(section.wall) + BOTTOM, 120);
  return {
    width: view.width,
    height,
    title: 'Section',
    description: `Section through the repair: ${plies.length} plies in a wall of ${length(section.wall, 1)}, cut-out ${length(2 * section.half)}, taper ${length(taper)} each side, thickness drawn ${factor} times.`,
    items: b.items,
  };
}
