import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  inject,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ButtonModule } from 'primeng/button';
import { hexOf, labOfPixel, type Lab } from '@nelbo/core/finish';
import { PhotoStore } from '../../state/photo-store';
import { labWords } from './lab-words';

const WIDTH = 392;
/** Half the side of the square that is averaged, px of the canvas. */
const HALF = 7;

/** A colour off a photograph: for a first guess, and marked as one wherever it goes. */
@Component({
  selector: 'nb-photo-swatch',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="note-line warn"><b>A photograph is no measurement.</b> Light, camera and screen are in it: it serves to begin with, never to match.</p>
    <label class="file">Take a photograph<input type="file" accept="image/*" (change)="file($any($event.target).files?.[0])" /></label>
    @if (photos().length > 0) {<div class="thumbs">@for (p of photos(); track p.id) {<button type="button" (click)="load(url(p.id))" [attr.aria-label]="'Use ' + p.name"><img [src]="url(p.id)" alt="" loading="lazy" /></button>}</div>}
    <canvas #canvas [class.empty]="!shown()" [attr.width]="width" height="10" (click)="pick($event)"></canvas>
    @if (failed()) {<p class="note-line warn" role="alert">That picture cannot be read here; take a JPEG or PNG.</p>}
    @if (shown() && !lab()) {<p class="small muted">Tap on a clean, evenly lit place.</p>}
    @if (lab(); as l) {<p class="picked"><i [style.background]="hex()"></i>{{ words() }}, roughly <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="taken.emit(l)">Begin with this</button></p>}
  `,
  styles: `
    :host { display: block; } canvas { display: block; max-width: 100%; border: 1px solid var(--ink); cursor: crosshair; margin-top: 8px; } canvas.empty { display: none; }
    .file { display: inline-flex; gap: 10px; align-items: center; min-height: 40px; } .thumbs { display: flex; gap: 6px; flex-wrap: wrap; } .thumbs button { all: unset; cursor: pointer; border: 1px solid var(--ink); } .thumbs button:focus-visible { outline: 2px solid var(--act); } .thumbs img { display: block; width: 72px; height: 54px; object-fit: cover; }
    .picked { display: flex; gap: 10px; align-items: center; flex-wrap: wrap; margin-top: 8px; } i { width: 34px; height: 34px; border: 1px solid var(--ink); }
  `,
})
export class PhotoSwatch {
  readonly taken = output<Lab>();
  readonly #store = inject(PhotoStore);
  protected readonly width = WIDTH;
  protected readonly photos = toSignal(this.#store.photos$, { initialValue: [] });
  protected readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  protected readonly shown = signal(false);
  protected readonly failed = signal(false);
  protected readonly lab = signal<Lab | undefined>(undefined);
  protected readonly hex = computed(() => {
    const l = this.lab();
    return l ? hexOf(l) : '';
  });

  protected readonly words = computed(() => {
    const l = this.lab();
    return l ? labWords(l, 0) : '';
  });

  protected url(id: string): string {
    return this.#store.url(id);
  }

  protected file(file: File | undefined): void {
    if (file) void this.#draw(createImageBitmap(file));
  }

  protected load(url: string): void {
    void this.#draw(
      fetch(url)
        .then((r) => r.blob())
        .then((b) => createImageBitmap(b)),
    );
  }

  async #draw(picture: Promise<ImageBitmap>): Promise<void> {
    this.failed.set(false);
    this.lab.set(undefined);
    try {
      const bitmap = await picture;
      const canvas = this.canvas().nativeElement;
      canvas.width = WIDTH;
      canvas.height = Math.max(1, Math.round((WIDTH * bitmap.height) / bitmap.width));
      canvas
        .getContext('2d', { willReadFrequently: true })
        ?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
      bitmap.close();
      this.shown.set(true);
    } catch {
      this.failed.set(true);
    }
  }

  protected pick(event: MouseEvent): void {
    const canvas = this.canvas().nativeElement;
    const box = canvas.getBoundingClientRect();
    const [x, y] = [
      ((event.clientX - box.left) / box.width) * canvas.width,
      ((event.clientY - box.top) / box.height) * canvas.height,
    ];
    const data = canvas
      .getContext('2d')
      ?.getImageData(
        Math.max(0, Math.round(x) - HALF),
        Math.max(0, Math.round(y) - HALF),
        2 * HALF + 1,
        2 * HALF + 1,
      ).data;
    if (!data) return;
    const sum = [0, 0, 0];
    for (let i = 0; i < data.length; i += 4) for (let c = 0; c < 3; c += 1) sum[c] += data[i + c];
    const n = data.length / 4;
    this.lab.set(labOfPixel([sum[0] / n, sum[1] / n, sum[2] / n]));
  }
}
