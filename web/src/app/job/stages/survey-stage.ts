import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { saySpan, substrateOf, told, type Figure } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { ChoiceFieldView } from '../../ui/choice-field';
import { FigureView } from '../../ui/figure';
import { QuantityFieldView } from '../../ui/quantity-field';
import { TextFieldView } from '../../ui/text-field';
import { JobContext } from '../job-context';
import { ComesOff } from './comes-off';
import { ToldOfHull } from './told';
import { Findings } from './findings';
import { HullFacts } from './hull-facts';
import { Readings } from './readings';
import { StageHead } from './stage-head';

/** What was found, how far it goes, and the facts that the plan rests on. */
@Component({
  selector: 'nb-survey-stage',
  imports: [
    ComesOff,
    ToldOfHull,
    StageHead,
    FigureView,
    Findings,
    HullFacts,
    Readings,
    QuantityFieldView,
    ChoiceFieldView,
    TextFieldView,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nb-stage-head stage="survey" />
    @if (survey(); as s) {
      <dl class="figures">
        <div><dt>{{ plan()?.dish?.grind ? 'Cut-out' : 'Damage' }}, along</dt><dd><nb-figure [figure]="s.length" /></dd>@if (range(s.length, 'mm'); as span) {<dd class="span">{{ span }}</dd>}</div>
        <div><dt>up</dt><dd><nb-figure [figure]="s.width" /></dd>@if (range(s.width, 'mm'); as span) {<dd class="span">{{ span }}</dd>}</div>
        <div><dt>Area</dt><dd><nb-figure [figure]="s.area" as="cm²" /></dd></div>
      </dl>
    }
    <nb-hull-facts class="hull" />
    <h3>How far it goes</h3>
    <nb-findings />
    <ng-content />
    <details class="map" [open]="hasReadings()">
      <summary>Tap and moisture map@if (doc()?.damage?.readings?.length; as n) { ({{ n }})}</summary>
      @defer (on viewport) {<nb-readings />} @placeholder {<p class="muted">Opening the map …</p>}
    </details>
    <h3>The job</h3>
    <div class="fields">
      @if (laminated()) {
        <nb-quantity path="hull.thickness" [value]="doc()?.hull?.thickness" [assumed]="inputs()?.thickness" (changed)="set('hull.thickness', $event)" />
        <nb-quantity path="hull.gelCoat" [value]="doc()?.hull?.gelCoat" [assumed]="inputs()?.gelCoat" (changed)="set('hull.gelCoat', $event)" />
        @if (inputs()?.core; as core) {<nb-quantity path="hull.coreThickness" [value]="doc()?.hull?.coreThickness" [assumed]="core" (changed)="set('hull.coreThickness', $event)" />}
        <nb-choice class="wide" path="hull.laminate" [value]="doc()?.hull?.laminate" [assumed]="inputs()?.oldLaminate?.id" (changed)="set('hull.laminate', $event)" />
      }
      <nb-choice class="wide" path="access" [value]="doc()?.access" [assumed]="inputs()?.access" (changed)="set('access', $event)" />
      @if (plan()?.dish) {<nb-choice class="wide" path="begins" [value]="doc()?.begins" assumed="damage" (changed)="set('begins', $event)" />}
      @if (laminated()) {<nb-choice class="wide" path="backing" [value]="doc()?.backing" [assumed]="inputs()?.backing" (changed)="set('backing', $event)" />}
      <nb-choice path="duty" [value]="doc()?.duty" [assumed]="inputs()?.duty" (changed)="set('duty', $event)" />
      <nb-choice path="damage.position" [value]="doc()?.damage?.position" [assumed]="inputs()?.position" (changed)="set('damage.position', $event)" />
      <nb-choice path="grade" [value]="doc()?.grade" [assumed]="inputs()?.grade" (changed)="set('grade', $event)" />
      <nb-quantity path="conditions.temperature" [value]="doc()?.conditions?.temperature" [assumed]="inputs()?.temperature" (changed)="set('conditions.temperature', $event)" />
      <nb-quantity path="conditions.humidity" [value]="doc()?.conditions?.humidity" [assumed]="inputs()?.humidity" (changed)="set('conditions.humidity', $event)" />
    </div>
    <details class="map" [open]="comesOff() > 0">
      <summary>Comes off for it@if (comesOff(); as n) { ({{ n }})}</summary>
      @defer (on viewport) {<nb-comes-off />} @placeholder {<p class="muted">Opening …</p>}
    </details>
    <details class="map" [open]="told() > 0">
      <summary>Told by owners and papers@if (told(); as n) { ({{ n }})}</summary>
      @defer (on viewport) {<nb-told />} @placeholder {<p class="muted">Opening …</p>}
    </details>
    <h3>Boat and dates</h3>
    <div class="fields">
      <nb-text path="boat.name" [value]="doc()?.boat?.name" (changed)="set('boat.name', $event)" />
      <nb-text path="boat.owner" [value]="doc()?.boat?.owner" (changed)="set('boat.owner', $event)" />
      <nb-choice path="boat.kept" [value]="doc()?.boat?.kept" (changed)="set('boat.kept', $event)" />
      <nb-text path="title" label="What happened" [value]="doc()?.title" (changed)="set('title', $event)" />
      <nb-text path="damage.where" [value]="doc()?.damage?.where" (changed)="set('damage.where', $event)" />
      <nb-text path="schedule.start" [value]="doc()?.schedule?.start" (changed)="set('schedule.start', $event)" />
      <nb-text path="schedule.wanted" [value]="doc()?.schedule?.wanted" (changed)="set('schedule.wanted', $event)" />
    </div>
    @if (assumptions().length > 0) {
      <h3>Taken for granted until you know better</h3>
      <ul class="assumed">
        @for (a of assumptions(); track a.path) {<li>{{ a.what }}@if (a.suggestion) {<span class="muted">: {{ a.suggestion }}</span>}</li>}
      </ul>
    }
  `,
  styles: `
    h3 { margin: 20px 0 8px; }
    .hull { margin-top: 14px; }
    .map summary { cursor: pointer; font-weight: 600; padding: 8px 0; }
    .span { font-size: 0.85rem; font-weight: 400; color: var(--muted); }
    .assumed li { padding: 4px 0 4px 10px; border-left: 3px dashed var(--hairline); margin-top: 4px; font-size: 0.93rem; }
  `,
})
export class SurveyStage {
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  protected range(figure: Figure, unit: 'mm'): string {
    return saySpan(figure, unit, 0, this.#reading.reader());
  }
  protected readonly doc = this.#context.document;
  protected readonly plan = this.#context.plan;
  protected readonly survey = computed(() => this.#context.plan()?.survey);
  protected readonly inputs = computed(() => this.#context.plan()?.inputs);
  protected readonly assumptions = computed(() =>
    this.#context
      .problems()
      .filter((p) => p.severity === 'assumed')
      .map(told),
  );

  /** Thickness and old plies matter where a laminate is repaired. */
  protected readonly laminated = computed(() =>
    ['frp', 'frp-cored', 'smc', 'foil'].includes(substrateOf(this.doc()?.hull.material)?.family ?? ''),
  );
  protected readonly told = computed(() => this.doc()?.hull?.told?.length ?? 0);
  protected readonly comesOff = computed(() => this.doc()?.comesOff?.length ?? 0);
  protected readonly hasReadings = computed(() => (this.doc()?.damage.readings?.length ?? 0) > 0);

  protected set(path: string, value: unknown): void {
    this.#context.store.set(path, value);
  }
}
