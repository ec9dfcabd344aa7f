import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { say } from '@nelbo/core';
import { JobContext } from './job-context';

/** What the edits of the last moments moved, in plan terms; lies over the drawings so that nothing jumps. */
@Component({
  selector: 'nb-moved',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p aria-live="polite" [class.shown]="text()">@if (text(); as t) {<b>That moved</b> {{ t }}}</p>`,
  styles: `
    :host { position: sticky; bottom: 0; display: block; height: 0; }
    p { display: none; position: absolute; bottom: 0; left: 0; right: 0; background: var(--paper); border: 1px solid var(--hairline); border-left: 3px solid var(--act); padding: 5px 10px; font-size: 0.9rem; }
    p.shown { display: block; }
    b { color: var(--act); }
  `,
})
export class Moved {
  readonly #context = inject(JobContext);
  protected readonly text = computed(() => {
    const state = this.#context.state();
    if (!state) return '';
    const resin = state.resinBefore ? [`${state.resinBefore} → ${state.plan?.system?.chosen.chain.resin.name ?? 'no chain'}`] : [];
    return [...resin, ...state.changes.map((c) => `${c.label} ${say(c.before, this.#context.currency())} → ${say(c.after, this.#context.currency())}`)].join(' · ');
  });
}
