import { dry, throughCure } from '../cure/drying';
import { sunUva, timeToDepth, TYPICAL_LIGHT } from '../cure/light';
import type { Job } from '../schema/job';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import type { MilestoneMeaning } from '../trace/milestone';
import { problem, type Problem } from '../trace/problem';
import { tellMilestone } from '../tell/milestones';
import { meaningOf } from './film-meaning';
import type { Plan } from '../plan/plan';
import type { Timeline } from '../schedule/timeline';
import type { PlacedAir } from './air-course';
import { ripeningOf } from './product-cure';
import { Surroundings } from './surroundings';
import { CureRun, HORIZON } from './run';
import { coatOfFinish } from './layers';
import { spans } from './span';
import type { CureCase, ForecastMilestone, MilestoneId } from '../plan/cure-forecast';

const LONG = 12 * 3600;
/** Layer that light goes through, m, and height of the sun that is reckoned with, degrees. */
const MOST_LIT = 0.002;
const SUN_HEIGHT = 35;
/** Two-part adhesives of fabrics are laid between these, °C. Source: usual limits of their sheets. */
const FABRIC_RANGE: readonly [number, number] = [15, 28];

/**
 * How the products of a repair that is not laminate go by their air, and what the air does to them.
 * @param told products whose own waits have been worked out: only their warnings are added
 */
export function filmCases(
  job: Job,
  plan: Plan,
  placed: PlacedAir,
  timeline: Timeline,
  told: ReadonlySet<string>,
  ledger: Ledger,
  zone: string,
): { readonly cases: readonly CureCase[]; readonly problems: readonly Problem[] } {
  const { inputs } = plan;
  const links = plan.system?.chosen?.chain.links ?? [];
  const cases: CureCase[] = [];
  const problems: Problem[] = [];
  if (!inputs) return { cases, problems };
  for (const { role, product } of links) {
    const cure = 'cure' in product ? product.cure : undefined;
    if (!cure) continue;
    const laid = lastLaid(product.id, plan, timeline);
    const id = `film.${role}`;
    const milestones: ForecastMilestone[] = [];
    const put = (
      m: MilestoneId,
      meaning: MilestoneMeaning,
      seconds: number | undefined,
      span: readonly [number, number],
      from: Readonly<Record<string, Figure>>,
      formula: { id: string; expression: string; source: string },
    ): void => {
      if (seconds === undefined) return;
      const after = ledger.record(
        `${id}.${m}`,
        `${tellMilestone(meaning)}, ${product.name}`,
        { ...formula, unit: 's' },
        seconds,
        from,
        [seconds * span[0], seconds * span[1]],
      );
      milestones.push({
        id: m,
        meaning,
        after,
        at: laid + seconds * 1000,
        span: [laid + seconds * span[0] * 1000, laid + seconds * span[1] * 1000],
      });
    };
    const around = new Surroundings(job, placed, laid, 0);
    if (job.warmth?.kind === 'tent') around.switchOn(laid);
    const air = (t: number): readonly [number, number] => [
      around.air.temperature(laid + t * 1000),
      around.air.humidity(laid + t * 1000),
    ];
    const drying = 'drying' in product ? product.drying : undefined;
    const from = { T: inputs.temperature, RH: inputs.humidity };
    if (drying) {
      const formula = {
        id: 'cure/drying',
        expression: 'dt_sheet/dt = 2^((T − T_s)/10)·(1 − RH²)/(1 − RH_s²)·(L_s/L)²',
        source: 'drying of a film against the conditions of its sheet',
      };
      const run = dry(drying, drying.film, air, LONG);
      put(
        'opens',
        { kind: drying.kind === 'solvent' ? 'dull' : 'skinned' },
        run.opens,
        [0.7, 1.5],
        from,
        formula,
      );
      put(
        'closes',
        { kind: drying.kind === 'solvent' ? 'tack-gone' : 'tooling-over' },
        run.closes,
        [0.7, 1.3],
        from,
        formula,
      );
      const until = run.opens ?? LONG;
      const damp = Math.max(...[0, until / 2, until].map((t) => air(t)[1]));
      if (damp > drying.humidityLimit)
        problems.push(
          problem({ severity: 'warning', stage: 'mix', path: 'conditions.humidity' }, 'film-too-damp', {
            product: product.name,
            humidity: damp,
            limit: drying.humidityLimit,
          }),
        );
      if (run.opens === undefined)
        problems.push(
          problem({ severity: 'warning', stage: 'mix', path: 'conditions.humidity' }, 'film-does-not-dry', {
            product: product.name,
          }),
        );
    }
    if (product.role === 'fabric adhesive' && product.family !== 'heat weld') {
      const [T] = air(0);
      if (T < FABRIC_RANGE[0] || T > FABRIC_RANGE[1])
        problems.push(
          problem(
            { severity: 'warning', stage: 'mix', path: 'conditions.temperature' },
            'glue-out-of-range',
            { product: product.name, temperature: T, low: FABRIC_RANGE[0], high: FABRIC_RANGE[1] },
          ),
        );
    }
    if (product.traits?.includes('light-cure')) {
      const deep = Math.min(
        MOST_LIT,
        'maximumPerGo' in product && product.maximumPerGo ? product.maximumPerGo : MOST_LIT,
      );
      const uva = ledger.given(
        `${id}.uva`,
        'UV-A on the face, sun at 35°',
        sunUva(SUN_HEIGHT),
        'W/m²',
        'assumed',
        'clear sky; a cloud takes half of it',
      );
      const seconds = timeToDepth(TYPICAL_LIGHT, deep, uva.value);
      put(
        'gel',
        { kind: 'lit-to', depth: deep },
        seconds,
        [0.6, 2.5],
        { I: uva },
        { id: 'cure/light', expression: 't = D·e^(μz)/I', source: 'Beer–Lambert; a clear resin, no pigment' },
      );
      if (job.conditions?.sun !== 'yes')
        problems.push(
          problem({ severity: 'warning', stage: 'mix', path: 'conditions.sun' }, 'light-needed', {
            product: product.name,
          }),
        );
      cases.push({
        id,
        of: 'film',
        stage: 'mix',
        title: roleWords(role),
        product: product.name,
        laid,
        milestones,
      });
      continue;
    }
    const { ripening, basis } = ripeningOf({ name: product.name, family: product.family, sheet: cure });
    const run = new CureRun(
      [
        { name: 'hull', thickness: 0.004, conductivity: 0.2, density: 1100, heatCapacity: 1400 },
        coatOfFinish(0.0005, 1100, ripening.kind === 'law' ? ripening.law.kinetics : undefined),
      ],
      1,
      laid,
      around,
      0,
      12,
      0.5,
    );
    run.lay(ripening, around.air.temperature(laid));
    run.until(HORIZON, 'full');
    const range = spans(ripening, (t) => air(t)[0], placed.band, 0.015);
    const rule = {
      id: ripening.kind === 'law' ? 'cure/kinetics' : 'physics/doubling-rule',
      expression:
        ripening.kind === 'law' ? 'dα/dt = (k1 + k2·α^m)(1 − α)^n·f_d' : '∫2^((T − T_s)/10)dt = t_sheet',
      source: basis.words,
    };
    if (!drying) {
      put('opens', { kind: 'bonds-from' }, run.reached.opens, range('opens'), from, rule);
      put('closes', { kind: 'bonds-until' }, run.reached.closes, range('closes'), from, rule);
    }
    put('sand', meaningOf('sand', product), run.reached.sand, range('sand'), from, rule);
    if (drying?.kind === 'moisture') {
      const deep = ('maximumPerGo' in product && product.maximumPerGo) || drying.film;
      put('full', { kind: 'cured-to', depth: deep }, throughCure(deep, ...air(0)), [0.7, 1.6], from, {
        id: 'cure/drying',
        expression: 't = 1 d·(d/3 mm)²·(0.5·p_s(23 °C))/(RH·p_s(T))',
        source: 'a skin that grows from its free face; moisture is what it cures with',
      });
    } else {
      put('full', meaningOf('full', product), run.reached.full, range('full'), from, rule);
    }
    const falls = coldest(around, laid, run.reached.sand ?? HORIZON);
    if (falls.value < cure.minimumTemperature)
      problems.push(
        problem(
          { severity: 'warning', stage: 'mix', path: 'conditions.temperature' },
          'falls-below-minimum',
          {
            product: product.name,
            coldest: falls.value,
            minimum: cure.minimumTemperature,
            at: { ms: falls.at, zone },
          },
        ),
      );
    if (!told.has(product.name))
      cases.push({
        id,
        of: 'film',
        stage: 'mix',
        title: roleWords(role),
        product: product.name,
        laid,
        milestones,
        basis,
        series: run.series(1),
      });
  }
  return { cases, problems };
}

