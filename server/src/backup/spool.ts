import { once } from 'node:events';
import { createWriteStream, type WriteStream } from 'node:fs';
import { mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform, type Readable, type Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { HttpProblem } from '../http/problem';

/** A file of our own that is gone when it is done with. */
export interface Spooled {
  readonly path: string;
  readonly bytes: number;
  drop(): Promise<void>;
}

/** Largest file that is taken in. */
export const LARGEST = 20e9;

/** Opens a file that was not there, for its owner only. @throws what the system says of a path that cannot be written */
export async function newFile(
  path: string,
  options: { readonly flush?: boolean } = {},
): Promise<WriteStream> {
  const out = createWriteStream(path, { ...options, flags: 'wx', mode: 0o600 });
  await once(out, 'open');
  return out;
}

/**
 * Writes a stream into a file of its own: whoever sends slowly, or reads slowly, keeps nothing waiting but a file.
 * @param write fills the stream
 * @throws HttpProblem 413 for too much, 507 when the disk is full
 */
export async function spool(write: (out: Writable) => Promise<void>): Promise<Spooled> {
  const folder = await mkdtemp(join(tmpdir(), 'nelbo-'));
  const path = join(folder, 'yard');
  const drop = (): Promise<void> => rm(folder, { recursive: true, force: true });
  const out = await newFile(path);
  try {
    await write(out);
    return { path, bytes: (await stat(path)).size, drop };
  } catch (e) {
    // With the stream goes the file that it holds.
    out.destroy();
    await drop();
    throw (e as { code?: string }).code === 'ENOSPC'
      ? new HttpProblem(
          507,
          'The disk is full',
          'make room on the machine that Nelbo runs on, and try again; nothing was changed',
        )
      : e;
  }
}

/** Takes in what is sent, up to a bound. */
export function receive(source: Readable | AsyncIterable<Buffer>, largest = LARGEST): Promise<Spooled> {
  return spool((out) => {
    let seen = 0;
    const bounded = new Transform({
      transform(chunk: Buffer, _, done) {
        seen += chunk.length;
        done(
          seen > largest
            ? new HttpProblem(413, 'The file is too large', `a backup may take up to ${largest / 1e9} GB`)
            : null,
          chunk,
        );
      },
    });
    return pipeline(source, bounded, out);
  });
}
