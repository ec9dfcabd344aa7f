import { isAntifouling, type Product } from '../../materials/product';
import { hazardsBySteps } from '../../report/guidance';
import type { Hazard } from '../../trace/broken';
import { effectsOf } from '../../work/surfaces';
import type { Broken } from '../../trace/broken';
import { expectedOf } from '../expected';
import type { Placed } from '../replay';
import type { Check, Scene } from './check';

/** What can hurt is said at its step, or at the first one before it at which it can. */
export const cautions: Check = (p, scene) => {
  const there = told(p, scene);
  return hazardsAt(p, scene)
    .filter((h) => !there.has(h))
    .map((of): Broken => ({ gate: 'caution', of }));
};

const kept = new WeakMap<object, ReadonlyMap<string, ReadonlySet<Hazard>>>();

function told(p: Placed, { place, placed }: Scene): ReadonlySet<Hazard> {
  const by = kept.get(place) ?? hazardsBySteps(place.plan);
  kept.set(place, by);
  return new Set(placed.slice(0, placed.indexOf(p) + 1).flatMap((x) => [...(by.get(x.step.id) ?? [])]));
}

function hazardsAt(p: Placed, { place, faces }: Scene): readonly Hazard[] {
  const { step } = p;
  const product = place.product(p.product);
  const wet = expectedOf(step).pot === true || step.action === 'mix';
  const found: Hazard[] = product && wet ? [...ofProduct(product)] : [];
  if (step.action === 'cut' || step.action === 'grind' || step.action === 'stopHoles') found.push('cutting');
  if (step.action === 'hoist' || step.action === 'hoistBack') found.push('heavy part');
  if (step.action === 'weld' && step.how !== 'plugs') found.push('hot');
  if (step.action === 'test' && step.how !== 'valve') found.push('pressure');
  const rubs = effectsOf(step).includes('dusts');
  if (rubs && place.plan.system?.substrates.some((s) => s.traits.includes('lead'))) found.push('lead');
  const onEpoxy = (faces.get(step.id) ?? []).some(
    ({ laid }) => laid && place.product(laid.product)?.family === 'epoxy',
  );
  if (rubs && onEpoxy) found.push('green epoxy');
  return found;
}

function ofProduct(p: Product): ReadonlySet<Hazard> {
  const found = new Set<Hazard>();
  const traits = new Set<string>(p.traits ?? []);
  const proportion = 'proportion' in p ? p.proportion?.kind : undefined;
  if (proportion === 'peroxide' || (proportion === 'cream' && p.role !== 'fabric adhesive'))
    found.add('peroxide');
  if (traits.has('styrene') || (p.role === 'laminating resin' && p.family !== 'epoxy')) found.add('styrene');
  if (p.family === 'methacrylate') found.add('methacrylate');
  if (traits.has('isocyanate')) found.add('isocyanate');
  if (traits.has('light-cure')) found.add('light');
  if (isAntifouling(p)) found.add('antifouling');
  return found;
}
