import { massesOf } from '../../src/bench/bench-batches';
import {
  LIBRARY,
  parseAmount,
  parseTold,
  readJob,
  tellUnread,
  type JobDocument,
  type Product,
  type Shop,
} from '../../src/index';
import { doseToldBy, toldBy } from '../../src/materials/ways/told-by';
import { plainText } from '../../src/report/say';
import { orderRows, type StepRow } from '../../src/report/order/rows';
import { linkOf } from '../../src/match/chain';
import { yardLibrary } from '../../src/materials/yard-library';
import { BASE, CLOCK, planOf, planRepair, read, ROUND_THE_CLOCK, saidOf } from '../support';
import { codes, doneIn, everyPair, line, planned, type Planned } from './lines';
import { densityOf, TYPICAL_DENSITY } from '../../src/materials/density';

const pot = ({ plan }: Planned, id = 'fill') => plan.repair?.pots.find((p) => p.id === id);
const used = ({ plan }: Planned, id: string): number =>
  plan.materials?.find((m) => m.id === id)?.quantity.value ?? NaN;
/** What each mixing step says of its cup. */
const cups = ({ plan }: Planned): readonly string[] =>
  orderRows(plan, { timeZone: 'UTC' }).flatMap((row) =>
    row.kind === 'step' && (row as StepRow).pot.length > 0 ? [plainText(row.pot)] : [],
  );
const chip = (more: object = {}, rest: object = {}): Planned =>
  planned('frp-solid', 'gel-coat-chip', { damage: { size: [0.02, 0.01], ...more }, ...rest });
const BARE: Shop = { instruments: { scales: [{ resolution: 0.001 }], cups: [], syringes: [], droppers: [] } };

