import { Injectable, computed, signal } from '@angular/core';

/** One thing that can be done by name or by key. */
export interface Command {
  readonly id: string;
  readonly label: string;
  /** Heading under which the sheet of shortcuts lists it. */
  readonly group: 'Go to' | 'Job' | 'Yard' | 'Help';
  /** "g", "3", "?", "mod+z": mod is Ctrl, or Cmd on a Mac. */
  readonly keys?: string;
  readonly run: () => void;
}

const SINGLE_KEYS = 'nelbo.single-keys';

/** What can be done on the page at hand: the pages register it, palette, keys and the sheet of shortcuts look it up. */
@Injectable({ providedIn: 'root' })
export class Commands {
  readonly #sets = signal<ReadonlyMap<object, () => readonly Command[]>>(new Map());
  readonly all = computed(() => [...this.#sets().values()].flatMap((set) => set()));
  readonly paletteOpen = signal(false);
  readonly sheetOpen = signal(false);
  /** Keys without Ctrl can be turned off: speech input and some switches type letters. */
  readonly singleKeys = signal(localStorage.getItem(SINGLE_KEYS) !== 'off');

  /** Adds commands. @returns how to take them away again */
  register(commands: () => readonly Command[]): () => void {
    const key = {};
    this.#sets.update((s) => new Map([...s, [key, commands]]));
    return () => this.#sets.update((s) => new Map([...s].filter(([k]) => k !== key)));
  }

  useSingleKeys(on: boolean): void {
    localStorage.setItem(SINGLE_KEYS, on ? 'on' : 'off');
    this.singleKeys.set(on);
  }

  /** Runs the command of a key press, if there is one. Typing into a field is left alone. */
  press(event: KeyboardEvent): boolean {
    if (event.defaultPrevented || event.altKey) return false;
    const mod = event.ctrlKey || event.metaKey;
    const typing = isTyping(event.target);
    if (!mod && (typing || !this.singleKeys() || dialogIsOpen())) return false;
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    const name = `${mod ? 'mod+' : ''}${mod && event.shiftKey ? 'shift+' : ''}${key}`;
    // A text box has its own undo.
    if (typing && /^mod\+(shift\+)?[zy]$/.test(name)) return false;
    const command = this.all().find((c) => c.keys === name);
    if (!command) return false;
    event.preventDefault();
    command.run();
    return true;
  }
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) ||
      target.getAttribute('role') === 'combobox' ||
      target.getAttribute('role') === 'listbox')
  );
}

const dialogIsOpen = (): boolean => document.querySelector('[role=dialog][aria-modal=true]') !== null;

/** A key as a person reads it: "Ctrl Z". */
export const sayKeys = (keys: string): string =>
  keys
    .split('+')
    .map(
      (k) =>
        ({ mod: /Mac/.test(navigator.platform) ? '⌘' : 'Ctrl', shift: 'Shift' })[k] ??
        (k.length === 1 ? k.toUpperCase() : k),
    )
    .join(' ');
