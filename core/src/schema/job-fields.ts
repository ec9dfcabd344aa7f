import { LIBRARY } from '../materials/library';
import { STAGES } from '../trace/problem';
import { choice, group, instant, quantity, required, text, type GroupField, type ListField, type TupleField } from './field';

export const JOB_FORMAT = 'nelbo-job/1';

const named = (list: readonly { id: string; name: string }[]): Record<string, string> =>
  Object.fromEntries(list.map((p) => [p.id, p.name]));

const size: TupleField = {
  kind: 'tuple',
  label: 'Size, along × up',
  length: 2,
  item: quantity('size', 'length', 0.002, 3, 'mm'),
};

const shape = choice('Shape', { ellipse: 'ellipse', rectangle: 'rectangle' });

export const METHODS: Record<string, string> = {
  eye: 'by eye',
  wipe: 'solvent or dye wipe',
  tap: 'tap tone',
  press: 'pressing, deflection',
  light: 'light through',
  moisture: 'moisture meter',
  peel: 'peeling back dry plies',
  grind: 'grinding to glassy bright laminate',
};

const findings: ListField = {
  kind: 'list',
  label: 'Findings',
  max: 40,
  item: group('Finding', {
    at: required(instant('Found at')),
    extent: required(choice('What was seen', { 'first look': 'first look', 'true extent': 'true extent' })),
    shape,
    size: required(size),
    method: choice('How found', METHODS),
    who: text('Found by', 80),
    note: text('Note', 500),
  }),
};

/** Every field of a job file, with its limits. Limits are those of sense (a hull is not 1 m thick), not of taste. */
export const JOB_FIELDS: GroupField = group('Job', {
  format: required(text('Format', 40)),
  title: text('Title', 160),
  boat: group('Boat', {
    name: text('Boat', 120),
    owner: text('Owner', 120),
  }),
  hull: required(
    group('Hull', {
      material: required(choice('Hull', { 'frp-solid': 'solid fibreglass' })),
      laminate: choice('Old laminate', named(LIBRARY.oldLaminates)),
      thickness: quantity('Laminate thickness', 'length', 0.001, 0.06, 'mm', 'laminate only, without gel coat or paint'),
      gelCoat: quantity('Old gel coat', 'length', 0, 0.003, 'mm'),
    }),
  ),
  damage: required(
    group('Damage', {
      kind: required(choice('Damage', { hole: 'hole' })),
      where: text('Where', 160),
      position: choice('Waterline', { above: 'above the waterline', below: 'below the waterline' }),
      shape,
      size,
      findings,
    }),
  ),
  access: choice('Reachable from', { one: 'one side', both: 'both sides' }),
  backing: choice('Backing', { removable: 'removable former', bonded: 'bonded, stays in' }),
  duty: choice('Duty', {
    cosmetic: 'cosmetic feather 5:1',
    light: 'light load 8:1',
    general: 'general 12:1',
    high: 'high load 20:1',
  }),
  grade: choice('Finish grade', { workboat: 'workboat', standard: 'standard', show: 'show' }),
  conditions: group('Conditions', {
    temperature: quantity('Temperature at the work', 'temperature', -20, 50, '°C'),
    humidity: quantity('Relative humidity', 'fraction', 0.05, 1, '%'),
  }),
  system: group('System', {
    resin: choice('Laminating resin', named(LIBRARY.resins)),
    cloth: choice('Cloth', named(LIBRARY.cloths)),
    filler: choice('Fairing compound', named(LIBRARY.fillers)),
    finish: choice('Finish', named(LIBRARY.finishes)),
  }),
  taper: group('Taper', {
    ratio: quantity('Taper ratio', 'ratio', 1, 100, ':1'),
    side: choice('Taper side', { outside: 'outside' }),
  }),
  laminate: group('Laminate', {
    order: choice('Lay order', { 'largest first': 'largest first', 'smallest first': 'smallest first' }),
    minimumStep: quantity('Minimum step', 'length', 0.001, 0.1, 'mm'),
    waste: quantity('Hand-work waste', 'fraction', 0, 1, '%'),
    groundCoat: quantity('Wet-out coat on the ground face', 'arealMass', 0, 2, 'g/m²'),
  }),
  schedule: group('Schedule', {
    start: instant('Start'),
    wanted: instant('Wanted by'),
    done: {
      kind: 'list',
      label: 'Stages done',
      max: STAGES.length,
      item: group('Stage done', {
        stage: required(choice('Stage', Object.fromEntries(STAGES.map((s) => [s, s])))),
        at: required(instant('Done at')),
      }),
    } satisfies ListField,
  }),
});
