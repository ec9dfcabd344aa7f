import { action } from '../entry';

/** Sanding, polishing, checking. */
export const FINISHING = {
  dress: action({
    words: {
      edge: 'file it fair to a long hollow, round its edges',
      rubbery:
        'slice what stands proud off while it is rubbery: a nail dents it, nothing sticks to the blade',
      rubberyUnderFilm:
        'pull the film, slice what stands proud off while it is rubbery: a nail dents it, nothing sticks to the blade',
      groove: 'take the raised lips off with a scraper, round the edges of the groove',
      rim: 'round the rim of the chip with P240 on a small block',
      smooth: 'rub it smooth along its length, P240, then P400',
      wax: 'wax over what lies open',
    },
    done: 'nothing catches on a cloth drawn along it',
    doneIf: {
      rubbery: 'level to the eye, nothing torn out',
      rubberyUnderFilm: 'level to the eye, nothing torn out',
    },
    who: 'all',
    tools: ['file', 'scraper', 'paper'],
    toolsIf: { rubbery: ['knife'], rubberyUnderFilm: ['knife'] },
  }),
  cutHighs: action({
    words: { one: 'cut the high down first', many: 'cut the {count} highs down first' },
    done: 'no high lifts the batten',
    who: 'all',
    tools: ['board'],
    needs: ['rinsed'],
    makes: ['abrades', 'dusts'],
  }),
  sand: action({
    words: {
      grit: 'sand {grit}',
      wet: 'sand {grit} wet',
      guide: 'guide coat, {tool} {grit}, read the lows again',
      rasp: 'rasp flush',
      runs: 'flat runs and dust with a block',
      plane: 'plane or scrape down, along the grain',
      bead: 'plane the bead flush with a scraper',
      file: 'file the outline true to the template, check along it',
    },
    done: 'scratches of the last paper are gone, the same all over',
    who: 'all',
    tools: ['paper', 'block', 'extraction'],
    needs: ['rinsed'],
    makes: ['abrades', 'dusts'],
    makesIf: { wet: ['abrades'] },
  }),
  polish: action({
    words: {
      cut: 'cutting compound',
      fine: 'fine compound and wax',
      all: 'cutting compound, fine compound, wax',
      step: '{step}',
    },
    done: 'no haze in low light',
    who: 'all',
    tools: ['compound', 'pad'],
  }),
  colour: action({
    words: { match: 'match the colour: first trial, cured chips, corrections' },
    done: 'a cured chip cannot be told from the hull in daylight',
    who: 'all',
    tools: ['scale', 'chips'],
  }),
  sprayGear: action({
    words: { set: 'set the gun up, curtains, and clean it after' },
    done: 'an even fan on card',
    who: 'all',
    tools: ['gun', 'curtains'],
  }),
  check: action({
    words: {
      finish: 'check the finish, photographs',
      laid: 'tap the laminate, press a gloved knuckle on it, sight its edges',
      patch:
        'look along the edges of the old patch with a lens, press and lift at them with a thumb: nothing moves',
      holds: 'pour water over it, press round its rim: no drop, no movement',
      bare: 'clean up, look it over, photographs',
      polished: 'look along it in low light, photographs',
      cover: 'check cover, runs and edges; photographs',
      colour: 'look along it in low light; colour against its neighbours, dry',
      gloss: 'look along it in low light, from two metres',
    },
    done: 'signed by whoever looked',
    who: 'all',
    tools: ['lamp'],
  }),
  test: action({
    words: {
      valve: 'blow up, soap the valve',
      pressure: 'blow up to working pressure, soap the patch and the seams, read the pressure',
      oldPatch: 'blow up to working pressure, soap the old patch and the seams, read the pressure',
      third: 'blow up to a third of working pressure and no more, soap the patch and the seams',
      half: 'blow up to half, soap the patch and the seams, read the pressure',
    },
    done: 'no bubble in a minute',
    who: 'all',
    tools: ['pump', 'gauge', 'soap'],
  }),
  handOver: action({
    ofBoat: ['job'],
    words: { job: 'log complete; walk the owner through, hand over' },
    done: 'the owner has seen it and knows when it may be used',
    who: 'one',
  }),
} as const;
