import type { Stage } from '../trace/problem';
import type { Plan } from './plan';
import { say, sayIn, saySize } from './say';

const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** The result of a stage in one sentence; undefined where the plan has not come so far. */
export function stageSentence(stage: Stage, plan: Plan): string | undefined {
  switch (stage) {
    case 'survey': {
      const s = plan.survey;
      if (!s) return undefined;
      return s.measured
        ? `A ${saySize(s.length, s.width)} ${s.shape} is sound at its edge and is the cut-out.`
        : `A first look of ${saySize(s.basis.length, s.basis.width)} is likely to grow to ${saySize(s.length, s.width)} once it is ground.`;
    }
    case 'system': {
      const c = plan.system?.chosen.chain;
      return c && `${c.resin.name} with ${c.cloth.name}, ${lower(c.filler.name)}, ${lower(c.finish.name)}.`;
    }
    case 'grind': {
      const g = plan.grind;
      return g && `Grind a ${say(g.taper.used)} taper out to ${saySize(g.groundLength, g.groundWidth)}; ${sayIn(g.dustMass, 'g', 0)} of laminate turns to dust.`;
    }
    case 'laminate': {
      const l = plan.laminate;
      return l && `${plural(l.plies.length, 'ply', 'plies')} ${l.plies.length === 1 ? 'builds' : 'build'} ${sayIn(l.thickness, 'mm', 2)} under a limit of ${sayIn(l.upperLimit, 'mm', 1)}, ${l.order}.`;
    }
    case 'mix': {
      const m = plan.mix;
      return m && `${say(m.total)} of resin in ${plural(m.batches.length, 'batch', 'batches')}; sand after ${say(m.milestones.sand)}.`;
    }
    case 'fair': {
      const f = plan.fair;
      return f && `${sayIn(f.volume, 'ml', 0)} of filler in ${plural(f.coats.value, 'coat')}, then ${f.sanding.map((s) => `P${s.grit}`).join(', ')}.`;
    }
    case 'finish': {
      const f = plan.finish;
      const name = plan.system?.chosen.chain.finish.kind ?? 'finish';
      return f && `${plural(f.coats.value, 'coat')} of ${name}, ${sayIn(f.volume, 'ml', 0)} in all, ${sayIn(f.wetPerCoat, 'µm', 0)} wet each.`;
    }
    case 'log':
      return 'What was done, by whom and when. Entries stay as they were written.';
  }
}

const lower = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1);
