import type { Item } from './step';

/** What is masked already is not masked again. */
export function maskedOnce(items: readonly Item[]): readonly Item[] {
  const seen = new Set<string>();
  return items.filter((item) => {
    if (!('step' in item) || item.step.action !== 'mask') return true;
    const before = seen.has(item.step.id);
    seen.add(item.step.id);
    return !before;
  });
}
