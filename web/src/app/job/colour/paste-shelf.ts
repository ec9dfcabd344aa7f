import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { EMPTY, catchError } from 'rxjs';
import { SHOP_FIELDS, type Shop } from '@nelbo/core';
import { pasteFromColours, type Lab, type OwnPaste } from '@nelbo/core/finish';
import { failureOf } from '../../api/api';
import { newId } from '../../state/new-id';
import { ShopStore } from '../../state/shop-store';
import { QuantityFieldView } from '../../ui/quantity-field';
import { JobColour } from './job-colour';
import { LabEntry } from './lab-entry';

/** Which pastes there are, and pastes of the yard's own by the colours of their let-downs. */
@Component({
  selector: 'nb-paste-shelf',
  imports: [ButtonModule, FormsModule, InputTextModule, LabEntry, QuantityFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details>
      <summary>Pastes on the shelf: {{ on() }}</summary>
      <div class="list">@for (p of pastes(); track p.id) {<label><input type="checkbox" [checked]="p.on" (change)="toggle(p.id, $any($event.target).checked)" />{{ p.name }}@if (p.low) { <span class="mark">by colour alone</span>}</label>}</div>
      @if (adding()) {
        <div class="own">
          <p class="small muted">Stir a little of the paste into white gel coat, cure a chip, read it. Two or three let-downs say more than one.</p>
           <label class="small" for="own-paste-name">Name on the tin</label><input pInputText id="own-paste-name" maxlength="60" [ngModel]="name()" (ngModelChange)="name.set($event)" />
          @for (s of ladder(); track $index) {<p class="small">{{ (s.fraction * 100).toFixed(2) }} %: L* {{ s.L }}, a* {{ s.a }}, b* {{ s.b }}</p>}
          <nb-quantity path="ownPastes.ladder.fraction" [root]="root" [value]="fraction()" (changed)="fraction.set($event)" />
          @if (fraction() !== undefined) {<nb-lab-entry takeLabel="This is the let-down" typedLabel="Add the let-down" (taken)="step($event.lab)" />}
          <div class="row"><button pButton type="button" size="small" [disabled]="!ready()" (click)="add()">Put it on the shelf</button><button pButton type="button" size="small" severity="secondary" [text]="true" (click)="adding.set(false)">Cancel</button></div>
          @if (impossible()) {<p class="note-line warn">Those colours cannot come from a paste in white gel coat: look at the share and the three numbers again.</p>}
        </div>
      } @else {<button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="adding.set(true)">Add a paste of your own</button>}
      @if (failed()) {<p class="note-line warn" role="alert">{{ failed() }}</p>}
    </details>
  `,
  styles: `
    :host { display: block; margin-top: 8px; } summary { cursor: pointer; padding: 8px 0; } .list { display: grid; grid-template-columns: 1fr 1fr; gap: 2px 12px; margin-bottom: 8px; } .list label { display: flex; gap: 6px; align-items: center; min-height: 30px; font-size: 0.93rem; } input[type='checkbox'] { width: 18px; height: 18px; accent-color: var(--ink); }
    .own { border: 1px solid var(--hairline); padding: 10px; background: #fff; } .own > * + * { margin-top: 8px; } .own input { width: 100%; display: block; } .row { display: flex; gap: 8px; } .mark { border: 1px dashed var(--warn); color: var(--warn); padding: 0 5px; font-size: 0.82rem; }
  `,
})
export class PasteShelf {
  readonly #colour = inject(JobColour);
  readonly #shops = inject(ShopStore);
  protected readonly root = SHOP_FIELDS;
  protected readonly adding = signal(false);
  protected readonly name = signal('');
  protected readonly fraction = signal<number | undefined>(undefined);
  protected readonly ladder = signal<OwnPaste['ladder']>([]);
  protected readonly failed = signal('');
  protected readonly pastes = computed(() => {
    const shelf = new Set(this.#colour.shelf().map((p) => p.id));
    return this.#colour
      .known()
      .map((p) => ({ id: p.id, name: p.name, on: shelf.has(p.id), low: p.confidence === 'low' }));
  });
  protected readonly on = computed(() => `${this.#colour.shelf().length} of ${this.#colour.known().length}`);
  readonly #made = computed(() =>
    this.ladder().length > 0
      ? pasteFromColours({ id: 'own', name: this.name(), ladder: this.ladder() })
      : undefined,
  );
  protected readonly impossible = computed(() => this.ladder().length > 0 && this.#made() === undefined);
  protected readonly ready = computed(() => this.name().trim() !== '' && this.#made() !== undefined);

  protected step({ L, a, b }: Lab): void {
    const fraction = this.fraction();
    if (fraction === undefined) return;
    this.ladder.update((l) => [...l.filter((s) => s.fraction !== fraction), { fraction, L, a, b }].slice(-6));
    this.fraction.set(undefined);
  }

  protected add(): void {
    const paste = {
      id: `own-${newId()}`.slice(0, 40),
      name: this.name().trim(),
      ladder: [...this.ladder()],
    };
    this.#keep((d) => ({
      ...d,
      ownPastes: [...(d.ownPastes ?? []), paste],
      ...(d.pastes ? { pastes: [...d.pastes, { id: paste.id }] } : {}),
    }));
    this.adding.set(false);
    this.name.set('');
    this.ladder.set([]);
  }

  protected toggle(id: string, there: boolean): void {
    const all = this.#colour.shelf().map((p) => p.id);
    this.#keep((d) => {
      const shelf = new Set(d.pastes?.map((p) => p.id) ?? all);
      if (there) shelf.add(id);
      else shelf.delete(id);
      return { ...d, pastes: [...shelf].map((p) => ({ id: p })) };
    });
  }

  #keep(edit: (d: Shop) => Shop): void {
    this.failed.set('');
    this.#shops
      .change(edit)
      .pipe(
        catchError((e: unknown) => {
          const f = failureOf(e);
          this.failed.set(`Not saved: ${f.detail ?? f.title}`);
          return EMPTY;
        }),
      )
      .subscribe();
  }
}
