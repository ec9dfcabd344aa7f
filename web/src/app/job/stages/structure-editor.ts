import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { MEMBERS, type Member, type MemberKind } from '@nelbo/core';
import { ChoiceFieldView } from '../../ui/choice-field';
import { FigureView } from '../../ui/figure';
import { QuantityFieldView } from '../../ui/quantity-field';
import { TextFieldView } from '../../ui/text-field';
import { JobContext } from '../job-context';

/** Stringers, floors, bulkheads and core ends that are tabbed to the hull: tabs, fillets, props and when they may go. */
@Component({
  selector: 'nb-structure',
  imports: [ButtonModule, ChoiceFieldView, FigureView, QuantityFieldView, TextFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (m of members(); track $index) {
      <div class="member">
        <div class="fields">
          <nb-choice path="structure.kind" [value]="m.kind" (changed)="change($index, { kind: $any($event) })" />
          <nb-text path="structure.name" [value]="m.name" (changed)="change($index, { name: $event || undefined })" />
          <nb-quantity path="structure.length" [value]="m.length" [assumed]="planned()[$index]?.length" (changed)="change($index, { length: $event })" />
          <nb-quantity path="structure.plies" [value]="m.plies" [assumed]="planned()[$index]?.plies" (changed)="change($index, { plies: $event })" />
          <nb-quantity path="structure.lap" [value]="m.lap" [assumed]="planned()[$index]?.lap" (changed)="change($index, { lap: $event })" />
          <nb-quantity path="structure.props" [value]="m.props" [assumed]="planned()[$index]?.props" (changed)="change($index, { props: $event })" />
        </div>
        @if (planned()[$index]; as p) {
          <table class="ruled">
            <thead><tr><th>Tab</th><th>Cloth</th><th class="number">Across</th><th class="number">Long</th><th class="number">Resin</th></tr></thead>
            <tbody>
              @for (s of p.strips; track s.number) {
                <tr><td>{{ s.number }}@if (s.count > 1) { × {{ s.count }}}</td><td>{{ s.cloth.name }}</td><td class="number"><nb-figure [figure]="s.width" as="mm" [decimals]="0" /></td><td class="number"><nb-figure [figure]="s.length" as="mm" [decimals]="0" /></td><td class="number"><nb-figure [figure]="s.resin" as="g" [decimals]="0" /></td></tr>
              }
            </tbody>
          </table>
          <p class="small">Fillet <nb-figure [figure]="p.filletRadius" as="mm" [decimals]="0" /> round, <nb-figure [figure]="p.filletVolume" as="ml" [decimals]="0" /> of thickened resin; <nb-figure [figure]="p.props" /> props, off no sooner than <nb-figure [figure]="p.release" /> after the last tab. {{ p.care }}.</p>
        }
        <button type="button" class="link small" (click)="remove($index)">Take it out</button>
      </div>
    }
    <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="add()">Add a stringer, floor or bulkhead</button>
  `,
  styles: `
    .member { border-left: 3px solid var(--wait); padding-left: 10px; margin: 8px 0 14px; } table { margin: 8px 0 4px; font-size: 0.92rem; }
    .link { all: unset; cursor: pointer; text-decoration: underline; color: var(--muted); } .link:focus-visible { outline: 2px solid var(--act); }
  `,
})
export class StructureEditor {
  readonly #context = inject(JobContext);
  protected readonly members = computed(() => this.#context.document()?.structure ?? []);
  protected readonly planned = computed(() => this.#context.plan()?.dish?.structure ?? []);

  #put(members: Member<unknown>[]): void {
    this.#context.store.set('structure', members.length > 0 ? members : undefined);
  }

  protected change(i: number, to: Partial<Member>): void {
    this.#put(
      this.members().map((m, k) =>
        k === i
          ? (Object.fromEntries(
              Object.entries({ ...m, ...to }).filter(([, v]) => v !== undefined),
            ) as unknown as Member)
          : m,
      ),
    );
  }

  protected remove(i: number): void {
    this.#put(this.members().filter((_, k) => k !== i));
  }

  protected add(): void {
    const [kind] = Object.keys(MEMBERS) as MemberKind[];
    this.#put([...this.members(), { kind }]);
  }
}
