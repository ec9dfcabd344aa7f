import type { DemoJob } from './demo-job';

const HOUR = 3_600_000;

/** A boat of the made-up yard that is damaged at several places: one job, one set-up, one finish. */
export function severalPlaces(now: number): readonly DemoJob[] {
  const at = (hoursAgo: number): string => new Date(now - hoursAgo * HOUR).toISOString();
  return [
    {
      id: '5b1d2f60-0032-4a01-9c01-000000000032',
      document: {
        format: 'nelbo-job/2',
        title: 'Rammed at the pontoon: bow, stem and quarter',
        boat: { name: 'Sloop “Kittiwake”', owner: 'E. Kelda' },
        hull: {
          material: 'frp-solid',
          laminate: 'mat-woven-polyester',
          matrix: 'polyester',
          thickness: 0.006,
          gelCoat: 0.0006,
        },
        damage: {
          kind: 'hole',
          where: 'port bow, two hands above the boot top',
          position: 'above',
          findings: [
            {
              at: at(6),
              extent: 'true extent',
              shape: 'ellipse',
              size: [0.13, 0.07],
              method: 'grind',
              who: 'Tam',
            },
          ],
        },
        access: 'both',
        backing: 'removable',
        duty: 'general',
        grade: 'standard',
        system: { finish: 'gel-coat', resin: 'polyester' },
        conditions: { temperature: 18, humidity: 0.6, place: 'shop' },
        places: [
          {
            id: 'stem',
            name: 'stem, at the rail',
            damage: {
              kind: 'gel-coat-chip',
              position: 'above',
              findings: [
                {
                  at: at(6),
                  extent: 'true extent',
                  shape: 'ellipse',
                  size: [0.035, 0.02],
                  method: 'eye',
                  who: 'Tam',
                },
              ],
            },
            access: 'one',
          },
          {
            id: 'quarter',
            name: 'port quarter',
            damage: {
              kind: 'scratch',
              position: 'above',
              depth: 0.0005,
              findings: [
                {
                  at: at(5),
                  extent: 'true extent',
                  shape: 'rectangle',
                  size: [0.4, 0.006],
                  method: 'eye',
                  who: 'Ines',
                },
              ],
            },
            access: 'one',
          },
        ],
      },
      log: [
        {
          hoursAgo: 5,
          stage: 'survey',
          who: 'Ines',
          text: 'Three places, one blow. Looked at frames and deck edge inside: nothing cracked, nothing loose.',
        },
      ],
    },
  ];
}
