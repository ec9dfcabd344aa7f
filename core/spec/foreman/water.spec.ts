import { line, planned, doneIn, first, waits, codes, type Planned } from './lines';

const DRIES = /^dries(Washed|Opened|Warmed|UnderTent|ToInject)$/;
/** Something of every kind that is opened where it may be wet. */
const OPENED: readonly (readonly [hull: string, damage: string])[] = [
  ['frp-solid', 'void'],
  ['frp-solid', 'crack'],
  ['frp-solid', 'hole'],
  ['frp-solid', 'crushed'],
  ['frp-cored', 'drilled-holes'],
  ['frp-cored', 'wet-core'],
  ['frp-cored', 'delamination'],
  ['foil-g10', 'split-edge'],
  ['foil-g10', 'nick'],
  ['foam-sheet', 'hole'],
  ['smc', 'hole'],
  ['wood-solid', 'hole'],
  ['frp-solid', 'blisters'],
];

describe('the foreman: water, dryness, what lies behind', () => {
  line(1, 'what is opened wet dries, and is read, before it is closed: in every kind', () => {
    for (const [hull, damage] of OPENED) {
      const wet = planned(hull, damage, { damage: { wet: 'wet' } });
      const name = `${hull}, ${damage}`;
      expect(waits(wet).some((w) => DRIES.test(w.awaited)))
        .withContext(name)
        .toBeTrue();
      const read = doneIn(wet).findIndex((s) => s.startsWith('read '));
      expect(read).withContext(`${name} is read`).toBeGreaterThan(-1);
      expect(read)
        .withContext(`${name} is read first`)
        .toBeLessThan(first(wet, 'lay', 'fill', 'glue', 'inject'));
    }
  });

  line(1, 'under water and not said how wet is taken as damp, and said so', () => {
    for (const [hull, damage] of OPENED) {
      const unsaid = planned(hull, damage, { damage: { position: 'below' } });
      expect(waits(unsaid).some((w) => DRIES.test(w.awaited)))
        .withContext(`${hull}, ${damage}`)
        .toBeTrue();
    }
    expect(codes(planned('frp-solid', 'hole', { damage: { position: 'below' } }))).toContain('wet-not-said');
    const said = planned('frp-solid', 'hole', { damage: { position: 'below', wet: 'dry' } });
    expect(waits(said).some((w) => DRIES.test(w.awaited))).toBeFalse();
    expect(codes(said)).not.toContain('wet-not-said');
  });

  line(1, 'what is wet by nature dries no sooner because it lies under water', () => {
    for (const [hull, damage] of [
      ['frp-cored', 'wet-core'],
      ['frp-solid', 'blisters'],
    ] as const) {
      const days = (position: string): number =>
        waits(planned(hull, damage, { damage: { position } })).find((w) => DRIES.test(w.awaited))?.s ?? 0;
      expect(days('below')).withContext(damage).toBeGreaterThanOrEqual(days('above'));
      expect(days('above')).withContext(damage).toBeGreaterThan(0);
    }
  });

  line(1, 'drying follows the vapour pressure: at 5 °C at least twice as long as at 20 °C', () => {
    for (const [hull, damage] of OPENED) {
      const at = (temperature: number): number => {
        const wet = planned(hull, damage, { damage: { wet: 'wet' }, conditions: { temperature } });
        return waits(wet).find((w) => DRIES.test(w.awaited))?.s ?? 0;
      };
      expect(at(5) / at(20))
        .withContext(`${hull}, ${damage}`)
        .toBeGreaterThanOrEqual(2);
    }
  });

  line(1, 'forced drying is offered with its days, and done where it is chosen', () => {
    for (const [hull, damage] of OPENED) {
      const name = `${hull}, ${damage}`;
      const wet = planned(hull, damage, { damage: { wet: 'wet' } });
      const offer = wet.problems.find((p) => p.code === 'drying-offer');
      expect(offer).withContext(name).toBeDefined();
      if (offer?.code !== 'drying-offer') continue;
      expect(offer.params.vacuum).withContext(name).toBeLessThan(offer.params.warm);
      expect(offer.params.warm).withContext(name).toBeLessThan(offer.params.open);
      const by = planned(hull, damage, { damage: { wet: 'wet' }, repair: { drying: { by: 'vacuum' } } });
      expect(doneIn(by)).withContext(name).toContain('air vacuum');
      expect(waits(by).find((w) => DRIES.test(w.awaited))?.s)
        .withContext(name)
        .toBeCloseTo(offer.params.vacuum, 0);
      expect(codes(by)).withContext(name).not.toContain('drying-offer');
      expect(by.text)
        .withContext(name)
        .toMatch(/electric heater/);
    }
  });

  line(
    1,
    'the shape is held before anything is cut, tabs go on cured and abraded laminate, props stay until it carries',
    () => {
      const member = { kind: 'stringer', name: 'stringer 3', length: 0.4, props: 2 };
      const held = planned('frp-solid', 'hole', { structure: [member] });
      const done = doneIn(held);
      const at = (step: string): number => done.indexOf(step);
      expect(at('prop member')).toBeGreaterThan(-1);
      expect(at('prop member')).toBeLessThan(first(held, 'grind', 'cut'));
      expect(at('member tab')).toBeGreaterThan(at('abrade members'));
      expect(at('abrade members')).toBeGreaterThan(done.lastIndexOf('lay plies'));
      const stays = waits(held).find((w) => w.awaited === 'propsStay');
      const sand = held.plan.dish?.mix?.milestones.sand.value ?? Infinity;
      expect(stays?.s ?? 0).toBeGreaterThan(sand);
      // Tabs are laid on what has cured until it can be sanded.
      const { steps = [], links = [] } = held.plan.work ?? {};
      const before = links.filter((l) => l.lags.some((x) => x.awaited === 'sandable')).map((l) => l.to);
      const cured = steps.findIndex((s) => before.includes(s.id));
      expect(cured).toBeGreaterThan(-1);
      expect(cured).toBeLessThan(at('member tab'));
    },
  );

  line(
    1,
    'after a blow that went through, what the wall is joined to is looked at before anything is cut',
    () => {
      const looked = (of: Planned): boolean =>
        of.order.stages
          .filter((s) => s.stage === 'survey')
          .some((s) =>
            s.rows.some((r) => r.kind === 'step' && r.tests.some((t) => /frames, tabs/.test(t.test))),
          );
      for (const [hull, kind] of [
        ['frp-solid', 'hole'],
        ['frp-solid', 'crushed'],
        ['frp-cored', 'hole'],
      ])
        expect(looked(planned(hull, kind)))
          .withContext(`${hull}, ${kind}`)
          .toBeTrue();
      expect(looked(planned('frp-solid', 'crack', { damage: { depth: 0.002 } }))).toBeFalse();
      expect(looked(planned('frp-solid', 'gel-coat-chip'))).toBeFalse();
    },
  );
});
