import { newId } from './new-id';

const KEY = 'nelbo.tab';
const LOCK = 'nelbo tab ';

/**
 * A name for this tab that lasts over a reload. While the tab is open it holds a lock of that name, so that others can
 * tell the drafts of open tabs from those that a closed tab left behind. A duplicated tab gets a name of its own.
 */
export async function ownTab(): Promise<string> {
  const kept = sessionStorage.getItem(KEY);
  for (const name of [kept ?? newId(), newId()]) {
    if (await hold(name)) {
      sessionStorage.setItem(KEY, name);
      return name;
    }
  }
  return newId();
}

/** This tab's name where it is known by now, without waiting for it. */
export const tabAtOnce = (): string | null => sessionStorage.getItem(KEY);

function hold(name: string): Promise<boolean> {
  return new Promise((resolve) => {
    void navigator.locks.request(LOCK + name, { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      // Held until the tab goes.
      return lock ? new Promise<void>(() => undefined) : undefined;
    });
  });
}

/** Tabs that are open now. */
export async function openTabs(): Promise<ReadonlySet<string>> {
  const { held = [] } = await navigator.locks.query();
  return new Set(held.flatMap((l) => (l.name?.startsWith(LOCK) ? [l.name.slice(LOCK.length)] : [])));
}
