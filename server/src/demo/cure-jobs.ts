import type { JobDocument } from '@nelbo/core';
import type { DemoJob } from './demo-job';

const HOUR = 3_600_000;

/** A night of the shed's logger, hour by hour, on its way down: too cold to set, at whatever hour work begins. */
const NIGHT = [
  9.2, 7.6, 6.1, 5.4, 4.6, 4.1, 3.7, 3.2, 2.9, 2.6, 2.4, 2.8, 4.3, 6.2, 7.9, 9.4, 10.6, 11.1, 11.3, 11, 10.1,
  8.9, 7.8, 6.9,
];

/** Jobs of the made-up yard in which mixing and curing decide: a cold night, a hot day, too thick a go, damp air. */
export function cureJobs(now: number): readonly DemoJob[] {
  const at = (hoursAgo: number): string => new Date(now - hoursAgo * HOUR).toISOString();
  const hull = {
    material: 'frp-solid',
    laminate: 'mat-woven-polyester',
    matrix: 'polyester',
    gelCoat: 0.0006,
  } as const;
  const cut = (along: number, up: number): JobDocument['damage']['findings'] => [
    { at: at(3), extent: 'true extent', shape: 'ellipse', size: [along, up], method: 'grind', who: 'Tam' },
  ];
  return [
    {
      id: '5b1d2f60-0017-4a01-9c01-000000000017',
      document: {
        format: 'nelbo-job/2',
        title: 'Anchor through the topside, on the hard',
        boat: { name: 'Yawl “Dotterel”', owner: 'C. Marram' },
        hull: { ...hull, thickness: 0.0065 },
        damage: {
          kind: 'hole',
          where: 'port bow, a hand below the rail',
          position: 'above',
          findings: cut(0.11, 0.06),
        },
        access: 'both',
        backing: 'removable',
        duty: 'general',
        system: { resin: 'epoxy-slow', finish: 'paint-2k' },
        conditions: {
          temperature: 13,
          humidity: 0.72,
          place: 'open air',
          sky: 'clear',
          air: 'readings',
          readings: Array.from({ length: 48 }, (_, i) => ({
            at: new Date(Math.floor(now / HOUR) * HOUR + (i - 6) * HOUR).toISOString(),
            temperature: NIGHT[(i + 18) % 24],
            humidity: Math.round((0.98 - 0.03 * (NIGHT[(i + 18) % 24] - 2)) * 100) / 100,
          })),
        },
      },
      log: [
        {
          hoursAgo: 3,
          stage: 'survey',
          who: 'Tam',
          text: 'Ground to the sound edge. Too long for the shed; logger hung in the cockpit.',
        },
      ],
    },
    {
      id: '5b1d2f60-0018-4a01-9c01-000000000018',
      document: {
        format: 'nelbo-job/2',
        title: 'Gouge along the quarter, regatta week',
        boat: { name: 'Dinghy “Whimbrel”', owner: 'Sailing club of the bay' },
        hull: { ...hull, thickness: 0.004 },
        damage: { kind: 'hole', where: 'starboard quarter', position: 'above', findings: cut(0.06, 0.04) },
        access: 'both',
        backing: 'removable',
        duty: 'light',
        system: { resin: 'polyester', finish: 'gel-coat' },
        conditions: {
          temperature: 29,
          humidity: 0.5,
          place: 'open air',
          air: 'day and night',
          low: 18,
          high: 31,
          sun: 'yes',
          shade: 'dark',
          sky: 'clear',
        },
      },
      log: [
        {
          hoursAgo: 2,
          stage: 'survey',
          who: 'Ines',
          text: 'Wanted back on the water by the weekend. No shade on the slip.',
        },
      ],
    },
    {
      id: '5b1d2f60-0019-4a01-9c01-000000000019',
      document: {
        format: 'nelbo-job/2',
        title: 'Keel stub, filled in one go',
        boat: { name: 'Motorboat “Goosander”', owner: 'P. Reed' },
        hull: { ...hull, thickness: 0.012 },
        damage: { kind: 'hole', where: 'keel stub, port side', position: 'below', findings: cut(0.09, 0.07) },
        access: 'both',
        backing: 'removable',
        duty: 'general',
        system: { resin: 'polyester' },
        mix: { perGo: 0.012 },
        conditions: { temperature: 25, humidity: 0.55, place: 'shop' },
      },
      log: [
        {
          hoursAgo: 1,
          stage: 'laminate',
          who: 'Odd',
          text: 'Owner asks whether it can all be laid tonight.',
        },
      ],
    },
    {
      id: '5b1d2f60-0020-4a01-9c01-000000000020',
      document: {
        format: 'nelbo-job/2',
        title: 'Oyster cut in the starboard tube',
        boat: { name: 'Tender to “Dotterel”', owner: 'C. Marram' },
        hull: { material: 'pvc-fabric' },
        damage: { kind: 'fabric-tear', where: 'starboard tube, a metre from the bow', size: [0.07, 0.008] },
        system: { bond: 'pu-fabric-2k' },
        conditions: { temperature: 17, humidity: 0.84, place: 'tent' },
      },
      log: [
        {
          hoursAgo: 5,
          stage: 'survey',
          who: 'Ines',
          text: 'Drizzle all day. Tube emptied and dried in the tent.',
        },
      ],
    },
  ];
}
