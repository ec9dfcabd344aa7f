const KEY = 'nelbo.who';

/** The name that the person at this device goes by: a label on what they save and log, not a proof. */
export const whoIsHere = (): string => localStorage.getItem(KEY) ?? '';

export const rememberWho = (name: string): void => localStorage.setItem(KEY, name);
