import { getIn, setIn } from '../src/schema/document-path';

describe('document paths', () => {
  it('set and read one field and leave the rest', () => {
    const d = { hull: { material: 'frp-solid', thickness: 1 }, damage: {} };
    const e = setIn(d, 'hull.thickness', 2);
    expect(getIn(e, 'hull.thickness')).toBe(2);
    expect(d.hull.thickness).toBe(1);
    expect(e.damage).toBe(d.damage);
  });

  it('make groups on the way and remove what became empty', () => {
    const d = setIn<object>({}, 'conditions.temperature', 17);
    expect(d).toEqual({ conditions: { temperature: 17 } });
    expect(setIn(d, 'conditions.temperature', undefined)).toEqual({});
    expect(getIn(d, 'conditions.nothing.there')).toBeUndefined();
  });
});
