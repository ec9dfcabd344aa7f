import type { NextFunction, Request, Response } from 'express';
import { tellProblem, told, type Problem } from '@nelbo/core';

/** An error with its HTTP answer, as problem+json (RFC 9457). */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail?: string,
    readonly extra: Record<string, unknown> = {},
    /** What lies behind it, for the log of the server only. */
    cause?: Error,
  ) {
    super(title, { cause });
  }
}

export const notFound = (what: string): HttpProblem => new HttpProblem(404, `${what} not found`);

/** Fields that failed, in the words of the shared schema. */
export function invalid(problems: readonly Problem[]): HttpProblem {
  return new HttpProblem(
    422,
    'Some fields cannot be used',
    problems.map((p) => `${p.path}: ${tellProblem(p).what}`).join('; '),
    { problems: problems.map(told) },
  );
}

/** Largest body of JSON. */
export const JSON_LIMIT_MB = 4;

/** What a request sent is larger than Nelbo takes. */
export const tooLarge = (): HttpProblem =>
  new HttpProblem(
    413,
    'The request is too large',
    `a job file may take up to ${JSON_LIMIT_MB} MB; a whole yard goes through Restore`,
  );

/** Answers with a problem. */
export function sendProblem(res: Response, p: HttpProblem): void {
  if (p.status === 503) res.set('Retry-After', '1');
  res
    .status(p.status)
    .type('application/problem+json')
    .send(
      JSON.stringify({ type: 'about:blank', title: p.title, status: p.status, detail: p.detail, ...p.extra }),
    );
}

/**
 * SQLSTATE classes and socket errors that mean "the database is away or too busy for a moment": 08 connection, 53
 * resources, 57 shutdown or a statement that took too long, 40 deadlock or rollback, 55P03 a lock that did not come,
 * 25P0x a transaction that was ended from outside.
 */
const AWAY =
  /^(08|53|57|40|55P03|25P0[1-4])|^E(CONNREFUSED|CONNRESET|CONNABORTED|PIPE|TIMEDOUT|HOSTUNREACH|NOTFOUND|AI_AGAIN)$/;
const AWAY_MESSAGE =
  /connection terminated|timeout exceeded when trying to connect|not queryable|connection error|client was closed|query read timeout|socket has been ended|database system is/i;
/** SQLSTATE classes of values that the database cannot keep: 22 data exception, 54 limit exceeded. */
const UNKEEPABLE = /^(22|54)/;

interface Failure {
  readonly status?: number;
  readonly type?: string;
  readonly code?: string;
  readonly message?: string;
  readonly cause?: unknown;
  /** Values of the statement that failed. */
  readonly params?: unknown;
}

const away = ({ code, message }: Failure): HttpProblem =>
  new HttpProblem(
    503,
    'The database cannot be reached',
    'what was saved before is safe; try again in a moment',
    {},
    new Error([code, message].filter(Boolean).join(' ')),
  );

/** Drizzle wraps the driver's error; the cause says what the database meant. */
function databaseProblem(error: Failure): HttpProblem | undefined {
  for (let at: Failure | undefined = error; at; at = at.cause as Failure | undefined) {
    // What wraps the driver's error quotes the values of the request, which may say anything.
    if (at.params !== undefined) continue;
    if (AWAY.test(at.code ?? '') || AWAY_MESSAGE.test(at.message ?? '')) return away(at);
    if (UNKEEPABLE.test(at.code ?? ''))
      return new HttpProblem(
        422,
        'A value cannot be kept',
        'the database refused a text or number of the request; check unusual characters and sizes',
      );
  }
  return undefined;
}

/** What an error is answered with; undefined for one that nobody foresaw. */
export function problemOf(error: unknown): HttpProblem | undefined {
  if (error instanceof HttpProblem) return error;
  const failure = (typeof error === 'object' && error !== null ? error : {}) as Failure;
  if (failure.type === 'entity.too.large') return tooLarge();
  if (failure.type === 'entity.parse.failed') return new HttpProblem(400, 'The request is not JSON');
  const database = databaseProblem(failure);
  if (database) return database;
  if (failure.status !== undefined && failure.status >= 400 && failure.status < 500)
    return new HttpProblem(failure.status, 'The request cannot be read');
  return undefined;
}

/** Last middleware: every failure leaves as problem+json, and only unexpected ones are logged. */
export function problemHandler(log: (error: unknown) => void) {
  return (error: unknown, _req: Request, res: Response, next: NextFunction): void => {
    if (res.headersSent) return next(error);
    const foreseen = problemOf(error);
    if (!foreseen) log(error);
    // The line of the request in the log says why.
    if (foreseen?.cause instanceof Error) (res as Response & { err?: Error }).err = foreseen.cause;
    sendProblem(
      res,
      foreseen ??
        new HttpProblem(
          500,
          'Something went wrong on the server',
          'what was saved before is safe; try again',
        ),
    );
  };
}
