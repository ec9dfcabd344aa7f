import { problemAt, type Told } from '../trace/problem';
import { DEFAULTS, type Duty } from '../materials/defaults';
import { find } from '../materials/library';
import type { Library, OldLaminate } from '../materials/product';
import type { Job, LayOrder, TaperSide } from '../schema/job';
import { leavesFloor } from '../materials/depth';
import type { Figure, Origin } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import type { Shop } from '../schema/shop-fields';

/** The facts that the stages share, with defaults filled in and marked as such. */
export interface Inputs {
  readonly thickness: Figure;
  readonly gelCoat: Figure;
  readonly wall: Figure;
  /** Core of a cored panel. */
  readonly core?: Figure;
  readonly side: TaperSide;
  /** How much slower wet-out is than on flat work. */
  readonly lie: Figure;
  readonly oldLaminate: OldLaminate;
  readonly laminateEntered: boolean;
  readonly temperature: Figure;
  readonly humidity: Figure;
  readonly duty: Duty;
  readonly dutyEntered: boolean;
  readonly access: 'one' | 'both';
  readonly backing: 'removable' | 'bonded';
  readonly position: 'above' | 'below';
  readonly grade: 'workboat' | 'standard' | 'show';
  readonly order: LayOrder;
  readonly minimumStep: Figure;
  readonly waste: Figure;
  readonly groundCoat: Figure;
  /** Pairs of hands on the job. */
  readonly hands: Figure;
  /** Drops per m³ of the dropper bottle. */
  readonly dropsPerMl: Figure;
  readonly solventWipe: 'wipe' | 'none';
}

export const wallFormula = formula({
  id: 'resolve/inputs',
  expression: 'wall = T_old + g_old',
  unit: 'm',
  source: 'laminate and gel coat',
  inputs: { T_old: 'old laminate', g_old: 'old gel coat' },
  evaluate: (x) => x.T_old + x.g_old,
});

/** A hole through both skins of a core is made good from each skin's own face, where both can be reached. */
const usualSide = ({ damage, access }: Job, cored: boolean, wall: number): TaperSide =>
  cored && damage.kind === 'hole' && access === 'both' && !leavesFloor(damage.depth, wall)
    ? 'both'
    : 'outside';

/**
 * Fills in what the job leaves open, from the shop or from the defaults; a default of weight is reported as assumed.
 * @param laminated whether the repair is ground into a laminate, so that its thickness matters
 * @param cored whether that laminate is the skin of a core
 */
