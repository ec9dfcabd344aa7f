/** Segments that a picture needs: JFIF head, tables, frames, scans and restart intervals. Everything else is luggage. */
const NEEDED: ReadonlySet<number> = new Set([0xe0, 0xdb, 0xc4, 0xc0, 0xc1, 0xc2, 0xda, 0xdd]);
const [START, END] = [0xd8, 0xd9];
const JFIF = 18;

/**
 * Whether bytes are a JPEG of nothing but the picture: no comment, no application segment but a plain JFIF head, and
 * nothing after its end. Such a file carries no words of anybody. Source: ITU-T T.81, annex B.
 */
export function isBareJpeg(bytes: Uint8Array): boolean {
  if (bytes[0] !== 0xff || bytes[1] !== START) return false;
  for (let at = 2; at + 1 < bytes.length;) {
    if (bytes[at] !== 0xff) return false;
    const marker = bytes[at + 1];
    if (marker === END) return at + 2 === bytes.length;
    if (!NEEDED.has(marker)) return false;
    const length = bytes[at + 2] * 256 + bytes[at + 3];
    if (length < 2 || (marker === 0xe0 && length > JFIF)) return false;
    at += 2 + length;
    if (marker === 0xda) at = afterScan(bytes, at);
  }
  return false;
}

/** Compressed data end at the next marker that is neither a stuffed byte nor a restart. */
function afterScan(bytes: Uint8Array, from: number): number {
  let at = from;
  while (
    at + 1 < bytes.length &&
    !(bytes[at] === 0xff && bytes[at + 1] !== 0 && (bytes[at + 1] < 0xd0 || bytes[at + 1] > 0xd7))
  )
    at += 1;
  return at;
}
