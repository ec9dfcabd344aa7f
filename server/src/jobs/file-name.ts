/** Names of devices that some systems refuse for any file. */
const RESERVED = /^(con|prn|aux|nul|com\d|lpt\d)$/;
const LONGEST = 60;

/**
 * A text as the beginning of a file name on any system: letters and digits of every script, small, joined by dashes.
 * The header that carries it holds it in UTF-8 beside a plain stand-in (RFC 6266), which Express sees to.
 */
export function fileName(text: string): string {
  const name = [...text.normalize('NFC').toLowerCase()]
    .slice(0, LONGEST)
    .join('')
    .replace(/[^\p{L}\p{M}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '');
  return name === '' || RESERVED.test(name) ? `job${name && `-${name}`}` : name;
}
