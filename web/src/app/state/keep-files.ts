import { signal } from '@angular/core';

/** The page itself has been drawn and read by then. */
const LATER_MS = 4000;

/** A newer application has come to this device while this page was open: loading the page again brings it. */
export const renewed = signal(false);

/** Lets a service worker keep the application's files on this device, so that the page opens without the server too. */
export function keepFiles(): void {
  if (!('serviceWorker' in navigator)) return;
  const { serviceWorker } = navigator;
  const first = serviceWorker.controller === null;
  serviceWorker.addEventListener('controllerchange', () => {
    if (!first) renewed.set(true);
  });
  // A browser that forbids it (a private window) works on without.
  setTimeout(
    () => void serviceWorker.register('/sw.js', { updateViaCache: 'none' }).catch(() => undefined),
    LATER_MS,
  );
}

const KEY = 'nelbo.reloaded';
const ONCE_MS = 20_000;

/**
 * A part of the page could not be fetched. After an update the files of the page before are gone from the server: the
 * page is loaded again, once; what was typed is on this device.
 */
export function loadAgain(error: unknown, url: string): void {
  const message = error instanceof Error ? error.message : String(error);
  if (!/dynamically imported module|Importing a module script failed|error loading/i.test(message)) return;
  const last = Number(sessionStorage.getItem(KEY) ?? 0);
  if (Date.now() - last < ONCE_MS) return;
  sessionStorage.setItem(KEY, String(Date.now()));
  location.assign(url);
}
