import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { ToggleSwitchModule } from 'primeng/toggleswitch';
import {
  ASSUMED_HOURS,
  DEFAULTS,
  makesNoDay,
  QUANTITY_KINDS,
  SHOP_FIELDS,
  TYPICAL_INSTRUMENTS,
  sayIn,
  type Figure,
  type UnitSystem,
} from '@nelbo/core';
import { Reading } from '../state/reading';
import { ShopStore } from '../state/shop-store';
import { YardEdits, withFields } from '../state/yard-edits';
import { ChoiceFieldView } from '../ui/choice-field';
import { Commands } from '../ui/commands';
import { QuantityFieldView } from '../ui/quantity-field';
import { TextFieldView } from '../ui/text-field';
import { Backup } from './backup';
import { Rates } from './rates';
import { Rows, type Row } from './rows';

/** What the yard is and has: units, money, people, hours, schools, instruments. Every plan follows at once. */
@Component({
  selector: 'nb-settings-page',
  imports: [
    Backup,
    ButtonModule,
    ChoiceFieldView,
    FormsModule,
    QuantityFieldView,
    Rates,
    Rows,
    TextFieldView,
    ToggleSwitchModule,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main>
      <header class="spread">
        <div><h1>Settings</h1><p class="muted">Every plan follows at once. What was printed stays as it was.</p></div>
        <p role="status" [class.bad]="failed()">{{ failed() || (waiting() ? 'Saving …' : 'Saved') }}</p>
      </header>
      @if (shop(); as s) {
        <section aria-labelledby="set-yard">
          <h2 id="set-yard">Yard and money</h2>
          <div class="fields three">
            <nb-text path="name" [root]="root" [value]="s.name" (changed)="set('name', $event)" />
            <nb-text path="currency" [root]="root" [value]="s.currency" (changed)="set('currency', $event)" />
            <nb-quantity path="labourPerHour" [root]="root" [value]="s.labourPerHour" [assumed]="labour" (changed)="set('labourPerHour', $event)" />
          </div>
        </section>
        <section aria-labelledby="set-units">
          <h2 id="set-units">Units</h2>
          <p class="row"><button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="allUnits('metric')">All metric</button><button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="allUnits('us')">All US customary</button><span class="muted">For example {{ example() }}. Any unit can be typed anywhere.</span></p>
          <div class="fields four">
            @for (kind of kinds; track kind) {<nb-choice [path]="'units.' + kind" [root]="root" [value]="s.units?.[kind]" assumed="metric" assumedText="" (changed)="set('units.' + kind, $event)" />}
          </div>
        </section>
        <section aria-labelledby="set-crew">
          <h2 id="set-crew">Crew and hours</h2>
          <nb-rows path="crew" title="Names for the log" [value]="s.crew" typical="Nobody is named yet; anybody can type a name." (changed)="set('crew', $event)" />
          <div class="fields three">
            <nb-quantity path="hands" [root]="root" [value]="s.hands" [assumed]="oneHand" (changed)="set('hands', $event)" />
          </div>
          <p class="muted lead after">Work is planned into these hours; cure goes on round the clock, and a layer is laid so that its window falls by day.</p>
          <div class="fields three">
            <nb-choice path="hours.days" [root]="root" [value]="s.hours?.days" [assumed]="usual.days" (changed)="setDays($event)" />
            @if (s.hours?.days !== 'always') {
              <nb-text path="hours.start" [root]="root" [label]="s.hours?.start ? '' : 'From (assumed)'" [value]="s.hours?.start ?? usual.start" (changed)="setTime('start', $event)" />
              <nb-text path="hours.end" [root]="root" [label]="s.hours?.end ? '' : 'To (assumed)'" [value]="s.hours?.end ?? usual.end" (changed)="setTime('end', $event)" />
            }
          </div>
          @if (noDay()) {<p class="note-line warn" role="alert">The day ends before it begins: work is planned from {{ usual.start }} to {{ usual.end }} until the hours make a day.</p>}
        </section>
        <section aria-labelledby="set-schools">
          <h2 id="set-schools">Schools</h2>
          <p class="muted">Where good practitioners differ, this is what your yard does unless a job says otherwise.</p>
          <div class="fields three">
            <nb-choice path="order" [root]="root" [value]="s.order" assumed="largest first" (changed)="set('order', $event)" />
            <nb-choice path="epoxyFinish" [root]="root" [value]="s.epoxyFinish" assumed="paint" assumedText="the better ranked, until you settle on one" (changed)="set('epoxyFinish', $event)" />
            <nb-choice path="solventWipe" [root]="root" [value]="s.solventWipe" assumed="none" (changed)="set('solventWipe', $event)" />
          </div>
          <ul class="why">
            <li><b>Largest first</b>: one continuous bond, no ply cut through. <b>Smallest first</b>: easier to hold up, the last ply covers all edges.</li>
            <li><b>Paint over epoxy</b>: certain. <b>Gel coat over epoxy</b>: fully cured, washed of blush, P80, above the waterline, and a test patch.</li>
            <li><b>Solvent wipe</b>: takes off what hands leave; two rags, air moving, never on a foam core. <b>None</b>: wash before abrading, clean dry cloths after.</li>
          </ul>
        </section>
        <section aria-labelledby="set-bench">
          <h2 id="set-bench">Instruments on the bench</h2>
          <p class="muted lead">Mixes are told in what they can show: grams to the scale’s step, depth in the cup, strokes, drops.</p>
          <nb-rows path="instruments.scales" title="Scales" [value]="s.instruments?.scales" [fallback]="typical.scales" typical="Taken as one scale that reads to 0.1 g, up to 3 kg." (changed)="set('instruments.scales', $event)" />
          <nb-rows path="instruments.cups" title="Cups" [value]="s.instruments?.cups" [fallback]="typical.cups" typical="Taken as one 400 ml cup, 66 mm wide at the bottom and 84 mm at the top." (changed)="set('instruments.cups', $event)" />
          <nb-rows path="instruments.syringes" title="Syringes" [value]="s.instruments?.syringes" [fallback]="typical.syringes" typical="Taken as one 10 ml syringe, marked every 0.5 ml." (changed)="set('instruments.syringes', $event)" />
          <nb-rows path="instruments.pumps" title="Pumps" [value]="s.instruments?.pumps" typical="None, until you enter one." (changed)="set('instruments.pumps', $event)" />
          <nb-rows path="instruments.droppers" title="Dropper bottles" [value]="s.instruments?.droppers" [fallback]="typical.droppers" typical="Taken as 32 drops per ml. Count one millilitre once: every bottle is different." (changed)="set('instruments.droppers', $event)" />
        </section>
        <section aria-labelledby="set-rates">
          <h2 id="set-rates">Rates of work</h2>
          <p class="muted lead">Minutes that the work takes, all hands together. Until your yard has its own they are typical, ±30 %; a row that is set here is used in every plan and said to be yours. Leave a box empty for the usual.</p>
          <nb-rates [value]="s.rates" (changed)="set('rates.' + $event.id, $event.time)" />
        </section>
        <section aria-labelledby="set-keys">
          <h2 id="set-keys">Keys</h2>
          <p class="switch"><p-toggleswitch inputId="keys-on" [ngModel]="commands.singleKeys()" (ngModelChange)="commands.useSingleKeys($event)" /> <label for="keys-on">Keys without Ctrl work on this device</label> <button pButton type="button" size="small" severity="secondary" [text]="true" (click)="commands.sheetOpen.set(true)">Show all keys</button></p>
        </section>
        <section aria-labelledby="set-backup">
          <h2 id="set-backup">Backup and restore</h2>
          <nb-backup />
        </section>
      } @else {<p class="muted">Opening the settings …</p>}
    </main>
  `,
  styles: `
    main { padding: 20px 26px 60px; max-width: 1080px; }
    header { align-items: center; position: sticky; top: 0; background: var(--ground); z-index: 2; padding: 6px 0; }
    [role='status'] { color: var(--wait); } .bad { color: var(--act) !important; font-weight: 700; }
    section { margin-top: 26px; scroll-margin-top: 60px; } h2 { border-bottom: 2px solid var(--ink); padding-bottom: 4px; margin-bottom: 10px; }
    .three { grid-template-columns: repeat(3, minmax(0, 1fr)); } .four { grid-template-columns: repeat(4, minmax(0, 1fr)); }
    .row { margin-bottom: 12px; } .lead { margin-bottom: 10px; } .after { margin-top: 14px; } .switch { display: flex; gap: 10px; align-items: center; margin: 12px 0; }
    .why { margin-top: 10px; font-size: 0.93rem; color: var(--muted); } .why li { margin-top: 3px; } .why b { color: var(--ink); }
    @media (max-width: 900px) { .three, .four { grid-template-columns: repeat(2, minmax(0, 1fr)); } main { padding: 16px; } }
    @media (max-width: 480px) { .three, .four { grid-template-columns: minmax(0, 1fr); } }
  `,
})
export class SettingsPage {
  readonly #store = inject(ShopStore);
  readonly #edits = inject(YardEdits);
  readonly #reading = inject(Reading);
  protected readonly commands = inject(Commands);
  protected readonly root = SHOP_FIELDS;
  protected readonly kinds = QUANTITY_KINDS;
  protected readonly usual = ASSUMED_HOURS;
  protected readonly typical = TYPICAL_INSTRUMENTS as unknown as Readonly<
    Record<keyof typeof TYPICAL_INSTRUMENTS, readonly Row[]>
  >;
  protected readonly labour = given(DEFAULTS.labourPerHour, 'money');
  protected readonly oneHand = given(1, 'count');

  readonly #stored = toSignal(this.#store.shop$);
  readonly #pending = toSignal(this.#edits.pending$, { requireSync: true });
  protected readonly shop = computed(() => {
    const stored = this.#stored();
    return stored && withFields(stored, this.#pending().shop);
  });
  protected readonly noDay = computed(() => makesNoDay(this.shop()?.hours));
  protected readonly waiting = computed(() => Object.keys(this.#pending().shop).length > 0);
  protected readonly failed = toSignal(this.#edits.failed$, { requireSync: true });
  protected readonly example = computed(() => {
    const reader = this.#reading.reader();
    return [
      sayIn({ value: 0.254 }, 'mm', 0, reader),
      sayIn({ value: 0.138 }, 'g', 1, reader),
      sayIn({ value: 17.4 }, '°C', 1, reader),
    ].join(', ');
  });

  protected set(path: string, value: unknown): void {
    this.#edits.setField(path, value);
  }

  protected allUnits(system: UnitSystem): void {
    for (const kind of QUANTITY_KINDS) this.set(`units.${kind}`, system);
  }

  /** Without days there are no hours of the yard's own. */
  protected setDays(days: unknown): void {
    if (days === undefined) this.set('hours', undefined);
    else this.set('hours.days', days);
  }

  protected setTime(which: 'start' | 'end', time: string | undefined): void {
    const hours = this.shop()?.hours;
    if (hours) this.set(`hours.${which}`, time);
    else if (time !== undefined) this.set('hours', { days: ASSUMED_HOURS.days, [which]: time });
  }
}

/** A default, to show in a box until something is entered. */
const given = (value: number, unit: string): Figure => ({ value, unit, origin: 'assumed', traceId: '' });
