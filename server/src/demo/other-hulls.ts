import type { DemoJob } from './demo-job';

const HOUR = 3_600_000;

/** The made-up yard's jobs on other hulls than solid fibreglass, at different stages. */
export function otherHulls(now: number): readonly DemoJob[] {
  const at = (hoursAgo: number): string => new Date(now - hoursAgo * HOUR).toISOString();
  return [
    {
      id: '5b1d2f60-0006-4a01-9c01-000000000006',
      document: {
        format: 'nelbo-job/2',
        title: 'Soft foredeck beside the hatch',
        boat: { name: 'Cruiser “Ragged Robin”', owner: 'T. Sallow' },
        hull: {
          material: 'frp-cored',
          matrix: 'polyester',
          core: 'balsa',
          coat: 'gel coat',
          thickness: 0.003,
          gelCoat: 0.0006,
          coreThickness: 0.012,
        },
        damage: {
          kind: 'wet-core',
          where: 'foredeck, port of the hatch',
          position: 'above',
          wet: 'wet',
          meter: { scale: 'relative', dry: 12 },
          readings: [
            { x: -0.17, y: 0.1, moisture: 13 },
            { x: -0.06, y: 0.11, moisture: 15 },
            { x: 0.06, y: 0.11, moisture: 22 },
            { x: 0.17, y: 0.1, moisture: 14 },
            { x: -0.17, y: 0, moisture: 14 },
            { x: -0.06, y: 0.01, moisture: 27 },
            { x: 0.05, y: 0.02, moisture: 30 },
            { x: 0.17, y: 0, moisture: 24 },
            { x: -0.17, y: -0.1, moisture: 12 },
            { x: -0.06, y: -0.09, tap: 'dull' },
            { x: 0.06, y: -0.09, moisture: 26 },
            { x: 0.17, y: -0.1, tap: 'sound' },
          ],
          findings: [
            {
              at: at(28),
              extent: 'first look',
              shape: 'ellipse',
              size: [0.12, 0.09],
              method: 'press',
              who: 'Ines',
              note: 'Gives under a heel.',
            },
            {
              at: at(26),
              extent: 'true extent',
              shape: 'outline',
              size: [0.29, 0.2],
              outline: [
                { x: -0.13, y: 0.03 },
                { x: -0.11, y: -0.05 },
                { x: -0.08, y: -0.1 },
                { x: 0.02, y: -0.1 },
                { x: 0.1, y: -0.07 },
                { x: 0.16, y: -0.02 },
                { x: 0.15, y: 0.05 },
                { x: 0.09, y: 0.1 },
                { x: 0, y: 0.08 },
                { x: -0.07, y: 0.07 },
              ],
              method: 'moisture',
              who: 'Odd',
              note: 'Border between the dull and the sound taps.',
            },
          ],
        },
        access: 'one',
        schedule: { start: at(26), done: [{ stage: 'survey', at: at(25.5) }] },
      },
      log: [
        {
          hoursAgo: 26,
          stage: 'survey',
          who: 'Odd',
          text: 'Meter zeroed high on the cabin side, where it is surely dry: 12.',
        },
      ],
    },
    {
      id: '5b1d2f60-0007-4a01-9c01-000000000007',
      document: {
        format: 'nelbo-job/2',
        title: 'Tube torn on a mussel bed',
        boat: { name: 'Tender “Plover”', owner: 'Harbour trust' },
        hull: {
          material: 'csm-fabric',
          evidence: [
            { test: 'kind', outcome: 'tube', who: 'Tam' },
            { test: 'colours', outcome: 'two', who: 'Tam' },
            { test: 'solvent', outcome: 'dulls', who: 'Tam' },
          ],
        },
        damage: {
          kind: 'fabric-tear',
          where: 'starboard tube, 0.4 m from the transom',
          position: 'above',
          seam: 0.12,
          findings: [
            {
              at: at(5),
              extent: 'true extent',
              shape: 'rectangle',
              size: [0.085, 0.004],
              method: 'eye',
              who: 'Tam',
            },
          ],
        },
        conditions: { temperature: 18, humidity: 0.62, place: 'shop' },
        repair: { inflatable: { tube: 0.42, working: 22_000, inside: 'yes' } },
        schedule: {
          start: at(5),
          done: [
            { stage: 'survey', at: at(4.5) },
            { stage: 'system', at: at(4) },
          ],
        },
      },
      log: [
        {
          hoursAgo: 5,
          stage: 'survey',
          who: 'Tam',
          text: 'Grey outside, black inside, acetone only dulls it: rubber, not PVC.',
        },
      ],
    },
    {
      id: '5b1d2f60-0008-4a01-9c01-000000000008',
      document: {
        format: 'nelbo-job/2',
        title: 'Hire boat leaks air, material unknown',
        boat: { name: 'Raft no. 7', owner: 'Skerry Outdoor Centre' },
        hull: {
          evidence: [
            { test: 'kind', outcome: 'tube', who: 'Ines' },
            { test: 'seams', outcome: 'glued', who: 'Ines' },
          ],
        },
        damage: {
          kind: 'fabric-puncture',
          where: 'bow, underside',
          position: 'above',
          findings: [
            {
              at: at(1.5),
              extent: 'first look',
              shape: 'ellipse',
              size: [0.006, 0.004],
              method: 'eye',
              who: 'Ines',
            },
          ],
        },
        priorities: { preset: 'get home' },
        schedule: { start: at(1.5) },
      },
      log: [
        {
          hoursAgo: 1.5,
          stage: 'survey',
          who: 'Ines',
          text: 'Soap bubbles found the hole. Needed back on the water tomorrow.',
        },
      ],
    },
    {
      id: '5b1d2f60-0009-4a01-9c01-000000000009',
      document: {
        format: 'nelbo-job/2',
        title: 'Kayak split at the seat drain',
        boat: { name: 'Kayak “Stickleback”', owner: 'J. Reedmace' },
        hull: {
          material: 'pe-rotomoulded',
          evidence: [
            { test: 'feel', outcome: 'waxy', who: 'Odd' },
            { test: 'float', outcome: 'floats', who: 'Odd' },
            { test: 'warm', outcome: 'flows', who: 'Odd' },
          ],
        },
        damage: {
          kind: 'crack',
          where: 'bottom, below the seat',
          position: 'below',
          findings: [
            {
              at: at(20),
              extent: 'true extent',
              shape: 'rectangle',
              size: [0.07, 0.003],
              method: 'wipe',
              who: 'Odd',
            },
          ],
        },
        schedule: { start: at(20), done: [{ stage: 'survey', at: at(19) }] },
      },
      log: [],
    },
    {
      id: '5b1d2f60-0010-4a01-9c01-000000000010',
      document: {
        format: 'nelbo-job/2',
        title: 'Rot in the sheer plank',
        boat: { name: 'Gaff yawl “Hemlock”', owner: 'R. and L. Oake' },
        hull: { material: 'wood-solid', coat: 'paint' },
        damage: {
          kind: 'rot',
          where: 'port sheer plank at the chainplate',
          position: 'above',
          depth: 0.018,
          wet: 'damp',
          findings: [
            {
              at: at(50),
              extent: 'first look',
              shape: 'rectangle',
              size: [0.11, 0.05],
              method: 'press',
              who: 'Ines',
              note: 'Spike goes in 10 mm.',
            },
            {
              at: at(48),
              extent: 'true extent',
              shape: 'rectangle',
              size: [0.34, 0.09],
              method: 'tap',
              who: 'Ines',
              note: 'Cut back until bright and dry.',
            },
          ],
        },
        duty: 'high',
        repair: { wood: { thickness: 0.018, moisture: 0.14 } },
        schedule: { start: at(48), done: [{ stage: 'survey', at: at(47) }] },
      },
      log: [
        {
          hoursAgo: 48,
          stage: 'survey',
          who: 'Ines',
          text: 'Chainplate within 200 mm: shipwright asked to look before anything is cut.',
        },
      ],
    },
    {
      id: '5b1d2f60-0011-4a01-9c01-000000000011',
      document: {
        format: 'nelbo-job/2',
        title: 'Rudder tip bitten by a slipway',
        boat: { name: 'Dinghy “Pipit”', owner: 'Sailing school' },
        hull: { material: 'foil-g10' },
        damage: {
          kind: 'nick',
          where: 'rudder, trailing edge at the tip',
          position: 'below',
          depth: 0.012,
          findings: [
            {
              at: at(3),
              extent: 'true extent',
              shape: 'ellipse',
              size: [0.045, 0.012],
              method: 'eye',
              who: 'Tam',
            },
          ],
        },
        repair: {
          edge: {
            part: 'rudder',
            edge: 'trailing',
            chord: 0.22,
            thick: 0.018,
            offsets: [
              { x: 0.02, port: 0.0052, starboard: 0.0054 },
              { x: 0.06, port: 0.0089, starboard: 0.009 },
              { x: 0.11, port: 0.0081, starboard: 0.0089 },
              { x: 0.17, port: 0.0042, starboard: 0.0043 },
            ],
          },
        },
        schedule: { start: at(3) },
      },
      log: [],
    },
    {
      id: '5b1d2f60-0012-4a01-9c01-000000000012',
      document: {
        format: 'nelbo-job/2',
        title: 'Hull cracked on a mooring buoy',
        boat: { name: 'Water scooter “Gnat”', owner: 'P. Quill' },
        hull: { material: 'smc' },
        damage: {
          kind: 'crack',
          where: 'port chine, forward',
          position: 'below',
          findings: [
            {
              at: at(7),
              extent: 'first look',
              shape: 'rectangle',
              size: [0.16, 0.004],
              method: 'eye',
              who: 'Odd',
            },
          ],
        },
        priorities: { preset: 'by the weekend' },
        schedule: { start: at(7) },
      },
      log: [],
    },
    {
      id: '5b1d2f60-0013-4a01-9c01-000000000013',
      document: {
        format: 'nelbo-job/2',
        title: 'Deck hatch frame cracked',
        boat: { name: 'Day cruiser “Teal”', owner: 'A. Sedge' },
        hull: {
          material: 'abs',
          evidence: [
            { test: 'solvent', outcome: 'smears', who: 'Ines' },
            { test: 'float', outcome: 'sinks', who: 'Ines' },
          ],
        },
        damage: {
          kind: 'crack',
          where: 'foredeck hatch, starboard hinge',
          position: 'above',
          findings: [
            {
              at: at(9),
              extent: 'true extent',
              shape: 'rectangle',
              size: [0.09, 0.002],
              method: 'wipe',
              who: 'Ines',
            },
          ],
        },
        schedule: { start: at(9) },
      },
      log: [],
    },
    {
      id: '5b1d2f60-0014-4a01-9c01-000000000014',
      document: {
        format: 'nelbo-job/2',
        title: 'Rust at the pivot of the drop plate',
        boat: { name: 'Day sloop “Bulrush”', owner: 'C. Bevan' },
        hull: { material: 'steel-galvanised', contaminant: 'salt' },
        damage: {
          kind: 'corroded-insert',
          where: 'drop plate, pivot hole',
          position: 'below',
          depth: 0.003,
          findings: [
            {
              at: at(30),
              extent: 'true extent',
              shape: 'ellipse',
              size: [0.08, 0.06],
              method: 'grind',
              who: 'Tam',
            },
          ],
        },
        schedule: { start: at(30), done: [{ stage: 'survey', at: at(29) }] },
      },
      log: [],
    },
  ];
}
