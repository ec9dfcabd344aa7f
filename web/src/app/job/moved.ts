import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { linkOf, whyWords } from '@nelbo/core';
import { Reading } from '../state/reading';
import { JobContext } from './job-context';

/** What the edits of the last moments moved, in plan terms, and why; lies over the drawings so that nothing jumps. */
@Component({
  selector: 'nb-moved',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p aria-live="polite" [class.shown]="text()">@if (text(); as t) {<span><b>{{ t.lead }}</b> {{ t.why }}</span> <span>{{ t.moved }}</span>}</p>`,
  styles: `
    :host { position: sticky; bottom: 0; display: block; height: 0; }
    p { display: none; position: absolute; bottom: 0; left: 0; right: 0; background: var(--paper); border: 1px solid var(--hairline); border-left: 3px solid var(--act); padding: 5px 10px; font-size: 0.9rem; }
    p.shown { display: block; }
    span { display: block; } b { color: var(--act); }
    @media print { :host { display: none; } }
  `,
})
export class Moved {
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  protected readonly text = computed(() => {
    const state = this.#context.state();
    const reader = this.#reading.reader();
    const words = state && whyWords(state.fields, state.changes, reader);
    if (!state || (!words && !state.resinBefore)) return undefined;
    const held =
      state.plan?.system?.chosen && linkOf(state.plan.system.chosen.chain, state.plan.system.route.key)?.name;
    const resin = state.resinBefore ? `${state.resinBefore} → ${held ?? 'no chain'} · ` : '';
    return {
      lead: state.elsewhere ? 'Changed on another screen.' : 'That moved the plan.',
      why: words?.why ? `${words.why}:` : 'What the shop knows changed:',
      moved: `${resin}${words?.moved ?? ''}`,
    };
  });
}
