import { linkOf } from '../../match/chain';
import type { Sheet } from '../../materials/product';
import type { Figure } from '../../trace/figure';
import { RepairBuilder, each, perM2 } from '../builder';
import { formula } from '../../trace/formula';
import type { RepairKind } from '../repair';
import { grams, lower, mm, words } from '../words';
import { drawPatch, patchOutline } from './draw';
import { planGlue, type Glue } from './glue';
import { fieldKit } from './kit';
import { leakTest } from './leak-test';
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

/** How air is held in while the patch is put on. */
const STATES: Readonly<Record<string, string>> = {
  'fabric-tear': 'flat and let down, on a board, so that the lips lie as they were woven',
  'fabric-puncture': 'let down and flat; on a bend, a little air in the neighbouring chamber gives the curve',
  'seam-leak': 'let down; the seam laid over a round former of the tube’s curve',
  'valve-leak': 'let down',
  'old-repair': 'let down, the old film off first',
};

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

/** A valve: its parts are looked at before anything is glued. */
function planValve(b: RepairBuilder): boolean {
  const { valve } = b.input.job.damage;
  const sheet = b.at('mix');
  if (valve === 'seat') return true;
  const thread = valve === 'thread';
  b.work(
    'mix',
    'valve.out',
    thread
      ? 'unscrew the valve with its spanner, look at thread and nut'
      : 'take the cap and core out, rinse the sand away',
    10,
  )
    .work(
      'mix',
      'valve.new',
      thread
        ? 'new valve body of the same thread, sealing ring greased, hand-tight and a quarter turn'
        : 'new ring or spring, seat wiped clean, no grease on fabric',
      15,
    )
    .work('mix', 'valve.test', 'blow up, soap the valve', 10);
  b.material(
    'valve',
    thread ? 'valve body with nut and ring' : 'ring and spring of the valve',
    'in place of the old',
    b.assumed('valve.parts', 'parts', 1, 'count', 'as found'),
  );
  sheet.say(
    words`${thread ? 'Tighten or change the valve body' : 'Clean the valve and change its ring or spring'}: nothing is glued.`,
  );
  sheet.note(
    ['A valve that leaks again after cleaning is changed: it costs less than a second search.'],
    ['Glue in a thread blocks the next change: none.'],
  );
  return false;
}

