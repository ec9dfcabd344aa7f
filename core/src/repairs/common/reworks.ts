import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import { workId } from '../../work/ids';
import type { FailureSign, Item, Rework, Step } from '../../work/step';
import { StepWriter } from '../../work/writer';

/** A dull spot under cured laminate: two holes, and what goes in, s. Source: judged; a spot as large as a hand. */
const DRILL = 8 * 60;
const INJECT = 20 * 60;
/** A patch that bubbles is peeled and rubbed clean, s. Source: judged. */
const PEEL = 20 * 60;
/** Runs and dust are flatted with a small block, s. Source: judged. */
const FLAT = 15 * 60;
/** Pinholes are blown out and skimmed, s. Source: judged. */
const SKIM = 8 * 60;

/** Steps that show by themselves whether they went: where not, they are done once more. */
const ONCE_MORE: ReadonlySet<string> = new Set(['weld', 'weldFabric', 'trial', 'clamp', 'piece']);

/**
 * What is done where a test fails, at the step at which it shows: a dull spot is injected, a patch that bubbles is glued
 * anew, pinholes are skimmed, a coat with runs is flatted and laid again. Planned for as not needed, and for once at the
 * worst.
 */
export function withReworks(items: readonly Item[], ledger: Ledger): readonly Item[] {
  const steps = items.flatMap((i) => ('step' in i ? [i.step] : []));
  const failed = new Map<string, Rework>();
  const put = (
    step: Step | undefined,
    sign: FailureSign,
    write: (w: StepWriter, step: Step) => readonly Step[],
  ): void => {
    if (step) failed.set(step.id, { sign, steps: write(new StepWriter(ledger), step) });
  };
  put(
    afterCure(
      items,
      lastOf(steps, (s) => s.action === 'lay' && s.stage === 'laminate'),
    ),
    'dull',
    dullSpot,
  );
  put(
    steps.find((s, i) => s.action === 'test' && steps.slice(0, i).some((x) => x.action === 'join')),
    'bubbles',
    (w, step) => gluedAnew(w, step, steps),
  );
  put(firstSandOfFill(steps), 'pinholes', (w, step) => [
    ...own(w.step(step.stage, 'fill', 'pinholes', { place: step.place, serves: failedOf(step) }, SKIM)),
    again(step),
  ]);
  const check = lastOf(steps, (s) => s.action === 'check');
  const coat = lastOf(steps, (s) => s.action === 'coat' && s.stage === 'finish');
  const polish = lastOf(steps, (s) => s.action === 'polish');
  if (polish) put(check, 'haze', () => [again(polish)]);
  else if (coat) put(check, 'runs', (w, step) => coatedAnew(w, step, coat));
  for (const step of steps)
    if (step.action === 'rehearse' && ONCE_MORE.has(step.how)) put(step, 'gave-way', () => [again(step)]);
  return items.map((i) => {
    const own = 'step' in i ? failed.get(i.step.id) : undefined;
    return 'step' in i && own && own.steps.length > 0 ? { ...i, step: { ...i.step, failed: own } } : i;
  });
}

/** Cured laminate is tapped at the step that its cure is waited for, or else at the next. */
function afterCure(items: readonly Item[], laid: Step | undefined): Step | undefined {
  const later = items.slice(items.findIndex((i) => 'step' in i && i.step === laid) + 1);
  const cured = later.findIndex((i) => 'lag' in i);
  return later.slice(Math.max(cured, 0)).flatMap((i) => (laid && 'step' in i ? [i.step] : []))[0] ?? laid;
}

/** The last step of which something is so. */
const lastOf = (steps: readonly Step[], of: (step: Step) => boolean): Step | undefined =>
  steps.filter(of).at(-1);

const own = (w: StepWriter): readonly Step[] => w.items.flatMap((i) => ('step' in i ? [i.step] : []));
const failedOf = ({ serves }: Step): string => `${serves}-failed`;

/** The same once more, out of its go and without its pot. */
function again({ go: _, pot: __, round: ___, failed: ____, ...step }: Step): Step {
  return {
    ...step,
    id: workId(step.place, step.action, failedOf(step as Step)),
    serves: failedOf(step as Step),
    repeats: step.id,
  } as Step;
}

const dullSpot = (w: StepWriter, { place, serves }: Step): readonly Step[] =>
  own(
    w
      .step('laminate', 'drill', 'dull', { place, serves: `${serves}-failed` }, DRILL)
      .step('laminate', 'inject', 'dull', { place, serves: `${serves}-failed` }, INJECT, [], { people: 2 }),
  );

function gluedAnew(w: StepWriter, test: Step, steps: readonly Step[]): readonly Step[] {
  const glued = steps
    .slice(0, steps.indexOf(test))
    .filter((s) => s.action === 'join' || (s.action === 'coat' && s.stage === 'mix'));
  const time: Figure = w.ledger.sum(
    'rework.glue',
    'coats and joining once more',
    's',
    glued.map((s) => s.work),
  );
  const at = { place: 'patch', serves: failedOf(test) } as const;
  return own(w.step('mix', 'strip', 'patch', at, PEEL).timed('mix', 'join', 'again', at, time));
}

const coatedAnew = (w: StepWriter, check: Step, coat: Step): readonly Step[] => [
  ...own(w.step('finish', 'sand', 'runs', { place: coat.place, serves: failedOf(check) }, FLAT)),
  again(coat),
];

/** What shows the pinholes of a fill that is not read and filled again anyway. */
function firstSandOfFill(steps: readonly Step[]): Step | undefined {
  const fill = lastOf(steps, (s) => s.action === 'fill' && !s.round);
  const after = fill ? steps.slice(steps.indexOf(fill)) : [];
  return after.find((s) => s.action === 'sand' && s.stage !== 'finish' && !s.round);
}
