import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  inject,
  signal,
  type OnDestroy,
} from '@angular/core';
import { repairScene } from '@nelbo/core/repairs';
import { Reading } from '../../state/reading';
import { afterwards } from '../../ui/afterwards';
import { SceneView } from '../../ui/scene-view';
import { JobContext } from '../job-context';

const HEIGHT = 330;

/** The drawings of a repair that is not laminate, in place of its section: patch, joint, grid, profile, scarf, charts. */
@Component({
  selector: 'nb-repair-drawings',
  imports: [SceneView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (d of scenes(); track d.id) {
      <p class="head"><b>{{ d.title }}</b>&ngsp;<span class="muted small">{{ d.note }}</span></p>
      <nb-scene [scene]="d.scene" [touched]="context.touched()" />
    }
  `,
  styles: `:host { display: block; } .head { margin: 2px 0 4px; } .head:not(:first-child) { margin-top: 14px; }`,
})
export class RepairDrawings implements OnDestroy {
  protected readonly context = inject(JobContext);
  readonly #plan = afterwards(this.context.plan);
  readonly #reading = inject(Reading);
  readonly #width = signal(720);
  readonly #observer = new ResizeObserver(([entry]) =>
    this.#width.set(Math.max(320, Math.floor(entry.contentRect.width))),
  );
  protected readonly scenes = computed(() =>
    (this.#plan()?.repair?.drawings ?? []).map((d) => ({
      id: d.id,
      title: d.title,
      note: d.stretch && d.stretch !== 1 ? `${d.note} · thickness ×${d.stretch}` : d.note,
      scene: repairScene(d, { width: this.#width(), height: HEIGHT, units: this.#reading.reader().units }),
    })),
  );

  constructor() {
    this.#observer.observe(inject<ElementRef<HTMLElement>>(ElementRef).nativeElement);
  }

  ngOnDestroy(): void {
    this.#observer.disconnect();
  }
}
