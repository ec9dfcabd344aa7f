import { codes, doneIn, line, planned } from './lines';

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
  });
});
