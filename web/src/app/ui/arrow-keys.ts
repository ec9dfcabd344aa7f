import { Directive, ElementRef, HostListener, inject } from '@angular/core';

const STEPS: Record<string, readonly [row: number, column: number]> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};
const FOCUSABLE =
  'a[href], button:not(:disabled), input:not(:disabled), select:not(:disabled), [tabindex="0"]';

/** Arrow keys move between what can be focused in the rows of a table, as they would in a spreadsheet. */
@Directive({ selector: 'table.ruled, [nbArrowKeys]' })
export class ArrowKeys {
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);

  @HostListener('keydown', ['$event'])
  protected move(event: KeyboardEvent): void {
    const step = STEPS[event.key];
    const from = event.target as HTMLElement;
    if (!step || event.ctrlKey || event.metaKey || event.altKey) return;
    // Within a text the arrows belong to the text; up and down lead out of it.
    if (from instanceof HTMLInputElement && step[1] !== 0) return;
    if (from.getAttribute('role') === 'combobox') return;
    const rows = [...this.#host.nativeElement.querySelectorAll<HTMLElement>('tr, [role=row]')]
      .map((row) => [...row.querySelectorAll<HTMLElement>(FOCUSABLE)])
      .filter((row) => row.length > 0);
    const y = rows.findIndex((row) => row.includes(from));
    if (y === -1) return;
    const x = rows[y].indexOf(from);
    const target = step[0] !== 0 ? nearest(rows[y + step[0]], from) : rows[y][x + step[1]];
    if (!target) return;
    event.preventDefault();
    target.focus();
  }
}

/** What stands most nearly above or below. */
function nearest(row: readonly HTMLElement[] | undefined, from: HTMLElement): HTMLElement | undefined {
  const middle = (e: HTMLElement): number => {
    const box = e.getBoundingClientRect();
    return box.left + box.width / 2;
  };
  return (
    row && [...row].sort((a, b) => Math.abs(middle(a) - middle(from)) - Math.abs(middle(b) - middle(from)))[0]
  );
}
