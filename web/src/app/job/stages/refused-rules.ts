import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import type { Refusal } from '@nelbo/core';

const SHOWN = 6;
const EXAMPLES = 6;

/** What was refused, by the rule that refused it. */
@Component({
  selector: 'nb-refused-rules',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (refused().length > 0) {
      <h3>Refused, and by which rule</h3>
      <ul>
        @for (r of rows(); track r.id) {
          <li>
            <p><b>{{ r.products }}</b></p>
            <p class="small"><b>{{ r.verdict }}:</b> {{ r.reason }}. <span class="muted">Instead: {{ r.remedy }}. Rule {{ r.id }}, {{ r.chains }} systems.</span></p>
          </li>
        }
      </ul>
      @if (!all() && refused().length > shown) {<button pButton type="button" size="small" severity="secondary" [text]="true" (click)="all.set(true)">Show all {{ refused().length }} rules that refused</button>}
    }
  `,
  styles: `h3 { margin: 20px 0 4px; } li { border-left: 3px solid var(--act); padding: 2px 0 2px 10px; margin-top: 8px; }`,
})
export class RefusedRules {
  readonly refused = input.required<readonly Refusal[]>();
  protected readonly all = signal(false);
  protected readonly shown = SHOWN;
  protected readonly rows = computed(() => {
    const list = this.all() ? this.refused() : this.refused().slice(0, SHOWN);
    return list.map(({ rule, chains, examples }) => {
      const names = [...new Set(examples.map((e) => e.map((p) => p.name).join(' with ')))].filter(
        (n) => n !== '',
      );
      const more = names.length - EXAMPLES;
      return {
        id: rule.id,
        verdict: rule.verdict,
        reason: rule.reason,
        remedy: rule.remedy ?? 'another system',
        chains: chains.toLocaleString('en-GB'),
        products: `${names.slice(0, EXAMPLES).join(', ') || 'Leaving the link out'}${more > 0 ? ` and ${more} more` : ''}`,
      };
    });
  });
}
