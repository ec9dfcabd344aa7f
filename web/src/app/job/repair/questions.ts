import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { findField, getIn, type Ask, type Figure } from '@nelbo/core';
import { ChoiceFieldView } from '../../ui/choice-field';
import { QuantityFieldView } from '../../ui/quantity-field';
import { JobContext } from '../job-context';
import { QuestionList } from './question-list';

interface Shown {
  readonly path: string;
  readonly kind: 'quantity' | 'choice' | 'list';
  readonly figure?: Figure;
  readonly option?: string;
}

/** What a stage of a repair asks, each by the kind of its field, with what stands in for it until it is answered. */
@Component({
  selector: 'nb-questions',
  imports: [ChoiceFieldView, QuantityFieldView, QuestionList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="fields">
      @for (q of single(); track q.path) {
        @if (q.kind === 'quantity') {<nb-quantity [path]="q.path" [value]="at(q.path)" [assumed]="q.figure" (changed)="set(q.path, $event)" />}
        @else {<nb-choice [path]="q.path" [value]="at(q.path)" [assumed]="q.option" (changed)="set(q.path, $event)" />}
      }
    </div>
    @for (q of lists(); track q.path) {<nb-question-list [path]="q.path" />}
  `,
  styles: `:host { display: block; margin: 16px 0 4px; }`,
})
export class Questions {
  readonly asks = input.required<readonly Ask[]>();
  readonly #context = inject(JobContext);
  readonly #shown = computed(() =>
    this.asks().flatMap(({ path, assumed }): Shown[] => {
      const kind = findField(path)?.kind;
      if (kind !== 'quantity' && kind !== 'choice' && kind !== 'list') return [];
      return [{ path, kind, ...(typeof assumed === 'string' ? { option: assumed } : { figure: assumed }) }];
    }),
  );
  protected readonly single = computed(() =>
    this.#shown().filter((q, i, all) => q.kind !== 'list' && all.findIndex((x) => x.path === q.path) === i),
  );
  protected readonly lists = computed(() => this.#shown().filter((q) => q.kind === 'list'));

  protected at(path: string): unknown {
    return getIn(this.#context.document(), path);
  }

  protected set(path: string, value: unknown): void {
    // The finish and the filler under it are matched anew together.
    if (path === 'system.finish')
      this.#context.store.update((d) => ({
        ...d,
        system: { ...d.system, finish: value as string | undefined },
      }));
    else this.#context.store.set(path, value);
  }
}
