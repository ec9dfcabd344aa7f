import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { catchError, of } from 'rxjs';
import { Api } from '../api/api';
import { DeviceList } from '../devices/device-list';
import { LogStore } from '../state/log-store';
import { BenchStore } from './bench-store';
import { clockOf, countdown } from './run';

/** Every clock of this device, and the jobs whose batches can be mixed. */
@Component({
  selector: 'nb-bench-home',
  imports: [DeviceList, RouterLink],
  providers: [LogStore, BenchStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main>
      <h1>Bench</h1>
      <p class="muted">Mix, time and note, full screen. Pick the job whose pot is next.</p>
      <h2>Clocks on this device</h2>
      <table class="ruled">
        <tbody>@for (c of clocks(); track c.id) {<tr><td><a [routerLink]="['/jobs', c.run.jobId, 'bench']">{{ c.run.boat }}</a></td><td>{{ c.name }}</td><td class="number"><b>{{ left(c.until) }}</b></td></tr>} @empty {<tr><td class="muted">None runs.</td></tr>}</tbody>
      </table>
      <h2>Jobs</h2>
      <table class="ruled">
        <tbody>@for (j of jobs(); track j.id) {<tr><td><a [routerLink]="['/jobs', j.id, 'bench']">{{ j.boat || 'Boat not named' }}</a></td><td class="muted">{{ j.title }}</td><td class="number muted">{{ begun(j.id) }}</td></tr>} @empty {<tr><td class="muted">{{ failed() ? 'The server cannot be reached; jobs with a clock stand above.' : 'No jobs yet.' }}</td></tr>}</tbody>
      </table>
      <h2>Devices of this screen</h2>
      <nb-device-list />
    </main>
  `,
  styles: `main { padding: 22px 26px 40px; max-width: 860px; } h2 { margin: 22px 0 6px; } td { padding: 9px 6px 9px 0; }`,
})
export class BenchHome {
  readonly #store = inject(BenchStore);
  readonly #found = toSignal(
    inject(Api)
      .jobs()
      .pipe(catchError(() => of(undefined))),
  );
  protected readonly jobs = computed(() => this.#found()?.jobs ?? []);
  protected readonly failed = computed(() => this.#found() === undefined);
  protected readonly clocks = this.#store.clocks;

  protected left(until: number): string {
    return countdown(until, this.#store.now());
  }

  protected begun(jobId: string): string {
    const runs = this.#store.runs().filter((r) => r.jobId === jobId);
    const open = runs.filter((r) => r.step !== 'laid' && r.step !== 'thrown').length;
    return runs.length === 0
      ? ''
      : open > 0
        ? `${open} under way`
        : `${runs.filter((r) => clockOf(r, this.#store.now())).length} curing`;
  }
}
