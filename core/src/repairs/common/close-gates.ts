import { RATES } from '../../rates/book';
import { multiple } from '../../rates/row';
import type { Product } from '../../materials/product';
import type { DamageKind } from '../../materials/damage-kinds';
import type { HullFamily } from '../../materials/substrates';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import { problem, type Stage } from '../../trace/problem';
import { needsOf } from '../../work/gates';
import type { Place } from '../../work/place';
import { productsOf } from '../../work/pots';
import type { Item, Lag, Step } from '../../work/step';
import { effectsOf, surfacesOf, type Surface } from '../../work/surfaces';
import { perM2, StepWriter } from '../../work/writer';
import { dryingAir, dryingOffer, dryingTime, type Stated } from './drying-means';
import { washHow } from './wash';
import { SOAKS, notSaid, wetnessOf } from '../../survey/wetness';

export interface Gated {
  readonly items: readonly Item[];
  readonly family: HullFamily;
  readonly products: readonly Product[];
  readonly job: Pick<Job, 'damage' | 'repair' | 'warmth'>;
  readonly damage: DamageKind;
  readonly temperature: Figure;
  /** Face that is worked, and the face that is coated where that is another. */
  readonly area: Figure;
  readonly coated?: Figure;
}

/** What has become of a face so far. */
interface State {
  clean: boolean;
  rinsed: boolean;
  abraded: boolean;
}

/** Paper that what was found, or what no longer bonds, is keyed with before it is built up, and before it is coated. */
const KEY = { bond: 80, coat: 240 } as const;

/**
 * Closes the gates of the faces: what a step needs of its face and no step before it makes so gets the step that does,
 * just before it, or before its pot is mixed. What was found is washed before paper rubs it in, cured epoxy before it is
 * sanded; dust is off and the face is keyed before anything bonds to it.
 */
export function closeGates(gated: Gated, ledger: Ledger): readonly Item[] {
  const { items, family, products, area, coated, job, damage } = gated;
  const wet = wetnessOf(job.damage, damage, family);
  const steps = items.flatMap((i) => ('step' in i ? [i.step] : []));
  const { all, on } = surfacesOf(steps);
  const faces = new Map(all.map((s) => [s.id, s]));
  const states = new Map(all.map((s) => [s.id, { clean: s.by === 'laid', rinsed: false, abraded: false }]));
  const laidWith = productsOf(steps);
  const waits = waitsAfter(items);
  const known = new Map(products.map((p) => [p.id, p]));
  const used = new Set(steps.map((s) => s.id));
  const before = new Map<string, readonly Item[]>();
  if (notSaid(job.damage, damage, family))
    ledger.report(problem({ severity: 'assumed', stage: 'survey', path: 'damage.wet' }, 'wet-not-said'));
  const closes = wet === 'damp' || wet === 'wet' ? firstClosed(steps) : undefined;
  for (const step of steps) {
    const open = (on.get(step.id) ?? []).flatMap((id) => faces.get(id) ?? []);
    const w = new StepWriter(ledger);
    const writer: Closing = {
      w,
      ledger,
      used,
      family,
      area: step.stage === 'finish' ? (coated ?? area) : area,
      rinse: new Set(),
      dust: new Set(),
      key: [],
    };
    const bonded = open.filter((f) => f.place === step.place || !surround(f, open, states));
    if (step === closes) dry(step, wet === 'wet', gated, writer);
    for (const face of bonded) {
      const state = states.get(face.id);
      if (!state || face.born === step.id) continue;
      const on = face.by === 'laid' ? steps.find((s) => s.id === face.born) : undefined;
      close(
        step,
        face,
        state,
        on && { step: on, product: known.get(laidWith.get(on.id) ?? ''), wait: waits.get(on.id) },
        writer,
      );
    }
    together(step, writer);
    for (const face of open) apply(face, states.get(face.id), step.id);
    if (w.items.length > 0)
      before.set(goFirst(steps, step).id, [...(before.get(goFirst(steps, step).id) ?? []), ...w.items]);
  }
  return before.size === 0
    ? items
    : items.flatMap((i) => ('step' in i ? [...(before.get(i.step.id) ?? []), i] : [i]));
}

