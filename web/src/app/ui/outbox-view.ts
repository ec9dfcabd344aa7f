import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  HostListener,
  computed,
  inject,
  signal,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { map } from 'rxjs';
import { LocalStore } from '../state/local-store';
import { Outbox } from '../state/outbox';
import { YardEdits } from '../state/yard-edits';
import { sayWhen } from './when';

/** What waits on this device for the server, from whichever page: how much it is, and what. Nothing is shown while nothing waits. */
@Component({
  selector: 'nb-outbox',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (count() > 0 || !keeps()) {
      <button type="button" [class.trouble]="trouble() || !keeps()" [attr.aria-expanded]="open()" aria-controls="outbox-list" (click)="open.set(!open())">
        @if (keeps()) {<b>{{ count() }}</b><span>not sent</span>} @else {<b>!</b><span>keeps nothing</span>}
      </button>
      @if (open()) {
        <section id="outbox-list" aria-labelledby="outbox-head">
          <header><h2 id="outbox-head">{{ keeps() ? 'Waits on this device' : 'This browser keeps nothing' }}</h2><button type="button" class="close" (click)="open.set(false)">Close</button></header>
          <p class="about">{{ about() }}</p>
          <ul>
            @for (w of waiting(); track w.key) {
              <li>
                <a [routerLink]="['/jobs', w.jobId, w.kind === 'job' ? 'survey' : 'log']" (click)="open.set(false)"><b>{{ w.kind === 'job' ? 'Job' : 'Log entry' }}</b> {{ w.title }} <small>{{ when(w.since) }}</small></a>
                @if (w.trouble; as t) {
                  <p class="why">{{ t }}</p>
                  @if (w.kind === 'entry') {<p class="row"><button type="button" (click)="outbox.retry(w.key)">Try again</button><button type="button" (click)="outbox.discard(w.key)">Let it go</button></p>}
                }
              </li>
            }
            @if (settings() > 0) {<li><a routerLink="/settings" (click)="open.set(false)"><b>Settings</b> {{ settings() }} {{ settings() === 1 ? 'field' : 'fields' }}</a></li>}
            @if (products() > 0) {<li><a routerLink="/stores" (click)="open.set(false)"><b>Stores</b> {{ products() }} {{ products() === 1 ? 'product' : 'products' }}</a></li>}
            @if (failed()) {<li><p class="why">{{ failed() }}</p></li>}
          </ul>
        </section>
      }
    }
  `,
  styles: `
    :host { position: relative; display: block; }
    :host > button { all: unset; box-sizing: border-box; width: 100%; cursor: pointer; display: flex; flex-direction: column; align-items: center; gap: 2px; padding: 10px 4px; text-align: center; font-size: 0.82rem; color: #f5f2ea; border-left: 3px solid #f2793a; background: #1e3b3f; }
    :host > button b { font-size: 1.25rem; font-variant-numeric: tabular-nums; line-height: 1; }
    :host > button.trouble { background: var(--act); border-left-color: #f5f2ea; }
    button:focus-visible { outline: 2px solid #f2793a; outline-offset: -3px; }
    section { position: fixed; left: calc(var(--rail) + 10px); bottom: 12px; width: min(460px, calc(100vw - var(--rail) - 24px)); max-height: 70vh; overflow: auto; background: var(--paper); color: var(--ink); border: 2px solid var(--ink); padding: 12px 16px; z-index: 20; }
    header { display: flex; justify-content: space-between; align-items: baseline; gap: 10px; } h2 { font-size: 1rem; margin: 0; }
    .about { color: var(--muted); font-size: 0.93rem; margin: 4px 0 8px; }
    li { border-top: 1px solid var(--hairline); padding: 8px 0; font-size: 0.93rem; } li a { color: var(--ink); text-decoration: none; display: block; } li a:hover { text-decoration: underline; } small { color: var(--muted); white-space: nowrap; }
    .why { color: var(--act); font-weight: 600; margin-top: 2px; }
    .row { display: flex; gap: 8px; margin-top: 4px; } .row button, .close { all: unset; cursor: pointer; border: 1px solid var(--ink); padding: 4px 10px; font-size: 0.87rem; }
    @media (max-width: 700px) {
      :host { flex-shrink: 0; position: sticky; right: 0; margin-left: auto; } :host > button { flex-direction: row; gap: 6px; min-height: 48px; border-left: 0; border-bottom: 3px solid #f2793a; padding: 12px 8px; width: auto; } :host > button b { font-size: 1rem; }
      section { left: 8px; right: 8px; bottom: 8px; width: auto; } .row button, .close { padding: 12px 14px; }
    }
    @media print { :host { display: none; } }
  `,
})
export class OutboxView {
  protected readonly outbox = inject(Outbox);
  readonly #element = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly waiting = toSignal(this.outbox.waiting$, { initialValue: [] });
  protected readonly keeps = toSignal(inject(LocalStore).keeps$, { initialValue: true });
  readonly #edits = inject(YardEdits);
  protected readonly settings = toSignal(this.#edits.pending$.pipe(map((p) => Object.keys(p.shop).length)), {
    initialValue: 0,
  });
  protected readonly products = toSignal(
    this.#edits.pending$.pipe(map((p) => Object.keys(p.products).length)),
    { initialValue: 0 },
  );
  protected readonly failed = toSignal(this.#edits.failed$, { initialValue: '' });
  protected readonly count = computed(() => this.waiting().length + this.settings() + this.products());
  protected readonly trouble = computed(() => this.waiting().some((w) => w.trouble !== undefined));
  protected readonly about = computed(() => {
    if (this.keeps()) return 'It is kept here and goes by itself as soon as the server answers.';
    return this.count() > 0
      ? 'It gives no room to keep anything: leave this page open until it is sent.'
      : 'All is sent. While the server is away, what is typed stands on this page only: leave it open then, or allow this address to keep data.';
  });
  protected readonly open = signal(false);

  protected when(ms: number): string {
    return sayWhen(ms, Date.now());
  }

  @HostListener('document:keydown.escape')
  protected escape(): void {
    this.open.set(false);
  }

  @HostListener('document:pointerdown', ['$event'])
  protected elsewhere(event: Event): void {
    if (this.open() && !this.#element.nativeElement.contains(event.target as Node)) this.open.set(false);
  }
}