describe('the foreman: mixing', () => {
  line(5, 'gel coat paste takes MEKP by the temperature, in drops', () => {
    for (const [temperature, percent] of [
      [16, 0.0225],
      [21, 0.0175],
      [27, 0.0125],
    ] as const) {
      const parts = pot(chip({}, { conditions: { temperature } }))?.parts;
      expect(parts?.kind).toBe('peroxide');
      expect(parts?.kind === 'peroxide' && parts.fraction.value).toBeCloseTo(percent, 6);
      // Five drops are the fewest that come within a tenth.
      expect(parts?.kind === 'peroxide' && parts.drops.value).toBe(5);
    }
    const [words] = cups(chip());
    expect(words).toMatch(/^gel coat to 9\.6 g, fumed silica 0\.29 g in, then 5 drops of MEKP catalyst/);
    expect(chip().text).not.toContain('cream');
  });

  line(5, 'six chips are filled from one pot', () => {
    const [one, six] = [chip(), chip({ count: 6 })];
    expect(pot(six)?.need.value).toBeCloseTo(6 * (pot(one)?.need.value ?? NaN), 9);
    expect(pot(six)?.count.value).toBe(1);
    expect(doneIn(six).filter((d) => d.startsWith('mix ')).length).toBe(1);
    // What six take is still less than the least pot: they cost one.
    expect(pot(six)?.mass.value).toBe(pot(one)?.mass.value);
    expect(six.text.replace(/\s+/g, ' ')).toContain('6 places, 1.87 cm² each');
    expect(six.plan.totals?.handsOn.value).toBeLessThan(3 * (one.plan.totals?.handsOn.value ?? 0));
    const forty = chip({ count: 400 });
    expect(pot(forty)?.mass.value).toBeGreaterThan(pot(one)?.mass.value ?? 0);
  });

  line(5, 'a share of catalyst that is entered is followed, and checked', () => {
    const entered = chip({}, { mix: { catalyst: 0.02 } });
    const parts = pot(entered)?.parts;
    expect(parts?.kind === 'peroxide' && parts.fraction).toEqual(jasmine.objectContaining({ value: 0.02 }));
    expect(parts?.kind === 'peroxide' && parts.fraction.origin).toBe('entered');
    // More of it gels sooner: t ∝ 1/p.
    const life = (p: number): number =>
      pot(chip({}, { mix: { catalyst: p }, conditions: { temperature: 25 } }))?.life ?? NaN;
    expect(life(0.01) / life(0.02)).toBeCloseTo(2, 6);
    for (const share of [0.005, 0.035]) {
      const wrong = chip({}, { mix: { catalyst: share } });
      expect(codes(wrong)).toContain('catalyst-share');
      expect(wrong.text.replace(/\s+/g, ' ')).toContain('(allowed: 1 to 3 % by mass)');
    }
    for (const share of [0.01, 0.03])
      expect(codes(chip({}, { mix: { catalyst: share } }))).not.toContain('catalyst-share');
    // Cream goes by the same field; what takes neither says that it has no use for it.
    const putty = planned('frp-solid', 'void', { system: { bond: 've-putty' }, mix: { catalyst: 0.025 } });
    const cream = pot(putty)?.parts;
    expect(cream?.kind === 'cream' && cream.hardener.value / cream.putty.value).toBeCloseTo(0.025, 9);
    const epoxy = planned('frp-solid', 'hole', { mix: { catalyst: 0.02 } });
    expect(
      epoxy.problems.some((p) => p.code === 'not-used-here' && p.params.paths.includes('mix.catalyst')),
    ).toBeTrue();
    const laid = planned('frp-solid', 'hole', { system: { resin: 'polyester' }, mix: { catalyst: 0.015 } });
    const batch = laid.plan.dish?.mix?.batches[0].parts;
    expect(batch?.kind === 'peroxide' && batch.catalyst.value / batch.resin.value).toBeCloseTo(0.015, 9);
  });

  line(5, 'third parts stand in the pot, at the step and among what is bought', () => {
    const third = (of: Planned, id: string, parts: number, thick = 1): void => {
      const own = pot(of, id);
      const [a, b] = own ? massesOf(own.parts) : [NaN, NaN];
      const base = own?.parts.kind === 'two-part' ? a + b : a;
      expect(own?.powder?.mass.value).toBeCloseTo((parts / 100) * base * thick, 6);
      expect(used(of, `${id}-powder`)).toBeCloseTo(
        (own?.powder?.mass.value ?? NaN) * (own?.count.value ?? NaN),
        9,
      );
      expect(cups(of).some((words) => words.includes(own?.powder?.name.toLowerCase() ?? '?'))).toBeTrue();
    };
    third(planned('frp-solid', 'scratch', { hull: { coat: 'paint' }, damage: { depth: 0.003 } }), 'fill', 6);
    third(planned('foil-moulded', 'corroded-insert'), 'fill', 20);
    third(chip(), 'fill', 3);
    // A joint in wood is saturated from the pot first: only the rest of it is thickened.
    const rot = planned('wood-solid', 'rot');
    const glue = pot(rot, 'glue');
    const share = (glue?.powder?.mass.value ?? NaN) / (glue?.mass.value ?? NaN);
    expect(share).toBeLessThan(0.12 * 0.6);
    expect(share).toBeGreaterThan(0.12 * 0.4);
    expect(cups(rot).join(' ')).toContain('into the rest');
  });

  line(5, 'the powder of a paste takes its room: so much less is mixed of the rest', () => {
    const of = planned('frp-solid', 'scratch', { hull: { coat: 'paint' }, damage: { depth: 0.003 } });
    const volume =
      of.plan.trace[Object.keys(of.plan.trace).find((k) => k.endsWith('eachGo')) ?? '']?.value ?? NaN;
    // 1 kg of mix is 1/1180 m³; 60 g of silica at 2200 kg/m³ are 27 ml more.
    expect(pot(of)?.need.value).toBeCloseTo(volume / (1 / 1180 + 0.06 / 2200), 9);
  });

  line(
    5,
    'no pot or cup is smaller than the bench can measure out true, and the way that does it is told',
    () => {
      const small = planned('frp-solid', 'scratch', {
        damage: { size: [0.03, 0.004], depth: 0.001 },
        system: { bond: 'epoxy-surface', finish: 'paint-2k' },
      });
      for (const words of cups(small)) expect(words).not.toContain('on a finer scale');
      const { finish } = small.plan;
      // Half a step on each part within 5 %: 0.1 g·(1 + r)²/(2·r·0.05) with r by mass.
      const parts = finish?.partsPerCup;
      const [a, b] = parts ? massesOf(parts) : [NaN, NaN];
      const r = a / b;
      expect(finish?.cup.value).toBeCloseTo((1e-4 * (1 + r) ** 2) / (2 * r * 0.05), 6);
      // What is mixed is paid for, though most of it is left over.
      const paint = linkOf(small.plan.system!.chosen!.chain, 'finish');
      const density = paint && 'densityLiquid' in paint ? (paint.densityLiquid ?? NaN) : NaN;
      expect(used(small, 'finish')).toBeCloseTo(
        ((finish?.cup.value ?? NaN) * (finish?.coats.value ?? NaN)) / density,
        6,
      );
      // A coarse scale and nothing else asks for a larger pot.
      const coarse = planOf(
        {
          format: 'nelbo-job/1',
          hull: { material: 'frp-solid' },
          damage: { kind: 'gel-coat-chip', size: [0.02, 0.01] },
        },
        BARE,
      ).plan.repair?.pots[0];
      expect(coarse?.mass.value).toBeGreaterThan(10 * (pot(chip())?.mass.value ?? NaN));
    },
  );

  line(5, 'a line on a cup under 5 mm is none, and a way that misses the tolerance is not printed', () => {
    const instruments = {
      scales: [],
      syringes: [],
      pumps: [],
      droppers: [],
      cups: [{ name: 'bucket', volume: 0.01, bottom: 0.2, top: 0.25 }],
    };
    const { plan } = planOf(
      {
        format: 'nelbo-job/1',
        hull: { material: 'frp-solid' },
        damage: { kind: 'hole', size: [0.12, 0.06] },
      },
      { instruments },
    );
    expect(plan.bench?.batches.flat().length).toBe(0);
    for (const { of } of [chip(), planned('wood-solid', 'rot'), planned('frp-solid', 'hole')].map((of) => ({
      of,
    })))
      for (const measures of Object.values(of.plan.bench?.pots ?? {}))
        for (const m of measures.filter((x) => x.way === 'cup'))
          expect(m.readings[1].figure.value - m.readings[0].figure.value).toBeGreaterThanOrEqual(0.005);
  });

  line(5, 'coats between a laminate and its paint are measured out like any other', () => {
    const of = planned('frp-solid', 'hole', { system: { finish: 'paint-2k' } });
    const under = of.plan.repair?.pots.filter((p) => p.product.role === 'primer') ?? [];
    expect(under.length).toBeGreaterThan(0);
    for (const p of under) expect(of.plan.bench?.pots[p.id].length).toBeGreaterThan(0);
  });

  line(5, 'a sheet that states its share of catalyst is followed', () => {
    const paste = LIBRARY.products.find((p) => p.id === 'gel-coat-paste');
    expect(paste && 'proportion' in paste && paste.proportion?.kind).toBe('peroxide');
    const job = {
      format: 'nelbo-job/1',
      hull: { material: 'frp-solid' },
      damage: { kind: 'gel-coat-chip', size: [0.02, 0.01] },
    };
    const yard = [{ id: 'gel-coat-paste', like: 'gel-coat-paste', values: { catalystFraction: 0.012 } }];
    const { plan } = planRepair(read(job), yardLibrary(LIBRARY, yard), ROUND_THE_CLOCK, CLOCK);
    const parts = plan?.repair?.pots[0].parts;
    expect(parts?.kind === 'peroxide' && parts.fraction.value).toBe(0.012);
  });

  line(5, 'an amount is told by mass, by volume, in strokes or in drops', () => {
    const epoxy = LIBRARY.products.find((p) => p.id === 'epoxy-slow') as Product;
    const pumps = [{ name: 'pump set', ratio: 5, stroke: 20e-6 }];
    const by = toldBy(epoxy, { pumps });
    // Five volumes of 1.15 and one of 1.00 make a mix of 1.125.
    expect(by.density).toBeCloseTo(1125, 6);
    const amount = (text: string, with_ = by): number => {
      const p = parseAmount(text, with_, 'g');
      return p.ok ? p.value * 1000 : NaN;
    };
    expect(amount('120 g')).toBeCloseTo(120, 9);
    expect(amount('120')).toBeCloseTo(120, 9);
    expect(amount('12 ml')).toBeCloseTo(13.5, 9);
    // Four US fluid ounces are 118.29 ml.
    expect(amount('4 fl oz')).toBeCloseTo(118.294 * 1.125, 2);
    // Two strokes of each pump: 40 ml of resin and 8 ml of hardener.
    expect(amount('2 pumps')).toBeCloseTo(48 * 1.125, 9);
    expect(amount('1/2 stroke')).toBeCloseTo(12 * 1.125, 9);
    expect(amount('14 drops', { density: 1120, drop: 1e-6 / 32 })).toBeCloseTo((14 / 32) * 1.12, 9);
    const why = (text: string, with_ = {}): unknown => {
      const p = parseAmount(text, with_, 'g');
      return p.ok ? 'read' : tellUnread(p.unread);
    };
    expect(why('12 ml')).toEqual({
      what: 'is given by volume, “12 ml”, and nothing states its density',
      suggestion: 'give it by mass, such as 180 g, or enter the density of the product at Stores',
    });
    expect(why('2 pumps', { density: 1100 })).toEqual(
      jasmine.objectContaining({ what: jasmine.stringMatching('no pump') }),
    );
    expect(why('9 drops', { density: 1100 })).toEqual(
      jasmine.objectContaining({ what: jasmine.stringMatching('nobody has counted') }),
    );
    expect(why('4 oz', by)).toEqual(jasmine.objectContaining({ what: '“4 oz” means three things' }));
  });

  line(5, 'a dose is a share, and litres on an area are a film', () => {
    const parts = pot(chip())?.parts;
    if (parts?.kind !== 'peroxide') throw new Error('a gel coat takes a peroxide');
    const by = doseToldBy(parts, {});
    const share = (text: string): number => {
      const p = parseTold(text, 'fraction', '%', by);
      return p.ok ? p.value * 100 : NaN;
    };
    expect(share('2 %')).toBeCloseTo(2, 9);
    expect(share('4.48 g in 224 g')).toBeCloseTo(2, 9);
    // 4 ml of catalyst weigh 4.48 g.
    expect(share('4 ml per 224 g')).toBeCloseTo(2, 6);
    expect(share('128 drops in 224 g')).toBeCloseTo(2, 2);
    // One after the other in the field of a job, without anything that states a density.
    expect(readJob({ ...BASE, mix: { catalyst: '4 g in 200 g' } }).job?.mix?.catalyst).toBeCloseTo(0.02, 9);
    const volume = readJob({ ...BASE, mix: { catalyst: '4 ml in 200 g' } });
    expect(saidOf(volume.problems[0]).what).toContain('nothing states its density');
    expect(saidOf(readJob({ ...BASE, mix: { pot: '400 ml' } }).problems[0]).what).toContain('density');
    // Half a litre on 2.5 m² lies 0.2 mm thick.
    expect(readJob({ ...BASE, coat: { film: '0.5 l on 2.5 m²' } }).job?.coat?.film).toBeCloseTo(0.0002, 9);
    expect(saidOf(readJob({ ...BASE, coat: { film: '0.5 l on 2 l' } }).problems[0]).what).toContain('area');
  });

  line(5, 'a cartridge levels its pistons, purges its mixer and has no line of a scale', () => {
    const of = planned('abs', 'crack', { repair: { plastic: { mixer: 'yes' } } });
    const told = of.text.replace(/\s+/g, ' ');
    expect(told).toMatch(
      /Fresh nozzle, purge until both parts come [^[]*level both pistons, fresh mixer, 5 ml onto card until both parts come in one colour; [\d.]+ ml through the mixer in all; after a pause a new mixer/,
    );
    const measures = of.plan.bench?.pots['fill'] ?? [];
    expect(measures.map((m) => m.way)).toEqual(['cartridge']);
    // What is purged and stays in the mixer is paid for: 5 and 3 ml.
    const [purged, all] = measures[0].readings.map((r) => r.figure.value);
    expect(purged).toBeCloseTo(5e-6, 12);
    const poured = planned('abs', 'crack', {});
    expect((poured.plan.bench?.pots['fill'] ?? []).some((m) => m.way === 'scale')).toBeTrue();
    expect(all).toBeGreaterThan(8e-6);
  });

  line(5, 'bedding, priming, backing, fillets and tabs have pots, and what they hold is bought', () => {
    const deck = planned('frp-cored', 'hole', {
      access: 'one',
      backing: 'bonded',
      hull: { thickness: 0.003, coreThickness: 0.015, core: 'pvc foam' },
      structure: [{ kind: 'stringer', length: 1.2 }] as object,
    });
    const { plan } = deck;
    const pots = plan.repair?.pots ?? [];
    expect(pots.map((p) => p.id)).toEqual(
      jasmine.arrayContaining(['core', 'panel', 'backing', 'fillet-1', 'tabs-1', 'skim']),
    );
    for (const id of ['core', 'panel', 'backing', 'fillet-1', 'tabs-1', 'skim']) {
      const step = plan.work?.steps.find((s) => s.pot?.cup?.of === 'repair' && s.pot.cup.id === id);
      expect(step?.action).withContext(id).toBe('mix');
      expect(plan.bench?.pots[id]?.length ?? 0)
        .withContext(id)
        .toBeGreaterThan(0);
    }
    // Of the one resin: what is bought beside laminate and filler is what these pots hold.
    const resin = pots.filter((p) => p.product.role === 'laminating resin');
    const held = resin.reduce((sum, p) => sum + p.mass.value * p.count.value, 0);
    const bought = (plan.materials ?? [])
      .filter((m) => /^(coreResin|backingResin|member\.1\.resin|skim)$/.test(m.id))
      .reduce((sum, m) => sum + m.quantity.value, 0);
    expect(bought).toBeCloseTo(held, 9);
    // Fillets stand by silica, tabs are clear.
    expect(pots.find((p) => p.id === 'fillet-1')?.powder?.name).toBe('Fumed silica');
    expect(pots.find((p) => p.id === 'tabs-1')?.powder).toBeUndefined();
  });

  line(5, 'a peroxide never goes into an epoxy: a share of catalyst for one stops the mixing', () => {
    const epoxy = planOf({
      ...BASE,
      system: { resin: 'epoxy-slow', finish: 'paint-2k' },
      mix: { catalyst: 0.02 },
    });
    const found = epoxy.problems.find((p) => p.code === 'peroxide-misplaced');
    expect(found?.severity).toBe('error');
    expect(saidOf(found)?.what).toContain('never sets it');
    // Nothing of it comes into a cup.
    expect(epoxy.plan.dish?.mix?.parts.kind).toBe('two-part');
    const polyester = planOf({
      ...BASE,
      system: { resin: 'polyester', finish: 'gel-coat' },
      mix: { catalyst: 0.02 },
    });
    expect(polyester.problems.some((p) => p.code === 'peroxide-misplaced')).toBeFalse();
  });

  line(5, 'paint is thinned within its limit: a tenth by hand, a quarter through a gun', () => {
    const thinned = (thinner: number, method: string) =>
      planOf({ ...BASE, system: { finish: 'paint-2k' }, coat: { thinner, method } } as JobDocument);
    const told = (thinner: number, method: string): boolean =>
      thinned(thinner, method).problems.some((p) => p.code === 'thinner-share');
    expect([told(0.1, 'brush'), told(0.11, 'brush')]).toEqual([false, true]);
    expect([told(0.25, 'spray'), told(0.26, 'spray')]).toEqual([false, true]);
    // What is thinned by a fifth goes on a fifth wetter, and takes a fifth of its volume of thinner.
    const [plain, by] = [thinned(0, 'spray'), thinned(0.2, 'spray')].map((r) => r.plan.finish);
    expect((by?.gauge.value ?? NaN) / (plain?.gauge.value ?? NaN)).toBeCloseTo(1.2, 9);
    expect((by?.thinner?.value ?? NaN) / (by?.volume.value ?? NaN)).toBeCloseTo(0.2, 9);
  });

  line(5, 'what is used in two rounds is bought once: lines of one product add up to its pots', () => {
    const { plan } = planned('frp-solid', 'blisters', {
      damage: { position: 'below', size: [2.5, 0.9] },
      repair: { area: '9 m²' },
    });
    const chain = plan.system?.chosen?.chain;
    const id = chain && linkOf(chain, 'barrier')?.id;
    const pots = (plan.repair?.pots ?? []).filter((p) => p.product.id === id);
    const lines = (plan.materials ?? []).filter((m) => m.product === pots[0]?.product.name);
    expect([pots.length, lines.length]).toEqual([2, 2]);
    const held = pots.reduce((sum, p) => sum + p.mass.value * p.count.value, 0);
    const density = densityOf(pots[0].product)?.value ?? NaN;
    expect(lines.reduce((sum, l) => sum + l.quantity.value, 0) * density).toBeCloseTo(held, 6);
  });

  line(5, 'what is mixed is bought, in every pair: no pot is larger than what it comes from', () => {
    let compared = 0;
    for (const { name, of } of [...everyPair('above'), ...everyPair('below')]) {
      const { plan } = of;
      const held = new Map<string, { readonly product: Product; mass: number }>();
      const add = (product: Product | undefined, mass: number): void => {
        if (!product) return;
        const own = held.get(product.name) ?? { product, mass: 0 };
        own.mass += mass;
        held.set(product.name, own);
      };
      for (const p of plan.repair?.pots ?? []) add(p.product, p.mass.value * p.count.value);
      if (plan.dish?.mix) add(plan.system?.chosen?.chain.resin, plan.dish.mix.total.value);
      for (const { product, mass } of held.values()) {
        const density = densityOf(product)?.value ?? TYPICAL_DENSITY;
        const bought = (plan.materials ?? [])
          .filter((m) => m.product === product.name)
          .reduce((sum, m) => sum + m.quantity.value * (m.quantity.unit === 'kg' ? 1 : density), 0);
        compared += 1;
        expect(bought)
          .withContext(`${name}: ${product.name}`)
          .toBeGreaterThanOrEqual(mass * 0.999);
      }
    }
    expect(compared).toBeGreaterThan(400);
  });
});
