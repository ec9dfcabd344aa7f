import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { DialogModule } from 'primeng/dialog';
import { catchError, debounceTime, map, of, switchMap } from 'rxjs';
import { Api } from '../api/api';
import { Commands, sayKeys, type Command } from './commands';

const MOST = 12;

/** Everything by name: type a few letters, choose with the arrows, Enter. Jobs are found by boat and title. */
@Component({
  selector: 'nb-palette',
  imports: [DialogModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-dialog [visible]="commands.paletteOpen()" (visibleChange)="$event || close()" (onShow)="ready()" [modal]="true" [dismissableMask]="true" [showHeader]="false" [pt]="named" [style]="{ width: 'min(600px, 96vw)' }" position="top" [contentStyle]="{ padding: '0' }">
      <div class="palette">
        <label class="visually-hidden" for="palette-text">What do you want to do?</label>
        <input #box id="palette-text" type="text" role="combobox" autocomplete="off" aria-expanded="true" aria-controls="palette-list" [attr.aria-activedescendant]="found().length > 0 ? 'palette-' + at() : null" placeholder="Go to a stage, open a job, do something …" [value]="text()" (input)="type($event)" (keydown)="key($event)" />
        <ul id="palette-list" role="listbox" aria-label="What can be done">
          @for (c of found(); track c.id; let i = $index) {
            <li role="option" [id]="'palette-' + i" [attr.aria-selected]="i === at()" (click)="run(c)" (mousemove)="chosen.set(c.id)" tabindex="-1" (keydown.enter)="run(c)">
              <span>{{ c.label }}</span><span class="group">{{ c.group }}</span>@if (c.keys) {<kbd>{{ say(c.keys) }}</kbd>}
            </li>
          } @empty {<li class="none">Nothing is called that.</li>}
        </ul>
      </div>
    </p-dialog>
  `,
  styles: `
    .palette { padding: 10px; }
    input { width: 100%; font-size: 1.15rem; padding: 10px 12px; border: 1px solid var(--ink); border-radius: 3px; background: #fffdf8; }
    ul { max-height: 50vh; overflow-y: auto; margin-top: 8px; }
    li { display: flex; gap: 12px; align-items: baseline; padding: 9px 12px; cursor: pointer; border-left: 3px solid transparent; }
    li span:first-child { flex: 1; } .group { color: var(--muted); font-size: 0.87rem; }
    li[aria-selected='true'] { background: var(--act-soft); border-left-color: var(--act); }
    .none { color: var(--muted); cursor: default; }
  `,
})
export class Palette {
  protected readonly commands = inject(Commands);
  readonly #api = inject(Api);
  readonly #router = inject(Router);
  protected readonly box = viewChild<ElementRef<HTMLInputElement>>('box');
  protected readonly say = sayKeys;
  /** A dialog without a head needs a name all the same. */
  protected readonly named = { root: { 'aria-label': 'Find' } };
  protected readonly text = signal('');
  /** Which command is chosen; by its name, since jobs that are found late come into the list meanwhile. None: the first. */
  protected readonly chosen = signal<string | undefined>(undefined);
  /** Jobs are asked for while the words are typed; none where the server is away. */
  readonly #jobs = toSignal(
    toObservable(this.text).pipe(
      debounceTime(100),
      switchMap((text) =>
        text.trim().length < 2
          ? of([])
          : this.#api.jobs(text.trim(), false, 6).pipe(
              map((page) => page.jobs),
              catchError(() => of([])),
            ),
      ),
    ),
    { initialValue: [] },
  );
  protected readonly found = computed<readonly Command[]>(() => {
    const words = this.text().toLowerCase().split(/\s+/).filter(Boolean);
    // What belongs to the job at hand comes first.
    const named = [...this.commands.all()]
      .sort((a, b) => Number(b.group === 'Job') - Number(a.group === 'Job'))
      .filter((c) => words.every((w) => c.label.toLowerCase().includes(w)));
    const jobs = this.#jobs().map((j): Command => ({
      id: `job ${j.id}`,
      group: 'Go to',
      label: `${j.boat || 'Boat not named'}: ${j.title}`,
      run: () => void this.#router.navigate(['/jobs', j.id, 'survey']),
    }));
    return [...named, ...jobs].slice(0, MOST);
  });

  protected readonly at = computed(() =>
    Math.max(
      0,
      this.found().findIndex((c) => c.id === this.chosen()),
    ),
  );

  protected ready(): void {
    this.box()?.nativeElement.focus();
  }

  protected type(event: Event): void {
    this.chosen.set(undefined);
    this.text.set((event.target as HTMLInputElement).value);
  }

  protected key(event: KeyboardEvent): void {
    const n = this.found().length;
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step && n > 0) {
      event.preventDefault();
      this.chosen.set(this.found()[(this.at() + step + n) % n].id);
    }
    if (event.key === 'Enter' && n > 0) {
      event.preventDefault();
      this.run(this.found()[this.at()]);
    }
  }

  protected run(command: Command): void {
    this.close();
    command.run();
  }

  /** Emptied as it closes, so that nothing typed while it unfolds is lost. */
  protected close(): void {
    this.chosen.set(undefined);
    this.text.set('');
    this.commands.paletteOpen.set(false);
  }
}
