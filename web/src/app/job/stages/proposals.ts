import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { ButtonModule } from 'primeng/button';
import { catchError, map, of, startWith, switchMap } from 'rxjs';
import { sameData, proposedPlies, sayIn, type Face, type FaceProposals, type Proposal } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { StoresStore } from '../../state/stores-store';
import { HeavyWork } from '../../workers/heavy-work';
import { sentence } from '../../ui/words';
import { JobContext } from '../job-context';

interface Search {
  readonly running: boolean;
  readonly failed?: boolean;
  readonly faces: readonly FaceProposals[];
}

/** The best few stacks from the cloths in the stores, worked out beside the page. */
@Component({
  selector: 'nb-proposals',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (search(); as s) {
      @if (s.running) {<p role="status" class="muted">Trying stacks …</p>}
      @if (s.failed) {<p class="note-line warn" role="alert">The search could not be run here; put the plies together by hand.</p>}
      @for (f of s.faces; track f.face) {
        @if (s.faces.length > 1) {<h4>{{ f.face === 'inside' ? 'Inside' : 'Outside' }}</h4>}
        @for (p of f.proposals; track $index) {
          <div class="stack" [class.off]="!p.inBand || !p.fills">
            <p><b>{{ counts(p) }}</b></p>
            <p class="small muted">{{ plies(p) }}</p>
            <p class="small">{{ mm(p.thickness) }}, in plane {{ two(p.ratios[0]) }} · {{ two(p.ratios[1]) }}, bending {{ two(p.ratios[2]) }} · {{ two(p.ratios[3]) }} of the old@if (p.coupling < 0.005) {, symmetric}</p>
            @if (p.why) {<p class="small muted">{{ sentence(p.why) }}</p>}
            <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="take(p, f.face)">Take these {{ p.plies.length }} plies</button>
          </div>
        } @empty {<p class="note-line warn">No cloth that the rules allow here is thin enough for this dish.</p>}
        @if (f.refused.length > 0) {<p class="small muted">Kept out by a rule on this job: {{ refused(f) }}.</p>}
      }
    } @else {
      <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="ask()">Propose stacks from the stores</button>
    }
  `,
  styles: `
    :host { display: block; margin-top: 8px; }
    .stack { border-left: 3px solid var(--wait); padding: 4px 0 6px 10px; margin-top: 10px; } .stack.off { border-color: var(--warn); }
    .stack button { margin-top: 4px; } h4 { margin-top: 12px; font-size: 0.95rem; }
  `,
})
export class Proposals {
  protected readonly sentence = sentence;
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  readonly #stores = inject(StoresStore);
  readonly #heavy = inject(HeavyWork);
  readonly #asked = signal(false);
  /** What the search depends on: asked once, it follows every change of them. */
  readonly #question = computed(
    () => {
      const [job, shop] = [this.#context.state()?.job, this.#context.shop()];
      return this.#asked() && job && shop ? { job, shop, library: this.#stores.library() } : undefined;
    },
    { equal: sameData },
  );
  protected readonly search = toSignal(
    toObservable(this.#question).pipe(
      switchMap((q) =>
        q
          ? this.#heavy.propose(q.job, q.library, q.shop).pipe(
              map((faces): Search => ({ running: false, faces })),
              startWith<Search>({ running: true, faces: [] }),
              catchError(() => of<Search>({ running: false, failed: true, faces: [] })),
            )
          : of(undefined),
      ),
    ),
  );

  protected ask(): void {
    this.#asked.set(true);
  }

  /** "6 × woven roving 600, 3 × stitched biaxial 600", heaviest share first. */
  protected counts(p: Proposal): string {
    const names = p.plies.map((x) => x.cloth.name);
    const own = (name: string): number => names.filter((n) => n === name).length;
    return [...new Set(names)]
      .sort((a, b) => own(b) - own(a))
      .map((name) => `${own(name)} × ${name}`)
      .join(' and ');
  }

  /** In the order of laying: "4 × stitched biaxial 600 (±45, 0/90 …), 1 × plain cloth 290". */
  protected plies(p: Proposal): string {
    const runs: { name: string; ways: string[] }[] = [];
    for (const { cloth, way } of p.plies) {
      const last = runs.at(-1);
      if (last?.name === cloth.name) last.ways.push(way);
      else runs.push({ name: cloth.name, ways: [way] });
    }
    return `Laid: ${runs.map((r) => `${r.ways.length > 1 ? `${r.ways.length} × ` : ''}${r.name.replace('biaxial ', '')}${r.ways[0] === 'any' ? '' : ` ${[...new Set(r.ways)].join(' and ')}`}`).join(', ')}.`;
  }

  protected mm(v: number): string {
    return sayIn({ value: v }, 'mm', 2, this.#reading.reader());
  }

  protected two(v: number): string {
    return v.toFixed(2);
  }

  protected refused(f: FaceProposals): string {
    return f.refused.map((c) => c.name).join(', ');
  }

  protected take(p: Proposal, face: Face): void {
    const plan = this.#context.plan();
    if (plan) this.#context.store.set('laminate.plies', proposedPlies(p, face, plan));
  }
}
