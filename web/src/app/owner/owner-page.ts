import { REPAIRS } from '@nelbo/core/repairs';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  type OnDestroy,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { ButtonModule } from 'primeng/button';
import {
  GENERAL_CAUTION,
  METHODS,
  STAGE_TITLES,
  againstFirstLook,
  boatTotals,
  changesWords,
  damageData,
  createPlanner,
  findingHistory,
  planScene,
  plainText,
  say,
  sayIn,
  saySize,
  stageWords,
  substrateOf,
  type BoatTotals,
  type Job,
  type Plan,
  type Reader,
  type Scene,
  type Stage,
} from '@nelbo/core';
import { CHECK_RESULTS, fairScene, fairnessOfRound, fairnessOptions, repairedOf } from '@nelbo/core/finish';
import { hoursExplained, hoursWords, moneyExplained } from '@nelbo/core/papers';
import { repairScene } from '@nelbo/core/repairs';
import type { PlaceTold } from '../state/boat-planner';
import type { JobState } from '../state/job-state';
import { JobStore } from '../state/job-store';
import { PlaceBar } from '../job/place-bar';
import { RepairKinds } from '../state/repair-kinds';
import { PhotoStore } from '../state/photo-store';
import { Reading, TIME_ZONE } from '../state/reading';
import { ShopStore } from '../state/shop-store';
import { StoresStore } from '../state/stores-store';
import { SceneView } from '../ui/scene-view';

/** "hole in glass-fibre laminate" */
function whatIsWrong({ damage, hull }: Job): string {
  const name = substrateOf(hull.material)?.name;
  return `${damage.kind ? damageData(damage.kind).name : 'damage'}${name ? ` in ${name}` : ''}`;
}

