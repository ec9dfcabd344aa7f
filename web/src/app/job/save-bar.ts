import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { say, type Change } from '@nelbo/core';
import { ButtonModule } from 'primeng/button';
import { JobContext } from './job-context';

/** Whether the job is saved, and what the last edits moved. */
@Component({
  selector: 'nb-save-bar',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="bar">
      <span role="status" class="state" [class.bad]="bad()">{{ text() }}</span>
      @if (moved(); as m) {<span class="moved"><b>That moved</b> {{ m }}</span>}
    </div>
    @if (context.save().kind === 'conflict') {
      <div class="conflict" role="alert">
        <p><b>Somebody else saved this job while you were editing.</b> Both versions are kept. Which one goes on?</p>
        <button pButton type="button" size="small" (click)="context.store.resolve('mine')">Keep mine</button>
        <button pButton type="button" size="small" severity="secondary" (click)="context.store.resolve('theirs')">Take theirs</button>
      </div>
    }
  `,
  styles: `
    .bar { display: flex; gap: 18px; font-size: 0.84rem; color: var(--muted); min-height: 1.3em; margin-top: 2px; }
    .moved { color: var(--ink); white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
    .moved b { color: var(--act); }
    .state { white-space: nowrap; }
    .bad { color: var(--act); font-weight: 700; }
    .conflict { display: flex; gap: 10px; align-items: center; flex-wrap: wrap; border-left: 3px solid var(--act); padding-left: 10px; margin-top: 6px; }
  `,
})
export class SaveBar {
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
  protected readonly moved = computed(() =>
    (this.context.state()?.changes ?? []).map((c: Change) => `${c.label} ${say(c.before)} → ${say(c.after)}`).join(' · '),
  );
}
