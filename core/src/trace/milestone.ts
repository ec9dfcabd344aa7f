/** What is waited for while something cures or dries, by what it is: plies are sanded, glue on fabric takes pressure. */
export type MilestoneMeaning =
  | {
      readonly kind:
        | 'bonds-from'
        | 'bonds-until'
        | 'gelled'
        | 'trim'
        | 'sandable'
        | 'peelable'
        | 'loadable'
        | 'into-water'
        | 'dull'
        | 'skinned'
        | 'tack-gone'
        | 'tooling-over'
        | 'handling'
        | 'workable'
        | 'pressure'
        | 'cured';
    }
  /** Cured so deep by light, or by moisture, m. */
  | { readonly kind: 'lit-to' | 'cured-to'; readonly depth: number };