function tellGlue(b: RepairBuilder, g: Glue, patch: PatchPlan, adhesive: Sheet, welded: boolean): void {
  const sheet = b.at('mix').key('Coats', g.coats).key('Adhesive', g.mass);
  if (welded) return;
  if (g.flash) sheet.key('Each dries', g.flash);
  sheet.say(
    words`${g.coats} thin coats of ${lower(adhesive.name)} on both faces, ${grams(g.mass, 1)} in all${g.flash ? words`, each dry after ${g.flash}` : ''}; no air before ${g.beforePressure}, no load before ${g.beforeLoad}.`,
  );
  sheet.table(
    'Times in this air',
    ['Milestone', 'Time'],
    [
      ...(g.flash ? [[['next coat, or join, after'], words`${g.flash}`]] : []),
      ...(g.tackGone ? [[['too dry to join after: warm it or a flash coat'], words`${g.tackGone}`]] : []),
      [['a little air, soap test'], words`${g.beforePressure}`],
      [['working pressure and load'], words`${g.beforeLoad}`],
    ],
  );
  sheet.note(
    [
      'Contact bond: no second chance. Lay one edge on the traced line, roll on from there, then hard from the middle out.',
    ],
    [
      'Last coat dried too far: warm it evenly to hand-hot, or a thin flash coat, where the adhesive’s sheet allows it.',
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
export const INFLATABLE_KIND: RepairKind = {
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
    b.at('survey').ask('repair.inflatable.tube', tube);
    const adhesive = linkOf(chain, 'bond') as Sheet | undefined;
    const fabric = linkOf(chain, 'reinforce') as Sheet | undefined;
    if (own.trip !== undefined) fieldKit(b, own.trip, adhesive?.name ?? 'adhesive');
    b.at('system').ask('repair.inflatable.trip');
    if (damage === 'valve-leak' && !planValve(b)) return b.done('inflatable', 'valve');

    const patch = planPatch(b, tube, board);
    const field = own.where === 'field' || (adhesive?.traits?.includes('quick fix') ?? false);
    const seam = damage === 'seam-leak';
    if (damage === 'old-repair')
      b.work('survey', 'strip', 'peel the old patch with warmth, scrape and rub the old film off', 25, [
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
      ['Piece', 'Along × round the tube', 'Corners', 'Area'],
      [
        [
          [seam ? 'tape over the seam' : 'outside'],
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
    sheet.note(
      [`${patch.rule}; warp of the patch along that of the tube.`],
      [`Tube: ${STATES[damage] ?? STATES['fabric-puncture']}.`],
    );

    b.work('mix', 'mark', 'trace the patch on the tube, number it and a register line', 8)
      .work('mix', 'cut', 'cut the patch, round the corners, bevel thick edges', 6, [
        each(
          4 * MIN,
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
      .work(
        'mix',
        'clean',
        `wipe both faces: ${lower(linkOf(chain, 'clean')?.name ?? 'solvent of the fabric')}`,
        6,
      )
      .work(
        'mix',
        'abrade',
        'abrade both faces dull, one way and then across, never to the threads; wipe; mask',
        8,
        [perM2(60 * MIN, faces)],
      );
    if (patch.stitches)
      b.work('mix', 'stitch', `draw the lips together, ${patch.stitches.count.value} stitches`, 8, [
        each(0.6 * MIN, patch.stitches.count, 'per stitch'),
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
        ? planGlue(b, adhesive, faces, substrate.id === 'csm-fabric')
        : undefined;
    if (glue && adhesive) {
      if (adhesive.proportion) b.work('mix', 'weigh', 'weigh the adhesive and its hardener, stir', 5);
      for (let coat = 1; coat <= glue.coats.value; coat += 1) {
        b.work('mix', `coat.${coat}`, `coat ${coat}, thin, on tube and patch`, 4, [perM2(40 * MIN, faces)]);
        if (glue.flash)
          b.wait(
            'mix',
            `flash.${coat}`,
            coat === glue.coats.value ? 'dries until it grabs without wetting the finger' : 'dries dull',
            glue.flash,
          );
      }
      const two = patch.length.value > 0.4;
      b.work(
        'mix',
        'join',
        `join on the register line, roll from the middle out${two ? ', a second person holding the end' : ''}`,
        8,
        [perM2(60 * MIN, faces)],
        two ? { people: 2 } : {},
      );
      b.wait('mix', 'rest', 'no air: the joint rests', glue.beforePressure);
      tellGlue(b, glue, patch, adhesive, false);
    } else {
      tellDry(b, patch, welded);
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
    b.work(
      'mix',
      'test',
      `${field ? 'blow up to half' : 'blow up to working pressure'}, soap the patch and the seams, read the pressure`,
      15,
    );
    if (glue) b.wait('mix', 'load', 'no load before the joint has its strength', restOf(b, glue));
    if (carry) {
      sheet.note(
        words`TEMPORARY. It may carry ${carry} and people close to shore; no tow, no surf, no night. Look at it every hour and make it permanent before the next trip${adhesive?.quickFix ? `: ${adhesive.quickFix.remove}` : ''}.`,
      );
      b.caution(
        'mix',
        'A field fix is temporary: half the pressure, buoyancy aids on, close to shore, a second chamber full.',
      );
    }
    b.caution(
      'mix',
      'Blow up by hand or with a gauge in sight, never with a compressor; release in the sun.',
    );
    b.accept('mix', 'look at the dried coat against the light', 'even and dull, no wet or milky spot').accept(
      'mix',
      'soap water over patch and seams at pressure',
      'no bubble in five minutes',
    );
    drawPatch(b, patch, tube, board);
    b.pattern({
      id: 'patch',
      name: seam ? 'Seam tape' : 'Patch, outside',
      material: fabric?.name ?? 'patch fabric',
      outline: patchOutline(patch),
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
};

/** What of the rest before load is left when the first has passed. */
function restOf(b: RepairBuilder, g: Glue): Figure {
  return b.ledger.compute('glue.more', 'more before load', restLeft, {
    t_load: g.beforeLoad,
    t_air: g.beforePressure,
  });
}

function tellDry(b: RepairBuilder, patch: PatchPlan, welded: boolean): void {
  const sheet = b
    .at('mix')
    .key('Patch along', patch.length, 'mm', 0)
    .key('round', patch.width, 'mm', 0)
    .key('Past it', patch.reach, 'mm', 0);
  if (welded) {
    b.work('mix', 'weldTrial', 'weld a trial on scrap and peel it cold', 15)
      .work(
        'mix',
        'weld',
        'weld from the middle out, nozzle and roller together, edge last',
        10,
        [perM2(200 * MIN, patch.area)],
        { people: 2 },
      )
      .wait(
        'mix',
        'cool',
        'cools flat under a weight',
        b.assumed('weld.cool', 'cooling', 30 * MIN, 's', 'usual'),
      );
    sheet.say(
      words`A patch of ${mm(patch.length)} × ${mm(patch.width)} welded on with hot air: ${mm(patch.reach)} past the damage.`,
    );
    sheet.note([
      'Air at the nozzle by trial: the coating shines and flows, the threads stay white. Char or fumes: cooler.',
    ]);
    b.accept('mix', 'peel the trial weld cold', 'the coating tears from its threads before the weld lets go');
    return;
  }
  b.work('mix', 'tape', 'press the tape on from the middle out, rub it warm', 6);
  sheet.say(words`Repair tape, ${mm(patch.length)} × ${mm(patch.width)}: a temporary fix at half pressure.`);
}
