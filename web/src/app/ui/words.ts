/** With a capital at its head. */
export const capital = (s: string): string => `${s.charAt(0).toUpperCase()}${s.slice(1)}`;

/** A clause as a sentence. */
export const sentence = (clause: string): string => `${capital(clause)}.`;
