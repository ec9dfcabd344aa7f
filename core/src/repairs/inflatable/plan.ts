import { ellipse } from '../../geometry/outline';
import { heldFor } from './held-for';
import { linkOf } from '../../match/chain';
import { isOldPatch } from '../../survey/patch-stays';
import { RATES } from '../../rates/book';
import type { Sheet } from '../../materials/product';
import type { Figure } from '../../trace/figure';
import { RepairBuilder } from '../builder';
import { each, perM2 } from '../../work/writer';
import { byBuilder } from '../by-builder';
import { formula } from '../../trace/formula';
import { grams, lower, mm, size, words } from '../../trace/words';
import { drawPatch, patchOutline } from './draw';
import { planGlue, type Glue, type Rest } from './glue';
import { coatFaces, join, stitch } from './joints';
import { fieldKit } from './kit';
import { leakTest } from './leak-test';
import { tellStays } from './stays';
import { planValve } from './valve';
import { planPatch, type PatchPlan } from './patch';

const MIN = 60;
/** Working pressures until the plate is read, Pa. Source: typical of tubes and of boards. */
const TUBE_PRESSURE = 22_000;
const BOARD_PRESSURE = 100_000;
const TUBE = 0.45;
const BOARD = 0.15;
/** Share of working pressure that a field fix may carry. */
const FIELD_SHARE = 0.5;

export const restLeft = formula({
  id: 'repairs/inflatable/plan',
  expression: 't = t_load − t_air',
  unit: 's',
  source: 'the joint has rested that long already',
  inputs: { t_load: 'before load', t_air: 'before air' },
  evaluate: (x) => x.t_load - x.t_air,
});

export const ofPressure = formula({
  id: 'repairs/inflatable/plan',
  expression: 'p = share·p_work',
  unit: 'Pa',
  source: 'share of the pressure on the plate',
  inputs: { share: 'share', p_work: 'working pressure' },
  evaluate: (x) => x.share * x.p_work,
});
export const fromSquare = formula({
  id: 'repairs/inflatable/plan',
  expression: 'A = k·A_patch',
  unit: 'm²',
  source: 'a third more for corners and edge',
  inputs: { k: 'factor for offcuts', A_patch: 'area of the patches' },
  evaluate: (x) => x.k * x.A_patch,
});

function questions(b: RepairBuilder, board: boolean): { readonly tube: Figure; readonly working: Figure } {
  const own = b.input.job.repair?.inflatable ?? {};
  const tube = b.pick(
    'tube',
    board ? 'thickness of the board' : 'tube diameter',
    'm',
    own.tube,
    board ? BOARD : TUBE,
    board ? 'typical board' : 'typical tube; measure it blown up',
  );
  const working = b.pick(
    'working',
    'working pressure',
    'Pa',
    own.working,
    board ? BOARD_PRESSURE : TUBE_PRESSURE,
    'typical; the plate on the boat says',
  );
  return { tube, working };
}

function tellGlue(b: RepairBuilder, g: Glue, patch: PatchPlan, adhesive: Sheet, welded: boolean): void {
  const sheet = b
    .at('mix')
    .ask('repair.inflatable.coats', g.coats)
    .key('Coats', g.coats)
    .key('Adhesive', g.mass);
  if (welded) return;
  sheet.key('Each dries', g.flash);
  sheet.say(
    words`${g.coats} thin coats of ${lower(adhesive.name)} on both faces, ${grams(g.mass, 1)} in all, each dry after ${g.flash}; no air before ${g.beforePressure.time}, no load before ${g.beforeLoad.time}.`,
  );
  sheet.table(
    'Times in this air',
    ['Milestone', 'Time'],
    [
      [['next coat, or join, after'], words`${g.flash}`],
      ...(g.tackGone ? [[['too dry to join after: warm it or a flash coat'], words`${g.tackGone}`]] : []),
      [['a little air, soap test'], words`${g.beforePressure.time}`],
      [['working pressure and load'], words`${g.beforeLoad.time}`],
    ],
  );
  sheet.note(
    [
      'Contact bond: no second chance. Lay one edge on the traced line, roll on from there, then hard from the middle out.',
    ],
    [
      'Last coat dried too far: warm it evenly to hand-hot, vapour aired out and no solvent open, or a thin flash coat, where the adhesive’s sheet allows it.',
    ],
    [
      '15 to 28 °C, below 60 to 70 % humidity, out of sun, rain and wind; boat, patch and adhesive at one temperature.',
    ],
  );
  if (patch.acrossSeam)
    sheet.note([
      'Across the seam: press the patch into the step with the edge of the roller and seal the step with adhesive.',
    ]);
}

