import type { JobDocument } from '@nelbo/core';
import { CLIMATES, START, type Named } from './jobs';

const STRINGER = { kind: 'stringer', name: 'stringer 3', length: 0.5, props: 2 };
const GAPS = [-0.1, 0, 0.1].flatMap((y) =>
  [-0.2, -0.1, 0, 0.1, 0.2].map((x) => ({ x, y, gap: x === 0 && y === 0 ? 0.002 : 0 })),
);

/** What a hull and a damage alone do not ask for: members, both faces, rounds of fairing, second rounds, entry points, things in the way. */
const ASKED = {
  'a member behind it': { kind: 'hole', structure: [STRINGER] },
  'both faces': { kind: 'hole', taper: { side: 'both' }, size: [0.2, 0.12] },
  'both faces and a member': { kind: 'hole', taper: { side: 'both' }, structure: [STRINGER] },
  'read once and low': {
    kind: 'hole',
    fairing: { rounds: [{ at: '2026-11-27T08:00:00Z', readings: GAPS }] },
  },
  'laminate is done': { kind: 'hole', begins: 'fairing' },
  'old patch stays': { kind: 'old-repair', damage: { holds: 'all' } },
  'old putty in it': { kind: 'old-repair', damage: { filler: 'polyester' } },
  'a soft core that leaked': { kind: 'wet-core', damage: { core: 'soft', source: 'fasteners', wet: 'wet' } },
  'a bottom with blisters, kept afloat': { kind: 'blisters', size: [2, 1], kept: 'afloat' },
  'things in the way': {
    kind: 'hole',
    comesOff: [
      { what: 'rail', count: 2 },
      { what: 'lettering', length: 1 },
      { what: 'keel', count: 1 },
      { what: 'keelBand', length: 2, back: 'new' },
    ],
  },
  'out of a can': {
    kind: 'scratch',
    hull: { coat: 'paint' },
    damage: { depth: 0.002 },
    size: [0.1, 0.01],
    system: { bond: 'epoxy-microfibre', finish: 'aerosol-paint', undercoat: 'aerosol-primer' },
  },
  'injected under vacuum': { kind: 'delamination', repair: { way: 'inject', core: { by: 'vacuum' } } },
  'worked in with a squeegee': { kind: 'delamination', repair: { way: 'inject', core: { by: 'squeegee' } } },
  'foam from cartridges': {
    kind: 'delamination',
    repair: { way: 'inject', core: { medium: 'foamCartridge' } },
  },
  'filler under peel ply': { kind: 'hole', fairing: { under: 'peelPly' } },
  'filler sliced while rubbery': { kind: 'hole', warmth: { kind: 'lamp' } },
  'wiped with alcohol': { kind: 'hole', system: { clean: 'alcohol' } },
  'pigmented epoxy': { kind: 'hole', kept: 'trailer', system: { finish: 'epoxy-pigmented' } },
  'told differently': {
    kind: 'hole',
    hull: {
      told: [
        { by: 'owner', coat: 'gel coat', matrix: 'polyester' },
        { by: 'before', coat: 'paint', matrix: 'epoxy' },
      ],
    },
  },
} as const satisfies Record<string, object>;

interface Wish {
  readonly kind: string;
  readonly size?: readonly number[];
  readonly hull?: object;
  readonly damage?: object;
  readonly kept?: string;
}

/**
 * Jobs that a matrix of hulls and damages never makes, above and below, in every climate.
 *
 * @param all in a dry shed alone where a sample is enough
 */
export function built(all: boolean): readonly Named[] {
  const climates = (Object.keys(CLIMATES) as (keyof typeof CLIMATES)[]).slice(0, all ? undefined : 1);
  return ['frp-solid', 'frp-cored'].flatMap((material) =>
    Object.entries(ASKED).flatMap(([name, asked]) =>
      ['above', 'below'].flatMap((position) =>
        climates.map((climate): Named => {
          const { kind, size = [0.12, 0.06], hull, damage, kept, ...rest }: Wish = asked;
          return {
            name: [material, name, position, climate].join(', '),
            document: {
              format: 'nelbo-job/2',
              ...(kept === undefined ? {} : { boat: { kept } }),
              hull: { material, ...hull },
              damage: { kind, position, size, ...damage },
              access: 'both',
              conditions: CLIMATES[climate],
              schedule: { start: START },
              ...rest,
            } as unknown as JobDocument,
          };
        }),
      ),
    ),
  );
}
