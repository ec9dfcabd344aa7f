const PREFIX = 'nelbo.typed.';

/**
 * What is being typed and belongs nowhere yet (an entry not yet logged, a job not yet begun), kept on this device with
 * every key press: the storage is written before the next key, so that it outlives the tab.
 */
export const typed = {
  get<T>(key: string): T | undefined {
    try {
      const text = localStorage.getItem(PREFIX + key);
      return text === null ? undefined : (JSON.parse(text) as T);
    } catch {
      return undefined;
    }
  },
  /** Keys that begin with a word. */
  names(prefix: string): string[] {
    try {
      return Object.keys(localStorage).flatMap((k) =>
        k.startsWith(PREFIX + prefix) ? [k.slice(PREFIX.length)] : [],
      );
    } catch {
      return [];
    }
  },
  /** @param value undefined where nothing is left to keep */
  set(key: string, value: unknown): void {
    try {
      if (value === undefined) localStorage.removeItem(PREFIX + key);
      else localStorage.setItem(PREFIX + key, JSON.stringify(value));
    } catch {
      // Without storage it lasts as long as the page.
    }
  },
};
