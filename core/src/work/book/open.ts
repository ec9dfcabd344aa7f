import { action } from '../entry';

/** Looking, taking off and opening: what is done before anything new is laid. */
export const OPENING = {
  survey: action({
    words: {
      tap: 'survey and tap',
      leak: 'soap water on seams, valves and rails; mark every bubble',
    },
    done: 'the true extent is marked on the hull',
    who: 'one',
    tools: ['tapping hammer', 'marker'],
  }),
  vent: action({
    words: { low: 'drill a few vent holes low, let water out, warm and air it' },
    done: 'nothing runs out any more',
    who: 'all',
    tools: ['drill', 'cup'],
  }),
  strip: action({
    words: {
      laminate: 'take the old repair off, back to the old laminate; look what it hid',
      plastic: 'take the old repair off, back to the plastic',
      fabric: 'peel the old patch with warmth, scrape and rub the old film off',
    },
    done: 'no trace of the old repair is left',
    who: 'all',
    tools: ['scraper'],
    makes: ['exposes', 'dusts'],
  }),
  takeOff: action({
    words: {
      fitting: 'take off the {name}',
      part: 'take the part off, lay it on padded trestles',
      heavy: 'take the part off: sling, cribbing under it, lower in one go',
      valve: 'unscrew the valve with its spanner, look at thread and nut',
      cap: 'take the cap and core out, rinse the sand away',
    },
    done: 'it lies safe, its fastenings bagged and named',
    who: 'all',
    tools: ['spanners'],
    sets: { fitting: 'fitting', part: 'part', heavy: 'part', valve: 'part', cap: 'part' },
  }),
  putBack: action({
    words: {
      fitting: 're-bed the {name}',
      part: 'put the part back, its pin and fastenings bedded; move it through its travel',
      heavy: 'put the part back by sling, its pin and fastenings bedded; move it through its travel',
      valve: 'new valve body of the same thread, sealing ring greased, hand-tight and a quarter turn',
      ring: 'new ring or spring, seat wiped clean, no grease on fabric',
    },
    done: 'bedded all round, a bead out on every side',
    who: 'all',
    tools: ['spanners'],
    frees: { fitting: ['fitting'], part: ['part'], heavy: ['part'], valve: ['part'], ring: ['part'] },
  }),
  moveStands: action({
    words: { each: 'move the stands one by one' },
    done: 'the boat stands as firm as before',
    who: 'two',
    tools: ['stands', 'jack'],
  }),
  stopHoles: action({
    words: {
      laminate: 'drill a stop hole at each end of the crack, 3 mm',
      plastic: 'wipe with dye, find both ends, drill a stop hole at each',
    },
    done: 'no line runs on past the hole',
    who: 'all',
    tools: ['drill', '3 mm bit'],
  }),
  dye: action({
    words: { ends: 'wash, wipe with dye, mark the ends' },
    done: 'every end is marked',
    who: 'all',
    tools: ['dye', 'rag'],
  }),
  grind: action({
    words: {
      through: 'cut out and grind the taper',
      throughOutside: 'cut out and grind the taper, outside',
      throughInside: 'cut out and grind the taper, inside',
      dish: 'grind the dish down to sound laminate',
    },
    done: 'glassy bright to the line, no white, no fibre that lifts',
    who: 'all',
    tools: ['grinder', 'extraction'],
    makes: ['exposes', 'abrades', 'dusts'],
  }),
  open: action({
    words: {
      cracks: 'open the cracks with a V scraper or burr, round the ends',
      dish: 'open the dish, bevel the rim',
      shell: 'break the shell in, grind out, bevel the rim',
      blisters: 'open every blister to sound laminate',
      peel: 'peel the gel coat and the bad laminate off',
      groove: 'open the groove',
      bothFaces: 'open a groove from both faces to the middle, abrade past it',
      bothFacesOfRepair:
        'take the old repair out, then open a groove from both faces to the middle, abrade past it',
    },
    done: 'sound material all the way, no loose edge',
    who: 'all',
    tools: ['scraper', 'burr'],
    makes: ['exposes', 'abrades', 'dusts'],
  }),
  cut: action({
    words: {
      core: 'take the old core out to sound core all round, down to the inner skin; abrade that, vacuum',
      skin: 'cut the loose skin away along the line',
      wood: 'cut back to bright wood, square to the grain or along it',
      woodRepair: 'take the old repair out, cut back to bright wood',
    },
    done: 'what is left rings sound, nothing soft or dark at the cut',
    who: 'all',
    tools: ['knife', 'multi-tool'],
    makes: ['exposes', 'dusts'],
    makesIf: { core: ['exposes', 'abrades', 'cleans'] },
  }),
  bevel: action({
    words: {
      edge: 'cut back to bright material, bevel both faces, abrade',
      rim: 'trim the edges sound and bevel them',
      scarf: 'plane the scarfs, both ends, to a batten',
      round: 'round the edges',
      chamfer: 'take sealant out, chamfer, abrade, clean',
    },
    done: 'even to the line, no step under a straight edge',
    who: 'all',
    tools: ['plane or file', 'straight edge'],
    makes: ['exposes', 'abrades', 'dusts'],
    makesIf: { chamfer: ['exposes', 'abrades', 'cleans'] },
  }),
  drill: action({
    words: {
      core: 'drill out through the upper skin, clear the core with a hook, vacuum',
      grid: 'drill through the upper skin only, stop on the bit',
      bore: 'mark the true centre, bore out, chamfer, abrade',
      pin: 'drill for the pin, square to the faces, ream',
      fastener: 'mark, drill again for the fastener, bed it in sealant',
    },
    done: 'clean to depth, chips out',
    who: 'all',
    tools: ['drill', 'stop'],
    makes: ['exposes', 'dusts'],
    makesIf: { core: ['exposes', 'cleans'], bore: ['exposes', 'abrades', 'dusts'] },
  }),
  mark: action({
    words: {
      grid: 'tap it, mark the border, tape it off, lay the grid out',
      patch: 'trace the patch on the tube, number it and a register line',
      template: 'trace the sound edge of the other side as a template',
      pattern: 'take a pattern of the shape while it still stands',
    },
    done: 'the line can be read from where one works',
    who: 'all',
    tools: ['marker', 'card'],
  }),
} as const;
