import { ChangeDetectionStrategy, Component, DestroyRef, HostListener, inject } from '@angular/core';
import { Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { renewed } from './state/keep-files';
import { Commands } from './ui/commands';
import { OutboxView } from './ui/outbox-view';
import { Palette } from './ui/palette';
import { ShortcutSheet } from './ui/shortcut-sheet';

/** The frame: a rail with what works, and the page; palette and keys for everything. */
@Component({
  selector: 'nb-app',
  imports: [OutboxView, Palette, RouterLink, RouterLinkActive, RouterOutlet, ShortcutSheet],
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
      <a routerLink="/bench" routerLinkActive="on" ariaCurrentWhenActive="page">
        <svg viewBox="0 0 24 24" aria-hidden="true"><path d="M6 4h12l-2 16H8zM7 10h10" /></svg>
        <span>Bench</span>
      </a>
      <a routerLink="/stores" routerLinkActive="on" ariaCurrentWhenActive="page">
        <svg viewBox="0 0 24 24" aria-hidden="true"><path d="M3 10h18M3 19h18M6 10V5h4v5M13 10V7h5v3M5 19v-5h6v5M14 19v-4h3v4" /></svg>
        <span>Stores</span>
      </a>
      <a routerLink="/guide" routerLinkActive="on" ariaCurrentWhenActive="page">
        <svg viewBox="0 0 24 24" aria-hidden="true"><path d="M3 9h18M3 14h8M15 14h6M9 4v16M3 4h18v16H3z" /></svg>
        <span>Guide</span>
      </a>
      <a routerLink="/settings" routerLinkActive="on" ariaCurrentWhenActive="page">
        <svg viewBox="0 0 24 24" aria-hidden="true"><path d="M4 7h10M18 7h2M4 17h2M10 17h10M14 4.5v5M6 14.5v5" /></svg>
        <span>Settings</span>
      </a>
      <span class="grow"></span>
      @if (renewed()) {<button type="button" class="renew" (click)="reload()" title="A newer Nelbo is here: load the page again"><svg viewBox="0 0 24 24" aria-hidden="true"><path d="M19 12a7 7 0 1 1-2-5M17 3v4h-4" /></svg><span>Renew</span></button>}
      <nb-outbox />
      <button type="button" (click)="commands.paletteOpen.set(true)" title="Do something by name (Ctrl K)">
        <svg viewBox="0 0 24 24" aria-hidden="true"><circle cx="10.5" cy="10.5" r="6" /><path d="M15 15l5 5" /></svg>
        <span>Find</span>
      </button>
      <button type="button" class="keys" (click)="commands.sheetOpen.set(true)" title="Keys (?)">
        <svg viewBox="0 0 24 24" aria-hidden="true"><path d="M3 6h18v12H3zM7 10h.01M11 10h.01M15 10h.01M17 14h.01M7 14h7" /></svg>
        <span>Keys</span>
      </button>
    </nav>
    <div id="page" tabindex="-1"><router-outlet /></div>
    @defer (when commands.paletteOpen()) {<nb-palette />}
    @defer (when commands.sheetOpen()) {<nb-shortcut-sheet />}
  `,
  styles: `
    :host { display: grid; grid-template-columns: var(--rail) minmax(0, 1fr); min-height: 100dvh; }
    nav { background: var(--ink); color: #cdd8d5; display: flex; flex-direction: column; position: sticky; top: 0; height: 100dvh; z-index: 8; }
    nav a, nav button { color: inherit; text-decoration: none; display: flex; flex-direction: column; align-items: center; gap: 4px; padding: 11px 4px; font-size: 0.87rem; border: 0; border-left: 3px solid transparent; background: none; cursor: pointer; }
    nav a:focus-visible, nav button:focus-visible { outline-offset: -3px; outline-color: #f2793a; }
    nav a:hover, nav button:hover { color: #fff; }
    nav .renew { color: #fff; border-left-color: #f2793a; }
    nav a.on { background: #1e3b3f; color: #fff; border-left-color: #f2793a; }
    nav .brand { color: #f5f2ea; font-size: 1.35rem; font-weight: 700; letter-spacing: -0.02em; padding: 14px 4px 20px; border-left: 0; }
    nav svg { width: 22px; height: 22px; fill: none; stroke: currentColor; stroke-width: 1.6; stroke-linejoin: round; stroke-linecap: round; }
    .grow { flex: 1; }
    #page { min-width: 0; outline: none; }
    .skip { position: absolute; left: -999px; top: 8px; background: var(--paper); padding: 8px 12px; z-index: 10; }
    .skip:focus { left: 8px; }
    @media (max-width: 700px) {
      :host { grid-template-columns: minmax(0, 1fr); grid-template-rows: auto 1fr; }
      nav { flex-direction: row; height: auto; }
      nav a, nav button { flex-direction: row; border-left: 0; border-bottom: 3px solid transparent; padding: 12px 6px; min-height: 48px; font-size: 0.82rem; flex-shrink: 0; }
      nav { overflow-x: auto; }
      nav a svg, nav button span, nav .keys { display: none; }
      nav a.on { border-bottom-color: #f2793a; }
      nav .brand { padding: 8px 8px; font-size: 1.15rem; }
    }
    @media print { :host { display: block; } nav, .skip { display: none; } }
  `,
})
export class App {
  protected readonly commands = inject(Commands);
  protected readonly renewed = renewed;

  constructor() {
    const router = inject(Router);
    const go = (path: string) => (): void => void router.navigateByUrl(path);
    const unregister = this.commands.register(() => [
      { id: 'shop', group: 'Go to', label: 'Shop', keys: 's', run: go('/shop') },
      { id: 'jobs', group: 'Go to', label: 'Jobs', keys: 'j', run: go('/jobs') },
      { id: 'bench', group: 'Go to', label: 'Bench', keys: 'k', run: go('/bench') },
      { id: 'stores', group: 'Go to', label: 'Stores', keys: 't', run: go('/stores') },
      { id: 'guide', group: 'Go to', label: 'Bonding guide', keys: 'b', run: go('/guide') },
      { id: 'settings', group: 'Go to', label: 'Settings', keys: ',', run: go('/settings') },
      { id: 'new', group: 'Go to', label: 'New job', keys: 'n', run: go('/jobs/new') },
      {
        id: 'palette',
        group: 'Help',
        label: 'Do something by name',
        keys: 'mod+k',
        run: () => this.commands.paletteOpen.set(true),
      },
      { id: 'keys', group: 'Help', label: 'Keys', keys: '?', run: () => this.commands.sheetOpen.set(true) },
    ]);
    inject(DestroyRef).onDestroy(unregister);
  }

  @HostListener('document:keydown', ['$event'])
  protected press(event: KeyboardEvent): void {
    this.commands.press(event);
  }

  protected reload(): void {
    location.reload();
  }

  /** The base address of the page would turn a bare fragment into another route. */
  protected skip(event: Event): void {
    event.preventDefault();
    document.getElementById('page')?.focus();
  }
}
