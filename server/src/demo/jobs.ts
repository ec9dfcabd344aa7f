import type { ProductDocument, Shop } from '@nelbo/core';
import { cureJobs } from './cure-jobs';
import type { DemoJob } from './demo-job';
import { dailyRepairs } from './daily-repairs';
import { severalPlaces } from './several-places';
import { finishJobs } from './finish-jobs';
import { groundJobs } from './ground-jobs';
import { otherHulls } from './other-hulls';

const HOUR = 3_600_000;

export const DEMO_SHOP: Shop = {
  name: 'Skerry Lane Boatworks',
  currency: '£',
  labourPerHour: 65,
  temperature: 17.4,
  humidity: 0.61,
  order: 'largest first',
  crew: [{ name: 'Ines' }, { name: 'Tam' }, { name: 'Odd' }],
};

/** What the yard has entered in Stores: one data sheet, and one product of its own. */
export const DEMO_PRODUCTS: readonly { readonly id: string; readonly product: ProductDocument }[] = [
  {
    id: 'epoxy-slow',
    product: {
      like: 'epoxy-slow',
      sheet: 'data sheet of the drum, spring issue',
      values: { potLife: 1680, sand: 32400, minimumTemperature: 12, pricePerKg: 26.5 },
      lots: [
        { lot: 'S-2207', left: '3.4 kg' },
        { lot: 'S-2291', left: '20 kg, unopened' },
      ],
    },
  },
  {
    id: 'own-topside-paint-mist-grey',
    product: {
      like: 'paint-2k',
      name: 'Topside paint, mist grey',
      sheet: 'data sheet with the tin',
      values: { solids: 0.49, pricePerLitre: 44 },
      lots: [{ lot: 'P-118', left: '2 tins' }],
    },
  },
];