/** What is waited for after each step before the next one: how far its layer comes. */
function waitsAfter(items: readonly Item[]): ReadonlyMap<string, Lag> {
  const found = new Map<string, Lag>();
  let last: string | undefined;
  for (const item of items) {
    // What is done aside or beside goes on meanwhile.
    if ('step' in item && !item.aside && !item.beside) last = item.step.id;
    else if ('lag' in item && item.lag.cures && last !== undefined) found.set(last, item.lag);
  }
  return found;
}

/** What was only washed, round a place that was opened or keyed: nothing is bonded to it. */
const surround = (face: Surface, open: readonly Surface[], states: ReadonlyMap<string, State>): boolean =>
  face.by === 'found' &&
  states.get(face.id)?.abraded === false &&
  open.some((f) => f !== face && (f.by !== 'found' || states.get(f.id)?.abraded === true));

function apply({ done }: Surface, state: State | undefined, step: string): void {
  if (!state) return;
  for (const { step: by, state: made } of done) {
    if (by !== step) continue;
    if (made === 'cleans') state.clean = true;
    else if (made === 'dusts') state.clean = false;
    else if (made === 'rinses') state.rinsed = true;
    else if (made === 'abrades') state.abraded = true;
  }
}

/** What closes a wet place, where nothing has been read or dried before it. */
function firstClosed(steps: readonly Step[]): Step | undefined {
  const at = steps.findIndex((s) => effectsOf(s).includes('lays'));
  const before = steps.slice(0, Math.max(0, at));
  const read = before.some((s) => s.action === 'read' || effectsOf(s).includes('dries'));
  return at < 0 || read ? undefined : steps[at];
}

/** Days that an opened place takes to dry in dry air at 20 °C, and how much sooner or later. Source: judged; the readings decide. */
const DRIES_IN = { damp: 3, wet: 7 } as const;
const DRIES_SPAN = [0.3, 3] as const;
const DAY = 86_400;

function dry({ stage, place }: Step, wet: boolean, { job, temperature }: Gated, c: Closing): void {
  const { ledger } = c;
  if (!SOAKS.has(c.family)) {
    c.w.step(stage, 'clean', 'dry', { place, serves: free(c, place, 'clean', 'dry') }, RATES.washFixed, [
      perM2(RATES.washPerM2, c.area),
    ]);
    return;
  }
  const stated: Stated = {
    at20: ledger.given(
      'drying.usual',
      'drying in dry air at 20 °C, until it is measured',
      DRIES_IN[wet ? 'wet' : 'damp'] * DAY,
      's',
      'assumed',
      'judged: three days damp, seven wet; the readings decide',
    ),
    span: DRIES_SPAN,
    air: dryingAir(job, temperature, ledger),
  };
  const by = job.repair?.drying?.by ?? 'open';
  if (!job.repair?.drying?.by) ledger.report(dryingOffer(by, stated, ledger));
  const at = { place, serves: 'dry' };
  if (by !== 'open') c.w.step(stage, 'air', by, at, RATES.airCore);
  c.w.wait(stage, by === 'open' ? 'driesOpened' : 'driesWarmed', at, dryingTime(stated, by, ledger));
  if (by !== 'open') c.w.step(stage, 'strike', 'heater', at, RATES.strike);
  c.w.step(stage, 'read', 'once', { place, serves: free(c, place, 'read', 'dry') }, RATES.readMeter);
}

/** The first step of the go that a step belongs to: nobody goes for a bucket while a pot is open. */
const goFirst = (steps: readonly Step[], step: Step): Step =>
  step.go === undefined ? step : (steps.find((s) => s.go === step.go) ?? step);

interface Closing {
  readonly w: StepWriter;
  readonly ledger: Ledger;
  readonly used: Set<string>;
  readonly family: HullFamily;
  readonly area: Figure;
  /** Faces that are rinsed, and wiped, before the step. */
  readonly rinse: Set<State>;
  readonly dust: Set<State>;
  /** Faces that are keyed, each at its place. */
  readonly key: (readonly [Place, State])[];
}

