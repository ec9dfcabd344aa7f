import type { Lab } from '@nelbo/core/finish';

/** "L* 81.4, a* −4.6, b* 6.8": each name stays with its figure. */
export function labWords({ L, a, b }: Lab, decimals = 1): string {
  const figure = (v: number): string => v.toFixed(decimals).replace('-', '−');
  return `L*\u00a0${figure(L)}, a*\u00a0${figure(a)}, b*\u00a0${figure(b)}`;
}
