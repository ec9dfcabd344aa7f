import { ChangeDetectionStrategy, Component, ElementRef, inject, signal, viewChild } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { DialogModule } from 'primeng/dialog';
import { InputTextModule } from 'primeng/inputtext';
import { Api, failureOf } from '../api/api';

const WORD = 'replace';
const NAMES: Record<string, string> = {
  jobs: 'jobs',
  job_revisions: 'saved states',
  log_entries: 'log entries',
  work_orders: 'kept work orders',
};

const tell = (counts: Readonly<Record<string, number>>): string =>
  Object.entries(NAMES)
    .map(([key, name]) => `${counts[key] ?? 0} ${name}`)
    .join(', ');

/** The whole yard as one file, out and in again. */
@Component({
  selector: 'nb-backup',
  imports: [ButtonModule, DialogModule, FormsModule, InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p>One file holds everything: jobs with every saved state, logs, kept work orders and these settings. It is open: gzipped lines of JSON.</p>
    <div class="row">
      <a pButton [href]="api.backupUrl" download severity="secondary" [outlined]="true">Download a backup</a>
      <input #file type="file" class="visually-hidden" tabindex="-1" aria-label="Backup to restore" (change)="choose(file)" />
      <button pButton type="button" severity="secondary" [outlined]="true" (click)="file.click()">Restore a backup …</button>
    </div>
    @if (done(); as d) {<p class="note-line" role="status">{{ d }}</p>}
    @if (failed(); as f) {<p class="note-line warn" role="alert">{{ f }}</p>}
    <p-dialog header="Replace the whole yard?" closeAriaLabel="Cancel" [visible]="chosen() !== undefined" (visibleChange)="$event || cancel()" [modal]="true" [style]="{ width: 'min(560px, 96vw)' }">
      <p>{{ chosen()?.name }} takes the place of everything that is here now: <b>{{ here() }}</b>. Download a backup of that first if it may be needed again.</p>
      <p class="small muted">If anything is wrong with the file, nothing is changed.</p>
      <label for="restore-word">Type “{{ word }}” to go on</label>
      <input pInputText #typed id="restore-word" autocomplete="off" [ngModel]="text()" (ngModelChange)="text.set($event)" />
      <div class="row foot">
        <button pButton type="button" class="act" [disabled]="text().trim().toLowerCase() !== word || busy()" (click)="restore()">{{ busy() ? 'Restoring …' : 'Replace the yard' }}</button>
        <button pButton type="button" severity="secondary" [text]="true" (click)="cancel()">Cancel</button>
      </div>
    </p-dialog>
  `,
  styles: `.row { margin-top: 10px; } .note-line { margin-top: 10px; } label { display: block; margin: 12px 0 4px; } .foot { margin-top: 16px; }`,
})
export class Backup {
  protected readonly api = inject(Api);
  protected readonly typed = viewChild<ElementRef<HTMLInputElement>>('typed');
  protected readonly word = WORD;
  protected readonly chosen = signal<File | undefined>(undefined);
  protected readonly here = signal('');
  protected readonly text = signal('');
  protected readonly busy = signal(false);
  protected readonly done = signal('');
  protected readonly failed = signal('');

  protected choose(input: HTMLInputElement): void {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    this.done.set('');
    this.failed.set('');
    this.text.set('');
    this.api.yard().subscribe({
      next: ({ counts }) => {
        this.here.set(tell(counts));
        this.chosen.set(file);
        setTimeout(() => this.typed()?.nativeElement.focus());
      },
      error: (e: unknown) => this.failed.set(failureOf(e).title),
    });
  }

  protected restore(): void {
    const file = this.chosen();
    if (!file) return;
    this.busy.set(true);
    this.api.restore(file).subscribe({
      next: ({ counts }) => {
        this.done.set(`Restored ${tell(counts)}. Read back: the same, row by row.`);
        this.#close();
      },
      error: (e: unknown) => {
        const f = failureOf(e);
        this.failed.set([f.title, f.detail].filter(Boolean).join(': '));
        this.#close();
      },
    });
  }

  protected cancel(): void {
    if (!this.busy()) this.#close();
  }

  #close(): void {
    this.busy.set(false);
    this.chosen.set(undefined);
  }
}
