import { linkOf, type Chain } from '../match/chain';
import { LINKS } from '../match/links';
import type { Stage } from '../trace/problem';
import type { Plan } from '../plan/plan';
import { lower } from '../trace/words';
import type { SurveyResult } from '../survey/extent';
import {
  figure,
  figureIn,
  plainText,
  said,
  saidWords,
  partsSaid,
  sizeOf,
  type Reader,
  type Said,
} from './say';

const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** The result of a stage in one sentence whose figures can be opened; undefined where the plan has not come so far. */
export function stageWords(stage: Stage, plan: Plan, reader: Reader = {}): Said | undefined {
  const sheet = plan.repair?.sheets.find((s) => s.stage === stage);
  const told = sheet && sheet.sentence.length > 0 ? saidWords(sheet.sentence, reader) : undefined;
  if (told && stage !== 'survey' && !(stage === 'finish' && plan.finish)) return told;
  switch (stage) {
    case 'survey': {
      const s = plan.survey;
      if (!s) return undefined;
      if (!plan.dish?.grind) return said`${surveyWords(s, reader)}${told ? said` ${told}` : ''}`;
      if (s.measured && s.holes.length > 1)
        return said`${String(s.holes.length)} holes, ${partsSaid(s.holes, s.length, s.width, reader)}, are sound at their edges and are the cut-outs.`;
      return s.measured
        ? said`A ${sizeOf(s.length, s.width, reader)} ${s.shape === 'outline' ? 'traced outline' : s.shape} is sound at its edge and is the cut-out.`
        : said`A first look of ${sizeOf(s.basis.length, s.basis.width, reader)} is likely to grow to ${sizeOf(s.length, s.width, reader)} once it is ground.`;
    }
    case 'system': {
      const c = plan.system?.chosen?.chain;
      if (!c) return plan.system && ['Every system is refused.'];
      if (plan.repair?.kind === 'dress') return ['Dressed only: nothing is laid.'];
      if (plan.repair?.kind === 'hold') return ['Held until home: nothing is laid that stays.'];
      return c.resin && c.cloth && c.filler && c.finish
        ? said`${[`${c.resin.name} with ${c.cloth.name}`, lower(c.filler.name), ...UNDER_FINISH.flatMap((role) => linkOf(c, role)?.name ?? []).map(lower), lower(c.finish.name), ...besides(c)].join(', ')}.`
        : [chainWords(c)];
    }
    case 'grind': {
      const g = plan.dish?.grind;
      if (!g) return undefined;
      const { inside } = g;
      if (inside && g.side === 'inside')
        return said`Grind a ${figure(g.taper.used, reader)} taper from inside out to ${sizeOf(inside.groundLength, inside.groundWidth, reader)}; ${figureIn(inside.dustMass, 'g', 0, reader)} of laminate turns to dust.`;
      if (inside)
        return said`Grind a ${figure(g.taper.used, reader)} taper on both faces, outside to ${sizeOf(g.groundLength, g.groundWidth, reader)}, inside to ${sizeOf(inside.groundLength, inside.groundWidth, reader)}.`;
      const how = g.through ? '' : said`, ${figureIn(g.depth, 'mm', 1, reader)} deep`;
      return said`Grind a ${figure(g.taper.used, reader)} taper${how} out to ${partsSaid(g.grounds, g.groundLength, g.groundWidth, reader)}; ${figureIn(g.dustMass, 'g', 0, reader)} of laminate turns to dust.`;
    }
    case 'laminate': {
      const l = plan.dish?.laminate;
      const verb = l?.plies.length === 1 ? 'builds' : 'build';
      if (l && l.sides.length > 1) {
        const [outside, inside] = l.sides;
        return said`${plural(outside.plies.length, 'ply', 'plies')} outside build ${figureIn(outside.thickness, 'mm', 2, reader)}, ${plural(inside.plies.length, 'ply', 'plies')} inside ${figureIn(inside.thickness, 'mm', 2, reader)}, ${l.order}.`;
      }
      return (
        l &&
        said`${plural(l.plies.length, 'ply', 'plies')} ${verb} ${figureIn(l.thickness, 'mm', 2, reader)} under a limit of ${figureIn(l.upperLimit, 'mm', 1, reader)}, ${l.order}.`
      );
    }
    case 'mix': {
      const m = plan.dish?.mix;
      return (
        m &&
        said`${figure(m.total, reader)} of resin in ${plural(m.batches.length, 'batch', 'batches')}; sand after ${figure(m.milestones.sand, reader)}.`
      );
    }
    case 'fair': {
      const f = plan.dish?.fair;
      const papers = f?.sanding.map((s) => s.grit).join(', ');
      if (f && (f.goes.value === 0 || (f.surface && f.rounds.value === 0)))
        return said`Fair within ${figureIn(f.tolerance, 'mm', 2, reader)}; papers ${papers ?? ''}.`;
      return (
        f &&
        said`${figureIn(f.volume, 'ml', 0, reader)} of filler in ${plural(f.goes.value, 'coat')}${f.rounds.value > 1 ? said` over ${figure(f.rounds, reader)} rounds` : ''}, then ${papers ?? ''}.`
      );
    }
    case 'finish': {
      const f = plan.finish;
      const name = plan.system?.chosen?.chain.finish?.kind ?? 'finish';
      return (
        f &&
        said`${plural(f.coats.value, 'coat')} of ${name} over ${figure(f.area, reader)}, ${f.volume.value >= 0.002 ? figure(f.volume, reader) : figureIn(f.volume, 'ml', 0, reader)} in all, ${figureIn(f.wetPerCoat, 'µm', 0, reader)} wet each, ${{ text: `${(f.spreadRate.value / 1000).toFixed(1)} m²/l`, figure: f.spreadRate }}.`
      );
    }
    case 'log':
      return ['What was done, by whom and when. Entries stay as they were written.'];
  }
}

const surveyWords = (s: SurveyResult, reader: Reader): Said =>
  s.measured
    ? said`${sizeOf(s.length, s.width, reader)}, ${s.shape === 'outline' ? 'traced' : s.shape}, to sound material.`
    : said`A first look of ${sizeOf(s.basis.length, s.basis.width, reader)} is likely to grow to ${sizeOf(s.length, s.width, reader)}.`;

/** The same as plain text. */
export function stageSentence(stage: Stage, plan: Plan, reader: Reader = {}): string | undefined {
  const words = stageWords(stage, plan, reader);
  return words && plainText(words);
}

/** A chain in one line: what holds it first, then what goes before and after. */
export function chainWords(chain: Chain): string {
  const [first, ...rest] = TOLD.flatMap((role) => linkOf(chain, role)?.name ?? []);
  return first ? `${[first, ...rest.map(lower), ...besides(chain)].join(', ')}.` : '';
}

/** What lies between filler and finish. */
const UNDER_FINISH = ['prime', 'barrier', 'undercoat'] as const;

/** Roles in the order in which they are told; what a face is prepared with stands at its steps. */
const TOLD = ['bond', 'reinforce', 'coring', 'prime', 'fill', 'barrier', 'undercoat', 'finish'] as const;
const UNTOLD: ReadonlySet<string> = new Set([...TOLD, 'prep', 'clean']);

/** What a chain has besides, by what it does there. */
const besides = ({ links }: Chain): readonly string[] =>
  links
    .filter(({ role }) => !UNTOLD.has(role))
    .map(({ role, product }) => `${LINKS[role].name}: ${lower(product.name)}`);
