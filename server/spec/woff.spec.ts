import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { woffToSfnt } from '../src/papers/woff';

const require = createRequire(import.meta.url);
const woff = readFileSync(
  require.resolve('@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff'),
);

/** Sum of the 32-bit words of a table, as the sfnt format defines it. */
function checksum(table: Buffer): number {
  const padded = Buffer.concat([table, Buffer.alloc((4 - (table.length % 4)) % 4)]);
  let sum = 0;
  for (let i = 0; i < padded.length; i += 4) sum = (sum + padded.readUInt32BE(i)) >>> 0;
  return sum;
}

describe('a WOFF font', () => {
  it('unpacks into an sfnt whose every table has the checksum that its directory says', () => {
    const font = woffToSfnt(woff);
    const count = font.readUInt16BE(4);
    expect(count).toBe(woff.readUInt16BE(12));
    const tags: string[] = [];
    for (let i = 0; i < count; i += 1) {
      const at = 12 + i * 16;
      const tag = font.toString('latin1', at, at + 4);
      const [sum, offset, length] = [4, 8, 12].map((o) => font.readUInt32BE(at + o));
      expect(offset % 4)
        .withContext(tag)
        .toBe(0);
      // The head's own checksum counts a field of it as nought.
      if (tag !== 'head')
        expect(checksum(font.subarray(offset, offset + length)))
          .withContext(tag)
          .toBe(sum);
      tags.push(tag);
    }
    for (const needed of ['cmap', 'glyf', 'head', 'hhea', 'hmtx', 'loca', 'maxp'])
      expect(tags).toContain(needed);
    expect(font.length).toBeGreaterThan(woff.length);
  });

  it('of another kind is refused', () => {
    expect(() => woffToSfnt(Buffer.from('wOF2 and so on, long enough to be read'))).toThrowError(
      /not a WOFF/,
    );
  });
});
