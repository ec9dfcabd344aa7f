import type { Action } from '../../work/actions';
import type { Step } from '../../work/step';

/**
 * What has to stand ready for a step, and is cleared away after it. `dusty`: machine, extraction, suit; `wet`: cups, rollers,
 * film for what sticks; `coat`: trays and rollers; `spray`: gun; `hand`: a block, a blade, a rag.
 */
export type GoKind = 'dusty' | 'wet' | 'coat' | 'spray' | 'hand';

interface Kinds {
  readonly of: GoKind;
  /** Variants that want something else. */
  readonly but?: Readonly<Record<string, GoKind>>;
}

/** Actions that want something set up; what is not here has its own minutes for it, or is done as one goes. */
const KINDS: Readonly<Partial<Record<Action, Kinds>>> = {
  strip: { of: 'dusty', but: { fabric: 'hand', patch: 'hand', putty: 'hand' } },
  grind: { of: 'dusty' },
  open: { of: 'dusty', but: { groove: 'hand' } },
  cut: { of: 'dusty', but: { foam: 'hand' } },
  bevel: { of: 'dusty' },
  drill: { of: 'hand' },
  abrade: {
    of: 'hand',
    but: { blast: 'dusty', afterWash: 'dusty', afterBlush: 'dusty', laminate: 'dusty', bedding: 'dusty' },
  },
  turn: { of: 'dusty' },
  cutHighs: { of: 'dusty' },
  sand: { of: 'hand', but: { grit: 'dusty', guide: 'dusty' } },
  lay: { of: 'wet' },
  saturate: { of: 'wet' },
  glue: { of: 'wet' },
  fill: { of: 'wet' },
  inject: { of: 'wet' },
  member: { of: 'wet' },
  join: { of: 'wet' },
  backing: { of: 'wet', but: { fit: 'dusty', holes: 'hand', hole: 'hand', pin: 'hand' } },
  core: { of: 'wet', but: { fit: 'hand' } },
  mix: {
    of: 'wet',
    but: { coat: 'coat', stir: 'coat', shake: 'coat', paint: 'coat', gelCoat: 'coat' },
  },
  coat: { of: 'coat', but: { adhesive: 'wet', adhesiveInside: 'wet', adhesiveWoken: 'wet' } },
  sprayGear: { of: 'spray' },
  weld: { of: 'hand' },
  stitch: { of: 'hand' },
  dress: { of: 'hand' },
  polish: { of: 'hand' },
};

/** What a step wants set up; undefined where it is done as one goes. */
export function goKindOf({ action, how }: Pick<Step, 'action' | 'how'>): GoKind | undefined {
  const kinds = KINDS[action];
  return kinds && (kinds.but?.[how] ?? kinds.of);
}
