import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { VERDICTS, type Chain } from '@nelbo/core';

/** Every rule that speaks about a chain: what it takes to make it hold. */
@Component({
  selector: 'nb-chain-rules',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3>What the rules say of it</h3>
    <ul>@for (r of rules(); track r.id) {<li [class]="r.verdict.replace(' ', '-')"><b>{{ r.verdict }}:</b> {{ r.reason }}@if (r.remedy) {. <span class="muted">{{ cap(r.remedy) }}.</span>}</li>}</ul>
  `,
  styles: `h3 { margin: 18px 0 4px; } li { font-size: 0.9rem; margin-top: 5px; padding-left: 10px; border-left: 3px solid var(--hairline); } .weak { border-left: 3px dashed var(--act); }`,
})
export class ChainRules {
  readonly chain = input.required<Chain>();
  protected cap(s: string): string {
    return `${s.charAt(0).toUpperCase()}${s.slice(1)}`;
  }

  /** The weakest links first: those want care. */
  protected readonly rules = computed(() =>
    [...this.chain().rules].sort((a, b) => VERDICTS.indexOf(b.verdict) - VERDICTS.indexOf(a.verdict)),
  );
}
