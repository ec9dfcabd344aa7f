import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';

/** The frame: a rail with what works, and the page. */
@Component({
  selector: 'nb-app',
  imports: [RouterLink, RouterLinkActive, RouterOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <a class="skip" href="#page" (click)="skip($event)">Skip to the page</a>
    <nav aria-label="Main">
      <a routerLink="/shop" class="brand" aria-label="nelbo, to the shop">nelbo</a>
      <a routerLink="/shop" routerLinkActive="on" ariaCurrentWhenActive="page">
        <svg viewBox="0 0 24 24" aria-hidden="true"><path d="M4 20V10l8-6 8 6v10h-5v-6H9v6z" /></svg>
        <span>Shop</span>
      </a>
      <a routerLink="/jobs" routerLinkActive="on" ariaCurrentWhenActive="page">
        <svg viewBox="0 0 24 24" aria-hidden="true"><path d="M3 14h18l-3 5H6zM12 14V4l6 7h-6" /></svg>
        <span>Jobs</span>
      </a>
    </nav>
    <div id="page" tabindex="-1"><router-outlet /></div>
  `,
  styles: `
    :host { display: grid; grid-template-columns: var(--rail) minmax(0, 1fr); min-height: 100dvh; }
    nav { background: var(--ink); color: #cdd8d5; display: flex; flex-direction: column; position: sticky; top: 0; height: 100dvh; }
    nav a { color: inherit; text-decoration: none; display: flex; flex-direction: column; align-items: center; gap: 4px; padding: 11px 4px; font-size: 0.87rem; border-left: 3px solid transparent; }
    nav a:focus-visible { outline-offset: -3px; }
    nav a:hover { color: #fff; }
    nav a.on { background: #1e3b3f; color: #fff; border-left-color: #f2793a; }
    nav .brand { color: #f5f2ea; font-size: 1.35rem; font-weight: 700; letter-spacing: -0.02em; padding: 14px 4px 20px; border-left: 0; }
    nav svg { width: 22px; height: 22px; fill: none; stroke: currentColor; stroke-width: 1.6; stroke-linejoin: round; }
    #page { min-width: 0; outline: none; }
    .skip { position: absolute; left: -999px; top: 8px; background: var(--paper); padding: 8px 12px; z-index: 10; }
    .skip:focus { left: 8px; }
    @media (max-width: 700px) {
      :host { grid-template-columns: minmax(0, 1fr); grid-template-rows: auto 1fr; }
      nav { flex-direction: row; height: auto; z-index: 5; }
      nav a { flex-direction: row; border-left: 0; border-bottom: 3px solid transparent; padding: 10px 16px; }
      nav a.on { border-bottom-color: #f2793a; }
      nav .brand { padding: 8px 16px; }
    }
    @media print { :host { display: block; } nav, .skip { display: none; } }
  `,
})
export class App {
  /** The base address of the page would turn a bare fragment into another route. */
  protected skip(event: Event): void {
    event.preventDefault();
    document.getElementById('page')?.focus();
  }
}