/** The made-up yard's jobs, at different stages, placed around the moment they are loaded. */
export function demoJobs(now: number): readonly DemoJob[] {
  const at = (hoursAgo: number): string => new Date(now - hoursAgo * HOUR).toISOString();
  return [
    {
      id: '5b1d2f60-0001-4a01-9c01-000000000001',
      document: {
        format: 'nelbo-job/2',
        title: 'Fender post strike, port topside',
        boat: { name: 'Wherry “Marigold”', owner: 'B. Harrow' },
        hull: { material: 'frp-solid', laminate: 'mat-woven-polyester', thickness: 0.0072, gelCoat: 0.0006 },
        damage: {
          kind: 'hole',
          where: 'port topside, 1.2 m aft of the stem',
          position: 'above',
          shape: 'ellipse',
          findings: [
            {
              at: at(30),
              extent: 'first look',
              shape: 'ellipse',
              size: [0.062, 0.034],
              method: 'eye',
              who: 'Ines',
              note: 'Gel coat crazed well past the hole.',
            },
            {
              at: at(7.4),
              extent: 'true extent',
              shape: 'ellipse',
              size: [0.096, 0.058],
              method: 'grind',
              who: 'Tam',
              note: 'Bright and wetted all round.',
            },
          ],
        },
        access: 'both',
        backing: 'removable',
        duty: 'general',
        grade: 'standard',
        conditions: { temperature: 17, humidity: 0.61 },
        system: { resin: 'epoxy-slow', cloth: 'biax-600', filler: 'epoxy-bubbles', finish: 'paint-2k' },
        schedule: {
          start: at(8),
          wanted: at(-144),
          done: [
            { stage: 'survey', at: at(7.4) },
            { stage: 'system', at: at(7.2) },
            { stage: 'grind', at: at(3) },
          ],
        },
      },
      log: [
        {
          hoursAgo: 30,
          stage: 'survey',
          who: 'Ines',
          text: 'Owner says she touched the fender post at walking pace. Locker behind emptied.',
        },
        {
          hoursAgo: 7.4,
          stage: 'survey',
          who: 'Tam',
          text: 'Ground back to sound laminate. Two dry plies came off with the knife.',
        },
        {
          hoursAgo: 3,
          stage: 'grind',
          who: 'Tam',
          text: 'Gauge checked at 20, 40 and 60 mm. Dewaxed twice before the disc.',
        },
      ],
    },
    {
      id: '5b1d2f60-0002-4a01-9c01-000000000002',
      document: {
        format: 'nelbo-job/2',
        title: 'Anchor fluke through the bow',
        boat: { name: 'Day sloop “Teasel”', owner: 'M. Ferrant' },
        hull: { material: 'frp-solid', laminate: 'mat-polyester', thickness: 0.0055, gelCoat: 0.0005 },
        damage: {
          kind: 'hole',
          where: 'starboard bow, above the rub-rail',
          position: 'above',
          shape: 'ellipse',
          findings: [
            {
              at: at(2),
              extent: 'first look',
              shape: 'ellipse',
              size: [0.04, 0.03],
              method: 'eye',
              who: 'Odd',
            },
          ],
        },
        access: 'one',
        schedule: { start: at(2) },
      },
      log: [
        {
          hoursAgo: 2,
          stage: 'survey',
          who: 'Odd',
          text: 'Anchor locker bulkhead in the way: inside only by the hatch.',
        },
      ],
    },
    {
      id: '5b1d2f60-0003-4a01-9c01-000000000003',
      document: {
        format: 'nelbo-job/2',
        title: 'Trailer post through the transom corner',
        boat: { name: 'Workboat “Dunlin”', owner: 'Harbour trust' },
        hull: { material: 'frp-solid', laminate: 'stitched-glass', thickness: 0.0105, gelCoat: 0.0008 },
        damage: {
          kind: 'hole',
          where: 'starboard quarter, 300 mm above the waterline',
          position: 'above',
          shape: 'rectangle',
          findings: [
            {
              at: at(52),
              extent: 'first look',
              shape: 'rectangle',
              size: [0.12, 0.07],
              method: 'eye',
              who: 'Tam',
            },
            {
              at: at(50),
              extent: 'true extent',
              shape: 'rectangle',
              size: [0.18, 0.11],
              method: 'tap',
              who: 'Tam',
            },
          ],
        },
        access: 'both',
        backing: 'bonded',
        duty: 'high',
        grade: 'workboat',
        conditions: { temperature: 18, humidity: 0.58 },
        system: { resin: 'epoxy-slow', cloth: 'biax-800', filler: 'epoxy-bubbles', finish: 'paint-2k' },
        schedule: {
          start: at(52),
          done: [
            { stage: 'survey', at: at(50) },
            { stage: 'system', at: at(49.5) },
            { stage: 'grind', at: at(26) },
            { stage: 'laminate', at: at(4) },
          ],
        },
      },
      log: [
        {
          hoursAgo: 49.5,
          stage: 'system',
          who: 'Ines',
          text: 'High duty: surveyor has the drawing and agrees with 20:1.',
        },
        {
          hoursAgo: 12,
          stage: 'mix',
          who: 'Tam',
          text: 'Batch 1 lot S-2207, pot at 19 °C. Tray outside for the leftovers.',
        },
        {
          hoursAgo: 4,
          stage: 'laminate',
          who: 'Tam',
          text: 'Last group down, peel ply on. Tapped bright through the peel ply.',
        },
      ],
    },
    {
      id: '5b1d2f60-0004-4a01-9c01-000000000004',
      document: {
        format: 'nelbo-job/2',
        title: 'Pontoon corner hole, gel coat back',
        boat: { name: 'Launch “Little Auk”', owner: 'P. Quill' },
        hull: { material: 'frp-solid', laminate: 'mat-woven-polyester', thickness: 0.006, gelCoat: 0.0006 },
        damage: {
          kind: 'hole',
          where: 'port quarter',
          position: 'above',
          shape: 'ellipse',
          findings: [
            {
              at: at(36),
              extent: 'true extent',
              shape: 'ellipse',
              size: [0.07, 0.05],
              method: 'grind',
              who: 'Ines',
            },
          ],
        },
        access: 'both',
        duty: 'light',
        grade: 'show',
        conditions: { temperature: 19, humidity: 0.55 },
        system: { resin: 'vinyl-ester', cloth: 'biax-600', filler: 'polyester-putty', finish: 'gel-coat' },
        schedule: {
          start: at(37),
          done: [
            { stage: 'survey', at: at(36) },
            { stage: 'system', at: at(35.8) },
            { stage: 'grind', at: at(33) },
            { stage: 'laminate', at: at(31) },
            { stage: 'mix', at: at(25) },
            { stage: 'fair', at: at(1.1) },
          ],
        },
      },
      log: [
        {
          hoursAgo: 31,
          stage: 'laminate',
          who: 'Ines',
          text: 'All plies in one go, wax-free. Left under film.',
        },
        {
          hoursAgo: 1.1,
          stage: 'fair',
          who: 'Odd',
          text: 'Guide coat clean, P80 all over, dust off with the brush only.',
        },
      ],
    },
    {
      id: '5b1d2f60-0005-4a01-9c01-000000000005',
      document: {
        format: 'nelbo-job/2',
        title: 'Old through-hull hole above water',
        boat: { name: 'Ketch “Sea Beet”', owner: 'R. and L. Oake' },
        hull: { material: 'frp-solid', thickness: 0.009 },
        damage: {
          kind: 'hole',
          where: 'starboard side, galley',
          position: 'above',
          shape: 'ellipse',
          findings: [
            {
              at: at(1),
              extent: 'true extent',
              shape: 'ellipse',
              size: [0.042, 0.042],
              method: 'eye',
              who: 'Ines',
            },
          ],
        },
        access: 'both',
        schedule: { start: at(-17) },
      },
      log: [],
    },
    ...otherHulls(now),
    ...groundJobs(now),
    ...cureJobs(now),
    ...finishJobs(now),
    ...dailyRepairs(now),
    ...severalPlaces(now),
  ];
}
