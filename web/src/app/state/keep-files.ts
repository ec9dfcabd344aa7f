/** The page itself has been drawn and read by then. */
const LATER_MS = 4000;

/** Lets a service worker keep the application's files on this device, so that the page opens without the server too. */
export function keepFiles(): void {
  if (!('serviceWorker' in navigator)) return;
  setTimeout(() => {
    navigator.serviceWorker
      .register('/sw.js')
      .then(() => navigator.serviceWorker.ready)
      .then(({ active }) => active?.postMessage('refresh'))
      // A browser that forbids it (a private window) works on without.
      .catch(() => undefined);
  }, LATER_MS);
}
