/** A product of the yard's Stores, in SI. `like` names the entry of the library that it overrides or is made after. */
export interface YardProduct {
  readonly id: string;
  readonly like: string;
  readonly name?: string;
  readonly sheet?: string;
  readonly note?: string;
  readonly values?: Readonly<Record<string, number>>;
  readonly lots?: readonly {
    readonly lot: string;
    readonly left?: string;
    readonly opened?: string;
    readonly useBy?: string;
  }[];
}
