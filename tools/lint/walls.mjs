// Who may import whom, by resolved paths: one rule for every floor of the core and for what stands on its doors.
import { dirname, relative, resolve } from 'node:path';
import { builtinModules } from 'node:module';

const GROUND = ['units', 'trace', 'geometry', 'physics', 'materials', 'rates', 'schema'].map(
  (f) => `core/src/${f}`,
);
/** One stage of the craft each; never one another: only the kinds of repair compose them. */
const STAGES = [
  'survey',
  'match',
  'grind',
  'laminate',
  'patterns',
  'mix',
  'cure',
  'fair',
  'colour',
  'finish',
].map((f) => `core/src/${f}`);
/** Libraries that the core computes with; anything else is a framework, a server or a device. */
const LIBRARIES = ['@date-fns/tz', 'clipper2-ts', 'culori', 'd3-contour', 'd3-delaunay', 'papaparse', 'yup'];
const [WORK, TELL, RESOLVE, REPAIRS, SCHEDULE, PLAN, FORECAST, BENCH, REPORT, CHOICES] = [
  'work',
  'tell',
  'resolve',
  'repairs',
  'schedule',
  'plan',
  'forecast',
  'bench',
  'report',
  'choices',
].map((f) => `core/src/${f}`);
/** What a plan is made of, from the job to its kind. */
const CRAFT = [...GROUND, ...STAGES, WORK, RESOLVE, REPAIRS];
/** A plan, and what is told with it. */
const PLANNED = [...CRAFT, TELL, SCHEDULE, PLAN];

/** Folders, the longest name first where one lies in another; a layer may always import itself. */
export const LAYERS = [
  ...GROUND.map((folder) => ({ folder, may: GROUND, packages: LIBRARIES })),
  ...STAGES.map((folder) => ({ folder, may: GROUND, packages: LIBRARIES })),
  { folder: WORK, may: GROUND, packages: LIBRARIES },
  { folder: TELL, may: GROUND, packages: LIBRARIES },
  { folder: RESOLVE, may: [...GROUND, ...STAGES], packages: LIBRARIES },
  { folder: REPAIRS, may: [...GROUND, ...STAGES, WORK, RESOLVE], packages: LIBRARIES },
  // Placing knows steps and links, and nothing of boats.
  { folder: SCHEDULE, may: [...GROUND, WORK], packages: LIBRARIES },
  { folder: PLAN, may: [...CRAFT, SCHEDULE], packages: LIBRARIES },
  { folder: FORECAST, may: PLANNED, packages: LIBRARIES },
  { folder: BENCH, may: [...PLANNED, FORECAST, REPORT], packages: LIBRARIES },
  { folder: REPORT, may: PLANNED, packages: LIBRARIES },
  // The inspector composes nothing: it reads the work, the data, the kernel, and what stands around the work.
  {
    folder: 'core/src/inspect',
    may: [
      ...GROUND,
      ...STAGES,
      WORK,
      RESOLVE,
      PLAN,
      REPORT,
      ...['air-course', 'surroundings', 'substrate', 'stack-for', 'cure-forecast', 'refine'].map(
        (f) => `${FORECAST}/${f}`,
      ),
    ],
    packages: LIBRARIES,
  },
  // The places of one boat, each planned and forecast by itself, and their work by one clock.
  {
    folder: 'core/src/boat',
    may: [...PLANNED, FORECAST, 'core/src/inspect/prove'],
    packages: LIBRARIES,
  },
  { folder: CHOICES, may: [...PLANNED, REPORT, FORECAST], packages: LIBRARIES },
  { folder: 'core/src/drawing', may: [...PLANNED, REPORT], packages: LIBRARIES },
  // The doors themselves: index.ts, cure.ts …
  { folder: 'core/src', may: ['core/src'], packages: [] },
  {
    folder: 'web/src',
    may: [],
    packages: 'any',
    but: ['node', 'express', 'drizzle-orm', 'pg', '@nelbo/server', '@nelbo/cli'],
  },
  {
    folder: 'server/src',
    may: [],
    packages: 'any',
    but: ['@angular', 'primeng', 'rxjs', '@nelbo/web', '@nelbo/cli'],
  },
  {
    folder: 'cli/src',
    may: [],
    packages: 'any',
    but: ['@angular', 'primeng', 'rxjs', '@nelbo/web', '@nelbo/server'],
  },
];

const within = (path, folder) => path === folder || path.startsWith(`${folder}/`);
const layerOf = (path) => LAYERS.find(({ folder }) => within(path, folder));
/** "@scope" and "@scope/name" and "name" of "@scope/name/part"; "node" of "node:fs" and "fs". */
function namesOf(source) {
  const bare = source.replace(/^node:/, '');
  if (source !== bare || builtinModules.includes(bare.split('/')[0])) return ['node'];
  const [first, second] = source.split('/');
  return source.startsWith('@') ? [first, `${first}/${second}`] : [first];
}

/** What is wrong with an import, or nothing. @param from path of the file from the root @param source what it imports */
export function trespass(from, source) {
  const layer = layerOf(from);
  if (!layer) return undefined;
  if (source.startsWith('.')) {
    const to = relative(process.cwd(), resolve(dirname(from), source)).replaceAll('\\', '/');
    if (within(to, layer.folder) && layerOf(to) === layer) return undefined;
    return layer.may.some((folder) => within(to, folder))
      ? undefined
      : `${layer.folder}/ must not import ${to}`;
  }
  const names = namesOf(source);
  const barred =
    layer.packages === 'any'
      ? names.some((n) => layer.but.includes(n))
      : !names.some((n) => layer.packages.includes(n));
  return barred ? `${layer.folder}/ must not import ${source}` : undefined;
}

export const walls = {
  meta: { type: 'problem', schema: [], docs: { description: 'imports run one way' } },
  create(context) {
    const from = relative(context.cwd, context.filename).replaceAll('\\', '/');
    const check = ({ source }) => {
      const message =
        source?.type === 'Literal' && typeof source.value === 'string'
          ? trespass(from, source.value)
          : undefined;
      if (message) context.report({ node: source, message });
    };
    return {
      ImportDeclaration: check,
      ExportNamedDeclaration: check,
      ExportAllDeclaration: check,
      ImportExpression: check,
      TSImportType: ({ argument }) => check({ source: argument?.literal }),
    };
  },
};
