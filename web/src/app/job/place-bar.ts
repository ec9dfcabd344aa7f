import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { damageData } from '@nelbo/core';
import { Here } from '../state/here';
import type { JobState } from '../state/job-state';

/** Places of the boat, side by side: every page of the job is of the one that is picked. */
@Component({
  selector: 'nb-place-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (places().length > 1) {
      <nav aria-label="Places of this boat">
        @for (p of places(); track p.id) {
          <button type="button" [class.on]="p.id === here()" [attr.aria-pressed]="p.id === here()" (click)="go(p.id)"><b>{{ p.letter }}</b>&ngsp;{{ p.name || what(p.id) }}</button>
        }
      </nav>
    }
    @if (editable()) {<button type="button" class="add" (click)="edit.emit()">Places …</button>}
  `,
  styles: `
    :host { display: flex; gap: 4px 10px; flex-wrap: wrap; align-items: center; } :host:not(:empty) { margin: 4px 0 2px; }
    nav { display: flex; gap: 4px; flex-wrap: wrap; min-width: 0; }
    button { border: 1px solid var(--hairline); background: none; color: inherit; font: inherit; font-size: 0.93rem; padding: 4px 12px 6px; border-radius: 3px; cursor: pointer; min-width: 0; overflow-wrap: anywhere; text-align: left; }
    .on { box-shadow: inset 0 -4px 0 var(--act); border-color: currentColor; font-weight: 600; }
    .add { border: 0; background: none; color: var(--act); font-weight: 600; padding: 3px 2px; }
    @media (max-width: 1000px) { :host { flex-wrap: nowrap; } nav { flex-wrap: nowrap; overflow-x: auto; flex: 1; } button { min-height: 48px; white-space: nowrap; flex: none; } .add { padding: 3px 8px; } }
  `,
})
export class PlaceBar {
  readonly state = input.required<JobState | undefined>();
  /** Whether places can be added and named from here. */
  readonly editable = input(false);
  readonly edit = output();
  readonly #here = inject(Here);
  protected readonly places = computed(() => this.state()?.places ?? []);
  protected readonly here = computed(() => this.state()?.place);

  protected go(place: string): void {
    const job = this.state()?.id;
    if (job) this.#here.go(job, place);
  }

  /** A place that nobody has named goes by its damage. */
  protected what(place: string): string {
    const whole = this.state()?.whole;
    const kind = (whole?.places?.find((p) => p.id === place) ?? whole)?.damage.kind;
    return kind ? damageData(kind).name : '';
  }
}
