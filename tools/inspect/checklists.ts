import { CHECKLIST, type CheckItem, type Checklist } from '@nelbo/core/inspect';

interface Row {
  plans: number;
  readonly there: Map<CheckItem, number>;
  readonly gaps: Map<CheckItem, string>;
}

/** The foreman's list over many plans, one row a hull and damage. */
export class Checklists {
  readonly #rows = new Map<string, Row>();

  /** @param pair hull and damage; @param name of the job */
  add(pair: string, name: string, list: Checklist): void {
    const row = this.#rows.get(pair) ?? { plans: 0, there: new Map(), gaps: new Map() };
    this.#rows.set(pair, row);
    row.plans += 1;
    for (const item of CHECKLIST) {
      if (list[item] === 'there') row.there.set(item, (row.there.get(item) ?? 0) + 1);
      if (list[item] === 'gap') row.gaps.set(item, row.gaps.get(item) ?? name);
    }
  }

  /** What is missing, each with the first job that lacks it. */
  get gaps(): readonly string[] {
    return [...this.#rows.values()].flatMap(({ gaps }) =>
      [...gaps].map(([item, name]) => `${item}: ${name}`),
    );
  }

  /** How many plans of a row have an item that they need; a dot where none of them asks for it. */
  print(): void {
    const width = Math.max(...[...this.#rows.keys()].map((k) => k.length), 16);
    console.log(['hull, damage'.padEnd(width), 'plans', ...CHECKLIST.map((c) => c.padStart(8))].join(' '));
    for (const [pair, { plans, there, gaps }] of this.#rows)
      console.log(
        [
          pair.padEnd(width),
          String(plans).padStart(5),
          ...CHECKLIST.map((c) => (gaps.has(c) ? 'GAP' : String(there.get(c) ?? '·')).padStart(8)),
        ].join(' '),
      );
  }
}