export function resolveInputs(
  job: Job,
  shop: Shop,
  library: Library,
  laminated: boolean,
  cored: boolean,
  ledger: Ledger,
): Inputs {
  const assumed = (path: string, ...told: Told): void =>
    ledger.report(problemAt({ severity: 'assumed', path }, told));
  const pick = (
    key: string,
    label: string,
    unit: string,
    entered: number | undefined,
    fallback: { value: number; origin: Origin; source: string },
  ): Figure =>
    entered === undefined
      ? ledger.given(key, label, fallback.value, unit, fallback.origin, fallback.source)
      : ledger.given(key, label, entered, unit, 'entered', 'entered for this job');

  const thickness = pick('thickness', cored ? 'old skin' : 'old laminate', 'm', job.hull.thickness, {
    value: cored ? DEFAULTS.skinThickness : DEFAULTS.laminateThickness,
    origin: 'assumed',
    source: cored
      ? 'typical outer skin of a small cored craft; measure at the broken edge'
      : 'typical topside of a small moulded craft; measure at the broken edge',
  });
  if (laminated && job.hull.thickness === undefined) {
    assumed('hull.thickness', 'skin-assumed', { cored, thickness: thickness.value });
  }
  const gelCoat = pick('gelCoat', 'old gel coat', 'm', job.hull.gelCoat, {
    value: DEFAULTS.gelCoatThickness,
    origin: 'assumed',
    source: 'typical moulded gel coat, 0.5–0.75 mm',
  });
  if (laminated && job.hull.gelCoat === undefined) {
    assumed('hull.gelCoat', 'gel-coat-assumed', { thickness: gelCoat.value });
  }
  const core = cored
    ? pick('core', 'old core', 'm', job.hull.coreThickness, {
        value: DEFAULTS.coreThickness,
        origin: 'assumed',
        source: 'typical core of a small craft; measure at the opened edge',
      })
    : undefined;
  if (cored && job.hull.coreThickness === undefined)
    assumed('hull.coreThickness', 'core-assumed', { thickness: DEFAULTS.coreThickness });
  const oldLaminate =
    find(library.oldLaminates, job.hull.laminate ?? usualLaminate(job)) ?? library.oldLaminates[0];
  if (laminated && job.hull.laminate === undefined) {
    assumed('hull.laminate', 'laminate-assumed', { name: oldLaminate.name });
  }
  const conditions = job.conditions ?? {};
  const fromShop = (
    value: number | undefined,
    fallback: number,
  ): { value: number; origin: Origin; source: string } =>
    value === undefined
      ? { value: fallback, origin: 'assumed', source: 'no reading from the shop yet' }
      : {
          value,
          origin: 'shop',
          source: `reading in the shop${shop.readAt ? ` ${shop.readAt.slice(0, 16).replace('T', ' ')}` : ''}`,
        };
  const temperature = pick(
    'temperature',
    'temperature at the work',
    '°C',
    conditions.temperature,
    fromShop(shop.temperature, DEFAULTS.shopTemperature),
  );
  const humidity = pick(
    'humidity',
    'relative humidity',
    'fraction',
    conditions.humidity,
    fromShop(shop.humidity, DEFAULTS.shopHumidity),
  );
  if (temperature.origin === 'assumed') {
    assumed('conditions.temperature', 'temperature-assumed', { temperature: temperature.value });
  }
  if (job.access === undefined) assumed('access', 'access-assumed');
  if (job.duty === undefined) assumed('duty', 'duty-assumed');

  const wall = ledger.compute('wall', 'old wall', wallFormula, { T_old: thickness, g_old: gelCoat });
  const access = job.access ?? 'one';
  const usual = { origin: 'assumed', source: 'usual for hand work' } as const;
  const laminate = job.laminate ?? {};
  return {
    thickness,
    gelCoat,
    wall,
    core,
    side: job.taper?.side ?? usualSide(job, cored, wall.value),
    lie: ledger.given(
      'lie',
      'wet-out against flat work',
      DEFAULTS.lie[laminate.lie ?? 'flat'],
      '1',
      laminate.lie ? 'entered' : 'assumed',
      'upright 1.4 times, overhead twice as long',
    ),
    oldLaminate,
    laminateEntered: job.hull.laminate !== undefined,
    temperature,
    humidity,
    duty: job.duty ?? 'general',
    dutyEntered: job.duty !== undefined,
    access,
    backing: job.backing ?? (access === 'both' ? 'removable' : 'bonded'),
    // Blisters of this kind are found where the hull is always wet.
    position: job.damage.position ?? (job.damage.kind === 'blisters' ? 'below' : 'above'),
    grade: job.grade ?? 'standard',
    order: laminate.order ?? shop.order ?? 'largest first',
    minimumStep: pick('minimumStep', 'least step between plies', 'm', laminate.minimumStep, {
      value: DEFAULTS.minimumStep,
      ...usual,
    }),
    waste: pick('waste', 'hand-work waste', 'fraction', laminate.waste, { value: DEFAULTS.waste, ...usual }),
    hands:
      shop.hands === undefined
        ? ledger.given(
            'hands',
            'hands on the job',
            1,
            'count',
            'assumed',
            'one technician until the shop says otherwise',
          )
        : ledger.given('hands', 'hands on the job', shop.hands, 'count', 'shop', 'setting of the shop'),
    dropsPerMl: drops(shop, ledger),
    solventWipe: shop.solventWipe ?? 'none',
    groundCoat: pick('groundCoat', 'wet-out coat on the ground face', 'kg/m²', laminate.groundCoat, {
      value: DEFAULTS.groundCoat,
      ...usual,
    }),
  };
}

/** The laminate to expect where nobody has looked: by the fibre and resin of the hull, as far as they are known. */
function usualLaminate({ hull }: Job): string {
  if (hull.fibre === 'carbon') return 'carbon-epoxy';
  return hull.matrix === 'epoxy' || hull.matrix === 'vinyl ester' ? 'stitched-glass' : DEFAULTS.oldLaminate;
}

/** Drops per m³ of the first dropper bottle of the yard, else of a typical one. */
function drops(shop: Shop, ledger: Ledger): Figure {
  const [own] = shop.instruments?.droppers ?? [];
  const label = 'drops per ml of the bottle';
  return own
    ? ledger.given(
        'dropsPerMl',
        label,
        own.dropsPerMl * 1e6,
        'per m³',
        'shop',
        `counted on ${own.name ?? 'the dropper bottle'}`,
      )
    : ledger.given(
        'dropsPerMl',
        label,
        DEFAULTS.dropsPerMl * 1e6,
        'per m³',
        'assumed',
        'until one millilitre has been counted',
      );
}