/** Patches, seams and valves of inflatables: found, measured, cut, glued, rested, tested. */
export const INFLATABLE_KIND = byBuilder({
  id: 'inflatable',
  name: 'inflatable',
  takes: ({ route }) => route === 'fabric',
  plan(input, ledger) {
    const b = new RepairBuilder(input, ledger);
    const { chain, job, damage, substrate } = input;
    const own = job.repair?.inflatable ?? {};
    const board = substrate.id === 'drop-stitch';
    const { tube, working } = questions(b, board);
    leakTest(b, working);
    const adhesive = linkOf(chain, 'bond') as Sheet | undefined;
    const fabric = linkOf(chain, 'reinforce') as Sheet | undefined;
    if (own.trip !== undefined) fieldKit(b, own.trip, adhesive?.name ?? 'adhesive');
    b.at('system').ask('repair.inflatable.trip');
    if (damage === 'valve-leak' && !planValve(b)) return b.done('inflatable', 'valve');

    if (damage === 'old-repair' && isOldPatch(job.damage)) {
      tellStays(b);
      return b.done('inflatable', 'patch stays');
    }
    b.at('survey').ask('repair.inflatable.tube', tube);
    const patch = planPatch(b, tube, board);
    const field = own.where === 'field' || (adhesive?.traits?.includes('quick fix') ?? false);
    const seam = damage === 'seam-leak';
    if (damage === 'old-repair')
      b.step('survey', 'strip', 'fabric', { place: 'tube', serves: 'old-patch' }, 25, [
        perM2(120 * MIN, patch.area),
      ]);
    const sheet = b
      .at('mix')
      .ask('repair.inflatable.inside', own.inside ?? 'yes')
      .ask('repair.inflatable.margin', patch.reach)
      .ask('repair.inflatable.where', 'workshop')
      .ask('damage.seam');
    const welded = adhesive?.family === 'heat weld';
    const faces = b.ledger.sum('faces', 'patches in all', 'm²', [
      patch.area,
      ...(patch.inside ? [patch.inside.area] : []),
    ]);
    sheet.table(
      'Patch',
      ['Piece', board ? 'Along × across' : 'Along × round the tube', 'Corners', 'Area'],
      [
        [
          [seam ? 'tape over the seam' : patch.hole ? 'ring round the valve' : 'outside'],
          words`${mm(patch.length)} × ${mm(patch.width)}`,
          words`r ${mm(patch.corner)}`,
          [patch.area],
        ],
        ...(patch.inside
          ? [
              [
                ['inside, through the tear'],
                words`${mm(patch.inside.length)} × ${mm(patch.inside.width)}`,
                words`r ${mm(patch.corner)}`,
                [patch.inside.area],
              ],
            ]
          : []),
      ],
    );
    if (patch.stitches)
      sheet.table(
        'Drawn together first',
        ['Stitches', 'Apart', 'Thread'],
        [[[patch.stitches.count], [mm(patch.stitches.pitch)], [patch.stitches.thread]]],
      );
    sheet.note([`${patch.rule}; warp of the patch along that of the fabric.`], [heldFor(damage, board)]);

    if (patch.hole) b.step('mix', 'takeOff', 'valve', { place: 'valve', serves: 'valve' }, 10);
    // Salt and grime are rubbed in by the first paper, and no solvent takes salt off.
    b.step('mix', 'wash', 'soap', { place: 'patch', serves: 'ground' }, 5, [perM2(RATES.washPerM2, faces)])
      .step('mix', 'mark', 'patch', { place: 'tube', serves: 'patch' }, RATES.patchMark)
      .step('mix', 'make', patch.hole ? 'ring' : 'patch', { place: 'patch', serves: 'patch' }, 0, [
        each(
          RATES.patchCut,
          b.ledger.given(
            'pieces',
            'pieces',
            patch.inside ? 2 : 1,
            'count',
            'computed',
            'outside, and inside where it can be reached',
          ),
          'per piece',
        ),
      ])
      .figures(
        words`${size(patch.length, patch.width)}, corners ${mm(patch.corner)}${patch.hole ? words`, a hole of ${mm(patch.hole)} in its middle` : ''}${patch.inside ? words`; inside ${size(patch.inside.length, patch.inside.width)}` : ''}`,
      )
      .step(
        'mix',
        'clean',
        linkOf(chain, 'clean') ? 'faces' : 'facesPlain',
        { place: 'patch', serves: 'bond', fields: { product: linkOf(chain, 'clean')?.name ?? '' } },
        RATES.patchClean,
      )
      .step('mix', 'abrade', 'fabric', { place: 'patch', serves: 'bond' }, RATES.patchAbrade, [
        perM2(RATES.patchAbradePerM2, faces),
      ]);
    if (fabric) {
      const fabricArea = b.compute('fabric', 'patch fabric, cut from the square', fromSquare, {
        A_patch: faces,
        k: b.assumed('fabric.loss', 'cutting', 1.3, '1', 'offcuts'),
      });
      b.material(
        'fabric',
        fabric.name,
        patch.inside ? 'patches outside and inside' : 'patch',
        fabricArea,
        fabric,
      );
    }
    const glue =
      adhesive && !welded && adhesive.family !== 'pressure-sensitive'
        ? planGlue(
            b,
            adhesive,
            [
              ...(patch.inside ? [{ side: 'inside', area: patch.inside.area } as const] : []),
              { side: 'outside', area: patch.area } as const,
            ],
            substrate.id === 'csm-fabric',
          )
        : undefined;
    if (glue && adhesive) {
      if (patch.inside)
        b.step('mix', 'abrade', 'fabricInside', { place: 'inside', serves: 'inner' }, RATES.patchAbrade, [
          perM2(RATES.patchAbradePerM2, patch.inside.area),
        ]);
      for (const joint of glue.joints) {
        if (joint.side === 'outside') stitch(b, patch);
        coatFaces(b, glue, joint);
        join(b, joint, patch);
      }
      b.wait('mix', 'noAir', { place: 'patch', serves: 'bond' }, glue.beforePressure.time, {
        rests: { product: glue.product, least: glue.beforePressure.least },
      });
      tellGlue(b, glue, patch, adhesive, false);
    } else {
      stitch(b, patch);
      tellDry(b, patch, welded, adhesive);
    }
    if (patch.hole) {
      b.step('mix', 'putBack', 'valve', { place: 'valve', serves: 'valve' }, 15);
      b.material(
        'valve',
        'sealing ring of the valve, or a new valve of its thread',
        'in place of the old',
        b.assumed('valve.parts', 'parts', 1, 'count', 'as found'),
      );
    }
    const carry = field
      ? b.compute('field.pressure', 'blown no harder than', ofPressure, {
          share: b.assumed(
            'field.share',
            'of the working pressure',
            FIELD_SHARE,
            'fraction',
            'judged: a temporary fix is let be',
          ),
          p_work: working,
        })
      : undefined;
    // A joint that has rested a day holds a soap test, not yet its working pressure.
    const first = field ? 'half' : glue ? 'third' : 'pressure';
    b.step('mix', 'test', first, { place: 'tube', serves: 'patch' }, RATES.pressureTest);
    if (glue) {
      const { time, least } = restOf(b, glue);
      b.wait('mix', 'noLoad', { place: 'patch', serves: 'bond' }, time, {
        rests: { product: glue.product, least },
      });
      if (!field)
        b.step('mix', 'test', 'pressure', { place: 'tube', serves: 'pressure' }, RATES.pressureTest);
    }
    if (carry) {
      sheet.note(
        words`TEMPORARY. It may carry ${carry} and people close to shore; no tow, no surf, no night. Look at it every hour and make it permanent before the next trip${adhesive?.quickFix ? `: ${adhesive.quickFix.remove}` : ''}.`,
      );
      b.caution(
        'mix',
        'A field fix is temporary: half the pressure, buoyancy aids on, close to shore, a second chamber full.',
        'join',
      );
    }
    b.caution(
      'mix',
      'Blow up by hand or with a gauge in sight, never with a compressor; let some out when the sun comes on it.',
      'test',
      'survey',
    );
    if (glue)
      b.accept(
        'mix',
        'look at the dried coat against the light',
        'even and dull, no wet or milky spot',
        'coat',
      );
    b.accept('mix', 'soap water over patch and seams at that pressure', 'no bubble in five minutes', 'test');
    drawPatch(b, patch, tube, board);
    b.pattern({
      id: 'patch',
      name: seam ? 'Seam tape' : patch.hole ? 'Ring round the valve' : 'Patch, outside',
      material: fabric?.name ?? 'patch fabric',
      outline: patchOutline(patch),
      ...(patch.hole ? { holes: [ellipse(patch.hole.value, patch.hole.value)] } : {}),
    });
    if (patch.inside)
      b.pattern({
        id: 'patch-inside',
        name: 'Patch, inside',
        material: fabric?.name ?? 'patch fabric',
        outline: patchOutline({ ...patch, length: patch.inside.length, width: patch.inside.width }),
      });
    return b.done('inflatable', 'patch');
  },
});

