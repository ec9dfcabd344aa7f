import { expectedOf } from '../expected';
import type { Check } from './check';

/** What one alone is hurt by, or too slow for, is done by two. */
export const people: Check = ({ step }) => {
  const { people: needed = 1 } = expectedOf(step);
  return step.people < needed ? [{ gate: 'people', needed, there: step.people }] : [];
};
