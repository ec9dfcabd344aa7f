import {
  JOB_FIELDS,
  LOG_ENTRY_FIELDS,
  SHOP_FIELDS,
  readerOf,
  type Job,
  type JobDocument,
} from '../src/index';
import { choice, group, list, pair, quantity, required, text } from '../src/schema/field';
import type { ValueOf } from '../src/schema/document-of';

/** True where both types allow the same values. The compiler judges: a false one does not compile. */
type Same<A, B> = [A] extends [B] ? ([B] extends [A] ? true : false) : false;
const holds = <T extends true>(truth: T): void => expect(truth).toBeTrue();

const BOAT = group('Boat', {
  name: required(text('Name', 40)),
  rig: choice('Rig', { yawl: 'yawl', ketch: 'ketch' }),
  mast: quantity('Mast', 'length', 1, 60, 'm'),
  size: pair('Size', quantity('size', 'length', 1, 60, 'm')),
  planks: list('Planks', group('Plank', { width: required(quantity('Width', 'length', 0, 1, 'mm')) }), 9),
});

describe('types of documents', () => {
  it('come from the table of fields: what is required, what may lack, codes of choices, quantities read or written', () => {
    holds<
      Same<
        ValueOf<typeof BOAT, number>,
        {
          name: string;
          rig?: 'yawl' | 'ketch';
          mast?: number;
          size?: [number, number];
          planks?: { width: number }[];
        }
      >
    >(true);
    holds<Same<ValueOf<typeof BOAT, number | string>['mast'], number | string | undefined>>(true);
    holds<Same<JobDocument['damage']['depth'], number | string | undefined>>(true);
    holds<Same<Job['access'], 'one' | 'both' | undefined>>(true);
    // @ts-expect-error a job has no such answer
    const access: Job['access'] = 'three';
    expect(access).toBeDefined();
  });

  it('are what the reader gives: whole or not at all', () => {
    const read = readerOf(BOAT);
    expect(read({ name: 'Dotterel', mast: '9 m', planks: [{ width: '90 mm' }] }).whole).toEqual({
      name: 'Dotterel',
      mast: 9,
      planks: [{ width: 0.09 }],
    });
    for (const bad of [{}, { name: 'Dotterel', rig: 'sloop' }, { name: 'Dotterel', planks: [{}] }, null]) {
      const { whole, problems } = read(bad);
      expect(whole).withContext(JSON.stringify(bad)).toBeUndefined();
      expect(problems.length).toBeGreaterThan(0);
    }
  });

  it('hold for the tables of the yard: a reader refuses what the type does not know', () => {
    expect(readerOf(SHOP_FIELDS)({ crew: [{ name: 'Ines' }] }).whole?.crew?.[0].name).toBe('Ines');
    expect(readerOf(SHOP_FIELDS)({ crew: ['Ines'] }).whole).toBeUndefined();
    expect(
      readerOf(LOG_ENTRY_FIELDS)({ id: 'a', stage: 'mast', at: 'x', who: 'y', text: 'z' }).whole,
    ).toBeUndefined();
    expect(JOB_FIELDS.fields.damage.fields.kind.required).toBeTrue();
  });
});
