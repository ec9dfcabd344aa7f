import type { InPots, Step } from './step';

/** What is mixed by one step and drawn on by those of its go until the next is mixed. */
export interface MixedPot extends Partial<InPots> {
  /** The step that mixes it. */
  readonly id: string;
  readonly drawnBy: readonly string[];
}

/** Id of the product that each step lays or bonds with: what it says itself, or what was mixed last in its go. */
export function productsOf(steps: readonly Step[]): ReadonlyMap<string, string> {
  const mixed = new Map<string, string>();
  return new Map(
    steps.flatMap(({ id, go, pot, product }): [string, string][] => {
      if (pot && go !== undefined) mixed.set(go, pot.product);
      const held = product ?? pot?.product ?? (go === undefined ? undefined : mixed.get(go));
      return held === undefined ? [] : [[id, held]];
    }),
  );
}

/** The pots of a job, from its steps in the order of the work. */
export function potsOf(steps: readonly Step[]): readonly MixedPot[] {
  const pots: (Partial<InPots> & { id: string; go: string | undefined; drawnBy: string[] })[] = [];
  for (const step of steps) {
    const last = pots.at(-1);
    if (step.action === 'mix') pots.push({ ...step.pot, id: step.id, go: step.go, drawnBy: [] });
    else if (last?.go !== undefined && last.go === step.go) last.drawnBy.push(step.id);
  }
  return pots.map(({ go: _, ...pot }) => pot);
}

/** The step that mixes the cups of one coat of a finish. */
export const isCoatCup = ({ action, pot }: Step): boolean => action === 'mix' && pot?.cup?.of === 'coat';

/** Whether every coat of a finish is mixed at another place of the boat. */
export function coatsMixedElsewhere(steps: readonly Step[]): boolean {
  const cups = steps.filter(isCoatCup);
  return cups.length > 0 && cups.every((s) => s.together !== undefined);
}
