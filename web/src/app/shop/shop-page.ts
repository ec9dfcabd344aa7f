import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { ButtonModule } from 'primeng/button';
import { ShopStore } from '../state/shop-store';
import { WallClock } from '../state/wall-clock';
import { ShopAir } from './shop-air';
import { ShopBoard } from './shop-board';

/** Where a day starts: the air in the shop at once, and the board of the yard when the planner has arrived. */
@Component({
  selector: 'nb-shop-page',
  imports: [RouterLink, ButtonModule, ShopAir, ShopBoard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main>
      <header class="spread">
        <div>
          <h1>{{ shop()?.name || 'Shop' }}</h1>
          <p class="muted">{{ today() }}</p>
        </div>
        <a pButton class="act" routerLink="/jobs/new">New job</a>
      </header>
      <nb-shop-air />
      @defer (on immediate) {<nb-shop-board />} @placeholder {<p class="muted">Opening the shop …</p>}
    </main>
  `,
  styles: `
    main { padding: 20px 26px 40px; max-width: 1280px; }
    header { align-items: center; }
    @media (max-width: 900px) { main { padding: 16px; } }
  `,
})
export class ShopPage {
  readonly #clock = inject(WallClock);
  protected readonly shop = toSignal(inject(ShopStore).shop$);
  protected readonly today = computed(() =>
    new Date(this.#clock.now()).toLocaleDateString('en-GB', {
      weekday: 'long',
      day: 'numeric',
      month: 'long',
    }),
  );
}
