import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { COMES_OFF, type ComesOffKind, type JobDocument } from '@nelbo/core';
import { ChoiceFieldView } from '../../ui/choice-field';
import { QuantityFieldView } from '../../ui/quantity-field';
import { TextFieldView } from '../../ui/text-field';
import { JobContext } from '../job-context';

type Thing = NonNullable<JobDocument['comesOff']>[number];

/** What comes off before the work and goes back after it: each is a step there and a step back. */
@Component({
  selector: 'nb-comes-off',
  imports: [ButtonModule, ChoiceFieldView, QuantityFieldView, TextFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (t of things(); track $index) {
      <div class="thing">
        <span class="what">{{ named(t) }}</span>
        <button pButton type="button" class="stays" size="small" severity="secondary" [text]="true" (click)="remove($index)" [attr.aria-label]="'It stays on: ' + named(t)">It stays on</button>
        @if (byMetre(t)) {
          <nb-quantity path="comesOff.length" [value]="t.length" (changed)="change($index, { length: $event })" />
        } @else {
          <nb-quantity path="comesOff.count" [value]="t.count" (changed)="change($index, { count: $event })" />
        }
        <nb-choice path="comesOff.back" [value]="t.back" assumed="same" (changed)="change($index, { back: goesBack($event) })" />
        <nb-text path="comesOff.name" label="Called" [value]="t.name" (changed)="change($index, { name: $event || undefined })" />
      </div>
    }
    <div class="row kinds" role="group" aria-label="What comes off">
      @for (k of kinds; track k.value) {
        <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="add(k.value)">+ {{ k.label }}</button>
      }
    </div>
  `,
  styles: `
    .thing { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: 4px 10px; align-items: end; padding: 8px 0; border-bottom: 1px solid var(--hairline); }
    .what { font-weight: 600; align-self: center; }
    .stays { justify-self: end; white-space: nowrap; }
    .kinds { flex-wrap: wrap; gap: 6px; margin-top: 8px; }
  `,
})
export class ComesOff {
  readonly #context = inject(JobContext);
  protected readonly kinds = Object.entries(COMES_OFF).map(([value, { name }]) => ({
    value: value as ComesOffKind,
    label: name,
  }));
  protected readonly things = computed<readonly Thing[]>(() => this.#context.document()?.comesOff ?? []);

  #put(things: readonly Thing[]): void {
    this.#context.store.set('comesOff', things.length > 0 ? things : undefined);
  }

  protected named({ what }: Thing): string {
    return COMES_OFF[what as ComesOffKind]?.name ?? what;
  }

  protected byMetre({ what }: Thing): boolean {
    return COMES_OFF[what as ComesOffKind]?.per === 'metre';
  }

  protected change(i: number, to: Partial<Thing>): void {
    const changed = (t: Thing): Thing =>
      Object.fromEntries(
        Object.entries({ ...t, ...to }).filter(([, v]) => v !== undefined),
      ) as unknown as Thing;
    this.#put(this.things().map((t, k) => (k === i ? changed(t) : t)));
  }

  /** What was picked of how it goes back. */
  protected goesBack(picked: string | undefined): Thing['back'] {
    return picked === 'new' || picked === 'same' ? picked : undefined;
  }

  protected remove(i: number): void {
    this.#put(this.things().filter((_, k) => k !== i));
  }

  protected add(what: ComesOffKind): void {
    this.#put([...this.things(), { what }]);
  }
}
