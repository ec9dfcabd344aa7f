import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { brokenThrough, formatAs, grownFinding, preferredUnit, tellWay, type RoomWay } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { ChoiceFieldView } from '../../ui/choice-field';
import { FigureView } from '../../ui/figure';
import { QuantityFieldView } from '../../ui/quantity-field';
import { JobContext } from '../job-context';
import { DishTables } from './dish-tables';
import { Obstacles } from './obstacles';
import { applied, PlanChecks } from './plan-checks';
import { StageHead } from './stage-head';

/** How much farther the damage is taken to go by one tap, m. */
const FURTHER = 0.01;

/** Cut-out, taper with its shear check, what is in the way, and the dishes with their gauge tables. */
@Component({
  selector: 'nb-grind-stage',
  imports: [
    ButtonModule,
    ChoiceFieldView,
    DishTables,
    FigureView,
    Obstacles,
    PlanChecks,
    QuantityFieldView,
    StageHead,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nb-stage-head stage="grind" />
    @if (grind(); as g) {
      <dl class="figures">
        <div><dt>Taper</dt><dd><nb-figure [figure]="g.taper.used" /></dd></div>
        <div><dt>Ground, along</dt><dd><nb-figure [figure]="g.inside && g.side === 'inside' ? g.inside.groundLength : g.groundLength" /></dd></div>
        <div><dt>up</dt><dd><nb-figure [figure]="g.inside && g.side === 'inside' ? g.inside.groundWidth : g.groundWidth" /></dd></div>
      </dl>
      <p class="check" [class.fails]="!g.taper.passesShear">
        <b>{{ g.taper.passesShear ? 'Shear check passes.' : 'Shear check fails.' }}</b>
        The bond asks for <nb-figure [figure]="g.taper.byShear" class="plain" />, the duty for <nb-figure [figure]="g.taper.byDuty" class="plain" />.
      </p>
      @if (g.bevel; as b) {
        <div class="check" [class.fails]="!b.fits">
          <p><b>{{ b.fits ? 'The bevel carries it.' : 'The bevel is short.' }}</b>&ngsp;
            <nb-figure [figure]="b.width" as="mm" [decimals]="0" /> reaches <nb-figure [figure]="b.reached" class="plain" /> and carries <nb-figure [figure]="b.carries" as="mm" [decimals]="1" />: <nb-figure [figure]="b.plies" as="each" [decimals]="0" class="plain" [bare]="true" /> of {{ b.of }} plies.
            @if (!b.fits) {Grind <nb-figure [figure]="b.further" as="mm" [decimals]="0" /> further out{{ b.sound ? ', or lay on it as it is.' : ': as it is, it is steeper than shear and duty ask for.' }}}
          </p>
          @if (b.layOn; as ratio) {<button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="set('taper.ratio', ratio)">Lay on it as it is, {{ ratio }} : 1</button>}
        </div>
      }

      <h3>In the way</h3>
      @for (r of g.room; track $index) {
        <div class="way" [class.short]="!r.fits && r.answer === 'stop'">
          <p class="spread"><b>{{ r.name }}@if (g.inside && g.side === 'both') {, {{ $index < rooms() ? 'outside' : 'inside' }}}</b><span><nb-figure [figure]="r.room" as="mm" [decimals]="0" /> of room, <nb-figure [figure]="r.needed" as="mm" [decimals]="0" /> wanted</span></p>
          <p class="small muted">{{ r.fits ? 'The taper fits.' : answers[r.answer] }}</p>
          @if (!r.fits) {
            <ul>
              @for (w of r.ways; track w.id) {@let words = tellWay(w.said);
                <li><button pButton type="button" size="small" severity="secondary" [outlined]="!inForce(r.answer, w)" [disabled]="inForce(r.answer, w)" (click)="take(w)">{{ words.name }}</button>
                  <span class="small"><span [class.bad]="!w.sound">@if (w.figure; as f) {<nb-figure [figure]="f" />: }{{ words.effect }}</span></span></li>
              }
            </ul>
          }
          <button type="button" class="link small" (click)="remove(r.index)">Not there after all</button>
        </div>
      }
      <div class="row">
        <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="drawing.set(true)">Draw what is in the way</button>
      </div>

      <h3>Before the grinder starts</h3>
      <nb-plan-checks [about]="checks" />

      <h3>What grinding shows</h3>
      <div class="row">
        @if (!g.through) {<button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="broke()">It broke through</button>}
        <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="further()">It goes {{ out(further_) }} {{ unit() }} further all round</button>
      </div>
      <div class="fields">
        @if (asksDepth()) {<nb-quantity path="damage.depth" label="Depth of the dish" [value]="doc()?.damage?.depth" [assumed]="g.depth" (changed)="set('damage.depth', $event)" />}
        <nb-choice path="taper.side" [value]="doc()?.taper?.side" assumed="outside" (changed)="set('taper.side', $event)" />
        <nb-choice path="duty" [value]="doc()?.duty" [assumed]="plan()?.inputs?.duty" (changed)="set('duty', $event)" />
        <nb-quantity path="taper.ratio" label="Own taper ratio" [value]="doc()?.taper?.ratio" [assumed]="g.taper.used" (changed)="set('taper.ratio', $event)" />
        <nb-quantity path="taper.ground" label="Bevel ground already" [value]="doc()?.taper?.ground" (changed)="set('taper.ground', $event)" />
      </div>

      <nb-dish-tables [dish]="g" [heading]="g.inside ? 'Outside' : ''" [disc]="g.discGrit" />
      @if (g.inside; as inner) {<nb-dish-tables [dish]="inner" heading="Inside" [disc]="g.discGrit" />}
    }
    @defer (when drawing()) {@if (drawing()) {<nb-obstacles (closed)="drawing.set(false)" />}}
  `,
  styles: `
    .check { margin: 12px 0; border-left: 3px solid var(--wait); padding-left: 10px; }
    .check.fails { border-color: var(--act); }
    h3 { margin: 16px 0 4px; } .fields { margin-top: 12px; }
    .way { border-left: 3px solid var(--wait); padding: 4px 0 6px 10px; margin-top: 8px; } .way.short { border-color: var(--act); }
    .way li { display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 8px; align-items: center; margin-top: 6px; }
    .bad { color: var(--act); }
    .row { margin-top: 8px; }
    .link { all: unset; cursor: pointer; text-decoration: underline; color: var(--muted); margin-top: 6px; } .link:focus-visible { outline: 2px solid var(--act); }
  `,
})
export class GrindStage {
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  protected readonly tellWay = tellWay;
  protected readonly checks = ['steps', 'step', 'fill', 'backing', 'order'] as const;
  protected readonly answers = {
    stop: 'The taper ends at it.',
    move: 'It is taken off for the repair and bedded again at the end.',
    over: 'The taper runs over it.',
  } as const;
  protected readonly further_ = FURTHER;
  protected readonly drawing = signal(false);
  protected readonly unit = computed(() => preferredUnit('mm', this.#reading.reader().units));
  protected readonly doc = this.#context.document;
  protected readonly plan = this.#context.plan;
  protected readonly grind = computed(() => this.#context.plan()?.dish?.grind);
  /** Obstacles of the outside face come first. */
  protected readonly rooms = computed(
    () =>
      (this.grind()?.room ?? []).filter((r, i, all) => all.findIndex((x) => x.index === r.index) === i)
        .length,
  );
  protected readonly asksDepth = computed(() =>
    ['crack', 'crushed', 'old-repair', 'hole'].includes(this.doc()?.damage.kind ?? ''),
  );

  protected set(path: string, value: unknown): void {
    this.#context.store.set(path, value);
  }

  protected out(distance: number): string {
    return formatAs(distance, 'mm', 0, this.#reading.reader().units).text;
  }

  protected inForce(answer: string, way: RoomWay): boolean {
    return way.id === answer;
  }

  protected take(way: RoomWay): void {
    this.#context.store.update((d) => way.changes.reduce((to, c) => applied(to, c), d));
  }

  protected remove(index: number): void {
    this.#context.store.update((d) => {
      const { obstacles, ...rest } = d;
      const left = (obstacles ?? []).filter((_, i) => i !== index);
      return left.length > 0 ? { ...rest, obstacles: left } : rest;
    });
  }

  protected broke(): void {
    this.#context.store.update(brokenThrough);
    this.#context.logStore.add(
      'grind',
      this.#context.logStore.who,
      'Grinding broke through: planned as right through from here on.',
    );
  }

  protected further(): void {
    const plan = this.plan();
    const finding =
      plan && grownFinding(plan, FURTHER, new Date().toISOString(), this.#context.logStore.who || undefined);
    if (finding)
      this.#context.store.update((d) => ({
        ...d,
        damage: { ...d.damage, findings: [...(d.damage.findings ?? []), finding] },
      }));
  }
}
