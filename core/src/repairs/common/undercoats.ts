import { primerFilm } from '../../finish/build-up';
import { linkOf } from '../../match/chain';
import { isAntifouling, type Product, type Sheet } from '../../materials/product';
import { RATES } from '../../rates/book';
import { multiple } from '../../rates/row';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import { microns, ml } from '../../trace/words';
import { perM2, perMetre } from '../../work/writer';
import type { Face } from '../beside-laminate';
import { RepairBuilder } from '../builder';
import type { RepairInput, RepairPlan } from '../repair';
import { scuffedRound } from './scuffed-round';
import { coverage, planCoats, type CoatQuestion } from './coats';

/** Dry film of a barrier under a new gel coat or paint, m. Source: usual least against water. */
const BARRIER_FILM = 300e-6;

/** More layers than any kind lays itself: a primer that goes on twice is two layers of one product. */
const OWN_LAYERS = 1000;

/** Paper for a window that was missed: a primer shows what is scratched into it, a barrier is built up on. */
const BETWEEN = { prime: 180, barrier: 80, undercoat: 240 } as const;

/** What may lie between what was built up and its finish, in the order in which it goes on. */
export const UNDER_ROLES = ['prime', 'barrier', 'undercoat'] as const;
export type UnderRole = (typeof UNDER_ROLES)[number];

/** True where the chain has one of them. */
export const hasUnder = (
  { chain }: Pick<RepairInput, 'chain'>,
  roles: readonly UnderRole[] = UNDER_ROLES,
): boolean => roles.some((role) => linkOf(chain, role) !== undefined);

/** How a coat of each role is laid: its film, and what comes after the last of it. */
function asked(
  b: RepairBuilder,
  role: UnderRole,
  product: Sheet,
): Pick<CoatQuestion, 'name' | 'last' | 'dryFilm' | 'coats'> {
  switch (role) {
    case 'prime':
      return {
        name: product.role,
        last: linkOf(b.input.chain, 'finish') ? 'overcoated' : 'cures',
        coats: b.assumed('prime.n', 'coats', 1, 'count', 'one even coat'),
      };
    case 'barrier':
      return {
        name: 'barrier coat',
        // A barrier that nothing goes over cures before anybody handles it.
        last: linkOf(b.input.chain, 'finish') ? 'overcoated' : 'cures',
        dryFilm: b.assumed(
          'barrier.dft',
          'barrier, dry film in all',
          BARRIER_FILM,
          'm',
          'usual least against water',
        ),
      };
    case 'undercoat':
      return {
        name: 'primer',
        // It is sanded level before the paint.
        last: 'cures',
        dryFilm: primerFilm(b.ledger),
      };
  }
}

/**
 * A tie coat, a barrier, a primer between what was built up and its finish.
 *
 * @param face what they cover, and how long its masking line is
 * @param roles what of them the kind does not lay itself
 * @param again its primer was laid before the fill, and goes on once more where sanding has bared the ground
 */
export function planUnderCoats(
  input: RepairInput,
  face: Face,
  ledger: Ledger,
  roles: readonly UnderRole[] = UNDER_ROLES,
  again = false,
): RepairPlan {
  const b = new RepairBuilder(input, ledger, OWN_LAYERS);
  maskedAndScuffed(b, face.masking, linkOf(input.chain, 'finish'));
  for (const role of roles) {
    const product = linkOf(input.chain, role) as Sheet | undefined;
    if (!product) continue;
    const system = planCoats(b, {
      id: again && role === 'prime' ? 'prime-again' : role,
      stage: 'finish',
      product,
      area: face.area,
      between: BETWEEN[role],
      ...asked(b, role, product),
    });
    if (role === 'undercoat') {
      sandedLevel(b, face.area);
      b.at('finish').key('Primer', system.volume);
      continue;
    }
    b.at('finish').table(
      product.name,
      ['Coats', 'Dry film', 'Each coat', 'In all', 'Covers'],
      [
        [
          [system.coats],
          [microns(system.dryFilm)],
          [ml(system.volumePerCoat)],
          [ml(system.volume)],
          [coverage(system.spread)],
        ],
      ],
    );
  }
  return b.done('under coats', 'coats under the finish');
}

/** What comes over them is masked and keyed out to the tape first: nothing is rubbed round a coat that is still soft. */
function maskedAndScuffed(b: RepairBuilder, masking: Figure, finish: Product | undefined): void {
  if (!finish || isAntifouling(finish) || finish.family === 'polish') return;
  b.step('finish', 'mask', 'finish', { place: 'finish', serves: 'coat' }, RATES.maskFixed, [
    perMetre(RATES.maskPerMetre, masking),
  ]);
  const gel = finish.role === 'finish' && finish.kind === 'gel coat';
  scuffedRound(b.steps, masking, gel ? 'gel coat' : finish.traits?.includes('clear') ? 'clear' : 'paint');
}

/** A primer shows every scratch and ridge that is left: it is blocked before the paint. */
const sandedLevel = (b: RepairBuilder, area: Figure): RepairBuilder =>
  b.step(
    'finish',
    'abrade',
    'primer',
    { place: 'face', serves: 'undercoat' },
    multiple(RATES.abradeFixed, 1 / 2),
    [perM2(RATES.abradePerM2, area)],
  );
