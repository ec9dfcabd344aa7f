import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { JobContext } from './job-context';

/** Whether the job is saved, and the choice when somebody else saved it in between. */
@Component({
  selector: 'nb-save-state',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span role="status" [class.bad]="bad()">{{ text() }}</span>
    @if (context.save().kind === 'conflict') {
      <div class="conflict" role="alert">
        <p><b>Somebody else saved this job while you were editing.</b> Both versions are kept. Which one goes on?</p>
        <button pButton type="button" size="small" (click)="context.store.resolve('mine')">Keep mine</button>
        <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="context.store.resolve('theirs')">Take theirs</button>
      </div>
    }
  `,
  styles: `
    :host { font-size: 0.84rem; color: var(--wait); }
    .bad { color: var(--act); font-weight: 700; }
    .conflict { display: flex; gap: 10px; align-items: center; flex-wrap: wrap; border-left: 3px solid var(--act); padding-left: 10px; margin: 6px 0; color: var(--ink); }
  `,
})
export class SaveState {
  protected readonly context = inject(JobContext);
  protected readonly bad = computed(() => ['offline', 'refused', 'conflict'].includes(this.context.save().kind));
  protected readonly text = computed(() => {
    const s = this.context.save();
    switch (s.kind) {
      case 'saved':
        return 'Saved';
      case 'waiting':
      case 'saving':
        return 'Saving …';
      case 'offline':
        return 'Server not reached: your work is kept here and sent again';
      case 'refused':
        return `Not saved: ${s.detail}`;
      case 'conflict':
        return 'Not saved yet';
    }
  });
}
