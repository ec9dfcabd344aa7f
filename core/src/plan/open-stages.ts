import type { RouteId } from '../match/routes';
import type { Stage } from '../trace/problem';

/** A stage that Nelbo does not work out yet for this kind of repair: what is missing, and where to take it from. */
export interface OpenStage {
  readonly stage: Stage;
  readonly missing: string;
  readonly take: readonly string[];
}

type Words = readonly [missing: string, ...take: string[]];

const MIX: Words = ['Quantities, batches and windows for this repair', 'the mix ratio and the smallest batch from the data sheet', 'pot life at the temperature of the work; the times below follow the doubling rule until the sheet says otherwise', 'what the volume of the repair takes, with a fifth more for loss'];
const FAIR: Words = ['Filler volume, cycles and grits', 'greatest thickness in one go from the data sheet', 'a straight edge and a guide coat after every cycle'];
const FINISH: Words = ['Coats, film and quantities', 'film per coat, spread rate and overcoat window from the data sheet', 'surface temperature at least 3 °C above the dew point'];
const OPEN_UP: Words = ['How far to open the damage, and how much comes off', 'cut or grind until sound, bright material is left all round', 'depth and width of the groove that the adhesive’s sheet asks for'];

/** What each way of repairing leaves open until its own computation is there. */
const OPEN: Readonly<Record<RouteId, Readonly<Partial<Record<Stage, Words>>>>> = {
  laminate: {
    grind: ['The dish for this damage: part depth, one skin of a core, or a groove along a crack', 'taper by duty: 12:1 for general loads, measured on the skin alone', 'stop holes at the ends of a crack before anything is ground'],
    laminate: ['Plies and their sizes', 'as much laminate as was there, in like cloth, largest or smallest first as the yard does it'],
    mix: MIX,
    fair: FAIR,
    finish: FINISH,
  },
  surface: { grind: ['Width and depth of the groove or dish', 'open chips and cracks to a clean V with a rounded edge, down to sound material', 'follow a crack to its end: wipe with a dye and look again'], mix: MIX, fair: FAIR, finish: FINISH },
  bonded: { grind: OPEN_UP, mix: ['Quantities, or the passes of a weld', 'bead size and gap from the data sheet; purge the static mixer until both parts come', 'rod temperature and pull test for a weld', 'pot life at the temperature of the work; the times below follow the doubling rule until the sheet says otherwise'], finish: FINISH },
  edge: { grind: ['How far back to cut, and the profile', 'trace the sound edge of the other side as a template', 'cut back to bright laminate; bevel both faces'], mix: MIX, fair: FAIR, finish: FINISH },
  fabric: { mix: ['Patch size, adhesive coats and their flash times', 'how far the patch reaches beyond the damage, from the boat maker’s sheet; corners rounded', 'number of coats and drying time between them from the adhesive’s sheet, at the humidity of the day', 'no pressure before the time on the sheet; full load only after its full cure'] },
  inject: { grind: ['Grid, depth and number of holes', 'map the dull ground with a coin first, mark its border', 'a trial hole shows the gap and whether it is dry'], mix: MIX, fair: FAIR, finish: FINISH },
  recore: { grind: ['Skin to open, core to take out, taper of the skin', 'open a little beyond the last dry, bright reading', 'keep the skin for its shape'], laminate: ['New core, bedding and plies of the skin', 'core of the old thickness and density', 'as much laminate as the skin had, over the taper'], mix: MIX, fair: FAIR, finish: FINISH },
  barrier: { grind: ['Opened area and drying time', 'open every blister to sound laminate and wash it out with fresh water', 'dry until the readings stop falling'], mix: MIX, fair: FAIR, finish: ['Coats of the barrier and their schedule', 'dry film and number of coats from the data sheet', 'first antifouling while the last barrier coat takes a thumbprint and leaves no colour'] },
  wood: { grind: ['What to cut back, and the scarf', 'to bright dry wood, along and across the grain', 'scarf 8:1 in planks and plywood, 12:1 in spars'], laminate: ['Fit of the piece and its sheathing', 'dry fit first, grain along, joints primed', 'clamping pressure from the glue’s sheet'], mix: MIX, fair: FAIR, finish: FINISH },
  metal: { grind: ['How far to clean, and what section is left', 'bright metal all round, edges of the old coating feathered', 'measure what is left: more than a tenth lost is no job for filler'], mix: MIX, fair: FAIR, finish: FINISH },
  renew: { mix: MIX, finish: FINISH },
};

/** Stages of a way of repairing that are still open. */
export function openStages(route: RouteId): readonly OpenStage[] {
  return (Object.entries(OPEN[route]) as [Stage, Words][]).map(([stage, [missing, ...take]]) => ({ stage, missing, take }));
}
