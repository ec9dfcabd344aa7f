import type { Item } from './step';

const ONCE: ReadonlySet<string> = new Set(['mask finish', 'abrade round']);

/** What is masked and scuffed already is not masked and scuffed again. */
export function maskedOnce(items: readonly Item[]): readonly Item[] {
  const seen = new Set<string>();
  // A face that was masked to its natural lines stays masked.
  let lines = false;
  return items.filter((item) => {
    if ('step' in item && item.step.action === 'mask') {
      if (item.step.how === 'finish' && lines) return false;
      lines ||= item.step.how === 'lines';
    }
    if (!('step' in item) || !ONCE.has(`${item.step.action} ${item.step.how}`)) return true;
    const before = seen.has(item.step.id);
    seen.add(item.step.id);
    return !before;
  });
}
