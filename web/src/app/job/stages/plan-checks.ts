import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { setIn, tellCheck, tellWay, type Check, type WayOut } from '@nelbo/core';
import { sentence } from '../../ui/words';
import { JobContext } from '../job-context';

/** Figures held against each other before the grinder starts; each that does not agree with the ways out of it. */
@Component({
  selector: 'nb-plan-checks',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (c of shown(); track c.id) {
        <li [class.off]="!c.ok">
          <span class="mark" aria-hidden="true">{{ c.ok ? '✓' : '!' }}</span>
          <div>
            <p><span class="visually-hidden">{{ c.ok ? 'Agrees: ' : 'Does not agree: ' }}</span>{{ sentence(tellCheck(c.said)) }}</p>
            @for (w of c.ways; track w.way.code) {@let words = tellWay(w.way);
              <p class="way">
                @if (w.changes.length > 0) {<button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="take(w)">{{ words.name }}</button>} @else {<b>{{ words.name }}</b>}
                <span class="muted small">{{ words.effect }}</span>
              </p>
            }
          </div>
        </li>
      }
    </ul>
  `,
  styles: `
    li { display: flex; gap: 10px; padding: 6px 0; border-bottom: 1px solid var(--hairline); font-size: 0.93rem; }
    .mark { flex: 0 0 18px; text-align: center; font-weight: 700; color: var(--wait); }
    .off { border-left: 3px solid var(--act); padding-left: 8px; } .off .mark { color: var(--act); }
    .way { display: flex; gap: 8px; align-items: center; flex-wrap: wrap; margin-top: 5px; }
  `,
})
export class PlanChecks {
  protected readonly sentence = sentence;
  protected readonly tellCheck = tellCheck;
  protected readonly tellWay = tellWay;
  readonly #context = inject(JobContext);
  /** Which checks belong here. */
  readonly about = input.required<readonly Check['id'][]>();
  protected readonly shown = computed(() =>
    (this.#context.plan()?.dish?.grind?.checks ?? []).filter((c) => this.about().includes(c.id)),
  );

  protected take(way: WayOut): void {
    this.#context.store.update((d) => way.changes.reduce((to, c) => applied(to, c), d));
  }
}

/** A change by its path; a number in the path counts into a list. */
export function applied<T extends object>(
  document: T,
  { path, value }: { readonly path: string; readonly value: unknown },
): T {
  const at = /^(\w+)\.(\d+)\.(\w+)$/.exec(path);
  if (!at) return setIn(document, path, value);
  const [, list, index, field] = at;
  const items = (document as Record<string, unknown>)[list] as Record<string, unknown>[] | undefined;
  return { ...document, [list]: items?.map((x, i) => (i === Number(index) ? { ...x, [field]: value } : x)) };
}
