import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { plyChoices, type PlyChoice } from '@nelbo/core';
import { JobContext } from '../job-context';
import { PlyList } from './ply-list';
import { Proposals } from './proposals';
import { StiffnessPanel } from './stiffness-panel';
import { StructureEditor } from './structure-editor';

/** The new stack against the old one: stiffness, proposals, both stacks by hand, and what is tabbed to the hull. */
@Component({
  selector: 'nb-stack-tools',
  imports: [PlyList, Proposals, StiffnessPanel, StructureEditor],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (plan()?.dish?.laminate; as laminate) {
      <h3>As stiff as the hull was?</h3>
      <nb-stiffness />
      <nb-proposals />

      <details [open]="laminate.own">
        <summary>The stack by hand{{ laminate.own ? '' : ' (Nelbo counts the plies now)' }}</summary>
        <p class="small muted">First ply laid at the top. Every figure moves as you do.</p>
        <nb-ply-list label="New plies in the order of laying" [plies]="choices()" [faces]="laminate.sides.length > 1" [usual]="laminate.plies[0].cloth.id" (changed)="setPlies($event)" />
        @if (laminate.own) {<button type="button" class="link small" (click)="set('laminate.plies', undefined)">Let Nelbo count the plies</button>}
      </details>
      <details [open]="(doc()?.hull?.plies?.length ?? 0) > 0">
        <summary>The old stack, as found while grinding</summary>
        <p class="small muted">From outside inward. Without it the usual plies of its kind are taken.</p>
        <nb-ply-list label="Old plies from outside inward" [plies]="doc()?.hull?.plies ?? []" usual="mat-450" (changed)="set('hull.plies', $event.length > 0 ? $event : undefined)" />
      </details>
      <details [open]="(doc()?.structure?.length ?? 0) > 0">
        <summary>Structure inside</summary>
        @defer (on viewport) {<nb-structure />} @placeholder {<p class="muted">Opening …</p>}
      </details>
    }
  `,
  styles: `
    :host { display: block; } h3 { margin: 18px 0 6px; }
    details { margin-top: 10px; } summary { cursor: pointer; font-weight: 600; padding: 8px 0; }
    .link { all: unset; cursor: pointer; text-decoration: underline; } .link:focus-visible { outline: 2px solid var(--act); }
  `,
})
export class StackTools {
  readonly #context = inject(JobContext);
  protected readonly doc = this.#context.document;
  protected readonly plan = this.#context.plan;
  /** The stack as it stands: where changing it by hand begins. */
  protected readonly choices = computed<readonly PlyChoice[]>(() => {
    const plan = this.plan();
    return this.doc()?.laminate?.plies ?? (plan ? plyChoices(plan) : []);
  });

  protected set(path: string, value: unknown): void {
    this.#context.store.set(path, value);
  }

  protected setPlies(plies: readonly PlyChoice[]): void {
    this.set('laminate.plies', plies.length > 0 ? plies : undefined);
  }
}
