import express, { type RequestHandler, type Response } from 'express';
import { HttpProblem, JSON_LIMIT_MB, sendProblem } from './problem';

/** A body that stands still for so long, or a small one that takes so long in all, is given up, ms. */
export interface BodyLimits {
  readonly idleMs: number;
  readonly wholeMs: number;
  /** A file may take this long. */
  readonly fileMs: number;
}
export const BODY_LIMITS: BodyLimits = { idleMs: 15_000, wholeMs: 30_000, fileMs: 15 * 60_000 };

/** Only the kind of body that the address declares is looked at: what a form of a foreign page can send is none of them, but for files. */
export function declared(type: string): RequestHandler {
  return (req, _res, next) => {
    const given = (req.headers['content-type'] ?? '').split(';')[0].trim().toLowerCase();
    if (given !== type) throw new HttpProblem(415, 'The request is of another kind', `send it as ${type}`);
    next();
  };
}

/**
 * Gives up a sender that has stopped or dawdles, so that its connection is free.
 * @param idleMs longest pause between two pieces of the body
 * @param wholeMs longest time for the whole body
 */
export function inTime(idleMs: number, wholeMs: number): RequestHandler {
  return (req, res, next) => {
    const late = (): void => giveUp(res);
    const whole = setTimeout(late, wholeMs);
    req.setTimeout(idleMs, late);
    req.once('end', () => req.setTimeout(0));
    for (const over of ['end', 'close'] as const) req.once(over, () => clearTimeout(whole));
    next();
  };
}

function giveUp(res: Response): void {
  if (res.headersSent) {
    res.destroy();
    return;
  }
  res.set('Connection', 'close');
  res.once('finish', () => res.socket?.destroy());
  sendProblem(
    res,
    new HttpProblem(408, 'The request did not arrive in time', 'nothing was changed; try again'),
  );
}

export const json: RequestHandler = express.json({ limit: JSON_LIMIT_MB * 1_000_000, type: () => true });
