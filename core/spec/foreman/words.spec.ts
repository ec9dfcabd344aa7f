import { everyPair, line } from './lines';

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
});
