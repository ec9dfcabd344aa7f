import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { EMPTY, catchError } from 'rxjs';
import { SHOP_FIELDS, sayIn, type Sheet, type Shop } from '@nelbo/core';
import { failureOf } from '../../api/api';
import { Reading } from '../../state/reading';
import { ShopStore } from '../../state/shop-store';
import { StoresStore } from '../../state/stores-store';
import { TextFieldView } from '../../ui/text-field';
import { JobContext } from '../job-context';

/** The yard's habit against the sequence planned, and which papers there are. */
@Component({
  selector: 'nb-papers',
  imports: [ButtonModule, TextFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (habit(); as h) {<p class="note-line" [class.warn]="h.worse">{{ h.words }}</p>}
    <div class="fields">
      <nb-text class="wide" path="habit" [root]="root" [value]="shop()?.habit" (changed)="keep('habit', $event)" />
      <nb-text path="sanding.start" [value]="doc()?.sanding?.start" (changed)="set('sanding.start', $event)" />
      <nb-text path="sanding.end" [value]="doc()?.sanding?.end" (changed)="set('sanding.end', $event)" />
    </div>
    @if (failed()) {<p class="note-line warn" role="alert">{{ failed() }}</p>}
    <details>
      <summary>Papers on the shelf: {{ on() }}</summary>
      @for (g of groups(); track g.name) {
        <fieldset><legend>{{ g.name }}</legend>
          @for (p of g.papers; track p.id) {<label><input type="checkbox" [checked]="p.on" (change)="toggle(p.id, $any($event.target).checked)" />{{ p.name }}</label>}
        </fieldset>
      }
      @if (shop()?.papers) {<button pButton type="button" size="small" severity="secondary" [text]="true" (click)="keep('papers', undefined)">Back to the usual papers</button>}
    </details>
  `,
  styles: `
    :host { display: block; margin-top: 8px; } summary { cursor: pointer; padding: 8px 0; } fieldset { border: 0; border-top: 1px solid var(--hairline); padding: 4px 0; margin: 0; display: flex; flex-wrap: wrap; gap: 2px 14px; } legend { font-size: 0.87rem; color: var(--muted); }
    label { display: flex; gap: 6px; align-items: center; min-height: 32px; } input { width: 18px; height: 18px; accent-color: var(--ink); }
  `,
})
export class Papers {
  readonly #context = inject(JobContext);
  readonly #shops = inject(ShopStore);
  readonly #stores = inject(StoresStore);
  readonly #reading = inject(Reading);
  protected readonly root = SHOP_FIELDS;
  protected readonly doc = this.#context.document;
  protected readonly shop = this.#context.shop;
  protected readonly failed = signal('');
  readonly #sheets = computed(() =>
    this.#stores.library().products.filter((p): p is Sheet => p.role === 'abrasive'),
  );
  readonly #shelf = computed(() => {
    const named = this.shop()?.papers?.map((p) => p.id);
    return new Set(
      named ??
        this.#sheets()
          .filter((p) => p.own || p.family !== 'CAMI')
          .map((p) => p.id),
    );
  });
  protected readonly on = computed(
    () =>
      `${this.#shelf().size} of ${this.#sheets().length}${this.shop()?.papers ? '' : ', the usual ones until you say'}`,
  );
  protected readonly groups = computed(() => {
    const of = (
      name: string,
      test: (p: Sheet) => boolean,
    ): { name: string; papers: { id: string; name: string; on: boolean }[] } => ({
      name,
      papers: this.#sheets()
        .filter(test)
        .map((p) => ({
          id: p.id,
          name: p.own ? p.name : p.name.replace(/^.* (?=(P|CAMI))/, ''),
          on: this.#shelf().has(p.id),
        })),
    });
    return [
      of('Discs for the machine', (p) => p.traits?.includes('for machine') ?? false),
      of('For board and block, dry', (p) => p.traits?.includes('for board') ?? false),
      of('Wet sheets', (p) => (p.traits?.includes('wet') ?? false) && p.family !== 'CAMI'),
      of('Wet sheets on the CAMI scale', (p) => p.family === 'CAMI'),
    ].filter((g) => g.papers.length > 0);
  });
  protected readonly habit = computed(() => {
    const h = this.#context.plan()?.dish?.fair?.habit;
    if (!h) return undefined;
    const more = h.more.value;
    const min = (s: number): string => sayIn({ value: Math.abs(s) }, 'min', 0, this.#reading.reader());
    const compared =
      Math.abs(more) < 30
        ? 'as long as the sequence above'
        : more > 0
          ? `${min(more)} longer than the sequence above`
          : `${min(more)} shorter, and not what is wanted`;
    const faults = h.faults.length > 0 ? ` But ${h.faults.join('; ')}.` : '';
    return {
      words: `Your usual ${h.grits.join(', ')} would take ${min(h.time.value)} here: ${compared}.${faults}`,
      worse: more > 30 || h.faults.length > 0,
    };
  });

  protected set(path: string, value: unknown): void {
    this.#context.store.set(path, value);
  }

  protected toggle(id: string, there: boolean): void {
    const usual = [...this.#shelf()];
    this.#change((d) => {
      const shelf = new Set(d.papers?.map((p) => p.id) ?? usual);
      if (there) shelf.add(id);
      else shelf.delete(id);
      return { ...d, papers: [...shelf].map((p) => ({ id: p })) };
    });
  }

  protected keep(field: 'habit' | 'papers', value: unknown): void {
    this.#change((d): Shop => ({ ...d, [field]: value }));
  }

  #change(edit: (d: Shop) => Shop): void {
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
