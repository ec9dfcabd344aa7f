import { action } from '../entry';

/** Shapes and pieces, and what they are laid against. */
export const BUILDING = {
  shape: action({
    words: {
      pieces:
        'tape the broken pieces back in place, fair under a batten; make the former against them over film, then take both away',
      splash: 'wax the mirror side, splash a mould off it, let it set and trim',
      foam: 'carve foam to the shape with battens over the gap, seal and cover with film',
    },
    done: 'fair under a batten, covered with film',
    who: 'all',
  }),
  former: action({
    words: {
      inside: 'fit the film-covered former inside, tied or propped',
      middle: 'fit the film-covered former inside, at mid-thickness, tied or propped',
      outside: 'fit the film-covered former outside, flush under the finish, tied or propped',
      edge: 'tape a film-covered edge former along the {name}',
    },
    done: 'touches all round, film without a crease',
    who: 'all',
    tools: ['release film', 'ties or props'],
  }),
  prop: action({
    words: { member: 'hold the shape at the {name} with {count} props and a batten' },
    done: 'the batten lies fair over the gap',
    who: 'all',
    tools: ['props', 'batten'],
  }),
  backing: action({
    words: {
      fit: 'cut the backing, fit it through the hole, abrade the inside face round it',
      bond: 'bond the backing inside, drawn up with ties through the hole',
      plastic: 'bond the backing inside, draw it up with a wire or screw until it holds',
      plasticThrough: 'bond the backing through the opening, draw it up with a wire or screw until it holds',
      holes: 'back the holes with tape or film and a board',
      hole: 'back the hole with film and a board',
    },
    done: 'a bead of bedding shows all round',
    who: 'all',
    tools: ['ties'],
  }),
  dam: action({
    words: { edge: 'film dam round the edge, a hair outside its line, taped to both faces' },
    done: 'no light between dam and face',
    who: 'all',
    tools: ['film', 'tape'],
  }),
  core: action({
    words: {
      fit: 'cut the new core, dry-fit it flush with the old',
      bed: 'prime core and inner skin, bed the core, weight it, clear the squeeze-out',
    },
    done: 'flush with the old, no hollow sound',
    who: 'all',
    tools: ['weights', 'film'],
  }),
  make: action({
    words: {
      piece: 'make the piece, scarfs to match, leave it proud',
      plug: 'cut a plug of the same polymer, bevel it, tack it flush',
      patch: 'cut the patch, round the corners, bevel thick edges',
      plies: 'cut and dry-fit the plies',
      pliesInHalves: 'cut the plies in halves, laps by turns from port and starboard, and dry-fit',
    },
    done: 'it lies without force',
    who: 'all',
    tools: ['shears or saw'],
  }),
  member: action({
    words: {
      fit: 'fit the {name}, bed it and run the fillets',
      tab: 'lay {count} tabs on the {name}, widest first',
    },
    done: 'fillets smooth, no air under a tab',
    who: 'all',
  }),
} as const;
