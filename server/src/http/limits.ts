import rateLimit, { type RateLimitRequestHandler } from 'express-rate-limit';
import type { RequestHandler } from 'express';
import { HttpProblem } from './problem';

/** How often one address may ask. All screens of a machine share its address, so that the limits hold off a flood, not work. */
export interface RateLimits {
  /** Requests in ten seconds, papers and files in a minute, event streams at once. */
  readonly requests: number;
  readonly heavy: number;
  readonly streams: number;
}
export const RATE_LIMITS: RateLimits = { requests: 6000, heavy: 600, streams: 300 };

const limiter = (windowMs: number, limit: number): RateLimitRequestHandler =>
  rateLimit({
    windowMs,
    limit,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    // It examines its own settings at every request; they do not change.
    validate: false,
    handler: (_req, _res, next) =>
      next(new HttpProblem(429, 'Too many requests', 'wait a moment and try again')),
  });

export const requestLimit = (limits: RateLimits): RequestHandler => limiter(10_000, limits.requests);
export const heavyLimit = (limits: RateLimits): RequestHandler => limiter(60_000, limits.heavy);

/** Lets so many in at once; the next is told to come again. */
export function atOnce(most: number, what: string): RequestHandler {
  let inside = 0;
  return (_req, res, next) => {
    if (inside >= most) throw new HttpProblem(503, `Too many ${what} at once`, 'try again in a moment');
    inside += 1;
    res.once('close', () => (inside -= 1));
    next();
  };
}
