import type { FinishProblems } from '../../trace/problem-codes';
import { mm, um, type WordsOf } from './words';

const THIRD = 'a third of the coat';

export const FINISH_WORDS: WordsOf<FinishProblems> = {
  'gaps-without-area': ({ count }) => ({
    what: `${count} gaps enclose no area`,
    allowed: 'at least 4 gaps on two or more lines',
    suggestion: 'read another line above or below; until then the filler is planned from the laminate',
  }),
  'level-of-itself': ({ beyond }) => ({
    what: 'every gap was read on the repair: it is held against itself, and one that is low everywhere looks fair',
    allowed: `4 gaps and more on the hull beyond the finish edge`,
    suggestion: `read ${mm(beyond)} mm farther out on every side: the level is that of the sound hull`,
  }),
  'hull-stands-proud': ({ proud }) => ({
    what: `the hull beyond the repair stands up to ${mm(proud, 1)} mm over its own level`,
    suggestion: 'it is sound and is not cut: fair the repair into it, or note that it was so',
  }),
  'highs-stand': ({ count, highest }) => ({
    what: `${count === 1 ? 'a high stands' : `${count} highs stand`} up to ${mm(highest, 1)} mm proud`,
    suggestion: 'cut the highs first: filler round a high is filler over everything',
  }),
  'scratches-old-coat': ({ paper, scratch, coat }) => ({
    what: `${paper} scratches ${um(scratch)} µm into the old coat of ${um(coat)} µm round the repair`,
    allowed: THIRD,
    suggestion: 'tape the old coat off where the filler ends, or go over the edge with a finer paper',
  }),
  'shelf-too-coarse': ({ finest, wanted }) => ({
    what: `the finest paper on the shelf is ${finest}; the next layer wants P${wanted}`,
    suggestion: `put P${wanted} on the shelf, or choose another end`,
  }),
  'finish-left': ({ below }) => ({
    what: `the finish is left for another day: bare, the repair ${below ? 'drinks under water' : 'weathers'}`,
    suggestion: `an open task until it is coated${below ? ': out of the water again within days' : ': before the season ends'}; a finish is chosen at System`,
  }),
  'shelf-gap': ({ coarser, finer, times }) => ({
    what: `from ${coarser} straight to ${finer} is ${times.toFixed(1)} times the scratch`,
    allowed: 'at most 2.2 times from paper to paper',
    suggestion: 'put a paper between the two on the shelf: the coarse scratch shows under the finish',
  }),
  'shelf-without-paper': ({ wanted }) => ({
    what: 'no paper on the shelf suits this step',
    suggestion: `put P${wanted} and one or two coarser papers on the shelf`,
  }),
  'faces-unlike': ({ by, at, fuller, limit }) => ({
    what: `the faces differ by ${mm(by, 1)} mm at ${mm(at)} mm: ${fuller} is fuller`,
    allowed: `within ${limit * 1000} mm`,
    suggestion: 'take the fuller face down or fill the other before the coat',
  }),
  'gel-coat-too-thin': ({ film, levelling, least }) => ({
    what: `${um(film)} µm of gel coat is too thin to be levelled: ${um(levelling)} µm comes off again and the ground shows`,
    allowed: `at least ${um(least)} µm cured`,
    suggestion: 'another coat, or leave it as the brush left it',
  }),
  'coat-scratched-through': ({ grit, scratch, coat }) => ({
    what: `P${grit} between coats scratches ${um(scratch)} µm into a coat of ${um(coat)} µm`,
    allowed: THIRD,
    suggestion: 'fewer, fuller coats, or a finer paper between them',
  }),
  'cans-on-large-face': ({ area, most, cans }) => ({
    what: `${area.toFixed(1)} m² from spray cans shows every band, and takes ${cans} of them`,
    allowed: `up to ${most.toFixed(1)} m²`,
    suggestion: 'roller and brush, or a spray gun, over a face like that',
  }),
  'dew-on-surface': ({ dewPoint, margin }) => ({
    what: `the surface is less than ${margin} °C above the dew point of ${dewPoint.toFixed(1)} °C`,
    allowed: `at least ${margin} °C above`,
    suggestion: 'warm the work or wait for drier air',
  }),
  'damp-dulls': ({ humidity }) => ({
    what: `${Math.round(humidity * 100)} % humidity dulls a coat and keeps solvent in it`,
    allowed: 'up to 85 %',
    suggestion: 'wait for drier air, or warm the tent',
  }),
  'sun-on-wet-coat': () => ({
    what: 'in the sun a coat skins before it has flowed: lap marks, pinholes',
    suggestion: 'shade the work, small sections, a wet edge kept',
  }),
  'wind-on-coat': ({ sprayed }) => ({
    what: 'the wind lifts dust into the wet coat',
    suggestion: sprayed
      ? 'no spraying in this wind: overspray carries to the neighbours; tent it or roll'
      : 'wet the ground, screens to windward, or wait for the calm of the morning',
  }),
  'overspray-drifts': () => ({
    what: 'overspray drifts in a light wind',
    suggestion: 'curtains all round, cover the neighbours, or roll',
  }),
  'barrier-too-thin': ({ film, least }) => ({
    what: `${um(film)} µm of barrier lets water through within seasons`,
    allowed: `at least ${um(least)} µm dry`,
    suggestion: 'another coat or two',
  }),
  'no-barrier': () => ({
    what: 'blisters come back behind a face without a barrier',
    suggestion: 'choose a barrier coat at System',
  }),
  'slot-too-tight': ({ coated, slot, play }) => ({
    what: `coated it is ${mm(coated, 1)} mm thick in a slot of ${mm(slot, 1)} mm`,
    allowed: `${mm(coated + play, 1)} mm and more`,
    suggestion:
      'thinner build, or ease the slot; rust in a steel case is two to six times as bulky as the steel it came from: look there first',
  }),
  'gel-coat-left': ({ left, least }) => ({
    what: `${um(left)} µm of gel coat is left after it: the laminate shows through`,
    allowed: `${um(least)} µm and more`,
    suggestion: 'start finer and leave what does not clear, or repaint',
  }),
};
