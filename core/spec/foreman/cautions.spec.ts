import { everyPair, line, planned, type Planned } from './lines';

const every = () => everyPair('above');
const rows = ({ order }: Planned) =>
  order.stages.flatMap((s) => s.rows.flatMap((r) => (r.kind === 'step' ? [r] : [])));
const productsIn = ({ plan }: Planned) => (plan.system?.chosen?.chain.links ?? []).map((l) => l.product);
const says = (of: Planned, words: RegExp): boolean =>
  rows(of).some((r) => r.cautions.some((c) => words.test(c)));

describe('the foreman: cautions', () => {
  line(8, 'isocyanates are told at a step of every job that has them', () => {
    for (const { name, of } of every()) {
      const laid = new Set((of.plan.materials ?? []).map((m) => m.product));
      const has = productsIn(of).some((p) => laid.has(p.name) && p.traits?.includes('isocyanate'));
      if (has)
        expect(says(of, /isocyanate/i))
          .withContext(name)
          .toBeTrue();
    }
  });

  line(8, 'solvents are told with fire, vapour and gloves', () => {
    for (const { name, of } of every()) {
      const laid = new Set((of.plan.materials ?? []).map((m) => m.product));
      const solvent = productsIn(of).some((p) => p.traits?.includes('solvent') && laid.has(p.name));
      if (!solvent) continue;
      expect(says(of, /ignition|fire/i))
        .withContext(`${name}: fire`)
        .toBeTrue();
      expect(says(of, /vapour|air/i))
        .withContext(`${name}: vapour`)
        .toBeTrue();
      expect(says(of, /gloves/i))
        .withContext(`${name}: gloves`)
        .toBeTrue();
    }
  });

  line(8, 'peroxide is told wherever a product is catalysed with it, and never elsewhere', () => {
    const CATALYSED: ReadonlySet<string> = new Set(['polyester', 'vinyl ester']);
    for (const { name, of } of every()) {
      const mixed = (of.plan.repair?.pots ?? []).map((p) => p.product);
      const dish = of.plan.dish?.mix && productsIn(of).filter((p) => p.role === 'laminating resin');
      const all = [...mixed, ...(dish || [])];
      const has = all.some((p) => CATALYSED.has(p.family) && !p.traits?.includes('light-cure'));
      expect(says(of, /peroxide/i) || !has)
        .withContext(name)
        .toBeTrue();
      if (
        all.length > 0 &&
        all.every((p) => p.family === 'epoxy') &&
        !productsIn(of).some((p) => CATALYSED.has(p.family))
      )
        expect(says(of, /^Cream hardener is a peroxide|^MEKP/))
          .withContext(`${name}: none`)
          .toBeFalse();
    }
  });

  line(8, 'hot air, lead and pressure are told where they are', () => {
    expect(says(planned('hdpe', 'crack'), /Hot air/)).toBeTrue();
    expect(says(planned('lead', 'nick'), /Lead: wet work/)).toBeTrue();
    expect(says(planned('pvc-fabric', 'fabric-tear'), /compressor/)).toBeTrue();
  });

  line(8, 'what holds for the whole job stands on one card, once', () => {
    for (const { name, of } of every()) {
      expect(of.order.card.length).withContext(name).toBeLessThanOrEqual(6);
      for (const c of of.order.card)
        expect(rows(of).filter((r) => r.cautions.includes(c)).length)
          .withContext(`${name}: ${c}`)
          .toBe(0);
      expect(new Set(of.order.card).size).withContext(name).toBe(of.order.card.length);
    }
  });
});
