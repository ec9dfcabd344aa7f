import { problem } from '../trace/problem';
import { ellipse, rectangle, type Outline, type Point } from '../geometry/outline';
import { partSizes, type PartSize } from '../geometry/part-sizes';
import { checkOutline, middle, scaled, settledTogether } from '../geometry/polygon';
import { merged, regionArea, regionExtent, regionPerimeter, type Region } from '../geometry/region';
import { damageData, type DamageKind } from '../materials/damage-kinds';
import type { Finding, Shape } from '../schema/job';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';

/** What is known of the damage when the extent is worked out. */
export interface ExtentInput {
  readonly kind: DamageKind;
  readonly shape?: Shape;
  /** Size stated without a finding (the brief job file), m. */
  readonly size?: readonly [number, number];
  readonly findings: readonly Finding[];
}

export interface SurveyResult {
  readonly shape: Shape;
  /** True when the extent that the plan is made for was found, not guessed from a first look. */
  readonly measured: boolean;
  readonly basis: {
    readonly length: Figure;
    readonly width: Figure;
    readonly label: string;
    readonly at?: string;
  };
  readonly length: Figure;
  readonly width: Figure;
  /** One outline, or one for each hole; centred on the box round them. */
  readonly region: Region;
  /** Size of each hole, where there are several; the largest is A. */
  readonly holes: readonly PartSize[];
  /** Where that centre lies among the outlines and readings of the job, m. */
  readonly centre: Point;
  readonly area: Figure;
  readonly perimeter: Figure;
}

export const grown = formula({
  id: 'survey/extent',
  expression: 'x = g·x_first',
  unit: 'm',
  source: 'growth of a first look to the true extent, geometric mean of the usual range',
  inputs: { g: 'factor of growth', x_first: 'first look' },
  evaluate: (x) => x.g * x.x_first,
});

export const kept = formula({
  id: 'survey/extent',
  expression: 'x = x_found',
  unit: 'm',
  source: 'trim to the sound edge is 0 where the true extent was found',
  inputs: { x_found: 'size found' },
  evaluate: (x) => x.x_found,
});

const outlineArea = {
  id: 'geometry/outline',
  expression: 'A = ½ |Σ (xᵢ·yᵢ₊₁ − xᵢ₊₁·yᵢ)|',
  unit: 'm²',
  source: 'shoelace formula on the outline',
};
const outlinePerimeter = {
  id: 'geometry/outline',
  expression: 'P = Σ |pᵢ₊₁ − pᵢ|',
  unit: 'm',
  source: 'length of the outline',
};

/**
 * The extent that the repair is planned for: the latest true extent, or the latest first look grown by the
 * usual range of the damage kind.
 * @returns undefined when nothing is known of the size
 */
export function planExtent(input: ExtentInput, ledger: Ledger): SurveyResult | undefined {
  const latestTrue = input.findings.filter((f) => f.extent === 'true extent').at(-1);
  const latestLook = input.findings.filter((f) => f.extent === 'first look').at(-1);
  const stated = input.size
    ? { size: input.size, shape: input.shape, at: undefined, method: undefined }
    : undefined;
  const basis = latestTrue ?? (latestLook && !stated ? latestLook : undefined) ?? stated;
  if (!basis) return undefined;

  const measured = basis !== latestLook;
  const set =
    'outline' in basis && basis.outline ? [basis.outline, ...(basis.holes ?? []).map((h) => h.outline)] : [];
  const traced = set.length > 0 ? tracedRegion(set, ledger) : undefined;
  const stated0 = basis.shape ?? input.shape ?? 'ellipse';
  const shape = traced ? 'outline' : stated0 === 'outline' ? 'ellipse' : stated0;
  const label = measured ? 'true extent' : 'first look';
  const origin = basis.method && measured ? 'measured' : 'entered';
  const source = `${basis.at ? `${label} found ${basis.at.slice(0, 10)}` : 'size as stated'}${traced ? ', traced' : ''}`;
  const size = traced ? regionExtent(traced) : { length: basis.size[0], width: basis.size[1] };
  const length0 = ledger.given('found.length', `${label}, along`, size.length, 'm', origin, source);
  const width0 = ledger.given('found.width', `${label}, up`, size.width, 'm', origin, source);

  let length: Figure;
  let width: Figure;
  if (measured) {
    length = ledger.compute('length', 'cut-out length', kept, { x_found: length0 });
    width = ledger.compute('width', 'cut-out width', kept, { x_found: width0 });
  } else {
    const [low, high] = damageData(input.kind).growth;
    const g = ledger.given(
      'growth',
      'likely growth in diameter',
      Math.sqrt(low * high),
      '1',
      'assumed',
      `usual growth of a first look: ${damageData(input.kind).name} ${low}–${high}×`,
    );
    const span = (x: Figure): [number, number] => [low * x.value, high * x.value];
    length = ledger.compute(
      'length',
      'cut-out length, expected',
      grown,
      { g, x_first: length0 },
      span(length0),
    );
    width = ledger.compute('width', 'cut-out width, expected', grown, { g, x_first: width0 }, span(width0));
  }

  const region = traced
    ? measured
      ? traced
      : merged(traced.map((o) => scaled(o, length.value / size.length)))
    : [shape === 'ellipse' ? ellipse(length.value, width.value) : rectangle(length.value, width.value)];
  const sides = { L: length, W: width };
  return {
    shape,
    measured,
    basis: { length: length0, width: width0, label, at: basis.at },
    length,
    width,
    region,
    holes: partSizes('hole', 'hole', region, region, sides, ledger),
    centre: traced ? middle(set.flat()) : { x: 0, y: 0 },
    area: ledger.record('area', 'area of the cut-out', outlineArea, regionArea(region), sides),
    perimeter: ledger.record(
      'perimeter',
      'edge of the cut-out',
      outlinePerimeter,
      regionPerimeter(region),
      sides,
    ),
  };
}

/** Traced outlines that can be planned on, as one region; what is wrong with any is reported, and the size is taken instead. */
function tracedRegion(outlines: readonly (readonly Point[])[], ledger: Ledger): Region | undefined {
  const wrong = outlines.map((o) => checkOutline(o));
  for (const [i, w] of wrong.entries()) {
    if (w)
      ledger.report(
        problem({ severity: 'error', stage: 'survey', path: 'damage.findings' }, 'outline-fault', {
          fault: w,
          hole: i,
        }),
      );
  }
  return wrong.some(Boolean) ? undefined : settledTogether(outlines);
}

/** The outlines that a finding states, where they lie among the others; its size as an ellipse where it was not traced. */
export function regionOf(finding: Finding, shape?: Shape): Region {
  const traced = [finding.outline, ...(finding.holes ?? []).map((h) => h.outline)].filter(
    (o): o is NonNullable<typeof o> => o !== undefined && !checkOutline(o),
  );
  return traced.length > 0 ? traced : [stated(finding, shape)];
}

const stated = (finding: Finding, shape?: Shape): Outline =>
  (finding.shape ?? shape) === 'rectangle' ? rectangle(...finding.size) : ellipse(...finding.size);
