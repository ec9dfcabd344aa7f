import { HttpProblem } from '../http/problem';

/** A backup that is not taken, and why. */
export const refuse = (what: string, status = 422): HttpProblem =>
  new HttpProblem(status, 'The backup was not restored', `${what}; nothing was changed`);
