import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { substrateOf, type JobDocument } from '@nelbo/core';
import { ChoiceFieldView } from '../../ui/choice-field';
import { fieldAt } from '../../ui/field-lookup';
import { TextFieldView } from '../../ui/text-field';
import { JobContext } from '../job-context';

type Told = NonNullable<JobDocument['hull']['told']>[number];

/** Who tells something of a hull, in the words of the field. */
function tellers(): readonly { readonly value: Told['by']; readonly label: string }[] {
  const by = fieldAt('hull.told.by');
  return by.kind === 'choice'
    ? Object.entries(by.options).map(([value, label]) => ({ value: value as Told['by'], label }))
    : [];
}

/** What owners and papers tell of a hull: it stands in for what nobody has read, and where they differ the plan says so. */
@Component({
  selector: 'nb-told',
  imports: [ButtonModule, ChoiceFieldView, TextFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (t of told(); track $index) {
      <div class="teller">
        <span class="who">{{ named(t) }}</span>
        <button pButton type="button" class="away" size="small" severity="secondary" [text]="true" (click)="remove($index)" [attr.aria-label]="'Take away what was told by ' + named(t)">Take away</button>
        <nb-choice path="hull.told.coat" [value]="t.coat" (changed)="change($index, 'coat', $event)" />
        @if (laminated()) {<nb-choice path="hull.told.matrix" [value]="t.matrix" (changed)="change($index, 'matrix', $event)" />}
        <nb-text path="hull.told.when" [value]="t.when" (changed)="change($index, 'when', $event || undefined)" />
      </div>
    }
    <div class="row tellers" role="group" aria-label="Who tells it">
      @for (k of kinds; track k.value) {
        <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="add(k.value)">+ {{ k.label }}</button>
      }
    </div>
  `,
  styles: `
    .teller { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: 4px 10px; align-items: end; padding: 8px 0; border-bottom: 1px solid var(--hairline); }
    .who { font-weight: 600; align-self: center; }
    .who::first-letter { text-transform: uppercase; }
    .away { justify-self: end; white-space: nowrap; }
    .tellers { flex-wrap: wrap; gap: 6px; margin-top: 8px; }
  `,
})
export class ToldOfHull {
  readonly #context = inject(JobContext);
  protected readonly kinds = tellers();
  protected readonly told = computed<readonly Told[]>(() => this.#context.document()?.hull.told ?? []);
  /** Only a laminate has a resin that somebody may know. */
  protected readonly laminated = computed(() => {
    const family = substrateOf(this.#context.document()?.hull.material)?.family;
    return family === 'frp' || family === 'frp-cored';
  });

  #put(told: readonly Told[]): void {
    this.#context.store.set('hull.told', told.length > 0 ? told : undefined);
  }

  protected named({ by }: Told): string {
    return this.kinds.find((k) => k.value === by)?.label ?? by;
  }

  protected change(i: number, of: 'coat' | 'matrix' | 'when', to: string | undefined): void {
    const changed = (t: Told): Told =>
      Object.fromEntries(
        Object.entries({ ...t, [of]: to }).filter(([, v]) => v !== undefined),
      ) as unknown as Told;
    this.#put(this.told().map((t, k) => (k === i ? changed(t) : t)));
  }

  protected remove(i: number): void {
    this.#put(this.told().filter((_, k) => k !== i));
  }

  protected add(by: Told['by']): void {
    this.#put([...this.told(), { by }]);
  }
}