/** When the last of a product lies: at the end of what its last pot is drawn on for; where no pot names it, before the first wait. */
function lastLaid(product: string, { work }: Plan, timeline: Timeline): number {
  const steps = work?.steps ?? [];
  const mixed = steps.map((s) => s.pot?.product === product).lastIndexOf(true);
  const drawn = steps.slice(mixed + 1).find((s) => s.go !== undefined && s.go === steps[mixed]?.go);
  const laying = drawn ?? steps[mixed];
  const tasks = timeline.stages.flatMap((s) => s.tasks);
  return (
    (mixed === -1 ? undefined : tasks.find((t) => t.id === laying.id)?.end) ??
    timeline.stages.find((s) => s.stage === 'mix')?.tasks.find((t) => t.kind === 'wait')?.start ??
    timeline.end
  );
}

const roleWords = (role: string): string =>
  ({ bond: 'bond', prime: 'primer', barrier: 'barrier coat', finish: 'finish', fill: 'filler' })[role] ??
  role;

function coldest(around: Surroundings, from: number, seconds: number): { value: number; at: number } {
  let best = { value: Infinity, at: from };
  for (let t = 0; t <= seconds; t += 1800) {
    const value = around.air.temperature(from + t * 1000);
    if (value < best.value) best = { value, at: from + t * 1000 };
  }
  return best;
}
