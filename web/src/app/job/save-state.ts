import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { LocalStore } from '../state/local-store';
import { JobContext } from './job-context';

/** Whether the job is saved; the way back and forth; the way to every saved state. */
@Component({
  selector: 'nb-save-state',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span role="status" [class.bad]="bad()">{{ text() }}</span>
    <span class="tools">
      <button type="button" [disabled]="!can().undo" (click)="context.store.undo()" title="Undo (Ctrl Z)"><svg viewBox="0 0 20 20" aria-hidden="true"><path d="M7 4L3 8l4 4M3 8h9a5 5 0 0 1 0 9H8" /></svg><span class="visually-hidden">Undo</span></button>
      <button type="button" [disabled]="!can().redo" (click)="context.store.redo()" title="Redo (Ctrl Shift Z)"><svg viewBox="0 0 20 20" aria-hidden="true"><path d="M13 4l4 4-4 4M17 8H8a5 5 0 0 0 0 9h4" /></svg><span class="visually-hidden">Redo</span></button>
      <button type="button" (click)="context.historyOpen.set(true)" title="Saved states (H)"><svg viewBox="0 0 20 20" aria-hidden="true"><path d="M10 5v5l3.5 2M3 10a7 7 0 1 0 2-4.9M5 2v3.5h3.5" /></svg><span class="visually-hidden">Saved states</span></button>
    </span>
  `,
  styles: `
    :host { font-size: 0.84rem; color: var(--wait); display: inline-flex; gap: 8px; align-items: center; }
    .bad { color: var(--act); font-weight: 700; }
    .tools { display: inline-flex; gap: 2px; }
    button { all: unset; cursor: pointer; width: 28px; height: 28px; display: grid; place-items: center; color: var(--ink); border-radius: 3px; }
    button:hover:not(:disabled) { background: #ece8dd; } button:disabled { color: var(--hairline); cursor: default; } button:focus-visible { outline: 2px solid var(--act); }
    svg { width: 18px; height: 18px; fill: none; stroke: currentColor; stroke-width: 1.6; stroke-linejoin: round; stroke-linecap: round; }
    @media (max-width: 1000px) { button { width: 44px; height: 44px; } }
    @media print { :host { display: none; } }
  `,
})
export class SaveState {
  protected readonly context = inject(JobContext);
  readonly #keeps = toSignal(inject(LocalStore).keeps$, { initialValue: true });
  protected readonly can = this.context.canUndo;
  protected readonly bad = computed(() =>
    ['offline', 'away', 'refused', 'conflict'].includes(this.context.save().kind),
  );
  protected readonly text = computed(() => {
    const s = this.context.save();
    switch (s.kind) {
      case 'saved':
        return 'Saved';
      case 'waiting':
      case 'saving':
        return 'Saving …';
      case 'offline':
        return this.#keeps()
          ? 'Server not reached: your work is kept here and sent again'
          : 'Server not reached, and this browser keeps nothing: leave this page open';
      case 'away':
        return 'Server not reached: this is the job as this device last had it';
      case 'refused':
        return `Not saved: ${s.detail}`;
      case 'conflict':
        return 'Not saved yet: choose below';
    }
  });
}
