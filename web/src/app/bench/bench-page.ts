import { REPAIRS } from '@nelbo/core/repairs';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  type OnDestroy,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { FIRST_PLACE, sayIn } from '@nelbo/core';
import { benchBatches, type BenchBatch } from '@nelbo/core/cure';
import { Devices } from '../devices/devices';
import { PlaceBar } from '../job/place-bar';
import { JobStore } from '../state/job-store';
import { LogStore } from '../state/log-store';
import { Reading } from '../state/reading';
import { RepairKinds } from '../state/repair-kinds';
import { ShopStore } from '../state/shop-store';
import { StoresStore } from '../state/stores-store';
import { rememberWho, whoIsHere } from '../state/who';
import { timeOf } from '../ui/when';
import { Alarm } from './alarm';
import { BenchStep } from './bench-step';
import { BenchStore } from './bench-store';
import { ClockStrip } from './clock-strip';
import { CupDrawing } from './cup-drawing';
import { FreeMixView } from './free-mix';
import type { BenchRun } from './run';
import { grams } from './words';

const LOOK_KEY = 'nelbo-bench-look';

/** The bench: full screen, one figure at a time, clocks along the foot. */
@Component({
  selector: 'nb-bench-page',
  imports: [BenchStep, ClockStrip, CupDrawing, FreeMixView, PlaceBar, RouterLink],
  providers: [JobStore, LogStore, BenchStore, Alarm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class.light]': "look() === 'light'", '(pointerdown)': 'alarm.unlock()' },
  template: `
    <header>
      <h1>{{ run()?.batch?.title ?? 'Bench' }}</h1>
      <p class="soft about">{{ boat() }}@if (run(); as r) { · {{ r.batch.about }} · {{ r.batch.product }}@if (r.lot) { · lot {{ r.lot }}}}</p>
      <p class="air">@if (run(); as r) {@if (r.pot !== undefined) {<b>pot {{ degrees(r.pot) }}{{ r.unread?.includes('pot') ? ' assumed' : '' }}</b> · }}<span class="soft">shed {{ air() }}</span>@if (simulated()) { <span class="mark">simulated</span>}</p>
      <nav aria-label="Bench">
        @if (run()) {<button type="button" (click)="activeId.set(undefined)">Batches</button>}
        <button type="button" (click)="alarm.sound.set(!alarm.sound())" [attr.aria-pressed]="alarm.sound()">{{ alarm.sound() ? 'Sound on' : 'Sound off' }}</button>
        <button type="button" (click)="turn()">{{ look() === 'dark' ? 'Light' : 'Dark' }}</button>
        <a [routerLink]="['/jobs', id(), 'mix']">Leave</a>
      </nav>
    </header>
    @for (r of alarm.ringing(); track r.id) {<div class="ring" role="alert"><b>{{ r.text }}</b><button type="button" (click)="alarm.heard(r.id)">Heard</button></div>}
    @if (waiting() > 0) {<p class="kept" role="status">{{ waiting() }} {{ waiting() === 1 ? 'entry waits' : 'entries wait' }} for the network; kept on this device.</p>}
    <main tabindex="-1">
      @if (run(); as r) {
        <aside aria-label="The same in a cup"><nb-cup-drawing [run]="r" /></aside>
        <section class="work" aria-label="Now"><nb-bench-step [run]="r" [who]="who()" (closed)="activeId.set(undefined)" /></section>
      } @else if (!store.ready() || (!state() && !failure())) {<section class="work"><p class="soft" role="status">Opening the bench …</p></section>}
      @else {
        <section class="work choose" aria-label="Batches">
          <nb-place-bar [state]="state()" />
          @if (failure()) {<p class="act" role="alert">{{ failure() }}</p>}
          <p class="who"><label for="bench-who" class="soft">Who</label><select id="bench-who" [value]="who()" (change)="name($any($event.target).value)"><option value="">not named</option>@for (n of crew(); track n) {<option [value]="n" [selected]="n === who()">{{ n }}</option>}</select></p>
          <ul>
            @for (b of batches(); track b.id) {
              <li><button type="button" [class]="'batch ' + stateOf(b.id)" (click)="open(b)"><b>{{ b.title }}</b><span>{{ b.about }}</span><span class="soft">{{ b.product }}</span><span class="amount">{{ g(b.first + b.second) }}</span><em>{{ said(b.id) }}</em></button></li>
            } @empty {<li class="soft">No batches are planned for this job. What its sheets say can be mixed by hand below.</li>}
          </ul>
          @defer (on viewport; prefetch on idle) {<nb-free-mix (chosen)="open($event, true)" />} @placeholder {<p class="soft">Mix something else …</p>}
        </section>
      }
    </main>
    <footer aria-label="Clocks"><nb-clock-strip (picked)="pick($event)" /></footer>
  `,
  styleUrl: './bench-page.css',
})
export class BenchPage implements OnDestroy {
  readonly id = input.required<string>();
  protected readonly store = inject(BenchStore);
  protected readonly alarm = inject(Alarm);
  readonly #jobs = inject(JobStore);
  readonly #log = inject(LogStore);
  readonly #reading = inject(Reading);
  readonly #stores = inject(StoresStore);
  readonly #devices = inject(Devices);
  readonly #shop = toSignal(inject(ShopStore).shop$);
  protected readonly state = toSignal(this.#jobs.state$);
  protected readonly failure = toSignal(this.#jobs.failure$, { requireSync: true });
  readonly #entries = toSignal(this.#log.entries$, { requireSync: true });
  readonly #logger = toSignal(this.#devices.readings('air logger'));
  protected readonly activeId = signal<string | undefined>(undefined);
  protected readonly who = signal(whoIsHere());
  protected readonly look = signal<'dark' | 'light'>(kept());
  #lock: WakeLockSentinel | undefined;

  protected readonly run = computed(() =>
    this.store.runs().find((r) => r.id === this.activeId() && r.jobId === this.id()),
  );
  /** The boat, and the place of it where it has several. */
  protected readonly boat = computed(() => {
    const { document, places = [], place } = this.state() ?? {};
    const here = places.length > 1 ? places.find((p) => p.id === place) : undefined;
    return [
      document?.boat?.name ?? document?.title,
      here && [here.letter, here.name].filter(Boolean).join(', '),
    ]
      .filter(Boolean)
      .join(' · ');
  });
  protected readonly crew = computed(() => this.#shop()?.crew?.map((p) => p.name) ?? []);
  protected readonly batches = computed(() => {
    const plan = this.state()?.plan;
    return plan ? benchBatches(plan, this.#stores.library().resins) : [];
  });
  protected readonly waiting = computed(() => this.#entries().filter((e) => e.pending && !e.refused).length);
  protected readonly simulated = computed(() => this.#logger() !== undefined);
  protected readonly air = computed(() => {
    const [live, shop] = [this.#logger(), this.#shop()];
    const T = live?.value ?? shop?.temperature;
    const RH = live?.humidity ?? shop?.humidity;
    return `${this.degrees(T)}${RH === undefined ? '' : ` · ${Math.round(RH * 100)} %`}`;
  });

  constructor() {
    inject(RepairKinds).use(REPAIRS);
    effect(() => {
      this.#jobs.open(this.id());
      this.#log.open(this.id());
    });
    // A reload comes back to the batch that was under way.
    let returned = false;
    effect(() => {
      if (!this.store.ready() || returned) return;
      returned = true;
      const left = this.store
        .runs()
        .find((r) => r.jobId === this.id() && r.step !== 'laid' && r.step !== 'thrown');
      if (left) this.activeId.set(left.id);
    });
    void this.#stayAwake();
    document.addEventListener('visibilitychange', this.#again);
  }

  ngOnDestroy(): void {
    document.removeEventListener('visibilitychange', this.#again);
    void this.#lock?.release();
    this.#jobs.close();
  }

  protected g(kg: number): string {
    return grams(kg, this.#reading.reader(), 0);
  }

  protected degrees(v: number | undefined): string {
    return v === undefined ? 'not read' : sayIn({ value: v }, '°C', 1, this.#reading.reader());
  }

  /** Goes on with a batch that was begun, or begins it. */
  protected open(batch: BenchBatch, afresh = false): void {
    const left = this.#latest(batch.id);
    const goOn = left && !afresh && left.step !== 'laid' && left.step !== 'thrown';
    this.activeId.set((goOn ? left : this.store.start(this.id(), this.#place(), this.boat(), batch)).id);
  }

  protected pick(id: string): void {
    if (this.store.runs().some((r) => r.id === id && r.jobId === this.id())) this.activeId.set(id);
  }

  protected stateOf(batchId: string): string {
    const step = this.#latest(batchId)?.step;
    return step === undefined ? '' : step === 'laid' ? 'done' : step === 'thrown' ? 'thrown' : 'under-way';
  }

  protected said(batchId: string): string {
    const run = this.#latest(batchId);
    const time = (ms: number | undefined): string => (ms === undefined ? '' : timeOf(ms));
    if (!run) return 'not begun';
    return run.step === 'laid'
      ? `laid ${time(run.laidAt)}`
      : run.step === 'thrown'
        ? 'thrown away'
        : run.step === 'use'
          ? `mixed ${time(run.mixedAt)}, in use`
          : 'under way';
  }

  protected name(who: string): void {
    this.who.set(who);
    rememberWho(who);
  }

  protected turn(): void {
    const next = this.look() === 'dark' ? 'light' : 'dark';
    this.look.set(next);
    try {
      localStorage.setItem(LOOK_KEY, next);
    } catch {
      // Without storage the look lasts as long as the page.
    }
  }

  #place(): string {
    return this.state()?.place ?? FIRST_PLACE;
  }

  #latest(batchId: string): BenchRun | undefined {
    return this.store
      .runs()
      .filter(
        (r) => r.jobId === this.id() && (r.place ?? FIRST_PLACE) === this.#place() && r.batch.id === batchId,
      )
      .sort((a, b) => b.at - a.at)[0];
  }

  readonly #again = (): void => {
    if (document.visibilityState === 'visible') void this.#stayAwake();
  };

  /** The screen stays on while it is looked at, where the browser can do that. */
  async #stayAwake(): Promise<void> {
    try {
      this.#lock = await navigator.wakeLock?.request('screen');
    } catch {
      // Not granted: clocks count to their deadlines all the same.
    }
  }
}

function kept(): 'dark' | 'light' {
  try {
    return localStorage.getItem(LOOK_KEY) === 'light' ? 'light' : 'dark';
  } catch {
    return 'dark';
  }
}
