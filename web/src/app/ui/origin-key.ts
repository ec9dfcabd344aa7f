import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { Origin } from '@nelbo/core';
import { originClass } from './origins';

const KEY: readonly (readonly [Origin, string])[] = [
  ['assumed', 'a default'],
  ['data sheet', 'data sheet'],
  ['measured', 'measured'],
  ['entered', 'entered'],
  ['shop', 'the shop'],
  ['computed', 'computed'],
];

/** What the line under a figure says. */
@Component({
  selector: 'nb-origin-key',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ul aria-label="What the line under a figure says">@for (k of key; track k[0]) {<li><span [class]="'figure ' + cls(k[0])">12.3</span> {{ k[1] }}</li>}</ul>`,
  styles: `ul { display: flex; flex-wrap: wrap; gap: 4px 16px; font-size: 0.87rem; color: var(--muted); } .figure { cursor: default; color: var(--ink); }`,
})
export class OriginKey {
  protected readonly key = KEY;
  protected cls(origin: Origin): string {
    return originClass(origin);
  }
}
