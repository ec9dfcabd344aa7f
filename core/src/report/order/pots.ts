import type { Measure } from '../../materials/ways/measuring';
import type { Parts } from '../../materials/parts';
import type { Plan } from '../../plan/plan';
import type { Pot } from '../../repairs/repair';
import type { Figure } from '../../trace/figure';
import { lower } from '../../trace/words';
import type { Cup, InPots, Step } from '../../work/step';
import { measureWords } from '../measure-words';
import { figure, figureIn, gramDecimals, partLines, said, sayIn, type Reader, type Said } from '../say';

/** What stands in one cup: its parts, the ways of measuring them that are close enough, what is stirred in, and how many cups alike. */
export interface CupContent {
  readonly parts: Parts;
  /** The closest first; those that miss the tolerance are left out. */
  readonly measures: readonly Measure[];
  readonly powder?: Pot['powder'];
  readonly count: number;
  /** What is mixed and not laid, kg: no less could be measured out true. */
  readonly left?: number;
}

/** Cups of one step: of a repair and of filler they are counted for all its goes together. */
function cupsOf({ cup, count }: InPots, { work }: Plan): number {
  if (!count || !cup || cup.of === 'laminate' || cup.of === 'coat') return count?.value ?? 1;
  const alike = (other: Cup | undefined): boolean =>
    other?.of === cup.of && (other.of !== 'repair' || cup.of !== 'repair' || other.id === cup.id);
  const goes = (work?.steps ?? []).filter((s) => s.action === 'mix' && alike(s.pot?.cup)).length;
  return Math.max(1, Math.round(count.value / Math.max(1, goes)));
}

/** Less of a mix left over than this share is what always is, and less than this the smallest pot that there is, kg. */
const AS_ALWAYS = 0.2;
const SMALLEST = 0.01;

/** A cup with what is left over of it, where that is worth a word. */
const leaving = (
  cup: CupContent | undefined,
  left: number | undefined,
  mixed: number | undefined,
): CupContent | undefined =>
  cup && left && mixed && left > Math.max(SMALLEST, AS_ALWAYS * mixed) ? { ...cup, left } : cup;

/** What a step mixes, part by part, where the plan works it out. */
export function cupOf(pot: InPots, plan: Plan): CupContent | undefined {
  const { bench, dish: { mix, fair } = {}, finish, repair, system } = plan;
  const { cup } = pot;
  const content = (parts: Parts | undefined, measures: readonly Measure[] = []): CupContent | undefined =>
    parts && { parts, measures: measures.filter((m) => m.meets), count: cupsOf(pot, plan) };
  switch (cup?.of) {
    case 'laminate': {
      const i = (mix?.batches ?? []).findIndex((b) => b.number === cup.batch);
      return content(mix?.batches[i]?.parts, bench?.batches[i]);
    }
    case 'filler': {
      const own = content(fair?.partsPerBatch, bench?.filler);
      const name = system?.chosen?.chain.filler?.powder?.name;
      return own && fair?.powderPerBatch && name
        ? { ...own, powder: { name, mass: fair.powderPerBatch, intoRest: true } }
        : own;
    }
    case 'coat':
      return leaving(
        content(finish?.partsPerCup, bench?.coat),
        finish && finish.mixedPerCoat.value - finish.massPerCoat.value,
        finish?.mixedPerCoat.value,
      );
    case 'repair': {
      const own = repair?.pots.find((p) => p.id === cup.id);
      const mixed = own && own.mass.value * cupsOf(pot, plan);
      const cupful = content(own?.parts, bench?.pots[cup.id]);
      return leaving(
        cupful && own?.powder ? { ...cupful, powder: own.powder } : cupful,
        own && mixed && mixed - own.need.value,
        mixed,
      );
    }
    case undefined:
      return undefined;
  }
}

/** How long what a step mixes can be worked with. */
function lifeOf({ id, pot }: Step, { cure, dish, finish, productTimes, system }: Plan): Figure | undefined {
  const own = cure?.uses[id];
  if (own) return own;
  switch (pot?.cup?.of) {
    case 'laminate':
      return dish?.mix?.milestones.usable;
    case 'filler':
      return dish?.fair?.milestones.usable;
    case 'coat':
      return finish?.milestones.usable;
    default: {
      const name = system?.chosen?.chain.links.find((l) => l.product.id === pot?.product)?.product.name;
      return productTimes?.find((t) => t.product === name)?.milestones.usable;
    }
  }
}

/** "bench scale: resin to 61.8 g, then hardener until it shows 72.5 g", and what is stirred in; its masses where no way is close enough. */
export function potWords(step: Step, plan: Plan, reader: Reader): Said {
  const cup = step.pot && cupOf(step.pot, plan);
  if (!cup) return [];
  const grams = (f: Figure) => figureIn(f, 'g', gramDecimals(f), reader);
  const [best] = cup.measures;
  const how = best
    ? measureWords(best, reader, best.way === 'drops' ? powderFirst(cup, reader) : [])
    : said`${partLines(cup.parts).flatMap((p, i) => said`${i > 0 ? ', ' : ''}${p.name} ${grams(p.mass)}`)}, on a finer scale`;
  const life = lifeOf(step, plan);
  return [
    ...how,
    ...(best?.way === 'drops' ? [] : powderWords(cup, reader)),
    ...cupsWords(cup),
    ...leftWords(cup, reader),
    ...(life ? said`; use in ${figure(life, reader)}` : []),
  ];
}

/**
 * A pot like the one before, in short: "again 61.8 g, then 72.5 g", or its parts where no way of measuring is close enough.
 *
 * @returns undefined where it is measured by cups, syringes or pumps: it is told in full then
 */
export function againWords({ pot }: Step, plan: Plan, reader: Reader): Said | undefined {
  const cup = pot && cupOf(pot, plan);
  const [best] = cup?.measures ?? [];
  if (!cup || (best && best.way !== 'scale')) return undefined;
  const readings = best
    ? best.readings.map((r) => figureIn(r.figure, 'g', 1, reader))
    : partLines(cup.parts).map((p) => figureIn(p.mass, 'g', gramDecimals(p.mass), reader));
  return [
    'again ',
    ...readings.flatMap((r, i) => (i === 0 ? [r] : [best ? ', then ' : ' and ', r])),
    ...(best ? [] : [', on a finer scale']),
    ...powderWords(cup, reader),
    ...cupsWords(cup),
  ];
}

const leftWords = ({ left }: CupContent, reader: Reader): Said =>
  left === undefined ? [] : [`, ${sayIn({ value: left }, 'g', 0, reader)} of it left over`];
const powderOf = (powder: NonNullable<CupContent['powder']>, reader: Reader): Said =>
  said`${lower(powder.name)} ${figureIn(powder.mass, 'g', gramDecimals(powder.mass), reader)}`;
const powderFirst = ({ powder }: CupContent, reader: Reader): Said =>
  powder ? said`, ${powderOf(powder, reader)} in` : [];
/** A peroxide goes in last: it gels soon after. */
function powderWords({ powder, parts }: CupContent, reader: Reader): Said {
  if (!powder) return [];
  const own = powderOf(powder, reader);
  return parts.kind === 'peroxide'
    ? said`; ${own} stirred in before the catalyst`
    : said`, then ${own}${powder.intoRest ? ' into the rest' : ''}`;
}
const cupsWords = ({ count }: CupContent): Said => (count > 1 ? [` (each of ${count} cups)`] : []);
