import { ACTIONS, WAITS, type Action } from './actions';
import type { ActionEntry } from './entry';
import type { FailureSign, Fields, Lag } from './step';

/** Small initial within a sentence; a name in capitals (MEK, PVC) keeps them. */
const lower = (s: string): string => (/^[A-Z][A-Z0-9]/.test(s) ? s : s.charAt(0).toLowerCase() + s.slice(1));

/** Fills a text of the action book: `{name}` as it is, `{name:lower}` within a sentence. */
export const filled = (text: string, fields: Fields = {}): string =>
  !text.includes('{')
    ? text
    : text.replace(/\{(\w+)(:lower)?\}/g, (_, name: string, small?: string) => {
        const value = String(fields[name] ?? '');
        return small ? lower(value) : value;
      });

/** What is done, in words. */
export function tellStep({
  action,
  how,
  fields,
}: {
  readonly action: Action;
  readonly how: string;
  readonly fields?: Fields;
}): string {
  const words: Readonly<Record<string, string>> = ACTIONS[action].words;
  return filled(words[how], fields);
}

/** How one sees that a step is done, in words. */
export function tellDone({ action, how }: { readonly action: Action; readonly how: string }): string {
  const { done, doneIf }: Pick<ActionEntry, 'done' | 'doneIf'> = ACTIONS[action];
  return doneIf?.[how] ?? done;
}

/** What is waited for, in words. */
export const tellLag = ({ awaited, fields }: Pick<Lag, 'awaited' | 'fields'>): string =>
  filled(WAITS[awaited], fields);

const SIGNS: Readonly<Record<FailureSign, string>> = {
  dull: 'it taps dull',
  bubbles: 'it bubbles',
  pinholes: 'pinholes show',
  runs: 'runs or dust show',
  haze: 'haze is left',
  'gave-way': 'it gives way',
};

/** How it shows that something did not come out, after "if". */
export const tellSign = (sign: FailureSign): string => SIGNS[sign];
