import { ACTIONS } from '../../work/actions';
import type { ActionEntry } from '../../work/entry';
import type { Plan } from '../../plan/plan';
import type { Figure } from '../../trace/figure';
import type { Step } from '../../work/step';
import { figure, said, say, type Reader, type Said } from '../say';
import { FEW_STEPS, numberedWork, type Numbered } from './numbered';

/** One thing to get ready before the work is begun. */
export interface Before {
  readonly what: 'buy' | 'tools' | 'cut' | 'warm' | 'people' | 'read';
  readonly name: string;
  readonly text: Said;
}

/** What a step is done with. */
function toolsOf({ action, how }: Step): readonly string[] {
  const { tools = [], toolsIf = {} }: ActionEntry = ACTIONS[action];
  return toolsIf[how] ?? tools;
}

const numbers = (steps: readonly Numbered[]): string =>
  steps.length === 1 ? `step ${steps[0].n}` : `steps ${steps.map((s) => s.n).join(', ')}`;

/** What is bought, set out, cut, warmed and asked for before the first step, so that no pot stands while somebody looks for a brush. */
export function beforeStart(plan: Plan, reader: Reader): readonly Before[] {
  const { steps } = numberedWork(plan);
  const tools = new Set(steps.flatMap(({ step }) => toolsOf(step)));
  const cut = steps.filter(({ step }) => step.action === 'make');
  const warm = steps.filter(({ step }) => step.action === 'warm');
  const two = steps.filter(({ step }) => step.people > 1);
  const list: Before[] = [];
  const put = (what: Before['what'], name: string, text: Said): void => {
    if (text.length > 0) list.push({ what, name, text });
  };
  put('buy', 'Buy or fetch', materialsText(plan, reader));
  const papers = papersText(plan);
  const named = [...tools].filter((tool) => tool !== 'paper' || papers === '');
  put('tools', 'Set out', [[...named, ...(papers ? [papers] : [])].join(', ')].filter(Boolean));
  put(
    'cut',
    'Cut',
    cut.length > 0
      ? [`what ${numbers(cut)} ${cut.length === 1 ? 'says' : 'say'}; patterns and cut list are with the job`]
      : [],
  );
  put(
    'warm',
    'Warm',
    warm.length > 0 ? [`heat and thermometer for ${numbers(warm)}, up before anything is laid`] : [],
  );
  put('people', 'A second person', two.length > 0 ? [`for ${numbers(two)}`] : []);
  if (steps.length > FEW_STEPS) put('read', 'Read', ['data sheets: ratio and limits as here']);
  return list;
}

/** Papers of the whole job, each with its pieces: "P80 × 1, P180 × 2". */
function papersText({ dish, finish, sanding = {} }: Plan): string {
  const pieces = new Map<string, number>();
  const all = [...(dish?.fair?.sanding ?? []), ...(finish?.sanding ?? []), ...Object.values(sanding).flat()];
  for (const { grit, discs } of all) pieces.set(grit, (pieces.get(grit) ?? 0) + discs.value);
  return [...pieces].map(([grit, n]) => `${grit} × ${n}`).join(', ');
}

/** Every product once, with what is used of it in all. */
function materialsText({ materials = [] }: Plan, reader: Reader): Said {
  const products = new Map<string, Figure[]>();
  for (const { product, quantity } of materials) {
    const key = `${product}\n${quantity.unit}`;
    products.set(key, [...(products.get(key) ?? []), quantity]);
  }
  return [...products].flatMap(([key, amounts], i) => {
    const [product, unit] = key.split('\n');
    const whole = amounts.reduce((sum, q) => sum + q.value, 0);
    const told = amounts.length === 1 ? figure(amounts[0], reader) : say({ value: whole, unit }, reader);
    return said`${i > 0 ? '; ' : ''}${product} ${told}`;
  });
}
