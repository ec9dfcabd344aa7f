import { tellWay } from '../checks';
import type { GrindProblems } from '../../trace/problem-codes';
import { formatIn } from '../../units/format';
import { mm, type WordsOf } from './words';

const whole = (metres: number): string => formatIn(metres, 'mm', 0).text;
const tenth = (metres: number): string => formatIn(metres, 'mm', 1).text;

/** What lets go, as a person reads it. */
const LET_GO = {
  skin: 'a skin from its core',
  plies: 'a ply from a ply',
  veneer: 'a veneer from a veneer',
} as const;

const lowerFirst = (s: string): string => `${s.charAt(0).toLowerCase()}${s.slice(1)}`;

export const GRIND_WORDS: WordsOf<GrindProblems> = {
  'taper-fails-shear': ({ ratio, least }) => ({
    what: `a ${ratio}:1 taper fails the shear check`,
    allowed: `at least ${Math.ceil(least - 1e-9)}:1 for this laminate and bond`,
    suggestion: 'leave the ratio out, or choose a stronger bond',
  }),
  'taper-to-be-designed': ({ ratio, most, own }) => ({
    what: own
      ? `a taper of ${formatIn(ratio, ':1', 1).text}:1 is entered`
      : `the shear check asks for a taper of ${formatIn(ratio, ':1', 0).text}:1`,
    allowed: `up to ${most}:1 is ground by gauge and eye`,
    suggestion:
      'an engineer names laminate and lap, the more so where the boat is built to a class or the load is known; enter the ratio named',
  }),
  'bevel-short': ({ width, reached, carries, plies, of, wanted, ratio, further, sound }) => ({
    what:
      plies === 0
        ? `a bevel of ${whole(width)} mm is too narrow for one ply at ${formatIn(ratio, ':1', 1).text}:1`
        : `a bevel of ${whole(width)} mm reaches ${reached.toFixed(1)}:1 and carries ${tenth(carries)} mm, ${plies} of ${of} plies`,
    allowed: `${whole(wanted)} mm at ${formatIn(ratio, ':1', 1).text}:1`,
    suggestion: sound
      ? `grind ${whole(further)} mm further out, or lay on it as it is: shear and duty are met at ${reached.toFixed(1)}:1`
      : `grind ${whole(further)} mm further out`,
  }),
  'obstacle-in-taper': ({ name, room, reach, ratioLeft, least, way }) => ({
    what:
      room === 0
        ? `the damage reaches the ${name}: no taper is left on that side`
        : `the taper runs into the ${name}: ${whole(room)} mm of room, ${whole(reach)} mm wanted; ${ratioLeft.toFixed(1)}:1 is left on that side`,
    allowed: `at least ${whole(least)} mm by the shear check`,
    suggestion: way
      ? lowerFirst(tellWay(way).name)
      : 'a surveyor or engineer has to say what carries the load there',
  }),
  'dish-with-floor': () => ({
    what: 'the dish has a floor, so there is nothing to grind from the other face',
    suggestion: 'leave the taper on the outside, or enter the full depth',
  }),
  'inside-unreached': () => ({
    what: 'the inside cannot be reached, so the taper is planned from outside',
    suggestion: 'open a way in (“Reachable from: both sides”), or keep the taper outside',
  }),
  'skin-from-own-face': () => ({
    what: 'one skin of a core is spliced from its own face',
    suggestion: 'leave the taper on the outside',
  }),
  'only-gel-coat': ({ depth, gelCoat }) => ({
    what: `${tenth(depth)} mm ends in the gel coat of ${tenth(gelCoat)} mm: no laminate is lost, so there is nothing to laminate`,
    suggestion: 'open it to a V, fill and finish: name the damage as a gel coat crack or chip',
  }),
  'thin-skin': ({ skin, proud }) => ({
    what: `a skin of ${mm(skin, 1)} mm is patched as thick as it was; the patch may stand ${mm(proud, 1)} mm proud`,
    suggestion: 'feather it out with filler, on both faces where both are reached',
  }),
  'both-skins-from-outside': () => ({
    what: 'the hole goes through both skins; from outside the inner skin is closed by its backing only',
    suggestion:
      'reach the inside and give each skin a dish (“half from each side”), or make the backing as thick as the inner skin',
  }),
  'peel-wanted': ({ perM2 }) => ({
    what: `${Math.round(perM2)} blisters on a square metre leave more edge than sound ground`,
    suggestion: 'peel the face whole',
  }),
  'edge-beyond-half': ({ depth, chord }) => ({
    what: `damage ${mm(depth)} mm deep is more than half of a chord of ${mm(chord)} mm`,
    allowed: `up to ${mm(chord / 2)} mm`,
    suggestion: 'check both; a part that lost so much is replaced',
  }),
  'graphite-and-metal': ({ metal }) => ({
    what: `graphite against ${metal === 'aluminium' ? 'aluminium' : 'bare or galvanised steel'} makes a battery in salt water, and the pin goes`,
    suggestion: 'an acetal bush, which keeps them apart, or a pin of stainless steel or bronze',
  }),
  'hole-below-pin': ({ pin }) => ({
    what: 'the worn hole is smaller than its pin',
    allowed: `${mm(pin, 1)} mm and more`,
    suggestion: 'measure both again',
  }),
  'section-lost': ({ share, limit }) => ({
    what: `${Math.round(share * 100)} % of the section is gone: filler carries nothing`,
    allowed: `up to ${limit * 100} %`,
    suggestion: 'replace the part, or have it welded by a qualified welder; then coat it',
  }),
  'plate-gone': ({ thickness }) => ({
    what: 'more is gone than the plate was thick',
    allowed: `less than ${mm(thickness, 1)} mm`,
    suggestion: 'check both',
  }),
  'edge-too-sharp': ({ radius, least }) => ({
    what: `a coat pulls off an edge of ${mm(radius, 1)} mm radius`,
    allowed: `${least * 1000} mm and more`,
    suggestion: 'round it more',
  }),
  'depth-beyond-sheet': ({ thickness }) => ({
    what: 'the depth is more than the thickness of the sheet',
    allowed: `up to ${mm(thickness, 1)} mm`,
    suggestion: 'check both',
  }),
  'water-in-holes': () => ({
    what: 'water in the holes: what is filled now keeps it in',
    suggestion: 'dry them first, a lamp or a week of air; in a core look at its readings',
  }),
  'wood-too-wet': ({ share, limit }) => ({
    what: `${Math.round(share * 100)} % is too wet for epoxy: it does not wet the fibres, and rot goes on under it`,
    allowed: `up to ${limit} %, better 12 %`,
    suggestion:
      'open it, take paint off both faces, let air through and read on; what is planned after it waits for that',
  }),
  'scarf-too-short': ({ ratio, least }) => ({
    what: `a scarf of ${ratio}:1 is shorter than the wood on either side of it is strong`,
    allowed: `${least}:1 and more`,
    suggestion: 'make it longer',
  }),
  'no-depth': () => ({
    what: 'damage of no depth leaves nothing to fill; planned with the usual depth',
    allowed: 'more than 0 mm',
    suggestion: 'measure how deep it goes, or leave the field empty',
  }),
  'no-gel-coat': () => ({
    what: 'a gel coat of 0 mm cannot be chipped or cracked; planned with a usual one',
    allowed: 'more than 0 mm',
    suggestion: 'measure it at the broken edge, or name the damage otherwise',
  }),
  'crazed-field': ({ area, most }) => ({
    what: `${area.toFixed(2)} m² of crazing is not mended line by line`,
    allowed: `up to ${most} m²`,
    suggestion: 'strip the gel coat and recoat: plan it as a weathered surface',
  }),
  'pieces-lost': () => ({
    what: 'the former is to be made of the broken pieces, and those are lost',
    allowed: 'a board, a splash off the mirror side, or carved foam',
    suggestion: 'take a splash off the mirror side where the hull is curved, else a board',
  }),
  'layer-not-here': ({ layer, here }) => ({
    what: `${LET_GO[layer]} cannot let go in this hull`,
    allowed: here.map((h) => LET_GO[h]).join(' or '),
    suggestion: 'open one hole at the edge of the dull ground and look, or name the hull anew',
  }),
  'grid-pitch': ({ pitch, least }) => ({
    what: `holes ${mm(pitch)} mm apart ${pitch < least ? 'weaken the skin more than they help' : 'leave dry ground between them'}`,
    allowed: '50 to 75 mm',
    suggestion: 'take 60 mm',
  }),
  'grid-without-room': ({ length, width, pitch, holes }) => ({
    what: `an area of ${mm(length)} × ${mm(width)} mm has no room for a grid of ${mm(pitch)} mm`,
    allowed: `at least ${mm(pitch)} mm across for a grid`,
    suggestion:
      holes > 1
        ? 'it is filled through one hole low and vented through one high'
        : 'one hole in the middle fills and vents it; or tap again: the dull ground is often larger',
  }),
};
