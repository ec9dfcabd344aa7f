import { effectsOf, surfacesOf } from '../work/surfaces';
import type { Place } from '../work/place';
import type { Placed } from './replay';

/** A face as it is when a step comes to it. */
export interface Face {
  readonly place: Place;
  readonly by: 'found' | 'exposed' | 'laid';
  /** What lies there, where it was laid in this job. */
  readonly laid?: Placed;
  /** What was done to it since, in the order of the clock. */
  readonly clean: boolean;
  readonly dewaxed: boolean;
  readonly rinsed: boolean;
  /** When it was last abraded. */
  readonly abraded?: Placed;
  /** The step that laid it bare. */
  readonly bared?: Placed;
}

/**
 * The faces that each step comes to, as those before it by the clock left them.
 * @param placed steps in the order of the clock
 */
export function facesOf(placed: readonly Placed[]): ReadonlyMap<string, readonly Face[]> {
  const { all, on } = surfacesOf(placed.map((p) => p.step));
  const at = new Map(placed.map((p, i) => [p.step.id, i]));
  const known = new Map(all.map((s) => [s.id, s]));
  return new Map(
    placed.map(({ step }, now): [string, readonly Face[]] => [
      step.id,
      (on.get(step.id) ?? []).flatMap((id): Face[] => {
        const face = known.get(id);
        if (!face || face.born === step.id) return [];
        let [clean, dewaxed, rinsed] = [face.by === 'laid', false, false];
        let abraded: Placed | undefined;
        for (const { step: by, state } of face.done) {
          const index = at.get(by) ?? Infinity;
          if (index >= now) continue;
          if (state === 'cleans') clean = true;
          else if (state === 'dusts') clean = false;
          else if (state === 'dewaxes') dewaxed = true;
          else if (state === 'rinses') rinsed = true;
          else if (state === 'abrades') abraded = placed[index];
        }
        const born = face.born === undefined ? undefined : placed[at.get(face.born) ?? -1];
        return [
          {
            place: face.place,
            by: face.by,
            clean,
            dewaxed,
            rinsed,
            ...(abraded ? { abraded } : {}),
            ...(born ? (face.by === 'laid' ? { laid: born } : { bared: born }) : {}),
          },
        ];
      }),
    ]),
  );
}

/** Whether a step leaves something lying on its face. */
export const lays = ({ step }: Placed): boolean => effectsOf(step).includes('lays');
