import type { JobDocument } from '../../../src/index';
import hole from './01-frp-hole-m.nelbo.json';
import crack from './02-frp-crack-below.nelbo.json';
import blisters from './10-frp-blisters.nelbo.json';
import weathered from './12-frp-weathered.nelbo.json';
import wetCore from './14-cored-wet-5C.nelbo.json';
import rot from './22-plank-rot.nelbo.json';
import weld from './35-pe-roto-crack-below.nelbo.json';
import tear from './38-pvc-tear.nelbo.json';
import huge from './57-x-huge-hole.nelbo.json';
import nick from './58-x-tiny-nick.nelbo.json';
import expected from './expect.json';

/** A job with what a foreman would write down for it. */
export interface Estimated {
  readonly name: string;
  readonly document: JobDocument;
  /** Of all people together, with set-up and clean-up. */
  readonly hours: number;
  /** Materials used with consumables, labour apart, in currency units. */
  readonly money: number;
}

const FILES: Readonly<Record<keyof typeof expected.jobs, unknown>> = {
  '01-frp-hole-m': hole,
  '02-frp-crack-below': crack,
  '10-frp-blisters': blisters,
  '12-frp-weathered': weathered,
  '14-cored-wet-5C': wetCore,
  '22-plank-rot': rot,
  '35-pe-roto-crack-below': weld,
  '38-pvc-tear': tear,
  '57-x-huge-hole': huge,
  '58-x-tiny-nick': nick,
};

export const ESTIMATED: readonly Estimated[] = Object.entries(expected.jobs).map(
  ([name, [hours, money]]) => ({
    name,
    document: FILES[name as keyof typeof FILES] as JobDocument,
    hours,
    money,
  }),
);

/** Within which share of the foreman's own figures a plan has to lie. */
export const BAND = { hours: expected.band.hours, money: expected.band.money } as const;
