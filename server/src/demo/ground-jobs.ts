import type { DemoJob } from './demo-job';

const HOUR = 3_600_000;

/** Jobs of the made-up yard that are ground and laminated from a traced outline. */
export function groundJobs(now: number): readonly DemoJob[] {
  const at = (hoursAgo: number): string => new Date(now - hoursAgo * HOUR).toISOString();
  // Tapped round the bright edge, so not quite a circle.
  const round = Array.from({ length: 16 }, (_, i) => {
    const t = (2 * Math.PI * i) / 16;
    const r = 0.055 + 0.003 * Math.sin(3 * t);
    return { x: Math.round(r * Math.cos(t) * 1e4) / 1e4, y: Math.round(r * Math.sin(t) * 1e4) / 1e4 };
  });
  return [
    {
      id: '5b1d2f60-0015-4a01-9c01-000000000015',
      document: {
        format: 'nelbo-job/2',
        title: 'Rock strike under the forefoot locker',
        boat: { name: 'Sloop “Yellow Rattle”', owner: 'G. Sedge' },
        hull: {
          material: 'frp-solid',
          laminate: 'mat-woven-polyester',
          matrix: 'polyester',
          thickness: 0.0085,
          gelCoat: 0.0007,
          plies: [
            { cloth: 'mat-300', way: 'any' },
            { cloth: 'mat-450', way: 'any' },
            { cloth: 'roving-600', way: '0/90' },
            { cloth: 'mat-450', way: 'any' },
            { cloth: 'roving-600', way: '0/90' },
            { cloth: 'mat-450', way: 'any' },
            { cloth: 'roving-600', way: '0/90' },
          ],
        },
        damage: {
          kind: 'hole',
          where: 'starboard, under the forefoot locker; no way in behind it',
          position: 'below',
          findings: [
            {
              at: at(27),
              extent: 'first look',
              shape: 'ellipse',
              size: [0.05, 0.045],
              method: 'eye',
              who: 'Odd',
              note: 'Locker liner glassed over it.',
            },
            {
              at: at(4),
              extent: 'true extent',
              shape: 'outline',
              size: [0.116, 0.112],
              outline: round,
              method: 'grind',
              who: 'Odd',
              note: 'Bright all round.',
            },
          ],
        },
        access: 'one',
        backing: 'bonded',
        duty: 'general',
        conditions: { temperature: 18, humidity: 0.58, place: 'shop' },
        schedule: {
          start: at(27),
          done: [
            { stage: 'survey', at: at(4) },
            { stage: 'system', at: at(3.8) },
          ],
        },
      },
      log: [
        {
          hoursAgo: 4,
          stage: 'survey',
          who: 'Odd',
          text: 'Seven old plies counted at the edge: mat, then mat and roving by turns.',
        },
      ],
    },
    {
      id: '5b1d2f60-0016-4a01-9c01-000000000016',
      document: {
        format: 'nelbo-job/2',
        title: 'Crushed on the quay beside a chainplate',
        boat: { name: 'Cutter “Sandwort”', owner: 'M. and A. Fell' },
        hull: {
          material: 'frp-solid',
          laminate: 'stitched-glass',
          matrix: 'vinyl ester',
          thickness: 0.01,
          gelCoat: 0.0006,
        },
        damage: {
          kind: 'crushed',
          pieces: 'kept',
          where: 'port topside, abeam the mast',
          position: 'above',
          findings: [
            {
              at: at(6),
              extent: 'true extent',
              shape: 'outline',
              size: [0.26, 0.2],
              outline: [
                { x: 0, y: 0 },
                { x: 0.26, y: 0 },
                { x: 0.26, y: 0.08 },
                { x: 0.1, y: 0.08 },
                { x: 0.1, y: 0.2 },
                { x: 0, y: 0.2 },
              ],
              method: 'grind',
              who: 'Tam',
            },
          ],
        },
        access: 'both',
        taper: { side: 'both' },
        former: 'pieces',
        duty: 'general',
        obstacles: [
          {
            kind: 'fitting',
            name: 'chainplate',
            answer: 'stop',
            clearance: 0.01,
            points: [
              { x: 0.35, y: -0.02 },
              { x: 0.39, y: -0.02 },
              { x: 0.39, y: 0.14 },
              { x: 0.35, y: 0.14 },
            ],
          },
          {
            kind: 'hull edge',
            name: 'sheer',
            points: [
              { x: -0.2, y: 0.34 },
              { x: 0.5, y: 0.36 },
            ],
          },
        ],
        structure: [{ kind: 'stringer', name: 'topside stringer', length: 0.6 }],
        conditions: { temperature: 17, humidity: 0.6, place: 'shop' },
        schedule: { start: at(6), done: [{ stage: 'survey', at: at(5.8) }] },
      },
      log: [
        {
          hoursAgo: 5.8,
          stage: 'survey',
          who: 'Tam',
          text: 'Broken pieces kept and numbered, taped together on the bench.',
        },
      ],
    },
  ];
}
