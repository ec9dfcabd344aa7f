import sharp from 'sharp';
import { HttpProblem } from '../http/problem';
import { isBareJpeg } from './bare-jpeg';

/** Longest side that is kept, px: enough to trace to half a millimetre on a metre. */
export const LONGEST_SIDE = 2400;
export const PHOTO_LIMIT_MB = 30;
/**
 * More pixels than a camera in a yard takes, and, of pictures that must be unpacked whole (interlaced, progressive), as
 * many as fit the memory; a file that claims more is a trap.
 */
const MOST_PIXELS = 80_000_000;
const MOST_PIXELS_WHOLE = 40_000_000;
/** Longest that one picture may take, s. */
const LONGEST = 20;
// One thread a picture: pictures are worked in threads of their own, and the machine has more to do.
sharp.concurrency(1);
sharp.cache(false);
const QUALITY = 84;

/** What a file may be, by its own first bytes and by what its sender calls it. */
const KINDS: Readonly<Record<string, { readonly types: readonly string[]; readonly endings: RegExp }>> = {
  jpeg: { types: ['image/jpeg', 'image/jpg', 'image/pjpeg'], endings: /\.jpe?g$/i },
  png: { types: ['image/png'], endings: /\.png$/i },
  webp: { types: ['image/webp'], endings: /\.webp$/i },
};

const ADVICE = 'send a JPEG, PNG or WebP; a telephone that saves HEIC can be set to "most compatible"';
const refuse = (status: 415 | 422, why: string): HttpProblem =>
  new HttpProblem(status, 'The photograph cannot be used', `${why}; ${ADVICE}`);

export interface Shrunk {
  readonly bytes: Buffer;
  readonly type: 'image/jpeg';
  readonly width: number;
  readonly height: number;
}

/** What the bytes are, whatever they are called. */
async function formatOf(bytes: Buffer): Promise<string> {
  try {
    const { format, width, height, isProgressive } = await sharp(bytes, {
      limitInputPixels: MOST_PIXELS,
    }).metadata();
    if (isProgressive && width * height > MOST_PIXELS_WHOLE)
      throw refuse(
        422,
        `it is interlaced or progressive and has more than ${MOST_PIXELS_WHOLE / 1e6} million pixels`,
      );
    return format;
  } catch (e) {
    if (e instanceof HttpProblem) throw e;
    throw /pixel limit/i.test(String(e))
      ? refuse(422, `it has more than ${MOST_PIXELS / 1e6} million pixels`)
      : refuse(415, 'the file is not an image');
  }
}

/**
 * Reads a photograph, turns it the right way up, makes it small, and leaves behind all that the camera wrote into it:
 * place, time and owner.
 * @throws HttpProblem 415 for what is no image of a known kind or not what it is called, 422 for one that is broken or too large
 */
export async function shrink(file: {
  readonly bytes: Buffer;
  readonly type: string;
  readonly name: string;
}): Promise<Shrunk> {
  const format = await formatOf(file.bytes);
  const kind = KINDS[format];
  if (!kind) throw refuse(415, `the file is an image of the kind ${format}`);
  const typed =
    file.type === '' || file.type === 'application/octet-stream' || kind.types.includes(file.type);
  const ended = !/\.\w+$/.test(file.name) || kind.endings.test(file.name);
  if (!typed || !ended)
    throw refuse(
      415,
      `the file is a ${format.toUpperCase()} but is called ${!typed ? file.type : file.name}`,
    );
  return toJpeg(file.bytes);
}

/** Decodes a picture whole and writes it anew, upright and small; nothing but the picture comes through. */
async function toJpeg(bytes: Buffer): Promise<Shrunk> {
  try {
    // autoOrient obeys the orientation that the camera noted; no metadata is written unless it is asked for.
    const { data, info } = await sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
      .autoOrient()
      .resize({ width: LONGEST_SIDE, height: LONGEST_SIDE, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: QUALITY, mozjpeg: true })
      .timeout({ seconds: LONGEST })
      .toBuffer({ resolveWithObject: true });
    return { bytes: data, type: 'image/jpeg', width: info.width, height: info.height };
  } catch (e) {
    throw /timeout/i.test(String(e))
      ? refuse(422, 'it takes too long to be unpacked')
      : refuse(422, 'the image is broken');
  }
}

/**
 * A photograph of a backup, whatever its row says of it: one that Nelbo wrote is kept byte for byte once it could be
 * decoded; anything else that is a picture is written anew.
 * @throws HttpProblem 415 or 422 for what is no picture
 */
export async function clean(bytes: Buffer): Promise<Shrunk & { readonly changed: boolean }> {
  const format = await formatOf(bytes);
  if (!KINDS[format]) throw refuse(415, `the file is an image of the kind ${format}`);
  const fresh = await toJpeg(bytes);
  const own =
    format === 'jpeg' &&
    isBareJpeg(bytes) &&
    fresh.width * fresh.height > 0 &&
    (await sharp(bytes).metadata()).width === fresh.width;
  return own ? { ...fresh, bytes, changed: false } : { ...fresh, changed: true };
}
