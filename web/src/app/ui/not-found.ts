import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'nb-not-found',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main><h1>There is nothing here.</h1><p><a routerLink="/shop">Back to the shop</a></p></main>`,
  styles: `main { padding: 40px 26px; } p { margin-top: 8px; }`,
})
export class NotFound {}
