import { Injectable, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  STAGES,
  boatTotals,
  refinePlan,
  refineProblems,
  stopsOf,
  toldOnce,
  touchedBy,
  type Chain,
  type Problem,
  type Stage,
  type SystemChoice,
} from '@nelbo/core';
import { JobStore } from '../state/job-store';
import { LogStore } from '../state/log-store';
import { ShopStore } from '../state/shop-store';
import { Forecast } from './forecast';

/** A chain by name, link by link. */
function keptChain(chain: Chain): SystemChoice {
  const names: Record<string, keyof SystemChoice> = {
    prep: 'prep',
    clean: 'clean',
    prime: 'prime',
    coring: 'coring',
    fill: 'filler',
    barrier: 'barrier',
    undercoat: 'undercoat',
    finish: 'finish',
  };
  return Object.fromEntries(
    chain.links.map(({ role, product }) => [
      role === 'bond'
        ? product.role === 'laminating resin'
          ? 'resin'
          : 'bond'
        : role === 'reinforce'
          ? product.role === 'cloth'
            ? 'cloth'
            : 'patch'
          : names[role],
      product.id,
    ]),
  );
}

/** What every part of a job page looks at, as signals. */
@Injectable()
export class JobContext {
  readonly store = inject(JobStore);
  readonly logStore = inject(LogStore);
  readonly state = toSignal(this.store.state$);
  readonly save = toSignal(this.store.save$, { requireSync: true });
  readonly canUndo = toSignal(this.store.canUndo$, { requireSync: true });
  readonly historyOpen = signal(false);
  readonly placesOpen = signal(false);
  readonly failure = toSignal(this.store.failure$, { requireSync: true });
  readonly log = toSignal(this.logStore.entries$, { requireSync: true });
  readonly shop = toSignal(inject(ShopStore).shop$);

  readonly id = computed(() => this.state()?.id ?? '');
  readonly document = computed(() => this.state()?.document);
  /** Cure along the course of the air, worked out beside the page a moment after every change. */
  readonly forecast = inject(Forecast);
  /** The plan, with its forecast once that is there. */
  readonly plan = computed(() => {
    const [state, cure] = [this.state(), this.forecast.of(this.state())];
    return state?.plan && cure ? refinePlan(state.plan, cure) : state?.plan;
  });
  /** Whether what is shown of times is the quick estimate still: the forecast of this state of the job is being worked out. */
  readonly estimate = computed(
    () => this.state()?.plan?.timeline !== undefined && this.forecast.of(this.state()) === undefined,
  );
  /** What the boat comes to with all its places, where it has several. */
  readonly boat = computed(() => {
    const [all, cures] = [this.state()?.all, this.forecast.allOf(this.state())];
    return (
      all &&
      boatTotals(
        all.flatMap(({ id, result: { plan } }) => {
          const cure = cures?.get(id);
          return plan ? [cure ? refinePlan(plan, cure) : plan] : [];
        }),
      )
    );
  });
  /** Letters of places that have no plan yet, where the boat has several: its sums are without them. */
  readonly unplanned = computed(() => {
    const { all, places = [] } = this.state() ?? {};
    const planned = new Set((all ?? []).flatMap((p) => (p.result.plan?.totals ? [p.id] : [])));
    return all ? places.flatMap((p) => (planned.has(p.id) ? [] : [p.letter])) : [];
  });
  readonly problems = computed(() => {
    const [state, cure] = [this.state(), this.forecast.of(this.state())];
    return state && cure ? toldOnce(refineProblems(state.problems, cure)) : (state?.problems ?? []);
  });
  /** Where the work stops: at its steps, in the order of the work. */
  readonly stops = computed(() => {
    const [plan, problems] = [this.plan(), this.problems()];
    return plan ? stopsOf(plan, problems, this.state()?.job?.overrides) : [];
  });
  /** Stages at a step of which the work stops. */
  readonly stopped = computed(() => {
    const stages = new Map((this.plan()?.work?.steps ?? []).map((s) => [s.id, s.stage]));
    return new Set(this.stops().flatMap((s) => (s.override ? [] : (stages.get(s.step ?? '') ?? []))));
  });
  readonly currency = computed(() => this.shop()?.currency ?? '');
  readonly crew = computed(() => this.shop()?.crew?.map((p) => p.name) ?? []);
  /** The ply picked in the table or in a drawing; picked anywhere, it is picked everywhere. */
  readonly pickedPly = signal<number | undefined>(undefined);
  /** While the layup is stepped through: the last ply that lies by now. */
  readonly laidTo = signal<number | undefined>(undefined);

  /** The step that is pointed at or open: what it is done on stands out in the drawings. */
  readonly step = signal<string | undefined>(undefined);
  readonly touched = computed(() => {
    const step = this.plan()?.work?.steps.find((s) => s.id === this.step());
    return step && touchedBy(step);
  });

  /** Stages with a warning or an error. */
  readonly warned = computed(() => new Set(STAGES.filter((s) => this.problemsOf(s).length > 0)));

  /** Problems that belong to a stage, by their stage or by the field they name. */
  problemsOf(stage: Stage): readonly Problem[] {
    return this.problems().filter(
      (p) => p.severity !== 'assumed' && (p.stage === stage || (p.stage === undefined && stage === 'survey')),
    );
  }

  /** " at B, transom": where, among several places. */
  #atPlace(): string {
    const { places = [], place } = this.state() ?? {};
    const here = places.find((p) => p.id === place);
    return here && places.length > 1 ? ` at ${here.letter}${here.name ? `, ${here.name}` : ''}` : '';
  }

  /** Reports a stage done, or takes that back. */
  setDone(stage: Stage, done: boolean, who: string): void {
    const at = new Date().toISOString();
    const chain = this.plan()?.system?.chosen?.chain;
    // What the yard has decided on no longer changes with the weather: the chain is kept by name from here on.
    if (stage === 'system' && done && chain) {
      this.store.set('system', keptChain(chain));
    }
    this.store.update((d) => {
      const others = (d.schedule?.done ?? []).filter((x) => x.stage !== stage);
      const next = [...others, ...(done ? [{ stage, at }] : [])].sort(
        (a, b) => STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage),
      );
      return { ...d, schedule: { ...d.schedule, done: next } };
    });
    this.logStore.add(stage, who, `${done ? 'Stage done' : 'Stage taken up again'}${this.#atPlace()}.`);
  }
}
