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

  const CORED = [
    ['frp-cored', 'wet-core', {}],
    ['frp-cored', 'wet-core', { repair: { way: 'inject' } }],
    ['frp-cored', 'delamination', {}],
  ] as const;
  const leaking = (k: number, damage: object, more: object = {}): Planned => {
    const [hull, kind, way] = CORED[k];
    const repair = { ...(way as { repair?: object }).repair, ...(more as { repair?: object }).repair };
    return planned(hull, kind, { damage: { wet: 'wet', core: 'firm', ...damage }, repair });
  };

  line(1, 'the leak is part of the repair: drilled out, filled, drilled again and bedded', () => {
    CORED.forEach((_, k) => {
      const of = leaking(k, { source: 'fasteners', fasteners: 6 });
      const done = doneIn(of);
      const at = ['survey source', 'drill core', 'fill plugs', 'drill fastener'].map((s) => done.indexOf(s));
      expect(at).toEqual([...at].sort((a, b) => a - b));
      expect(at[0]).withContext(`${k}`).toBeGreaterThan(-1);
      // The plug is hard before it is drilled, and sealant is bought for it.
      const set = of.plan.work?.links.find((l) => l.lags.some((x) => x.awaited === 'untilSanded'));
      expect(set).withContext(`${k}`).toBeDefined();
      expect(of.plan.materials?.some((m) => /sealant/i.test(m.product) && m.quantity.value > 0)).toBeTrue();
      expect(of.text.replace(/\s+/g, ' ')).toMatch(/6 holes, drilled out to 12(\.0)? mm/);
      // Nothing is drilled through a skin that is still soft.
      expect(at[1]).toBeGreaterThan(
        Math.max(done.lastIndexOf('lay plies'), done.lastIndexOf('strike weights')),
      );
      expect(at[1]).toBeGreaterThan(done.findIndex((s) => s.startsWith('sand ')) * Number(k === 0));
      expect(codes(of)).not.toContain('leak-not-said');
    });
  });

  line(
    1,
    'what was let in by a fitting comes off before and is bedded at the end; a joint is raked and sealed',
    () => {
      CORED.forEach((_, k) => {
        const fitting = doneIn(leaking(k, { source: 'fitting' }));
        expect(fitting.indexOf('takeOff fitting')).withContext(`${k}`).toBeGreaterThan(-1);
        expect(fitting.indexOf('takeOff fitting')).toBeLessThan(fitting.indexOf('drill core'));
        expect(fitting.indexOf('putBack fitting')).toBeGreaterThan(fitting.indexOf('drill again'));
        expect(fitting.indexOf('drill again')).toBeGreaterThan(fitting.indexOf('fill plugs'));
        const joint = doneIn(leaking(k, { source: 'joint' }));
        expect(joint.indexOf('clean joint')).withContext(`${k}`).toBeGreaterThan(-1);
        expect(joint.indexOf('seal joint')).toBeGreaterThan(joint.indexOf('clean joint'));
        expect(joint).not.toContain('drill fastener');
      });
    },
  );

  line(1, 'holes that nobody wants again are filled and not drilled', () => {
    CORED.forEach((_, k) => {
      const done = doneIn(leaking(k, { source: 'fasteners' }, { repair: { holes: { refit: 'no' } } }));
      expect(done).withContext(`${k}`).toContain('fill plugs');
      expect(done).not.toContain('drill fastener');
    });
  });

  line(1, 'a core job without a named source asks for it, and hoses it down', () => {
    CORED.forEach((_, k) => {
      const unsaid = leaking(k, {});
      expect(codes(unsaid)).withContext(`${k}`).toContain('leak-not-said');
      expect(doneIn(unsaid)).toContain('survey hose');
      expect(codes(leaking(k, { source: 'unknown' }))).not.toContain('leak-not-said');
      expect(doneIn(leaking(k, { source: 'blow' }))).not.toContain('survey hose');
    });
    // Dry skin that let go has no leak to look for.
    expect(codes(planned('frp-cored', 'delamination', { damage: { wet: 'dry' } }))).not.toContain(
      'leak-not-said',
    );
  });

  line(1, 'a hole is looked into before it is filled: a core may stand behind any skin', () => {
    for (const hull of ['frp-solid', 'frp-cored']) {
      const of = planned(hull, 'drilled-holes', { damage: { count: 4 } });
      const looked = doneIn(of).indexOf('survey hole');
      expect(looked).withContext(hull).toBeGreaterThan(-1);
      expect(looked).toBeLessThan(first(of, 'fill'));
    }
    expect(codes(planned('frp-cored', 'drilled-holes', { damage: { core: 'soft' } }))).toContain(
      'soft-core-behind',
    );
  });

  line(1, 'a rotten core is never injected, whatever the product', () => {
    for (const hull of ['frp-cored', 'foil-g10'])
      for (const kind of ['wet-core', 'delamination'] as const) {
        const name = `${hull}, ${kind}`;
        const soft = planned(hull, kind, { damage: { core: 'soft', wet: 'dry' } });
        expect(soft.plan.system?.route.id).withContext(name).toBe('recore');
        for (const medium of ['epoxy', 'foam']) {
          const asked = planned(hull, kind, {
            damage: { core: 'soft', wet: 'dry' },
            repair: { way: 'inject', core: { medium } },
          });
          expect(asked.plan.system?.chosen).withContext(`${name}, ${medium}`).toBeUndefined();
          expect(doneIn(asked).filter((s) => s.startsWith('inject'))).toEqual([]);
          expect(asked.text)
            .withContext(name)
            .toMatch(/open the skin and replace the core/);
        }
        // Firm and dry is what injection is for.
        expect(
          planned(hull, kind, { damage: { core: 'firm', wet: 'dry' }, repair: { way: 'inject' } }).plan.system
            ?.chosen,
        )
          .withContext(name)
          .toBeDefined();
      }
  });

  it('opens the skin over a wet core whole, whatever depth somebody entered, and says that it is not used', () => {
    const deep = planned('frp-cored', 'wet-core', { damage: { depth: 0.0015 } });
    expect(deep.plan.dish?.coring).toBeDefined();
    const unused = deep.problems.flatMap((p) => (p.code === 'not-used-here' ? p.params.paths : []));
    expect(unused).toContain('damage.depth');
  });

  line(1, 'a product with a quarter of an hour of life is not spread over hundreds of holes', () => {
    const asked = (count: number) =>
      planned('frp-solid', 'drilled-holes', { damage: { count, wet: 'dry' }, system: { bond: 'mma' } });
    const refused = ({ problems }: Planned): boolean =>
      problems.some((p) => p.severity === 'error' && p.path.startsWith('system'));
    expect(refused(asked(300))).toBeTrue();
    expect(refused(asked(6))).toBeFalse();
    expect(asked(300).text.replace(/\s+/g, ' ')).toMatch(/stiffens long before so many holes are filled/);
    // A loose skin of two square metres is filled hole by hole, too.
    for (const size of [
      [0.2, 0.2],
      [1.2, 0.8],
    ]) {
      const skin = planned('frp-cored', 'delamination', { damage: { size, wet: 'dry' } });
      const bond = skin.plan.system?.chosen?.chain.links.find((l) => l.role === 'bond')?.product;
      const life = bond && 'cure' in bond ? (bond.cure?.potLife ?? 0) : 0;
      if (size[0] > 1) expect(life).toBeGreaterThan(15 * 60);
    }
  });

  line(1, 'foam behind a skin is a stiffening for a season, and says so', () => {
    const of = planned('frp-cored', 'delamination', {
      damage: { wet: 'dry', core: 'firm' },
      repair: { core: { medium: 'foam' } },
    });
    expect(codes(of)).toContain('foam-for-a-season');
    expect(of.text).toMatch(/stiffens for a season/);
    // It is mixed before it is injected, and the inspector has nothing against it.
    const done = doneIn(of);
    expect(done.indexOf('mix foam')).toBeGreaterThan(-1);
    expect(done.indexOf('mix foam')).toBeLessThan(done.indexOf('inject foam'));
  });
});
