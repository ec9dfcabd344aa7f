import type { Request } from 'express';

/** The body of a request as UTF-8 text; undefined when it is longer than allowed (the rest is let run out unread). */
export async function textOf(req: Request, maximumBytes: number): Promise<string | undefined> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of req as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size <= maximumBytes) chunks.push(chunk);
    else chunks.length = 0;
  }
  return size > maximumBytes ? undefined : Buffer.concat(chunks).toString('utf8');
}
