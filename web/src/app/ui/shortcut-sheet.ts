import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { DialogModule } from 'primeng/dialog';
import { ToggleSwitchModule } from 'primeng/toggleswitch';
import { Commands, sayKeys } from './commands';
import { OriginKey } from './origin-key';

const ALWAYS: readonly (readonly [string, string])[] = [
  ['Tab', 'next field or button'],
  ['↑ ↓ ← →', 'between the figures of a table'],
  ['Enter', 'open the reasons of a figure'],
  ['Esc', 'close what lies on top'],
];

/** The keys that work on the page at hand. */
@Component({
  selector: 'nb-shortcut-sheet',
  imports: [DialogModule, FormsModule, OriginKey, ToggleSwitchModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-dialog header="Keys" closeAriaLabel="Close the keys" [visible]="commands.sheetOpen()" (visibleChange)="commands.sheetOpen.set($event)" [modal]="true" [dismissableMask]="true" [style]="{ width: 'min(760px, 96vw)' }">
      <div class="columns">
        @for (g of groups(); track g.name) {
          <section>
            <h3>{{ g.name }}</h3>
            <dl>@for (c of g.keys; track c[0]) {<div><dt><kbd>{{ c[0] }}</kbd></dt><dd>{{ c[1] }}</dd></div>}</dl>
          </section>
        }
      </div>
      <h3 class="line">The line under a figure</h3>
      <nb-origin-key />
      <p class="single"><p-toggleswitch inputId="single-keys" [ngModel]="commands.singleKeys()" (ngModelChange)="commands.useSingleKeys($event)" /> <label for="single-keys">Keys without Ctrl work (turn this off for speech input)</label></p>
    </p-dialog>
  `,
  styles: `
    .columns { columns: 2; column-gap: 34px; }
    section { break-inside: avoid; margin-bottom: 14px; }
    h3 { border-bottom: 1px solid var(--ink); padding-bottom: 3px; margin-bottom: 4px; }
    dl div { display: grid; grid-template-columns: 112px 1fr; gap: 10px; padding: 3px 0; align-items: baseline; }
    .line { margin: 14px 0 6px; }
    .single { display: flex; gap: 10px; align-items: center; margin-top: 18px; }
    @media (max-width: 600px) { .columns { columns: 1; } }
  `,
})
export class ShortcutSheet {
  protected readonly commands = inject(Commands);
  protected readonly groups = computed(() => {
    const named = (['Go to', 'Job', 'Yard', 'Help'] as const).map((name) => ({
      name: name as string,
      keys: this.commands
        .all()
        .flatMap((c): (readonly [string, string])[] =>
          c.group === name && c.keys ? [[sayKeys(c.keys), c.label]] : [],
        ),
    }));
    return [...named, { name: 'Everywhere', keys: ALWAYS }].filter((g) => g.keys.length > 0);
  });
}
