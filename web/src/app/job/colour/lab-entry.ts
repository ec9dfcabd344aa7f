import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ButtonModule } from 'primeng/button';
import { hexOf, type Lab } from '@nelbo/core/finish';
import { Devices } from '../../devices/devices';
import { QuantityFieldView } from '../../ui/quantity-field';
import { labWords } from './lab-words';

/** One colour: from the reader, or three numbers typed. */
@Component({
  selector: 'nb-lab-entry',
  imports: [ButtonModule, QuantityFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (read(); as r) {
      <div class="read"><i [style.background]="r.hex"></i><span>{{ r.text }} <span class="mark">simulated</span></span><button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="taken.emit({ lab: r.lab, by: 'reader' })">{{ takeLabel() }}</button></div>
    }
    <div class="three">
      <nb-quantity path="colour.readings.L" label="L*" [value]="L()" (changed)="L.set($event)" />
      <nb-quantity path="colour.readings.a" label="a*" [value]="a()" (changed)="a.set($event)" />
      <nb-quantity path="colour.readings.b" label="b*" [value]="b()" (changed)="b.set($event)" />
    </div>
    <button pButton type="button" size="small" [disabled]="!typed()" (click)="take()">{{ typedLabel() }}</button>
  `,
  styles: `
    :host { display: block; } .three { display: grid; grid-template-columns: repeat(3, 1fr); gap: 10px; margin: 8px 0; }
    .read { display: flex; gap: 10px; align-items: center; flex-wrap: wrap; } i { width: 34px; height: 34px; border: 1px solid var(--ink); } .mark { border: 1px dashed var(--warn); color: var(--warn); padding: 0 5px; font-size: 0.82rem; }
  `,
})
export class LabEntry {
  readonly takeLabel = input('Take this reading');
  readonly typedLabel = input('Keep these numbers');
  readonly taken = output<{ readonly lab: Lab; readonly by: 'reader' | 'typed' }>();
  protected readonly L = signal<number | undefined>(undefined);
  protected readonly a = signal<number | undefined>(undefined);
  protected readonly b = signal<number | undefined>(undefined);
  readonly #reading = toSignal(inject(Devices).readings('colour reader'));
  protected readonly read = computed(() => {
    const lab = this.#reading()?.lab;
    return lab && { lab, hex: hexOf(lab), text: labWords(lab) };
  });
  protected readonly typed = computed<Lab | undefined>(() => {
    const [L, a, b] = [this.L(), this.a(), this.b()];
    return L === undefined || a === undefined || b === undefined ? undefined : { L, a, b };
  });

  protected take(): void {
    const lab = this.typed();
    if (!lab) return;
    this.taken.emit({ lab, by: 'typed' });
    // The same numbers are not another reading.
    for (const part of [this.L, this.a, this.b]) part.set(undefined);
  }
}