interface Laid {
  readonly step: Step;
  readonly product?: Product;
  /** What is waited for when it lies. */
  readonly wait?: Lag;
}

function close(step: Step, face: Surface, state: State, laid: Laid | undefined, c: Closing): void {
  const needs = needsOf(step);
  if (needs.has('washed') && face.by === 'found' && !state.clean && !state.abraded)
    wash(step, face.place, state, c);
  const sweats = laid !== undefined && blushes(laid) && !state.rinsed;
  if (needs.has('rinsed') && sweats) c.rinse.add(state);
  if (needs.has('keyed') && !keyed(step, face, state, laid)) {
    if (sweats) c.rinse.add(state);
    c.key.push([face.place, state]);
  }
  if (needs.has('clean') && !state.clean) c.dust.add(state);
}

/** What lies open at one place is rinsed, and wiped, all at once. */
function together(step: Step, c: Closing): void {
  const { rinse, dust, key: keys } = c;
  const once = (action: 'wash' | 'clean', how: 'blush' | 'dust'): void => {
    const where = { place: step.place, serves: free(c, step.place, action, how) };
    const rates = [perM2(RATES.wipePerM2, c.area)];
    if (how === 'blush') c.w.step(step.stage, 'wash', how, where, RATES.wipeFixed, rates);
    else c.w.step(step.stage, 'clean', how, where, RATES.wipeFixed, rates);
  };
  if (rinse.size > 0) once('wash', 'blush');
  for (const state of rinse) Object.assign(state, { clean: true, rinsed: true });
  for (const [place, state] of keys) key(step.stage, place, state, c);
  const dusty = [...dust].filter((state) => !state.clean);
  if (dusty.length > 0) once('clean', 'dust');
  for (const state of dusty) state.clean = true;
}

/** Amines sweat out of an epoxy that cures in air; those of a primer are bound in its pigment and solvent. */
const blushes = ({ product }: Laid): boolean =>
  product?.family === 'epoxy' &&
  product.role !== 'primer' &&
  !(product.traits?.includes('light-cure') ?? false);

/**
 * A face that bonds: abraded, newly cut, laid in the same go or waited for until its window opens, or a paint of one part
 * over which the next goes when it has dried. What was left until it could be sanded is sanded.
 */
function keyed(step: Step, { by }: Surface, { abraded }: State, laid: Laid | undefined): boolean {
  if (abraded || by === 'exposed') return true;
  if (!laid) return false;
  if (laid.step.go !== undefined && laid.step.go === step.go) return true;
  const { product, wait } = laid;
  if (!product || !wait?.cures) return true;
  const oneCoat = product.role === 'coating' && (product.traits?.includes('one-part') ?? false);
  const primer = product.role === 'primer' && !product.cure?.window;
  return wait.cures.moment === 'opens' || oneCoat || primer;
}

/** An id that no step has yet. */
function free({ used }: Closing, place: Place, action: string, serves: string): string {
  for (let n = 1; ; n += 1) {
    const name = n === 1 ? serves : `${serves}-${n}`;
    const id = `${place}.${action}@${name}`;
    if (used.has(id)) continue;
    used.add(id);
    return name;
  }
}

function wash({ stage }: Step, place: Place, state: State, c: Closing): void {
  const how = washHow(c.family);
  c.w.step(
    stage,
    'wash',
    how === 'dewax' && place === 'inside' ? 'dewaxInside' : how,
    { place, serves: free(c, place, 'wash', 'ground') },
    RATES.wipeFixed,
    [perM2(RATES.washPerM2, c.area)],
  );
  Object.assign(state, { clean: true, rinsed: true });
}

function key(stage: Stage, place: Place, state: State, c: Closing): void {
  const grit = stage === 'finish' ? KEY.coat : KEY.bond;
  c.w.step(
    stage,
    'abrade',
    'keyed',
    { place, serves: free(c, place, 'abrade', 'key'), fields: { grit } },
    multiple(RATES.abradeFixed, 1 / 2),
    [perM2(RATES.abradePerM2, c.area)],
  );
  Object.assign(state, { clean: true, abraded: true });
}
