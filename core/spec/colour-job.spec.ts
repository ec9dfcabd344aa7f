import {
  colourState,
  dosesOf,
  keptShares,
  knownPastes,
  pasteFromColours,
  shelvedPastes,
  standInChip,
  COLOUR_BASES,
  PASTES,
} from '../src/finish';

describe('the colour of a job', () => {
  const readings = [{ where: 'polished', by: 'reader', L: 81.4, a: -4.6, b: 6.8 }] as const;
  const recipe = [
    { paste: 'paste-black', fraction: 0.00035 },
    { paste: 'paste-yellow-oxide', fraction: 0.0011 },
  ];

  it('comes from its document: nothing, a target, a first pot, a next one', () => {
    expect(colourState(undefined, PASTES, 0.1, 32e6).surround).toBeUndefined();
    expect(colourState({ readings: [...readings] }, PASTES, 0.1, 32e6).next).toBeUndefined();
    const first = colourState({ readings: [...readings], recipe }, PASTES, 0.1, 32e6);
    expect(first.next?.add.every((c, i) => c <= recipe[i].fraction)).toBeTrue();
    expect(first.next?.doses[1].mass).toBeCloseTo((first.next?.add[1] ?? NaN) * 0.1, 12);
    const pot = first.next?.pot ?? [];
    const chip = standInChip(COLOUR_BASES[0], first.recipe?.pastes ?? [], pot);
    const next = colourState(
      {
        readings: [...readings],
        recipe,
        trials: [
          { at: '2026-11-24T10:00:00Z', pastes: keptShares(first.recipe?.pastes ?? [], pot), ...chip },
        ],
      },
      PASTES,
      0.1,
      32e6,
    );
    expect(next.trials[0].deltaE).toBeGreaterThan(0);
    expect(next.next?.pot.every((c, i) => c >= pot[i] - 1e-9)).toBeTrue();
  });

  it('leaves out a paste that nobody knows any more', () => {
    expect(
      colourState({ readings: [...readings], recipe: [{ paste: 'gone', fraction: 0.01 }] }, PASTES, 0.1, 32e6)
        .recipe,
    ).toBeUndefined();
  });

  it('is dosed in drops, and let down where a drop is too coarse', () => {
    const [black] = PASTES.filter((p) => p.id === 'paste-black');
    const [many, few] = [dosesOf([black], [0.01], 1, 32e6)[0], dosesOf([black], [0.0003], 0.1, 32e6)[0]];
    expect(many.drops).toBe(Math.round((0.01 / 1300) * 32e6));
    expect(many.letDown).toBeUndefined();
    expect(few.letDown?.mass).toBeCloseTo(few.mass * 10, 15);
    expect(few.letDown?.drops).toBeGreaterThan(few.drops);
  });

  it('takes the yard’s own pastes, and the shelf as it is', () => {
    const own = {
      id: 'own-1',
      name: 'Harbour blue',
      ladder: [
        { fraction: 0.005, L: 75, a: -8, b: -18 },
        { fraction: 0.02, L: 58, a: -9, b: -33 },
      ],
    };
    const made = pasteFromColours(own);
    expect(made?.confidence).toBe('low');
    expect(Array.from(made?.K ?? []).every((k) => Number.isFinite(k) && k >= 0)).toBeTrue();
    expect(knownPastes([own]).length).toBe(PASTES.length + 1);
    expect(shelvedPastes(knownPastes([own]), [{ id: 'own-1' }]).map((p) => p.id)).toEqual(['own-1']);
    expect(pasteFromColours({ id: 'x', name: 'x', ladder: [] })).toBeUndefined();
    expect(
      knownPastes([{ id: 'x', name: 'x', ladder: [{ fraction: 0.01, L: 50, a: 120, b: 120 }] }]).length,
    ).toBe(PASTES.length);
  });
});
