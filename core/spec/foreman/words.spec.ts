import { doneIn, everyPair, line, planned } from './lines';

/** Every hull and damage as it is printed, with the chemistry that it takes. */
const every = () =>
  everyPair('above').map(({ name, of: { plan, text } }) => ({
    name,
    text,
    families: (plan.system?.chosen?.chain.links ?? []).map((l) => l.product.family),
  }));
const nowhere = (words: RegExp): void => {
  for (const { name, text } of every()) expect(text.match(words)?.[0]).withContext(name).toBeUndefined();
};

describe('the foreman: words', () => {
  line(10, '“bond”, “system” and “recoat by”, and none of the old words for them', () => {
    nowhere(/what holds it|links? of the chain|next layer bonds until|the chain\b/i);
  });
  line(10, 'no second plural for one', () => {
    nowhere(/\b1 (coats|holes|plies|batches|goes|rounds|times|stitches|runs|fills|blisters|clamps|pots)\b/);
  });
  line(10, 'no reasons in a work order', () => {
    nowhere(/\bbecause\b|\btherefore\b|\bdue to\b/i);
  });
  line(10, 'no smell of styrene from what has none', () => {
    for (const { name, text, families } of every()) {
      const styrene = families.some((f) => f === 'polyester' || f === 'vinyl ester');
      if (!styrene)
        expect(text.match(/smell of styrene|Styrene burns/)?.[0])
          .withContext(name)
          .toBeUndefined();
    }
  });
  line(10, 'one word for one stage of one material: paint has no peel ply', () => {
    for (const { name, text } of every()) {
      const finish = text.split(/\nFINISH/)[1]?.split(/\nTO LOOK UP/)[0] ?? '';
      expect(finish.match(/peel ply/)?.[0])
        .withContext(name)
        .toBeUndefined();
    }
  });

  line(10, 'a coat goes by its own name, and so does what is in its cup', () => {
    const CALLED: readonly (readonly [finish: string, hull: string, position: string, name: string])[] = [
      ['paint-2k', 'frp-solid', 'above', 'Paint'],
      ['enamel-1k', 'frp-solid', 'above', 'Enamel'],
      ['varnish', 'wood-solid', 'above', 'Varnish'],
      ['clear-2k', 'wood-solid', 'above', 'Clear coat'],
      ['epoxy-pigmented', 'frp-solid', 'below', 'Pigmented epoxy'],
      ['antifouling-copper', 'frp-solid', 'below', 'Antifouling'],
      ['gel-coat', 'frp-solid', 'above', 'Gel coat'],
    ];
    for (const [finish, hull, position, name] of CALLED) {
      const { text } = planned(hull, 'scratch', {
        damage: { position, depth: 0.004 },
        boat: { kept: position === 'below' && finish === 'epoxy-pigmented' ? 'trailer' : 'afloat' },
        system: { finish },
      });
      expect(text).withContext(finish).toContain(`${name}, coat 1`);
      const others = CALLED.map(([, , , other]) => other).filter((other) => other !== name);
      for (const other of others) expect(text).withContext(finish).not.toContain(`${other}, coat 1`);
    }
    const epoxy = planned('frp-solid', 'hole', {
      damage: { position: 'below' },
      boat: { kept: 'trailer' },
      system: { finish: 'epoxy-pigmented' },
    });
    expect(epoxy.text).not.toContain('paint hardener');
  });
  line(10, 'nothing is walked on, sanded or smelt that cannot be', () => {
    nowhere(/walk on it|where it is a deck/i);
    const light = planned('frp-solid', 'scratch', { system: { bond: 'uv-epoxy', finish: 'paint-2k' } });
    expect(light.text).not.toMatch(/styrene|peroxide|catalyst/i);
    for (const { name, of } of everyPair('above'))
      if (doneIn(of).some((d) => d.startsWith('join ')))
        expect(doneIn(of).filter((d) => d.startsWith('sand ')))
          .withContext(name)
          .toEqual([]);
  });
  line(10, 'nothing is printed that does not apply', () => {
    nowhere(/\b(if|where|as) (any|needed|required|necessary|applicable)\b|\bif there (is|are)\b|\bn\/a\b/i);
    nowhere(/\b0 (coats|plies|batches|goes|cans|holes|syringes|props|pieces|layers)\b/);
    nowhere(/\bundefined\b|\bNaN\b|\bnull\b|\[object/);
    // A stage without work has no heading of its own.
    for (const { name, text } of every())
      expect(text.match(/\n(SURVEY|GRIND|LAMINATE|MIX & CURE|FAIR|FINISH)\s*\n\s*\n/)?.[0])
        .withContext(name)
        .toBeUndefined();
  });
});
