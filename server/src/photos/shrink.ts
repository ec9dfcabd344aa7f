import sharp from 'sharp';
import { HttpProblem } from '../http/problem';

/** Longest side that is kept, px: enough to trace to half a millimetre on a metre. */
export const LONGEST_SIDE = 2400;
export const PHOTO_LIMIT_MB = 30;
/** More pixels than any camera in a yard takes; a file that claims more is a trap. */
const MOST_PIXELS = 120_000_000;
const QUALITY = 84;

/** What a file may be, by its own first bytes and by what its sender calls it. */
const KINDS: Readonly<Record<string, { readonly types: readonly string[]; readonly endings: RegExp }>> = {
  jpeg: { types: ['image/jpeg', 'image/jpg', 'image/pjpeg'], endings: /\.jpe?g$/i },
  png: { types: ['image/png'], endings: /\.png$/i },
  webp: { types: ['image/webp'], endings: /\.webp$/i },
};

const ADVICE = 'send a JPEG, PNG or WebP; a telephone that saves HEIC can be set to "most compatible"';
const refuse = (status: 415 | 422, why: string): HttpProblem => new HttpProblem(status, 'The photograph cannot be used', `${why}; ${ADVICE}`);

export interface Shrunk {
  readonly bytes: Buffer;
  readonly type: 'image/jpeg';
  readonly width: number;
  readonly height: number;
}

/** What the bytes are, whatever they are called. */
async function formatOf(bytes: Buffer): Promise<string> {
  try {
    return (await sharp(bytes, { limitInputPixels: MOST_PIXELS }).metadata()).format;
  } catch (e) {
    throw /pixel limit/i.test(String(e)) ? refuse(422, `it has more than ${MOST_PIXELS / 1e6} million pixels`) : refuse(415, 'the file is not an image');
  }
}

/**
 * Reads a photograph, turns it the right way up, makes it small, and leaves behind all that the camera wrote into it:
 * place, time and owner.
 * @throws HttpProblem 415 for what is no image of a known kind or not what it is called, 422 for one that is broken or too large
 */
export async function shrink(file: { readonly bytes: Buffer; readonly type: string; readonly name: string }): Promise<Shrunk> {
  const format = await formatOf(file.bytes);
  const kind = KINDS[format];
  if (!kind) throw refuse(415, `the file is an image of the kind ${format}`);
  const typed = file.type === '' || file.type === 'application/octet-stream' || kind.types.includes(file.type);
  const ended = !/\.\w+$/.test(file.name) || kind.endings.test(file.name);
  if (!typed || !ended) throw refuse(415, `the file is a ${format.toUpperCase()} but is called ${!typed ? file.type : file.name}`);
  try {
    // autoOrient obeys the orientation that the camera noted; no metadata is written unless it is asked for.
    const { data, info } = await sharp(file.bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
      .autoOrient()
      .resize({ width: LONGEST_SIDE, height: LONGEST_SIDE, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: QUALITY, mozjpeg: true })
      .toBuffer({ resolveWithObject: true });
    return { bytes: data, type: 'image/jpeg', width: info.width, height: info.height };
  } catch {
    throw refuse(422, 'the image is broken');
  }
}
