import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { SelectButtonModule } from 'primeng/selectbutton';
import { BehaviorSubject, catchError, combineLatest, debounceTime, map, of, startWith, switchMap } from 'rxjs';
import { describeProblem, readJob, STAGES, STAGE_TITLES, type JobDocument } from '@nelbo/core';
import { Api, failureOf, type StoredJob } from '../api/api';
import { newId } from '../state/new-id';
import { sayWhen } from '../ui/when';

/** All jobs: find, start, copy, import, archive. */
@Component({
  selector: 'nb-jobs-page',
  imports: [FormsModule, RouterLink, ButtonModule, InputTextModule, SelectButtonModule],
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
      @if (message(); as m) {<p role="alert" class="note-line warn">{{ m }}</p>}
      <div class="scroll">
      <table class="ruled">
        <caption class="visually-hidden">Jobs, the last touched first</caption>
        <thead><tr><th>Boat</th><th>Job</th><th>Stage</th><th>Starts</th><th>Touched</th><th><span class="visually-hidden">Actions</span></th></tr></thead>
        <tbody>
          @for (r of rows(); track r.job.id) {
            <tr>
              <td><a [routerLink]="['/jobs', r.job.id, r.stage]"><b>{{ r.boat }}</b></a></td>
              <td>{{ r.job.document.title }}</td>
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
    </main>
  `,
  styles: `
    main { padding: 20px 26px 40px; max-width: 1280px; }
    header { align-items: center; }
    .find { margin: 16px 0 10px; } .find input { width: min(340px, 100%); }
    td a { text-decoration: none; } td a:hover { text-decoration: underline; }
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

  readonly #found = toSignal(
    combineLatest([toObservable(this.search).pipe(debounceTime(120)), toObservable(this.archived), this.#again]).pipe(
      switchMap(([search, archived]) =>
        this.#api.jobs(search.trim(), archived).pipe(
          map((jobs): StoredJob[] | undefined => jobs),
          catchError((e: unknown) => {
            this.message.set(failureOf(e).title);
            return of(undefined);
          }),
        ),
      ),
      startWith(undefined),
    ),
  );
  protected readonly loaded = computed(() => this.#found() !== undefined);
  protected readonly rows = computed(() =>
    (this.#found() ?? []).map((job) => {
      const done = job.document.schedule?.done ?? [];
      const stage = STAGES.find((s) => !done.some((d) => d.stage === s)) ?? 'log';
      const start = job.document.schedule?.start;
      return {
        job,
        boat: job.document.boat?.name || 'Boat not named',
        stage,
        stageTitle: STAGE_TITLES[stage],
        start: start ? sayWhen(Date.parse(start), Date.now()) : '',
        touched: sayWhen(Date.parse(job.updatedAt), Date.now()),
      };
    }),
  );

  protected copy(job: StoredJob): void {
    const { schedule: _, ...rest } = job.document;
    this.#create({ ...rest, title: `${job.document.title ?? 'Job'} (copy)`, schedule: { start: new Date().toISOString() } });
  }

  protected archive(job: StoredJob): void {
    this.#api.archiveJob(job.id, !job.archived).subscribe({
      next: () => this.#again.next(),
      error: (e: unknown) => this.message.set(failureOf(e).title),
    });
  }

  protected async importFile(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    let document: unknown;
    try {
      document = JSON.parse(await file.text());
    } catch {
      this.message.set(`${file.name} is not a job file: it cannot be read as JSON.`);
      return;
    }
    const errors = readJob(document).problems.filter((p) => p.severity === 'error');
    if (errors.length > 0) {
      this.message.set(`${file.name} was not imported. ${errors.map(describeProblem).join('. ')}`);
      return;
    }
    this.#create(document as JobDocument);
  }

  #create(document: JobDocument): void {
    this.#api.createJob(newId(), document).subscribe({
      next: (job) => void this.#router.navigate(['/jobs', job.id, 'survey']),
      error: (e: unknown) => this.message.set(failureOf(e).detail ?? failureOf(e).title),
    });
  }
}