/** What of the rest before load is left when the first has passed. */
function restOf(b: RepairBuilder, { beforeLoad, beforePressure }: Glue): Rest {
  const left = (id: string, label: string, of: keyof Rest): Figure =>
    b.ledger.compute(id, label, restLeft, { t_load: beforeLoad[of], t_air: beforePressure[of] });
  return {
    time: left('glue.more', 'more before load', 'time'),
    least: left('glue.moreLeast', 'more before load, at 20 °C', 'least'),
  };
}

function tellDry(b: RepairBuilder, patch: PatchPlan, welded: boolean, tape: Sheet | undefined): void {
  const sheet = b
    .at('mix')
    .key('Patch along', patch.length, 'mm', 0)
    .key('round', patch.width, 'mm', 0)
    .key('Past it', patch.reach, 'mm', 0);
  if (welded) {
    b.step('mix', 'rehearse', 'weldFabric', { place: 'bench', serves: 'weld' }, 15)
      .step('mix', 'weld', 'fabric', { place: 'patch', serves: 'weld' }, 10, [perM2(200 * MIN, patch.area)], {
        people: 2,
      })
      .wait(
        'mix',
        'coolsFlat',
        { place: 'patch', serves: 'weld' },
        b.assumed('weld.cool', 'cooling', 30 * MIN, 's', 'usual'),
      );
    sheet.say(
      words`A patch of ${mm(patch.length)} × ${mm(patch.width)} welded on with hot air: ${mm(patch.reach)} past the damage.`,
    );
    sheet.note([
      'Air at the nozzle by trial: the coating shines and flows, the threads stay white. Char or fumes: cooler.',
    ]);
    b.accept(
      'mix',
      'peel the trial weld cold',
      'the coating tears from its threads before the weld lets go',
      'rehearse',
    );
    return;
  }
  b.step('mix', 'join', 'tape', { place: 'tube', serves: 'tape' }, 6, [], tape ? { product: tape.id } : {});
  if (tape) b.material('tape', tape.name, 'over the damage', patch.area, tape);
  sheet.say(words`Repair tape, ${mm(patch.length)} × ${mm(patch.width)}: a temporary fix at half pressure.`);
}
