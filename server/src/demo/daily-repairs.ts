import type { DemoJob } from './demo-job';

const HOUR = 3_600_000;
const DAY = 24;

/** The made-up yard's daily trade besides laminate: cores, blisters, holes, gel coat, foils, boards, renewal. */
export function dailyRepairs(now: number): readonly DemoJob[] {
  const at = (hoursAgo: number): string => new Date(now - hoursAgo * HOUR).toISOString();
  return [
    {
      id: '5b1d2f60-0023-4a01-9c01-000000000023',
      document: {
        format: 'nelbo-job/2',
        title: 'Side deck lets go of its core',
        boat: { name: 'Motor sailer “Sandpiper”', owner: 'H. Thrift' },
        hull: {
          material: 'frp-cored',
          matrix: 'polyester',
          core: 'pvc foam',
          coat: 'gel coat',
          thickness: 0.003,
          gelCoat: 0.0006,
          coreThickness: 0.015,
        },
        damage: {
          kind: 'delamination',
          where: 'starboard side deck, abeam the shrouds',
          position: 'above',
          layer: 'skin',
          wet: 'dry',
          findings: [
            {
              at: at(30),
              extent: 'first look',
              shape: 'ellipse',
              size: [0.3, 0.2],
              method: 'tap',
              who: 'Ines',
            },
            {
              at: at(29),
              extent: 'true extent',
              shape: 'outline',
              size: [0.54, 0.33],
              outline: [
                { x: -0.27, y: -0.03 },
                { x: -0.2, y: -0.14 },
                { x: -0.04, y: -0.17 },
                { x: 0.13, y: -0.13 },
                { x: 0.26, y: -0.05 },
                { x: 0.27, y: 0.06 },
                { x: 0.16, y: 0.15 },
                { x: -0.02, y: 0.16 },
                { x: -0.17, y: 0.12 },
                { x: -0.25, y: 0.06 },
              ],
              method: 'tap',
              who: 'Odd',
              note: 'Dull all over, no water from the trial hole.',
            },
          ],
        },
        repair: { core: { gap: 0.0006 } },
        schedule: { start: at(29), done: [{ stage: 'survey', at: at(28.5) }] },
      },
      log: [
        {
          hoursAgo: 29,
          stage: 'survey',
          who: 'Odd',
          text: 'Trial hole at the low end: dry foam, 0.6 mm gap by feeler.',
        },
      ],
    },
    {
      id: '5b1d2f60-0024-4a01-9c01-000000000024',
      document: {
        format: 'nelbo-job/2',
        title: 'Blisters over the whole bottom',
        boat: { name: 'Cruising yacht “Redshank”', owner: 'M. Fescue' },
        hull: {
          material: 'frp-solid',
          matrix: 'polyester',
          coat: 'gel coat',
          thickness: 0.011,
          gelCoat: 0.0006,
        },
        damage: {
          kind: 'blisters',
          where: 'bottom, both sides',
          position: 'below',
          density: 45,
          wet: 'wet',
          findings: [
            {
              at: at(62 * DAY),
              extent: 'true extent',
              shape: 'rectangle',
              size: [2.9, 1.6],
              method: 'eye',
              who: 'Ines',
              note: 'Counted on three square metres.',
            },
          ],
        },
        conditions: { temperature: 15, humidity: 0.62, place: 'shop' },
        repair: {
          area: 24,
          barrier: { diameter: 0.009, depth: 0.0018, supports: 8 },
          drying: {
            dry: 12,
            readings: [
              { at: at(60 * DAY), moisture: 44 },
              { at: at(46 * DAY), moisture: 36 },
              { at: at(32 * DAY), moisture: 30 },
              { at: at(18 * DAY), moisture: 25 },
              { at: at(4 * DAY), moisture: 22 },
            ],
          },
        },
        schedule: { start: at(62 * DAY), done: [{ stage: 'survey', at: at(61 * DAY) }] },
      },
      log: [
        {
          hoursAgo: 60 * DAY,
          stage: 'grind',
          who: 'Tam',
          text: 'Opened and washed; ten places marked with crayon for the meter.',
        },
      ],
    },
    {
      id: '5b1d2f60-0025-4a01-9c01-000000000025',
      document: {
        format: 'nelbo-job/2',
        title: 'Star cracks where the anchor dropped',
        boat: { name: 'Day cruiser “Wheatear”', owner: 'B. Yarrow' },
        hull: { material: 'frp-solid', coat: 'gel coat', thickness: 0.006, gelCoat: 0.0006 },
        damage: {
          kind: 'gel-coat-crack',
          where: 'foredeck, port of the bow roller',
          position: 'above',
          pattern: 'star',
          findings: [
            {
              at: at(8),
              extent: 'true extent',
              shape: 'ellipse',
              size: [0.11, 0.09],
              method: 'wipe',
              who: 'Tam',
            },
          ],
        },
        schedule: { start: at(8), done: [{ stage: 'survey', at: at(7.5) }] },
      },
      log: [],
    },
    {
      id: '5b1d2f60-0026-4a01-9c01-000000000026',
      document: {
        format: 'nelbo-job/2',
        title: 'Old deck fittings out, new ones on',
        boat: { name: 'Sloop “Whinchat”', owner: 'D. and P. Sorrel' },
        hull: {
          material: 'frp-cored',
          core: 'balsa',
          coat: 'gel coat',
          thickness: 0.003,
          coreThickness: 0.012,
        },
        damage: {
          kind: 'drilled-holes',
          where: 'foredeck, old cleats',
          position: 'above',
          count: 12,
          wet: 'dry',
          findings: [
            {
              at: at(12),
              extent: 'true extent',
              shape: 'rectangle',
              size: [0.3, 0.12],
              method: 'eye',
              who: 'Odd',
            },
          ],
        },
        repair: { holes: { diameter: 0.008, refit: 'yes', fastener: 0.008 } },
        schedule: { start: at(12) },
      },
      log: [],
    },
    {
      id: '5b1d2f60-0027-4a01-9c01-000000000027',
      document: {
        format: 'nelbo-job/2',
        title: 'Chalky topsides',
        boat: { name: 'Motor boat “Fieldfare”', owner: 'E. Comfrey' },
        hull: { material: 'frp-solid', coat: 'gel coat', gelCoat: 0.0005 },
        damage: {
          kind: 'weathered',
          where: 'topsides, both',
          position: 'above',
          findings: [
            {
              at: at(6),
              extent: 'true extent',
              shape: 'rectangle',
              size: [2.8, 0.9],
              method: 'eye',
              who: 'Ines',
            },
          ],
        },
        system: { finish: 'polish' },
        repair: { area: 14, renewal: { start: 'P2000' } },
        schedule: { start: at(6) },
      },
      log: [],
    },
    {
      id: '5b1d2f60-0028-4a01-9c01-000000000028',
      document: {
        format: 'nelbo-job/2',
        title: 'Repaint of the topsides',
        boat: { name: 'Launch “Nuthatch”', owner: 'Skerry Outdoor Centre' },
        hull: { material: 'wood-moulded', coat: 'paint' },
        damage: {
          kind: 'weathered',
          where: 'topsides, both',
          position: 'above',
          wet: 'dry',
          findings: [
            {
              at: at(20),
              extent: 'true extent',
              shape: 'rectangle',
              size: [2.9, 0.8],
              method: 'eye',
              who: 'Tam',
            },
          ],
        },
        repair: { area: 11 },
        schedule: { start: at(20), done: [{ stage: 'survey', at: at(19) }] },
      },
      log: [],
    },
    {
      id: '5b1d2f60-0029-4a01-9c01-000000000029',
      document: {
        format: 'nelbo-job/2',
        title: 'Board loses air over night',
        boat: { name: 'Paddle board no. 3', owner: 'Skerry Outdoor Centre' },
        hull: { material: 'drop-stitch' },
        damage: {
          kind: 'seam-leak',
          where: 'port rail, aft',
          position: 'above',
          seam: 0,
          findings: [
            {
              at: at(14),
              extent: 'true extent',
              shape: 'rectangle',
              size: [0.04, 0.006],
              method: 'eye',
              who: 'Ines',
            },
          ],
        },
        conditions: { temperature: 19, humidity: 0.55, place: 'shop' },
        repair: {
          inflatable: {
            tube: 0.15,
            working: 100_000,
            leak: [
              { at: at(26), pressure: 100_000, temperature: 21, barometer: 101_800 },
              { at: at(22), pressure: 93_500, temperature: 18, barometer: 101_700 },
              { at: at(14), pressure: 82_000, temperature: 15, barometer: 101_300 },
            ],
          },
        },
        schedule: { start: at(14), done: [{ stage: 'survey', at: at(13) }] },
      },
      log: [
        {
          hoursAgo: 14,
          stage: 'survey',
          who: 'Ines',
          text: 'Soap on the port rail: a row of small bubbles, 40 mm.',
        },
      ],
    },
    {
      id: '5b1d2f60-0030-4a01-9c01-000000000030',
      document: {
        format: 'nelbo-job/2',
        title: 'Old patch lifts at its edge',
        boat: { name: 'Ketch “Brambling”', owner: 'L. Tansy' },
        hull: { material: 'frp-solid', laminate: 'mat-woven-polyester', thickness: 0.007, gelCoat: 0.0006 },
        damage: {
          kind: 'old-repair',
          where: 'port quarter, below the rubbing strake',
          position: 'above',
          holds: 'loose',
          findings: [
            {
              at: at(10),
              extent: 'first look',
              shape: 'ellipse',
              size: [0.1, 0.08],
              method: 'tap',
              who: 'Odd',
            },
          ],
        },
        schedule: { start: at(10) },
      },
      log: [],
    },
    {
      id: '5b1d2f60-0031-4a01-9c01-000000000031',
      document: {
        format: 'nelbo-job/2',
        title: 'Centreboard splits along its trailing edge',
        boat: { name: 'Dinghy “Siskin”', owner: 'Sailing school' },
        hull: { material: 'foil-moulded' },
        damage: {
          kind: 'split-edge',
          where: 'centreboard, lower third',
          position: 'below',
          depth: 0.03,
          wet: 'dry',
          findings: [
            {
              at: at(4),
              extent: 'true extent',
              shape: 'rectangle',
              size: [0.24, 0.03],
              method: 'press',
              who: 'Tam',
            },
          ],
        },
        repair: {
          edge: {
            part: 'centreboard',
            edge: 'trailing',
            chord: 0.28,
            thick: 0.026,
            span: 1.2,
            slot: 0.034,
            split: 0.0008,
            offsets: [
              { x: 0.02, port: 0.0074, starboard: 0.0076 },
              { x: 0.08, port: 0.0129, starboard: 0.0131 },
              { x: 0.14, port: 0.0117, starboard: 0.0124 },
              { x: 0.22, port: 0.0056, starboard: 0.0057 },
            ],
          },
        },
        schedule: { start: at(4) },
      },
      log: [],
    },
  ];
}
