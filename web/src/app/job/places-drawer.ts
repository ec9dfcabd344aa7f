import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import {
  DAMAGE_KINDS,
  FIRST_PLACE,
  MOST_PLACES,
  SUBSTRATES,
  damageData,
  editPlace,
  occursOn,
  setIn,
  substrateOf,
  withPlace,
  withoutPlace,
  type DamageKind,
  type PlaceEntry,
} from '@nelbo/core';
import { ButtonModule } from 'primeng/button';
import { DrawerModule } from 'primeng/drawer';
import { InputTextModule } from 'primeng/inputtext';
import { Here } from '../state/here';
import { newId } from '../state/new-id';
import { ChoiceFieldView } from '../ui/choice-field';
import { QuantityFieldView } from '../ui/quantity-field';
import { JobContext } from './job-context';

/** A hull like that of the first place. */
const AS_FIRST = 'as-first';

/** The places of a boat: what they are called, which is taken out, and one more. */
@Component({
  selector: 'nb-places-drawer',
  imports: [ButtonModule, ChoiceFieldView, DrawerModule, FormsModule, InputTextModule, QuantityFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer [visible]="context.placesOpen()" (visibleChange)="$event || context.placesOpen.set(false)" position="right" [style]="{ width: 'min(520px, 100vw)' }" ariaCloseLabel="Close the places">
      <ng-template #header><h2 class="head">Places on this boat</h2></ng-template>
      <ol>
        @for (p of places(); track p.id) {
          <li>
            <b>{{ p.letter }}</b>
            <span class="grow"><label class="visually-hidden" [for]="'place-' + p.id">Where place {{ p.letter }} is</label><input pInputText [id]="'place-' + p.id" maxlength="80" placeholder="where it is" [ngModel]="p.name ?? ''" (change)="rename(p.id, $any($event.target).value)" /></span>
            @if (p.id !== first) {<button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="takeOut(p.id)">Take out</button>}
          </li>
        }
      </ol>
      @if (places().length <= most) {
        <form (submit)="add($event)">
          <h3>One more</h3>
          <label for="new-where">Where</label>
          <input pInputText id="new-where" name="where" maxlength="80" autocomplete="off" placeholder="transom, port corner" [ngModel]="where()" (ngModelChange)="where.set($event)" />
          <nb-choice path="hull.material" [value]="hull()" [offered]="hulls()" (changed)="setHull($event)" />
          <nb-choice path="damage.kind" [value]="kind()" [offered]="damages()" (changed)="kind.set($event)" />
          <div class="two">
            <nb-quantity path="damage.size" label="Size, along the hull" [required]="true" [value]="length()" (changed)="length.set($event)" />
            <nb-quantity path="damage.size" label="Size, up the hull" [required]="true" [value]="width()" (changed)="width.set($event)" />
          </div>
          @if (lacking()) {<p class="note-line warn" role="alert">{{ lacks() }}</p>}
          <button pButton type="submit" class="act">Add this place</button>
          <p class="muted small">Boat and air are shared, and where it can be a pot, the tent and the handing over; hull and colour are as at A until you say otherwise.</p>
        </form>
      } @else {<p class="muted">A job holds up to {{ most + 1 }} places: begin another job for the rest.</p>}
    </p-drawer>
  `,
  styles: `
    .head { font-size: 1rem; }
    li { display: flex; gap: 10px; align-items: center; padding: 6px 0; border-bottom: 1px solid var(--hairline); } .grow { flex: 1; min-width: 0; }
    input { width: 100%; } form { display: grid; gap: 12px; margin-top: 18px; } form label { font-size: 0.87rem; color: var(--muted); margin-bottom: -10px; }
    .two { display: grid; grid-template-columns: 1fr 1fr; gap: 12px; } form button { justify-self: start; }
  `,
})
export class PlacesDrawer {
  protected readonly context = inject(JobContext);
  readonly #here = inject(Here);
  protected readonly first = FIRST_PLACE;
  protected readonly most = MOST_PLACES;
  protected readonly places = computed(() => this.context.state()?.places ?? []);
  protected readonly where = signal('');
  protected readonly hull = signal<string>(AS_FIRST);
  protected readonly kind = signal<string | undefined>(undefined);
  protected readonly length = signal<number | undefined>(undefined);
  protected readonly width = signal<number | undefined>(undefined);
  /** Somebody went on before all was said. */
  protected readonly lacking = signal(false);

  readonly #material = computed(() =>
    this.hull() === AS_FIRST ? this.context.state()?.whole.hull.material : this.hull(),
  );
  protected readonly hulls = computed(() => {
    const own = substrateOf(this.context.state()?.whole.hull.material)?.name;
    return [
      { value: AS_FIRST, label: own ? `as at A: ${own}` : 'as at A' },
      ...SUBSTRATES.map((s) => ({ value: s.id, label: s.name })),
    ];
  });
  protected readonly damages = computed(() => {
    const family = substrateOf(this.#material())?.family;
    return (Object.keys(DAMAGE_KINDS) as DamageKind[])
      .filter((k) => !family || occursOn(k, family))
      .map((k) => ({ value: k, label: damageData(k).name }));
  });
  protected readonly lacks = computed(() => {
    const missing = [
      ...(this.kind() ? [] : ['what is damaged']),
      ...(this.length() === undefined || this.width() === undefined
        ? ['its size along and up the hull, 2 to 3000 mm each; a rough one will do']
        : []),
    ];
    return missing.length > 0 ? `Still needed: ${missing.join(', and ')}.` : '';
  });

  protected setHull(value: string | undefined): void {
    this.hull.set(value ?? AS_FIRST);
    const family = substrateOf(this.#material())?.family;
    const kind = this.kind() as DamageKind | undefined;
    if (kind && family && !occursOn(kind, family)) this.kind.set(undefined);
  }

  protected add(event: Event): void {
    event.preventDefault();
    const [kind, length, width] = [this.kind() as DamageKind | undefined, this.length(), this.width()];
    if (kind === undefined || length === undefined || width === undefined) {
      this.lacking.set(true);
      return;
    }
    const where = this.where().trim();
    const finding = {
      at: new Date().toISOString(),
      extent: 'first look',
      shape: 'ellipse',
      size: [length, width],
      method: 'eye',
    } as const;
    const place = {
      id: `p${newId().slice(0, 8)}`,
      ...(this.hull() === AS_FIRST ? {} : { hull: { material: this.hull() } }),
      damage: { kind, ...(where ? { where } : {}), findings: [{ ...finding, size: [length, width] }] },
    } as PlaceEntry;
    this.context.store.updateBoat((d) => withPlace(d, place));
    this.#here.go(this.context.id(), place.id);
    for (const box of [this.length, this.width, this.kind]) box.set(undefined);
    this.where.set('');
    this.lacking.set(false);
    this.context.placesOpen.set(false);
  }

  protected rename(id: string, name: string): void {
    const said = name.trim() || undefined;
    this.context.store.updateBoat((d) => editPlace(d, id, (place) => setIn(place, 'damage.where', said)));
  }

  protected takeOut(id: string): void {
    this.context.store.updateBoat((d) => withoutPlace(d, id));
  }
}
