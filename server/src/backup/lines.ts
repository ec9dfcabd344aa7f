import { pipeline } from 'node:stream/promises';
import { createGunzip } from 'node:zlib';
import split2 from 'split2';
import { HttpProblem } from '../http/problem';
import { refuse } from './refuse';

/** Longest line taken: a photograph in hexadecimal with room to spare, and a bound on what is held in memory. */
const LONGEST_LINE = 24_000_000;
/** Rows of a yard become some ten times smaller when they are packed; a file that unpacks to more than this is a trap. */
const MOST_UNPACKED = 200;
const ALWAYS_UNPACKED = 20_000_000;
const MOST_BLANK = 100;

/** Gunzips where the bytes are gzip, and takes plain lines as they are: a backup may be opened, read and closed again by hand. */
async function* plain(source: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
  const chunks = source[Symbol.asyncIterator]();
  const first = await chunks.next();
  if (first.done) throw refuse('the file is empty');
  let packed = 0;
  async function* all(): AsyncGenerator<Buffer> {
    for (let next = first; !next.done; next = await chunks.next()) {
      packed += next.value.length;
      yield next.value;
    }
  }
  if (first.value[0] !== 0x1f || first.value[1] !== 0x8b) {
    yield* all();
    return;
  }
  const gunzip = createGunzip();
  const pumped = pipeline(all, gunzip).catch(() => undefined);
  let unpacked = 0;
  try {
    for await (const chunk of gunzip) {
      unpacked += (chunk as Buffer).length;
      if (unpacked > ALWAYS_UNPACKED && unpacked > MOST_UNPACKED * packed)
        throw refuse('the file unpacks to far more than a yard holds');
      yield chunk as Buffer;
    }
  } catch (e) {
    throw e instanceof HttpProblem ? e : refuse('the file is damaged or cut short');
  }
  await pumped;
}

/** The lines of a backup that hold anything. @throws HttpProblem 422 for a file that cannot be read to its end */
export async function* linesOf(source: AsyncIterable<Buffer>): AsyncGenerator<string> {
  const splitter = split2({ maxLength: LONGEST_LINE });
  let failure: unknown;
  const pumped = pipeline(plain(source), splitter).catch((e: unknown) => {
    failure = e;
    splitter.destroy(e instanceof Error ? e : new Error('unreadable'));
  });
  try {
    let blank = 0;
    for await (const line of splitter as AsyncIterable<string>) {
      if (line.trim() !== '') yield line;
      // Some may have come in by hand; millions of them are a trap.
      else if ((blank += 1) > MOST_BLANK) throw refuse('the file holds hardly anything but empty lines');
    }
  } catch (e) {
    await pumped;
    const cause = failure ?? e;
    throw cause instanceof HttpProblem
      ? cause
      : refuse('a line of the file is too long to be a row of a backup');
  }
}
