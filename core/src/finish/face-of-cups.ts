import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';

/** Faces that are coated from one lot of cups. */
interface Faces {
  readonly area: Figure;
  /** At other places of the boat, m². */
  readonly elsewhere?: number;
}

/** The face that one lot of cups is mixed for, m². */
export const withElsewhere = ({ area, elsewhere }: Faces, ledger: Ledger): Figure =>
  elsewhere === undefined || elsewhere === 0
    ? area
    : ledger.sum('allPlaces', 'face at all places', 'm²', [
        area,
        ledger.given(
          'elsewhere',
          'face at other places, from the same cups',
          elsewhere,
          'm²',
          'computed',
          'their own plans',
        ),
      ]);
