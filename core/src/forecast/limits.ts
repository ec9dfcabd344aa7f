import { DEFAULTS } from '../materials/defaults';

/** Temperatures that work must not pass, °C, and conditions that it must have. Assumed; a data sheet decides. */
export const LIMITS = {
  /** Hand-laid laminate: hotter, it shrinks, blisters and smokes. Source: usual practice. */
  laminate: 75,
  filler: 70,
  finish: 60,
  /** Foam cores soften from 60–70 °C. */
  foam: 65,
  /** Behind old gel coat: the weave prints through. */
  print: 50,
  /** Room-cured epoxy softens from its glass temperature, often 45–65 °C. */
  warming: 60,
  /** Amine hardeners take up water and blush. */
  amineHumidity: 0.85,
  dewMargin: DEFAULTS.dewMargin,
} as const;
