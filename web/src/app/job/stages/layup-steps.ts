import { ChangeDetectionStrategy, Component, computed, inject, OnDestroy, signal } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { figure, said, type Said } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { SaidView } from '../../ui/said';
import { sayWhen } from '../../ui/when';
import { capital } from '../../ui/words';
import { JobContext } from '../job-context';

interface Step {
  readonly words: Said;
  /** The last ply that lies once the step is done. */
  readonly laid: number;
  readonly ply?: number;
  readonly wait: boolean;
}

/** The layup as it will be done, one step after another; the drawings show what lies by then. */
@Component({
  selector: 'nb-layup-steps',
  imports: [ButtonModule, SaidView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (at() === undefined) {
      <button pButton type="button" size="small" severity="secondary" [outlined]="true" [disabled]="steps().length === 0" (click)="go(0)">Step through the layup</button>
    } @else if (step(); as s) {
      <div class="step" [class.wait]="s.wait">
        <p class="small muted">Step {{ (at() ?? 0) + 1 }} of {{ steps().length }}</p>
        <p class="words" aria-live="polite"><nb-said [words]="s.words" /></p>
        <div class="row">
          <button pButton type="button" severity="secondary" [outlined]="true" [disabled]="at() === 0" (click)="go((at() ?? 0) - 1)">‹ Before</button>
          <button pButton type="button" severity="secondary" [outlined]="true" [disabled]="at() === steps().length - 1" (click)="go((at() ?? 0) + 1)">Next ›</button>
          <button pButton type="button" severity="secondary" [text]="true" (click)="stop()">Close</button>
        </div>
      </div>
    }
  `,
  styles: `
    :host { display: block; margin-top: 10px; }
    .step { border: 1.5px solid var(--ink); padding: 8px 12px; } .step.wait { border-color: var(--wait); background: repeating-linear-gradient(135deg, transparent 0 6px, rgb(43 103 119 / 0.1) 6px 7px); }
    .words { font-size: 1.15rem; font-weight: 600; min-height: 3.2em; } .row button { min-height: 44px; }
  `,
})
export class LayupSteps implements OnDestroy {
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  protected readonly at = signal<number | undefined>(undefined);
  protected readonly steps = computed<readonly Step[]>(() => {
    const plan = this.#context.plan();
    const reader = this.#reading.reader();
    const tasks = plan?.timeline?.stages.find((s) => s.stage === 'laminate')?.tasks ?? [];
    let laid = 0;
    return tasks.flatMap((t): Step[] => {
      if (!t.plies)
        return [
          {
            words: said`${capital(t.label)}, ${figure(t.duration, reader)}, from ${sayWhen(t.start)}.`,
            laid,
            wait: t.kind === 'wait',
          },
        ];
      return t.plies.map((lay) => {
        laid = Math.max(laid, lay);
        const ply = plan?.dish?.laminate?.plies.find((p) => p.lay === lay);
        return {
          words: ply
            ? said`Lay ply ${lay}: ${ply.cloth.name} ${ply.orientation}, ${figure(ply.resin, reader)} of resin${ply.side === 'inside' ? ', inside' : ''}.`
            : [t.label],
          laid,
          ply: lay,
          wait: false,
        };
      });
    });
  });
  protected readonly step = computed(() => this.steps()[this.at() ?? 0]);

  protected go(i: number): void {
    this.at.set(i);
    const step = this.steps()[i];
    this.#context.laidTo.set(step?.laid);
    this.#context.pickedPly.set(step?.ply);
  }

  protected stop(): void {
    this.at.set(undefined);
    this.#context.laidTo.set(undefined);
    this.#context.pickedPly.set(undefined);
  }

  ngOnDestroy(): void {
    this.#context.laidTo.set(undefined);
  }
}
