import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { DialogModule } from 'primeng/dialog';
import {
  FIRST_PLACE,
  changesWords,
  comparePlans,
  planRepair,
  readJob,
  sayField,
  setIn,
  type JobDocument,
  type Side,
} from '@nelbo/core';
import { Reading, TIME_ZONE } from '../state/reading';
import { documentHere } from '../state/boat-planner';
import { RepairKinds } from '../state/repair-kinds';
import { ArrowKeys } from '../ui/arrow-keys';
import { JobContext } from './job-context';
import { StoresStore } from '../state/stores-store';

/** Two people changed the same fields: both values side by side, a choice for every field, and what the choice does to the plan. */
@Component({
  selector: 'nb-conflict',
  imports: [ButtonModule, DialogModule, ArrowKeys],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-dialog header="Somebody else changed the same fields" [visible]="conflicts().length > 0" [closable]="false" [modal]="true" [closeOnEscape]="false" [style]="{ width: 'min(760px, 96vw)' }">
      <p role="alert">Both versions are kept. Which value goes on? All other changes of both sides go in by themselves.</p>
      <table class="ruled">
        <caption class="visually-hidden">Fields that both changed</caption>
        <thead><tr><th>Field</th><th>Was</th><th>Mine</th><th>Theirs</th></tr></thead>
        <tbody>
          @for (c of conflicts(); track c.path) {
            <tr>
              <th scope="row">{{ c.label }}</th>
              <td class="muted">{{ say(c.path, c.base) }}</td>
              <td><label><input type="radio" [name]="c.path" [checked]="side(c.path) === 'mine'" (change)="choose(c.path, 'mine')" /> {{ say(c.path, c.mine) }}</label></td>
              <td><label><input type="radio" [name]="c.path" [checked]="side(c.path) === 'theirs'" (change)="choose(c.path, 'theirs')" /> {{ say(c.path, c.theirs) }}</label></td>
            </tr>
          }
        </tbody>
      </table>
      <p class="note-line effect" aria-live="polite"><b>Against theirs:</b> {{ effect() || 'the plan stays as it is' }}</p>
      <div class="row">
        <button pButton type="button" severity="secondary" [outlined]="true" size="small" (click)="all('mine')">All mine</button>
        <button pButton type="button" severity="secondary" [outlined]="true" size="small" (click)="all('theirs')">All theirs</button>
        <span class="grow"></span>
        <button pButton type="button" class="act" (click)="goOn()">Go on with these</button>
      </div>
    </p-dialog>
  `,
  styles: `
    table { margin: 14px 0; } tbody th { font-weight: 600; font-size: 0.95rem; text-align: left; padding: 5px 6px; border-bottom: 1px solid var(--hairline); color: var(--ink); }
    label { display: flex; gap: 8px; align-items: baseline; cursor: pointer; min-height: 32px; } input { accent-color: var(--act); width: 18px; height: 18px; position: relative; top: 3px; }
    .effect { margin-bottom: 16px; } .grow { flex: 1; }
  `,
})
export class Conflict {
  readonly #stores = inject(StoresStore);
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  readonly #choice = signal<Readonly<Record<string, Side>>>({});
  protected readonly conflicts = computed(() => {
    const s = this.#context.save();
    return s.kind === 'conflict' ? s.conflicts : [];
  });
  /** What the choice moves, in plan terms. */
  protected readonly effect = computed(() => {
    const s = this.#context.save();
    if (s.kind !== 'conflict') return '';
    const theirs = s.theirs.document;
    const chosen = s.conflicts.reduce(
      (d, c) => (this.side(c.path) === 'mine' ? setIn(d, c.path, c.mine) : d),
      theirs,
    );
    const [before, after] = [theirs, chosen].map((d) => this.#planOf(d));
    return before && after ? changesWords(comparePlans(before, after), this.#reading.reader(), ' · ') : '';
  });

  protected side(path: string): Side {
    return this.#choice()[path] ?? 'mine';
  }
  protected choose(path: string, side: Side): void {
    this.#choice.update((c) => ({ ...c, [path]: side }));
  }
  protected all(side: Side): void {
    this.#choice.set(Object.fromEntries(this.conflicts().map((c) => [c.path, side])));
  }
  protected say(path: string, value: unknown): string {
    const { units } = this.#reading.reader();
    return sayField(path, value, units, TIME_ZONE);
  }
  protected goOn(): void {
    this.#context.store.resolve(Object.fromEntries(this.conflicts().map((c) => [c.path, this.side(c.path)])));
    this.#choice.set({});
  }
  readonly #kinds = inject(RepairKinds);

  #planOf(document: JobDocument) {
    const { job } = readJob(documentHere(document, this.#context.state()?.place ?? FIRST_PLACE));
    return (
      job &&
      planRepair(
        job,
        this.#stores.library(),
        this.#context.shop() ?? {},
        {
          now: Date.now(),
          timeZone: TIME_ZONE,
        },
        this.#kinds.current,
      ).plan
    );
  }
}
