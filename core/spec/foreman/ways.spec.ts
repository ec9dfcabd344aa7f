import { wholeBoat } from '../../src/boat';
import { DAMAGE_KINDS, LIBRARY } from '../../src/index';
import { REPAIRS } from '../../src/repairs';
import { CLOCK } from '../support';
import { codes, doneIn, line, planned, type Planned } from './lines';

const drilled = (diameter: number, more: object = {}, damage: object = {}) =>
  planned('frp-solid', 'drilled-holes', {
    hull: { thickness: 0.012 },
    damage: { size: [0.03, 0.03], count: 1, ...damage },
    repair: { holes: { diameter, ...more } },
  });

describe('the foreman: which way of repairing', () => {
  line(2, 'a hole is not a screw hole: too wide for a plug, it is laminated, and says so', () => {
    const small = drilled(0.018);
    expect(small.plan.dish).toBeUndefined();
    for (const [wide, damage] of [
      [0.025, {}],
      [0.012, { position: 'below', wet: 'dry' }],
    ] as const) {
      const hole = drilled(wide, {}, damage);
      expect(hole.plan.dish?.laminate?.plies.length).toBeGreaterThan(0);
      expect(codes(hole)).toContain('hole-not-plugged');
      expect(hole.text).toContain('laminated, not plugged');
      // What it was judged by was used.
      for (const p of hole.problems)
        if (p.code === 'not-used-here') expect(p.params.paths).not.toContain('repair.holes.diameter');
    }
    // Over three times the wall.
    const thin = planned('frp-solid', 'drilled-holes', {
      hull: { thickness: 0.004 },
      damage: { size: [0.03, 0.03] },
      repair: { holes: { diameter: 0.014 } },
    });
    expect(thin.plan.dish?.laminate?.plies.length).toBeGreaterThan(0);
  });

  line(2, 'a hole that is not wanted again is filled and not drilled again', () => {
    const cored = (refit?: 'yes' | 'no') =>
      planned('frp-cored', 'drilled-holes', {
        damage: { count: 3 },
        repair: { holes: { diameter: 0.006, ...(refit ? { refit } : {}) } },
      });
    expect(doneIn(cored())).toContain('drill fastener');
    expect(doneIn(cored('yes'))).toContain('drill fastener');
    expect(doneIn(cored('no'))).not.toContain('drill fastener');
  });

  line(
    2,
    'of a worn pivot pin, bore, bush and clearance are asked and told; graphite is kept from what it eats',
    () => {
      const pivot = (edge: object, system: object = {}) =>
        planned('foil-g10', 'corroded-insert', {
          repair: { edge: { pin: 0.016, worn: 0.0185, ...edge } },
          system,
        });
      const sizes = ({ plan }: Planned) =>
        new Map(plan.repair?.sheets.flatMap((s) => s.key).map((k) => [k.label, k.figure.value * 1000]));
      const poured = sizes(pivot({}));
      expect(poured.get('Pin')).toBeCloseTo(16, 9);
      // 5 mm of bearing round the pin is more than 2 mm past the worn hole.
      expect(poured.get('Bored')).toBeCloseTo(26, 9);
      expect(poured.get('Drilled again')).toBeCloseTo(16.2, 9);
      expect(poured.get('Clearance of the pin')).toBeCloseTo(0.2, 9);
      // A bush of 4 mm: 16.2 + 8, and a millimetre of glue round it.
      const bushed = pivot({ bushWall: 0.004 }, { patch: 'bush-acetal' });
      expect(sizes(bushed).get('Bush, outside')).toBeCloseTo(24.2, 9);
      expect(sizes(bushed).get('Bored')).toBeCloseTo(26.2, 9);
      expect(doneIn(bushed)).toContain('glue bush');
      expect(bushed.text).not.toMatch(/graphite/i);
      // π/4·(26.2² − 24.2²) mm² round a foil 17 mm thick and so on: the ring, not the hole.
      const ring =
        bushed.plan.repair?.sheets.flatMap((s) => s.key).find((k) => k.label === 'Fill')?.figure.value ?? 0;
      const whole = pivot({})
        .plan.repair?.sheets.flatMap((s) => s.key)
        .find((k) => k.label === 'Fill')?.figure.value;
      expect(ring).toBeLessThan(0.3 * (whole ?? 0));
      // A pin that stays is cast round: nothing is drilled where it stands.
      const stays = pivot({ pinStays: 'yes' });
      expect(doneIn(stays)).toContain('backing pin');
      // Its bore is dusted off like any other before it is filled.
      expect(doneIn(stays).indexOf('clean dust')).toBeGreaterThan(doneIn(stays).indexOf('backing pin'));
      expect(doneIn(stays).indexOf('clean dust')).toBeLessThan(doneIn(stays).indexOf('fill bore'));
      expect(doneIn(stays)).not.toContain('drill pin');
      expect(stays.text).not.toMatch(/drill it for a pin|Drill for the pin/);
      for (const metal of ['galvanised', 'aluminium']) {
        expect(codes(pivot({ pinMetal: metal }))).toContain('graphite-and-metal');
        expect(codes(pivot({ pinMetal: metal }, { patch: 'bush-acetal' }))).not.toContain(
          'graphite-and-metal',
        );
      }
      expect(codes(pivot({ pinMetal: 'stainless' }))).not.toContain('graphite-and-metal');
    },
  );

  line(
    2,
    'corrosion over a tenth of a section and rot have their sizes asked, and are told where they are too much',
    () => {
      const steel = (depth: number) =>
        planned('steel', 'scratch', { damage: { depth }, repair: { metal: { thickness: 0.006 } } });
      expect(codes(steel(0.0005))).not.toContain('section-lost');
      expect(codes(steel(0.0009))).toContain('section-lost');
      expect(codes(steel(0.0065))).toContain('plate-gone');
      const asks =
        planned('wood-solid', 'rot').plan.repair?.sheets.flatMap((s) => s.asks.map((a) => a.path)) ?? [];
      expect(DAMAGE_KINDS.rot.asks as readonly string[]).toContain('depth');
      expect(asks.some((p) => p.startsWith('repair.wood'))).toBeTrue();
    },
  );

  line(2, 'laminate that somebody has laid is looked over, faired and finished, and not laid again', () => {
    for (const hull of ['frp-solid', 'frp-cored']) {
      const whole = planned(hull, 'hole');
      const laid = planned(hull, 'hole', { begins: 'fairing' });
      const stages = new Set((laid.plan.work?.steps ?? []).map((s) => s.stage));
      for (const stage of ['grind', 'laminate', 'mix'] as const)
        expect(stages.has(stage)).withContext(`${hull}, ${stage}`).toBeFalse();
      // Looked over, dewaxed, keyed, filled, finished: in this order.
      const at = (what: string): number => doneIn(laid).indexOf(what);
      expect(at('check laid')).toBeGreaterThanOrEqual(0);
      expect(at('wash dewaxOutside')).toBeGreaterThan(at('check laid'));
      expect(at('fill spread')).toBeGreaterThan(at('wash dewaxOutside'));
      expect(at('check finish')).toBeGreaterThan(at('fill spread'));
      expect(codes(laid)).not.toContain('broken-gate');
      // Neither resin nor cloth of the plies is bought, and the filler is what it was.
      const bought = laid.plan.materials?.map((m) => m.id) ?? [];
      expect(bought.some((id) => id === 'resin' || id.startsWith('cloth') || id === 'peelPly')).toBeFalse();
      expect(laid.plan.dish?.fair?.volume.value).toBe(whole.plan.dish?.fair?.volume.value ?? NaN);
      expect(laid.plan.totals?.handsOn.value).toBeLessThan(whole.plan.totals?.handsOn.value ?? 0);
      expect(laid.text).not.toMatch(/Cut out and grind|Lay pl(y|ies)/);
    }
    // Where nothing is laminated there is nothing to begin behind.
    const wood = planned('wood-solid', 'rot', { begins: 'fairing' });
    expect(
      wood.problems.some((p) => p.code === 'not-used-here' && p.params.paths.includes('begins')),
    ).toBeTrue();
  });

  line(2, 'an old patch that holds stays: looked over, feathered, faired along its edges and coated', () => {
    for (const hull of ['frp-solid', 'frp-cored', 'wood-solid', 'foil-g10', 'abs', 'smc']) {
      const of = planned(hull, 'old-repair', { damage: { holds: 'all', size: [0.3, 0.2] } });
      const done = doneIn(of);
      expect(of.plan.dish).withContext(hull).toBeUndefined();
      expect(done.some((d) => d.startsWith('strip ') && d !== 'strip tape'))
        .withContext(hull)
        .toBeFalse();
      const at = (what: string): number => done.findIndex((d) => d === what);
      expect(at('bevel feather')).withContext(hull).toBeGreaterThan(0);
      expect(at('fill patchEdges')).withContext(hull).toBeGreaterThan(at('bevel feather'));
      expect(done.slice(at('fill patchEdges')).some((d) => d.startsWith('coat ')))
        .withContext(hull)
        .toBeTrue();
      expect(codes(of)).withContext(hull).toContain('patch-stays');
      expect(of.text).toContain('tap the old patch all over');
      // Anything less, and it comes off.
      const loose = planned(hull, 'old-repair', { damage: { holds: 'loose', size: [0.3, 0.2] } });
      expect(doneIn(loose).some((d) => d === 'bevel feather'))
        .withContext(hull)
        .toBeFalse();
      expect(codes(loose)).withContext(hull).not.toContain('patch-stays');
    }
    // What holds is not raked out from under it.
    const putty = planned('frp-solid', 'old-repair', {
      damage: { holds: 'all', filler: 'polyester', position: 'below' },
    });
    expect(doneIn(putty)).not.toContain('strip putty');
    // On a tube nothing is laid: it is soaped under pressure.
    const tube = planned('pvc-fabric', 'old-repair', { damage: { holds: 'all' } });
    expect(doneIn(tube)).toContain('check patch');
    expect(doneIn(tube)).toContain('test oldPatch');
    expect(doneIn(tube).some((d) => d.startsWith('join '))).toBeFalse();
    expect(tube.text).not.toContain('adhesive');
  });

  line(2, 'a skin under 1 mm is patched as thick as it was, and says so', () => {
    for (const skin of [0.0004, 0.0006, 0.0008, 0.00095])
      for (const hull of ['frp-solid', 'frp-cored']) {
        const thin = planned(hull, 'hole', { hull: { thickness: skin, gelCoat: 0.0002 } });
        const laid = thin.plan.dish?.laminate?.sides[0].thickness.value ?? 0;
        expect(laid)
          .withContext(`${hull}, ${skin * 1000} mm`)
          .toBeGreaterThanOrEqual(skin * 0.95);
        expect(laid).toBeLessThanOrEqual(skin + 0.0006);
        expect(codes(thin)).withContext(hull).toContain('thin-skin');
        // It is feathered out as it says, not sanded into.
        expect(thin.plan.dish?.fair?.goes.value ?? 0)
          .withContext(`${hull}, ${skin * 1000} mm, filled`)
          .toBeGreaterThan(0);
      }
    expect(codes(planned('frp-solid', 'hole', { hull: { thickness: 0.003 } }))).not.toContain('thin-skin');
  });

  line(2, 'a hole in a core is cleared from behind the skin, wetted out and plugged', () => {
    const hole = planned('frp-cored', 'drilled-holes', { repair: { holes: { diameter: 0.006 } } });
    expect(hole.text).toMatch(/clear the core/i);
  });

  line(2, 'a hole in plastic, sheet compound or board gets plate, cloth or kept pieces behind it', () => {
    for (const hull of ['abs', 'smc', 'foam-sheet', 'hdpe', 'pp']) {
      const hole = planned(hull, 'hole');
      const links = hole.plan.system?.chosen?.chain.links ?? [];
      expect(links.some((l) => l.role === 'reinforce') || doneIn(hole).includes('make plug'))
        .withContext(hull)
        .toBeTrue();
    }
    // Cloth lies against a former, and a wide hole takes a piece of its own sheet, not litres of adhesive.
    for (const hull of ['abs', 'smc', 'polycarbonate']) {
      const wide = planned(hull, 'hole', { damage: { size: [0.2, 0.15] } });
      const done = doneIn(wide);
      expect(done.indexOf('former outside')).withContext(hull).toBeGreaterThan(0);
      expect(done.indexOf('former outside')).withContext(hull).toBeLessThan(done.indexOf('lay inside'));
      expect(done.indexOf('turn outside')).withContext(hull).toBeGreaterThan(done.indexOf('lay inside'));
      expect(done.indexOf('fill letIn')).withContext(hull).toBeGreaterThan(done.indexOf('make letIn'));
      expect((wide.plan.materials ?? []).some((m) => m.id === 'piece'))
        .withContext(hull)
        .toBeTrue();
      const small = planned(hull, 'hole', { damage: { size: [0.03, 0.03] } });
      expect(doneIn(small)).withContext(hull).not.toContain('make letIn');
    }
  });

  line(
    2,
    'several damages on one boat are one job: one pot, one tent, one handing over, and each by itself',
    () => {
      const chip = (size: number, id = '') => ({
        ...(id ? { id } : {}),
        damage: { kind: 'gel-coat-chip', position: 'above', size: [size, size] },
      });
      const boat = {
        format: 'nelbo-job/1',
        hull: { material: 'frp-solid' },
        warmth: { kind: 'tent' },
        conditions: { temperature: 12, humidity: 0.6 },
        ...chip(0.03),
      };
      const planOf = (document: object) => wholeBoat(document, LIBRARY, {}, CLOCK, REPAIRS).places;
      const [alone] = planOf(boat);
      const all = planOf({ ...boat, format: 'nelbo-job/2', places: [chip(0.02, 'b'), chip(0.025, 'c')] });
      const own = all.flatMap((p) => (p.plan?.work?.steps ?? []).filter((s) => !s.together));
      for (const action of ['mix', 'handOver', 'warm'])
        expect(own.filter((s) => s.action === action).length)
          .withContext(action)
          .toBe((alone.plan?.work?.steps ?? []).filter((s) => s.action === action).length);
      // Each has its own steps, and its own plan where it is done by itself.
      for (const p of all) expect(p.plan?.work?.steps.length).toBe(alone.plan?.work?.steps.length);
      expect(all.flatMap((p) => p.problems).filter((p) => p.code === 'broken-gate')).toEqual([]);
    },
  );

  line(2, 'a field that a kind does not use is told, and one that it uses is not', () => {
    const unused = (of: Planned): readonly string[] =>
      of.problems.flatMap((p) => (p.code === 'not-used-here' ? p.params.paths : []));
    const more = { damage: { count: 4, pieces: 'kept' } };
    expect(unused(planned('hdpe', 'scratch', more))).toContain('damage.count');
    expect(unused(planned('hdpe', 'scratch', more))).toContain('damage.pieces');
    expect(unused(planned('frp-solid', 'drilled-holes', { damage: { count: 4 } }))).not.toContain(
      'damage.count',
    );
  });

  line(
    2,
    'a gouge or chip deeper than the gel coat is filled under it, and gel coat is never the filler',
    () => {
      for (const hull of ['frp-solid', 'frp-cored'])
        for (const kind of ['gel-coat-chip', 'scratch', 'void']) {
          const name = `${hull}, ${kind}`;
          const at = (depth: number, more: object = {}): Planned =>
            planned(hull, kind, { hull: { gelCoat: 0.0006 }, damage: { depth, wet: 'dry' }, ...more });
          const bondOf = ({ plan }: Planned) =>
            plan.system?.chosen?.chain.links.find((l) => l.role === 'bond')?.product;
          expect(bondOf(at(0.0005))?.id)
            .withContext(name)
            .toBe('gel-coat-paste');
          const deep = at(0.003);
          expect(bondOf(deep)?.id).withContext(name).toBe('ve-putty');
          expect(deep.plan.system?.chosen?.chain.finish?.kind).withContext(name).toBe('gel coat');
          // The filler leaves room for the gel coat, which covers what was opened and no more.
          expect(doneIn(deep)).withContext(name).toContain('fill low');
          expect(deep.text).toContain('to 0.6 mm under the face');
          const [pot] = deep.plan.repair?.pots ?? [];
          expect(pot.need?.value ?? NaN).toBeLessThan(
            at(0.003, { system: { finish: 'paint-2k' } }).plan.repair?.pots[0].need?.value ?? 0,
          );
          expect(codes(at(0.003, { system: { bond: 'gel-coat-paste' } })))
            .withContext(name)
            .toContain('chain-refused');
        }
    },
  );

  line(2, 'from half of the wall on a gouge is laminated, and says so', () => {
    const gouge = (depth: number): Planned =>
      planned('frp-solid', 'scratch', { hull: { thickness: 0.006, gelCoat: 0.0006 }, damage: { depth } });
    expect(gouge(0.003).plan.dish).toBeUndefined();
    const deep = gouge(0.0037);
    expect(deep.plan.dish?.laminate?.plies.length).toBeGreaterThan(0);
    expect(deep.plan.dish?.grind?.through).toBeFalse();
    expect(codes(deep)).toContain('gouge-laminated');
    expect(deep.text).toContain('laminated, not filled');
  });

  line(3, 'a spot in gel coat is gel coat again, not a spot of paint', () => {
    for (const kind of ['gel-coat-chip', 'gel-coat-crack', 'scratch', 'void']) {
      const finishes = planned('frp-solid', kind, { damage: { wet: 'dry' } }).plan.system?.ranked ?? [];
      expect(finishes[0].chain.finish?.kind ?? 'gel coat')
        .withContext(kind)
        .toBe('gel coat');
    }
  });

  const hands = ({ plan }: Planned): number => plan.totals?.handsOn.value ?? Infinity;
  const MIN = 60;

  line(
    2,
    'a nick in metal, nylon or plastic is filed fair and left: that is the plan, and takes minutes',
    () => {
      for (const hull of ['stainless', 'aluminium', 'foil-thermoplastic', 'abs', 'hdpe']) {
        const nick = planned(hull, 'nick', { damage: { size: [0.02, 0.008] } });
        expect(nick.plan.repair?.kind).withContext(hull).toBe('dress');
        expect(hands(nick))
          .withContext(hull)
          .toBeLessThan(30 * MIN);
        expect(hands(nick))
          .withContext(hull)
          .toBeGreaterThan(15 * MIN);
        expect(nick.text)
          .withContext(hull)
          .toMatch(/File it fair to a long hollow/);
        expect(codes(nick)).withContext(hull).toContain('dressed-only');
        // Whoever wants it whole says so; and a deep one is built up.
        for (const more of [{ repair: { way: 'full' } }, { damage: { size: [0.02, 0.008], depth: 0.006 } }])
          expect(planned(hull, 'nick', more).plan.repair?.kind)
            .withContext(hull)
            .not.toBe('dress');
      }
      // What rusts, or is worked wet, is not left bare.
      for (const hull of ['steel', 'lead', 'wood-solid', 'foil-moulded'])
        expect(planned(hull, 'nick').plan.repair?.kind).withContext(hull).not.toBe('dress');
    },
  );

  line(
    2,
    'a bearing is cut flush and the outline of its foil left alone; no coarse paper on a thin skin',
    () => {
      const bearing = planned('foil-moulded', 'corroded-insert');
      expect(doneIn(bearing)).not.toContain('sand file');
      expect(bearing.text).not.toContain('template and calipers');
      expect(bearing.text.replace(/\s+/g, ' ')).toContain('sanded flush with both faces');
      for (const [hull, kind, coarsest] of [
        ['foil-moulded', 'corroded-insert', 80],
        ['foil-g10', 'worn-edge', 80],
        ['wood-moulded', 'delamination', 120],
        ['wood-ply', 'delamination', 120],
      ] as const) {
        const grits = [...planned(hull, kind).text.matchAll(/Sand P(\d+)/g)].map((m) => Number(m[1]));
        expect(Math.min(...grits))
          .withContext(`${hull}, ${kind}`)
          .toBeGreaterThanOrEqual(coarsest);
      }
    },
  );

  line(3, 'a crack in plastic is keyed, rasped and sanded along its groove, and thinly painted', () => {
    const crack = (width: number): Planned =>
      planned('pe-crosslinked', 'crack', { damage: { size: [0.5, width] } });
    const hours = ({ plan }: Planned): number => plan.totals?.handsOn.value ?? NaN;
    // How high the ellipse round it is drawn says nothing of a line.
    // What is washed and coated round it is all that grows.
    expect(hours(crack(0.4)) / hours(crack(0.1))).toBeLessThan(1.15);
    const abs = planned('abs-acrylic', 'scratch');
    expect(abs.plan.system?.chosen?.chain.links.find((l) => l.role === 'finish')?.product.id).toBe(
      'paint-plastic',
    );
    const hard = planned('abs-acrylic', 'scratch', { system: { finish: 'paint-2k' } });
    expect(hard.plan.finish?.coats.value).toBe(2);
  });

  line(10, 'a board is no tube', () => {
    expect(planned('drop-stitch', 'seam-leak').text).not.toMatch(/\btube/i);
    expect(planned('pvc-fabric', 'seam-leak').text).toMatch(/\btube/i);
  });
});
