import type { NextFunction, Request, Response } from 'express';
import type { Problem } from '@nelbo/core';

/** An error with its HTTP answer, as problem+json (RFC 9457). */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail?: string,
    readonly extra: Record<string, unknown> = {},
  ) {
    super(title);
  }
}

export const notFound = (what: string): HttpProblem => new HttpProblem(404, `${what} not found`);

/** Fields that failed, in the words of the shared schema. */
export function invalid(problems: readonly Problem[]): HttpProblem {
  return new HttpProblem(422, 'Some fields cannot be used', problems.map((p) => `${p.path}: ${p.what}`).join('; '), { problems });
}

function send(res: Response, p: HttpProblem): void {
  res
    .status(p.status)
    .type('application/problem+json')
    .send(JSON.stringify({ type: 'about:blank', title: p.title, status: p.status, detail: p.detail, ...p.extra }));
}

/** Last middleware: every failure leaves as problem+json, and only unexpected ones are logged. */
export function problemHandler(log: (error: unknown) => void) {
  return (error: unknown, _req: Request, res: Response, next: NextFunction): void => {
    if (res.headersSent) return next(error);
    if (error instanceof HttpProblem) return send(res, error);
    const { status, type } = (error ?? {}) as { status?: number; type?: string };
    if (type === 'entity.too.large') return send(res, new HttpProblem(413, 'The request is too large', 'a job document may take up to 1 MB'));
    if (type === 'entity.parse.failed') return send(res, new HttpProblem(400, 'The request is not JSON'));
    if (status !== undefined && status >= 400 && status < 500) return send(res, new HttpProblem(status, 'The request cannot be read'));
    log(error);
    return send(res, new HttpProblem(500, 'Something went wrong on the server', 'what was saved before is safe; try again'));
  };
}
