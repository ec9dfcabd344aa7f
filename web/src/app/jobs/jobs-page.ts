import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { SelectButtonModule } from 'primeng/selectbutton';
import {
  BehaviorSubject,
  EMPTY,
  catchError,
  combineLatest,
  debounceTime,
  filter,
  merge,
  switchMap,
  tap,
} from 'rxjs';
import { JOB_FILE_LIMIT, STAGES, STAGE_TITLES, describeProblem } from '@nelbo/core';
import { Api, failureOf, type JobSummary, type StoredJob } from '../api/api';
import { Live } from '../state/live';
import { newId } from '../state/new-id';
import { ArrowKeys } from '../ui/arrow-keys';
import { sayWhen } from '../ui/when';

const PAGE = 50;
const MOST = 500;

/** All jobs: find, start, copy, import, archive. */
@Component({
  selector: 'nb-jobs-page',
  imports: [ArrowKeys, FormsModule, RouterLink, ButtonModule, InputTextModule, SelectButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main>
      <header class="spread">
        <h1>Jobs</h1>
        <div class="row">
          <input #file type="file" accept=".json,application/json" class="visually-hidden" tabindex="-1" aria-label="Job file to import" (change)="importFile(file)" />
          <button pButton type="button" severity="secondary" [outlined]="true" (click)="file.click()">Import a job file</button>
          <a pButton class="act" routerLink="/jobs/new">New job</a>
        </div>
      </header>
      <div class="row find">
        <label for="job-search" class="visually-hidden">Find a job by boat or title</label>
        <input pInputText id="job-search" type="search" placeholder="Find by boat or title" [ngModel]="search()" (ngModelChange)="search.set($event)" />
        <span id="which" class="visually-hidden">Which jobs</span>
        <p-selectbutton [options]="kinds" optionLabel="label" optionValue="value" [ngModel]="archived()" (ngModelChange)="archived.set($event)" [allowEmpty]="false" size="small" ariaLabelledBy="which" />
      </div>
      @if (away()) {<p role="status" class="note-line warn">The server cannot be reached. Jobs that are open go on; the list comes back with it.</p>}
      @if (message(); as m) {<p role="alert" class="note-line warn">{{ m }}</p>}
      <div class="scroll">
      <table class="ruled">
        <caption class="visually-hidden">Jobs, the last touched first</caption>
        <thead><tr><th>Boat</th><th>Job</th><th>Stage</th><th>Starts</th><th>Touched</th><th><span class="visually-hidden">Actions</span></th></tr></thead>
        <tbody>
          @for (r of rows(); track r.job.id) {
            <tr>
              <td><a [routerLink]="['/jobs', r.job.id, r.stage]"><b>{{ r.boat }}</b></a></td>
              <td>{{ r.job.title }}</td>
              <td>{{ r.stageTitle }}</td>
              <td>{{ r.start }}</td>
              <td class="muted">{{ r.touched }}</td>
              <td class="number">
                <button pButton type="button" size="small" severity="secondary" [text]="true" [attr.aria-label]="'Copy ' + r.boat" (click)="copy(r.job)">Copy</button>
                <button pButton type="button" size="small" severity="secondary" [text]="true" [attr.aria-label]="(archived() ? 'Bring back ' : 'Archive ') + r.boat" (click)="archive(r.job)">{{ archived() ? 'Bring back' : 'Archive' }}</button>
              </td>
            </tr>
          } @empty {<tr><td colspan="6" class="muted none">{{ loaded() ? 'No job fits.' : 'Looking …' }}</td></tr>}
        </tbody>
      </table>
      </div>
      @if (loaded()) {
        <p class="muted count" role="status">{{ rows().length }} of {{ total() }} {{ total() === 1 ? 'job' : 'jobs' }}
          @if (rows().length < total() && rows().length < 500) {<button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="showMore()">Show more</button>}
        </p>
      }
    </main>
  `,
  styles: `
    main { padding: 20px 26px 40px; max-width: 1280px; }
    header { align-items: center; }
    .find { margin: 16px 0 10px; } .find input { width: min(340px, 100%); }
    td a { text-decoration: none; } td:nth-child(-n + 2) { overflow-wrap: anywhere; } td a:hover { text-decoration: underline; }
    .count { display: flex; gap: 16px; align-items: center; margin-top: 12px; }
    .none { padding: 24px 6px; } .scroll { overflow-x: auto; }
    tbody tr:hover td { background: var(--paper); }
    @media (max-width: 700px) { main { padding: 16px; } header { flex-wrap: wrap; } }
  `,
})
export class JobsPage {
  readonly #api = inject(Api);
  readonly #router = inject(Router);
  readonly #again = new BehaviorSubject<void>(undefined);
  protected readonly kinds = [
    { label: 'open', value: false },
    { label: 'archived', value: true },
  ];
  protected readonly search = signal('');
  protected readonly archived = signal(false);
  protected readonly message = signal('');
  protected readonly away = signal(false);
  protected readonly limit = signal(PAGE);

  /** Anew when something was typed, asked for, or changed in the yard. */
  readonly #found = toSignal(
    combineLatest([
      toObservable(this.search).pipe(debounceTime(120)),
      toObservable(this.archived),
      toObservable(this.limit),
      merge(
        this.#again,
        inject(Live).changes$.pipe(
          filter((c) => c.kind === 'job' || c.kind === 'resync'),
          debounceTime(300),
        ),
      ),
    ]).pipe(
      switchMap(([search, archived, limit]) =>
        this.#api.jobs(search.trim(), archived, limit).pipe(
          tap(() => this.away.set(false)),
          catchError(() => {
            this.away.set(true);
            return EMPTY;
          }),
        ),
      ),
    ),
  );
  protected readonly loaded = computed(() => this.#found() !== undefined);
  protected readonly total = computed(() => this.#found()?.total ?? 0);
  protected readonly rows = computed(() =>
    (this.#found()?.jobs ?? []).map((job) => {
      const done = job.schedule.done ?? [];
      const stage = STAGES.find((s) => !done.some((d) => d.stage === s)) ?? 'log';
      const { start } = job.schedule;
      return {
        job,
        boat: job.boat || 'Boat not named',
        stage,
        stageTitle: STAGE_TITLES[stage],
        start: start ? sayWhen(Date.parse(start), Date.now()) : '',
        touched: sayWhen(Date.parse(job.updatedAt), Date.now()),
      };
    }),
  );

  protected showMore(): void {
    this.limit.update((n) => Math.min(MOST, n + PAGE));
  }

  protected copy(job: JobSummary): void {
    this.#api
      .job(job.id)
      .pipe(
        switchMap(({ document: { schedule: _, ...rest } }) =>
          this.#api.createJob(newId(), {
            ...rest,
            title: `${rest.title ?? 'Job'} (copy)`,
            schedule: { start: new Date().toISOString() },
          }),
        ),
      )
      .subscribe(this.#opened);
  }

  protected archive(job: JobSummary): void {
    this.#api.archiveJob(job.id, !job.archived).subscribe({
      next: () => this.#again.next(),
      error: (e: unknown) => this.message.set(failureOf(e).title),
    });
  }

  protected importFile(input: HTMLInputElement): void {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    this.message.set('');
    if (file.size > JOB_FILE_LIMIT) {
      this.message.set(
        `${file.name} was not imported: it is larger than ${JOB_FILE_LIMIT / 1e6} MB. A job file holds one job; a whole yard is restored in Settings.`,
      );
      return;
    }
    this.#api.importJob(newId(), file).subscribe({
      next: ({ job }) => this.#opened.next(job),
      error: (e: unknown) => {
        const failure = failureOf(e);
        const why =
          failure.problems
            ?.filter((p) => p.severity === 'error')
            .map(describeProblem)
            .join('. ') ||
          failure.detail ||
          failure.title;
        this.message.set(`${file.name} was not imported. ${why}`);
      },
    });
  }

  readonly #opened = {
    next: (job: StoredJob): void => void this.#router.navigate(['/jobs', job.id, 'survey']),
    error: (e: unknown): void => this.message.set(failureOf(e).detail ?? failureOf(e).title),
  };
}
