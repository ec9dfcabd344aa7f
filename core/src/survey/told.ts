import type { HullFamily } from '../materials/substrates';
import type { Job } from '../schema/job';
import type { Ledger } from '../trace/ledger';
import { problem } from '../trace/problem';

type Hull = Job['hull'];
/** What owners and papers tell of a hull, and nobody has tested. */
type Of = 'coat' | 'matrix';

/**
 * What is prepared for where they tell different things, the most careful first: on paint no gel coat goes, and over what
 * may be epoxy nothing that bonds to polyester alone. Source: judged from what bonds on either.
 */
const CAREFUL = {
  coat: ['paint', 'gel coat', 'bare'],
  matrix: ['epoxy', 'vinyl ester', 'polyester'],
} as const;

/** Hulls that have a resin of their own that somebody may know. */
const LAMINATED: ReadonlySet<HullFamily> = new Set<HullFamily>(['frp', 'frp-cored']);

/** @param said what was told, by whom does not matter: nobody has tested it */
function taken<V extends string>(
  of: Of,
  known: V | undefined,
  said: readonly (V | undefined)[],
  careful: readonly V[],
  ledger: Ledger,
): V | undefined {
  const worst = known ?? careful.find((value) => said.includes(value));
  if (known !== undefined || worst === undefined) return known;
  const differ = new Set(said.filter((value) => value !== undefined)).size > 1;
  ledger.report(
    differ
      ? problem({ severity: 'warning', stage: 'survey', path: 'hull.told' }, 'told-differently', {
          of,
          taken: worst,
        })
      : problem({ severity: 'assumed', stage: 'survey', path: 'hull.told' }, 'taken-as-told', {
          of,
          taken: worst,
        }),
  );
  return worst;
}

/**
 * What the owners of a hull have told of it stands in for what nobody has read. Where they tell different things it is
 * prepared for the worse, and the test that tells them apart is asked for.
 *
 * @returns the hull as it is planned for
 */
export function asTold(
  { hull, families }: { readonly hull: Hull; readonly families: readonly HullFamily[] },
  ledger: Ledger,
): Hull {
  const { told = [], ...own } = hull;
  if (told.length === 0) return hull;
  const coats = told.map((t) => t.coat);
  const resins = families.some((f) => LAMINATED.has(f)) ? told.map((t) => t.matrix) : [];
  return {
    ...hull,
    coat: taken('coat', own.coat, coats, CAREFUL.coat, ledger),
    matrix: taken('matrix', own.matrix, resins, CAREFUL.matrix, ledger),
  };
}
