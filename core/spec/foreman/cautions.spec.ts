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

  line(8, 'stands, jacks and work alone are told wherever something is done under water', () => {
    for (const { name, family, of } of everyPair('below')) {
      const told = says(of, /stands or jacks: chained.*nobody works under her alone/);
      expect(told)
        .withContext(name)
        .toBe(family !== 'inflatable' && family !== 'foil');
    }
    for (const { name, of } of every())
      expect(says(of, /stands or jacks/))
        .withContext(name)
        .toBeFalse();
  });

  line(8, 'an enclosed space is told at the step within the boat that makes dust or vapour', () => {
    const inside = planned('frp-solid', 'hole', { taper: { side: 'inside' } });
    const row = rows(inside).find((r) => r.cautions.some((c) => c.startsWith('Inside the hull')));
    const step = inside.plan.work?.steps.find((s) => s.id === row?.id);
    expect(step?.place).toBe('inside');
    expect(says(planned('frp-solid', 'gel-coat-chip'), /^Inside the hull/)).toBeFalse();
  });

  line(8, 'a thick pour is told where it is poured, and a thin one is not', () => {
    const thick = /^Poured this thick/;
    const laminate = (perGo: number): Planned =>
      planned('frp-solid', 'hole', {
        hull: { thickness: 0.014 },
        mix: { perGo },
        system: { resin: 'polyester' },
      });
    expect(says(laminate(0.012), thick)).toBeTrue();
    expect(says(laminate(0.003), thick)).toBeFalse();
    const laid = ({ plan }: Planned): number =>
      Math.max(
        0,
        ...(plan.work?.links ?? []).flatMap((l) => l.lags.map((x) => x.cures?.layer.thickness ?? 0)),
      );
    const poured = every().filter((p) => laid(p.of) >= 0.01);
    expect(poured.length).toBeGreaterThan(0);
    for (const { name, of } of poured) expect(says(of, thick)).withContext(name).toBeTrue();
    for (const kind of ['gel-coat-chip', 'scratch'])
      expect(says(planned('frp-solid', kind), thick)).toBeFalse();
  });

  line(8, 'a blade is told where a knife is used', () => {
    for (const { name, of } of every()) {
      const uses = (of.order.before.find((b) => b.what === 'tools')?.text ?? []).join('');
      expect(says(of, /^Blade:/))
        .withContext(name)
        .toBe(/knife/.test(uses));
    }
  });

  line(8, 'peroxide is kept from epoxy hardener, rags and metal where it is mixed', () => {
    const putty = planned('frp-solid', 'void', { system: { bond: 've-putty' } });
    expect(says(putty, /peroxide.*epoxy hardener, rags or metal/)).toBeTrue();
    const resin = planned('frp-solid', 'hole', { system: { resin: 'polyester' } });
    expect(says(resin, /kept off.*epoxy hardener.*metal/)).toBeTrue();
    expect(says(resin, /inert damp absorbent, never rags/)).toBeTrue();
  });

  line(8, 'what cures is warmed to no more than the sheet and a thermometer on the face allow', () => {
    for (const kind of ['tent', 'lamp', 'mat'] as const) {
      const warmed = planned('frp-solid', 'hole', {
        warmth: { kind },
        conditions: { temperature: 8 },
        system: { resin: 'epoxy-slow' },
      });
      const warm = rows(warmed).find((r) => /thermometer/.test(r.text));
      expect(warm?.cautions.length).withContext(kind).toBeGreaterThan(0);
    }
  });
});