/** What was found, for the owner: the damage as first seen and as it is, and what that means in area, plies, hours and money; then where the hours go, and what was checked. */
@Component({
  selector: 'nb-owner-page',
  imports: [ButtonModule, PlaceBar, RouterLink, SceneView],
  providers: [JobStore, PhotoStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main>
      <p class="row no-print"><a [routerLink]="['/jobs', id(), 'survey']">Back to the survey</a><button pButton type="button" class="act" size="small" (click)="print()">Print</button></p>
      <nb-place-bar class="no-print" [state]="state()" />
      @if (page(); as p) {
        <header class="spread"><div><h1>What we found on {{ p.boat }}</h1><p>{{ p.title }}</p></div><p class="yard">{{ p.yard }}<br />{{ p.day }}</p></header>
        @if (p.places.length > 0) {
          <table class="ruled">
            <caption>The whole boat</caption>
            <thead><tr><th scope="col">Place</th><th scope="col">What</th><th scope="col" class="number">Work</th><th scope="col" class="number">Materials</th><th scope="col" class="number">Labour</th></tr></thead>
            <tbody>@for (r of p.places; track r.letter) {<tr [class.here]="r.here"><th scope="row">{{ r.letter }}</th><td>{{ r.what }}</td><td class="number">{{ r.work }}</td><td class="number">{{ r.materials }}</td><td class="number">{{ r.labour }}</td></tr>}</tbody>
            @if (p.boatSum; as b) {<tfoot><tr><th scope="row">In all</th><td></td><td class="number"><b>{{ b.work }}</b></td><td class="number"><b>{{ b.materials }}</b></td><td class="number"><b>{{ b.labour }}</b></td></tr></tfoot>}
          </table>
          <h2>{{ p.placeTitle }}</h2>
        }
        <p class="lead">{{ p.lead }}</p>
        @if (p.changes.length > 0) {
          <table class="ruled">
            <caption>As first seen, and as it is</caption>
            <thead><tr><td></td><th scope="col" class="number">Planned on the first look</th><th scope="col" class="number">Now</th></tr></thead>
            <tbody>@for (c of p.changes; track c.label) {<tr><th scope="row">{{ c.label }}</th><td class="number">{{ c.before }}</td><td class="number"><b>{{ c.after }}</b></td></tr>}</tbody>
          </table>
        }
        @if (p.scene; as s) {<figure><nb-scene [scene]="s" /><figcaption>@if (p.firstLook) {Dashed: as first seen. Full line: as it is.}@if (p.readings) { Rings sound, squares dull, drops wet.}</figcaption></figure>}
        <h2>How it was found</h2>
        <ol>@for (f of p.findings; track $index) {<li><b>{{ f.when }}, {{ f.extent }}: {{ f.size }}</b>@if (f.how) {<span> {{ f.how }}</span>}@if (f.changed) {<p class="muted">That moved {{ f.changed }}.</p>}@if (f.photo; as url) {<img [src]="url" alt="" />}</li>}</ol>
        @if (p.hours.length > 0) {
          <h2>Where the hours go</h2>
          <table class="ruled hours">
            <thead><tr><th scope="col">Stage</th><th scope="col">What takes the time, and why</th><th scope="col" class="number">Work</th><th scope="col" class="number">Waiting</th></tr></thead>
            <tbody>@for (h of p.hours; track h.stage) {<tr><th scope="row">{{ h.title }}</th><td>{{ h.why }}@if (h.tasks) {<br /><span class="muted small">{{ h.tasks }}</span>}</td><td class="number">{{ h.work }}</td><td class="number">{{ h.wait }}</td></tr>}</tbody>
            <tfoot><tr><th scope="row">In all</th><td></td><td class="number"><b>{{ p.work }}</b></td><td class="number">{{ p.wait }}</td></tr></tfoot>
          </table>
        }
        @if (p.money.length > 0) {
          <h2>Where the money goes</h2>
          <table class="ruled">
            <thead><tr><th scope="col">What</th><th scope="col" class="number">How much</th><th scope="col" class="number">Cost</th></tr></thead>
            <tbody>@for (m of p.money; track $index) {<tr><th scope="row">{{ m.what }}</th><td class="number">{{ m.amount }}</td><td class="number">{{ m.cost }}</td></tr>}</tbody>
          </table>
        }
        @for (s of p.pictures; track s.description) {<figure><nb-scene [scene]="s" /><figcaption>{{ s.description }}</figcaption></figure>}
        @if (p.surface; as s) {<figure><nb-scene [scene]="s" /><figcaption>The surface as measured {{ p.surfaceAt }}: the darker, the lower. {{ p.surfaceWords }}</figcaption></figure>}
        @if (p.checks.length > 0) {
          <h2>Checked at the end</h2>
          <table class="ruled"><thead><tr><th scope="col">Check</th><th scope="col">Mark</th><th scope="col">Result</th></tr></thead><tbody>@for (c of p.checks; track c.name) {<tr><th scope="row">{{ c.name }}</th><td>{{ c.mark }}</td><td>{{ c.result }}</td></tr>}</tbody></table>
          <p class="small">Signed by {{ p.signed }}.</p>
        }
        @if (p.plan.length > 0) {<h2>What will be done</h2><ul class="plan">@for (l of p.plan; track l.stage) {<li><b>{{ l.stage }}.</b> {{ l.text }}</li>}</ul>}
        <p class="sign"><span>Owner has seen this</span><span>Date</span></p>
        <p class="muted small">{{ general }}</p>
      } @else {<p class="muted">Opening the job …</p>}
    </main>
  `,
  styles: `
    main { max-width: 820px; margin: 0 auto; padding: 24px 26px 60px; background: #fff; min-height: 100dvh; }
    .row { display: flex; justify-content: space-between; align-items: center; margin-bottom: 16px; }
    header { border-bottom: 2px solid var(--ink); padding-bottom: 8px; } .yard { text-align: right; }
    .lead { font-size: 1.1rem; margin: 14px 0; } h2 { margin: 20px 0 6px; font-size: 1.05rem; } caption { text-align: left; font-weight: 700; padding: 6px 0; }
    th[scope='row'] { font-size: 1rem; color: var(--ink); } figure { margin: 18px 0; break-inside: avoid; } figcaption { color: var(--muted); font-size: 0.87rem; }
    li { padding: 5px 0; border-bottom: 1px solid var(--hairline); break-inside: avoid; } img { max-width: 300px; max-height: 220px; display: block; margin-top: 6px; border: 1px solid var(--ink); }
    .here th, .here td { font-weight: 600; } .hours td, .hours th { vertical-align: top; } .hours tr { break-inside: avoid; } .hours .number { white-space: nowrap; }
    .sign { display: grid; grid-template-columns: 2fr 1fr; gap: 30px; margin: 50px 0 20px; } .sign span { border-top: 1px solid var(--ink); padding-top: 4px; }
    @media print { .no-print { display: none; } main { padding: 0; max-width: none; } }
  `,
})
export class OwnerPage implements OnDestroy {
  readonly id = input.required<string>();
  readonly #jobs = inject(JobStore);
  readonly #photos = inject(PhotoStore);
  readonly #stores = inject(StoresStore);
  readonly #reading = inject(Reading);
  protected readonly state = toSignal(this.#jobs.state$);
  readonly #shop = toSignal(inject(ShopStore).shop$);
  protected readonly general = GENERAL_CAUTION;

  protected readonly page = computed(() => {
    const [state, shop] = [this.state(), this.#shop()];
    const [job, plan] = [state?.job, state?.plan];
    if (!job || !plan || !shop) return undefined;
    const reader = this.#reading.reader();
    const history = findingHistory(job, this.#stores.library(), shop, { now: 0, timeZone: TIME_ZONE }, () =>
      createPlanner(REPAIRS),
    );
    const difference = againstFirstLook(history);
    const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
    const what = whatIsWrong(job);
    return {
      ...this.#boat(state, reader),
      boat: job.boat?.name ?? 'your boat',
      title: [job.title, job.damage.where].filter(Boolean).join(', '),
      yard: shop.name ?? '',
      day: day.format(new Date()),
      lead: `${what.charAt(0).toUpperCase()}${what.slice(1)}. ${difference ? (difference.changes.length > 0 ? 'It goes further than it looked at first.' : 'It goes as far as it looked at first.') : 'As far as it has been looked at.'}`,
      changes: (difference?.changes ?? []).map((c) => ({
        label: c.label,
        before: say(c.before, reader),
        after: say(c.after, reader),
      })),
      scene: plan.planView && planScene(plan.planView, { width: 760, height: 320, units: reader.units }),
      pictures: plan.dish?.grind
        ? []
        : (plan.repair?.drawings ?? []).map((d) =>
            repairScene(d, { width: 760, height: 320, units: reader.units, named: true }),
          ),
      firstLook: plan.planView?.lines.some((l) => l.kind === 'first look') ?? false,
      readings: (plan.planView?.readings.length ?? 0) > 0,
      findings: history.map(({ finding, changes }) => ({
        when: day.format(new Date(finding.at)),
        extent: finding.extent,
        size: saySize({ value: finding.size[0] }, { value: finding.size[1] }, reader),
        how: [finding.method && METHODS[finding.method], finding.note].filter(Boolean).join('. '),
        changed: changesWords(changes, reader),
        photo: finding.tracing && this.#photos.url(finding.tracing.photo),
      })),
      ...this.#hours(plan, reader),
      money: moneyExplained(plan, reader),
      ...this.#surface(job, plan, reader, day),
      checks: plan.finish?.signed
        ? plan.finish.checks.map((c) => ({
            name: c.name,
            mark: c.mark,
            result: [c.result ? CHECK_RESULTS[c.result] : '', c.answer?.note ?? '']
              .filter(Boolean)
              .join(': '),
          }))
        : [],
      signed: plan.finish?.signed
        ? `${plan.finish.signed.who}, ${day.format(new Date(plan.finish.signed.at))}`
        : '',
      plan: plan.stages.flatMap((stage) => {
        const words = stage === 'survey' || stage === 'log' ? undefined : stageWords(stage, plan, reader);
        return words ? [{ stage: STAGE_TITLES[stage], text: plainText(words) }] : [];
      }),
    };
  });

  /** What each place of the boat takes, and all of them together, where it has several. */
  #boat(
    state: JobState | undefined,
    reader: Reader,
  ): {
    places: {
      letter: string;
      what: string;
      here: boolean;
      work: string;
      materials: string;
      labour: string;
    }[];
    boatSum?: { work: string; materials: string; labour: string };
    placeTitle: string;
  } {
    const all = state?.all ?? [];
    const told = (totals: BoatTotals): { work: string; materials: string; labour: string } => ({
      work: hoursWords(totals.handsOn, reader),
      // What is mixed at another place of the boat is paid for there.
      materials: totals.materials > 0 ? say({ value: totals.materials, unit: 'money' }, reader) : '–',
      labour: say({ value: totals.labour, unit: 'money' }, reader),
    });
    const planned = all.flatMap(({ id, job, result: { plan } }) => (plan?.totals ? [{ id, job, plan }] : []));
    const placeOf = (id: string): PlaceTold | undefined => state?.places.find((p) => p.id === id);
    const named = (id: string): string => [placeOf(id)?.letter, placeOf(id)?.name].filter(Boolean).join(', ');
    return {
      // What has no plan yet is no less a place of the boat: the sum is without it, and says so.
      places: all.map(({ id, job, result: { plan } }) => ({
        letter: placeOf(id)?.letter ?? '',
        what: [placeOf(id)?.name, plan?.totals ? whatIsWrong(job) : 'not planned yet']
          .filter(Boolean)
          .join(': '),
        here: id === state?.place,
        ...(plan?.totals ? told(boatTotals([plan])) : { work: '–', materials: '–', labour: '–' }),
      })),
      ...(planned.length > 0 ? { boatSum: told(boatTotals(planned.map((p) => p.plan))) } : {}),
      placeTitle: named(state?.place ?? ''),
    };
  }

  /** Hours stage by stage, with what takes them. */
  #hours(
    plan: Plan,
    reader: Reader,
  ): {
    hours: { stage: Stage; title: string; why: string; tasks: string; work: string; wait: string }[];
    work: string;
    wait: string;
  } {
    const told = hoursExplained(plan, reader);
    const say = (s: number): string => (s > 0 ? hoursWords(s, reader) : '–');
    const sum = (of: 'work' | 'wait'): string => say(told.reduce((all, h) => all + h[of], 0));
    return {
      hours: told.map((h) => ({
        stage: h.stage,
        title: h.title,
        why: h.why,
        tasks: h.tasks
          .slice(0, 4)
          .map((t) => `${t.label} ${hoursWords(t.work, reader)}`)
          .join(' · '),
        work: say(h.work),
        wait: say(h.wait),
      })),
      work: sum('work'),
      wait: sum('wait'),
    };
  }

  #surface(
    job: Job,
    plan: Plan,
    reader: Reader,
    day: Intl.DateTimeFormat,
  ): { surface?: Scene; surfaceAt?: string; surfaceWords?: string } {
    const round = job.fairing?.rounds?.at(-1);
    const grade = plan.inputs?.grade ?? 'standard';
    const map = fairnessOfRound(job.fairing, grade, repairedOf(plan.planView));
    if (!round || !map || !plan.dish?.fair?.surface) return {};
    return {
      surface: fairScene(map, round.readings, fairnessOptions(job.fairing, grade).tolerance, plan.planView, {
        width: 760,
        height: 260,
        units: reader.units,
        show: 'depths',
      }),
      surfaceAt: day.format(new Date(round.at)),
      surfaceWords: plan.dish?.fair.surface.fair
        ? 'It is fair.'
        : `Deepest ${sayIn(plan.dish?.fair.surface.deepest, 'mm', 1, reader)}.`,
    };
  }

  constructor() {
    inject(RepairKinds).use(REPAIRS);
    effect(() => this.#jobs.open(this.id()));
  }

  ngOnDestroy(): void {
    this.#jobs.close();
  }

  protected print(): void {
    window.print();
  }
}
