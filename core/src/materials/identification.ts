import { HULL_FAMILIES, SUBSTRATES, type HullFamily } from './substrates';

/** One outcome of a test: what it speaks for strongly, and what it allows. Names are families or single substrates. */
export interface Outcome {
  readonly says: string;
  readonly likely: readonly string[];
  readonly possible?: readonly string[];
}

export interface IdentificationTest {
  readonly name: string;
  readonly how: string;
  readonly caution?: string;
  readonly outcomes: Readonly<Record<string, Outcome>>;
}

/**
 * Safe tests that tell materials apart. No burning: smoke of PVC and of foams poisons, and a hull is no place for a
 * flame. No single test decides. Source: general knowledge of the trade.
 */
export const IDENTIFICATION_TESTS: Readonly<Record<string, IdentificationTest>> = {
  kind: {
    name: 'What kind of part it is',
    how: 'Press it with a thumb and look at it as a whole.',
    outcomes: {
      shell: {
        says: 'a stiff shell or deck',
        likely: ['frp', 'frp-cored', 'smc', 'wood', 'thermoplastic', 'foam-sheet', 'polyolefin'],
      },
      tube: { says: 'an air-filled tube or board', likely: ['inflatable'] },
      blade: { says: 'a foil, blade or board', likely: ['foil'], possible: ['wood', 'aluminium'] },
      metal: { says: 'a metal part', likely: ['metal'] },
    },
  },
  edge: {
    name: 'The broken edge',
    how: 'Look into the break with a lamp; lift a splinter.',
    outcomes: {
      fibres: {
        says: 'long fibres, resin between them',
        likely: ['frp-solid', 'foil-g10', 'foil-moulded'],
        possible: ['frp-cored', 'pvc-fabric', 'csm-fabric'],
      },
      skins: {
        says: 'two thin skins with something light between',
        likely: ['frp-cored', 'foam-sheet'],
        possible: ['foil-moulded', 'drop-stitch'],
      },
      pale: {
        says: 'pale, dense, short fibres, smooth on both faces',
        likely: ['smc'],
        possible: ['frp-solid'],
      },
      grain: { says: 'wood grain', likely: ['wood'] },
      even: {
        says: 'one colour right through, no fibres',
        likely: ['polyolefin', 'abs', 'foil-thermoplastic'],
        possible: ['polycarbonate'],
      },
      cap: {
        says: 'a thin glossy layer over another colour',
        likely: ['abs-acrylic'],
        possible: ['frp-solid', 'foam-sheet'],
      },
      threads: { says: 'cloth threads in a soft coating', likely: ['inflatable'] },
      bright: { says: 'bright metal', likely: ['metal'] },
    },
  },
  feel: {
    name: 'How the surface feels',
    how: 'Clean a spot, rub it with a dry finger, try a fingernail.',
    outcomes: {
      waxy: { says: 'waxy; a nail marks it', likely: ['polyolefin'], possible: ['foil-thermoplastic'] },
      hard: {
        says: 'hard and glossy; a nail slides',
        likely: [
          'frp',
          'frp-cored',
          'smc',
          'abs',
          'abs-acrylic',
          'polycarbonate',
          'foil-g10',
          'foil-moulded',
          'foam-sheet',
        ],
        possible: ['wood'],
      },
      rubbery: { says: 'matt and rubbery', likely: ['csm-fabric'], possible: ['tpu-fabric'] },
      vinyl: {
        says: 'glossy and a little tacky, like a shower curtain',
        likely: ['pvc-fabric', 'drop-stitch'],
      },
      thin: { says: 'thin, tough and rustling', likely: ['tpu-fabric'] },
      cold: { says: 'cold and hard', likely: ['metal'] },
    },
  },
  float: {
    name: 'A shaving in fresh water',
    how: 'Cut a shaving, wet it with a drop of soap, push it under.',
    caution: 'One test never decides: filled polypropylene sinks, foamed ABS floats.',
    outcomes: {
      floats: { says: 'it floats', likely: ['polyolefin', 'wood'], possible: ['foam-sheet'] },
      sinks: {
        says: 'it sinks',
        likely: ['frp', 'frp-cored', 'smc', 'thermoplastic', 'inflatable', 'foil', 'metal'],
        possible: ['foam-sheet', 'pp'],
      },
    },
  },
  solvent: {
    name: 'A dab of acetone on a hidden spot',
    how: 'A cotton bud, ten seconds, then rub with white paper. Never on a clear or stressed part.',
    caution: 'Gloves, fresh air, no ignition source.',
    outcomes: {
      smears: {
        says: 'it softens and smears',
        likely: ['abs', 'abs-acrylic', 'foam-sheet'],
        possible: ['polycarbonate'],
      },
      tacky: { says: 'it turns tacky', likely: ['pvc-fabric', 'drop-stitch'], possible: ['tpu-fabric'] },
      dulls: {
        says: 'it only dulls',
        likely: ['csm-fabric'],
        possible: ['tpu-fabric', 'smc', 'polycarbonate'],
      },
      nothing: {
        says: 'nothing happens',
        likely: ['polyolefin', 'frp', 'frp-cored', 'smc', 'foil', 'metal'],
        possible: ['wood', 'csm-fabric'],
      },
    },
  },
  mark: {
    name: 'A recycling mark',
    how: 'Look near the serial plate, inside hatches, under the seat.',
    outcomes: {
      two: { says: '2 or HDPE', likely: ['hdpe'], possible: ['pe-crosslinked'] },
      four: { says: '4, LDPE or LLDPE', likely: ['pe-rotomoulded'], possible: ['pe-crosslinked'] },
      five: { says: '5 or PP', likely: ['pp'], possible: ['foil-thermoplastic'] },
      seven: {
        says: '7, ABS, PC or other',
        likely: ['thermoplastic', 'foam-sheet'],
        possible: ['pe-rotomoulded', 'pe-crosslinked', 'foil-thermoplastic'],
      },
      none: { says: 'no mark', likely: [...Object.keys(HULL_FAMILIES)] },
    },
  },
  warm: {
    name: 'A shaving under hot air, outdoors',
    how: 'Lay it on tile, warm it slowly with a hot-air gun from 20 cm, stop before it smokes.',
    caution:
      'Outdoors, upwind, on tile. Never a flame; never PVC, which gives off acid; leave off at the first smoke.',
    outcomes: {
      flows: {
        says: 'it turns clear and flows',
        likely: ['hdpe', 'pe-rotomoulded', 'pp'],
        possible: ['foil-thermoplastic'],
      },
      keeps: {
        says: 'it softens and keeps its shape',
        likely: ['pe-crosslinked'],
        possible: ['abs', 'abs-acrylic', 'polycarbonate'],
      },
      stays: {
        says: 'it stays hard',
        likely: ['frp', 'frp-cored', 'smc', 'foil-g10', 'foil-moulded', 'wood', 'metal'],
      },
    },
  },
  knock: {
    name: 'A knock with a coin',
    how: 'Tap where it is undamaged.',
    outcomes: {
      rings: {
        says: 'it rings bright',
        likely: ['frp-solid', 'metal', 'foil-g10', 'smc'],
        possible: ['frp-cored'],
      },
      drum: { says: 'a lower, papery sound', likely: ['frp-cored', 'foil-moulded'], possible: ['wood'] },
      thud: {
        says: 'a dull thud',
        likely: ['polyolefin', 'foam-sheet', 'wood'],
        possible: ['thermoplastic', 'foil-thermoplastic'],
      },
    },
  },
  colours: {
    name: 'Inside and outside of the fabric',
    how: 'Look at a cut edge, under a valve or at a loose seam.',
    outcomes: {
      two: { says: 'two colours', likely: ['csm-fabric'], possible: ['pvc-fabric'] },
      same: {
        says: 'one colour',
        likely: ['pvc-fabric', 'drop-stitch', 'tpu-fabric'],
        possible: ['csm-fabric'],
      },
    },
  },
  seams: {
    name: 'The seams',
    how: 'Look along a seam; try its edge with a nail.',
    outcomes: {
      glued: {
        says: 'overlapped and glued, a tape over it',
        likely: ['csm-fabric', 'pvc-fabric'],
        possible: ['drop-stitch'],
      },
      welded: {
        says: 'flat and welded, no glue',
        likely: ['tpu-fabric', 'pvc-fabric'],
        possible: ['drop-stitch'],
      },
      sides: { says: 'two flat faces with side walls glued on', likely: ['drop-stitch'] },
    },
  },
  seeThrough: {
    name: 'A lamp behind it',
    how: 'Hold a strong lamp to the back of a thin or sanded place.',
    outcomes: {
      green: { says: 'green-yellow light, a woven pattern', likely: ['foil-g10'], possible: ['frp-solid'] },
      glow: { says: 'an even glow', likely: ['frp-solid', 'polyolefin'], possible: ['smc', 'thermoplastic'] },
      clear: { says: 'you can see through it', likely: ['polycarbonate'] },
      dark: {
        says: 'no light',
        likely: ['wood', 'metal', 'foil-moulded', 'foil-thermoplastic', 'inflatable'],
        possible: ['frp-cored', 'smc', 'thermoplastic', 'foam-sheet', 'polyolefin'],
      },
    },
  },
  meter: {
    name: 'A pin moisture meter',
    how: 'Press the pins in where it does not show.',
    outcomes: {
      reads: { says: 'the pins go in and it reads', likely: ['wood'] },
      refuses: {
        says: 'the pins do not go in, or it reads nothing',
        likely: ['frp', 'frp-cored', 'smc', 'thermoplastic', 'polyolefin', 'foil'],
        possible: ['foam-sheet'],
      },
    },
  },
  magnet: {
    name: 'A magnet',
    how: 'Hold a strong magnet to the metal.',
    outcomes: {
      holds: { says: 'it holds fast', likely: ['steel', 'steel-galvanised'] },
      weak: {
        says: 'it holds weakly or not; the metal is bright',
        likely: ['stainless'],
        possible: ['aluminium'],
      },
      no: { says: 'it does not hold', likely: ['aluminium', 'lead'], possible: ['stainless'] },
    },
  },
  face: {
    name: 'The face of the metal',
    how: 'Scratch the paint off a hidden spot.',
    outcomes: {
      rust: { says: 'rust where it is bare', likely: ['steel'] },
      zinc: { says: 'grey and spangled or matt', likely: ['steel-galvanised'] },
      white: { says: 'white powder, light in the hand', likely: ['aluminium'] },
      bright: { says: 'bright without any coating', likely: ['stainless'] },
      soft: { says: 'very heavy, soft enough for a nail', likely: ['lead'] },
    },
  },
};

/** Substrates that an outcome names, its families spelled out. */
export function named(list: readonly string[] = []): ReadonlySet<string> {
  return new Set(
    list.flatMap((name) =>
      name in HULL_FAMILIES
        ? SUBSTRATES.filter((s) => s.family === (name as HullFamily)).map((s) => s.id)
        : [name],
    ),
  );
}
