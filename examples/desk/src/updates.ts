/** A newer page that has come while this one is open. */
export interface Newer {
  take(): void;
}

/**
 * Keeps the page for when there is no network, where it is a site of its own, and tells when a newer one is there.
 *
 * @returns what ends it
 */
export function newerDesk(tell: (newer: Newer) => void): () => void {
  const isSite = document.querySelector('link[rel=manifest]') !== null;
  if (!isSite || !('serviceWorker' in navigator)) return () => undefined;
  let isEnded = false;
  let isTaken = false;
  const found = (waiting: ServiceWorker | null) => {
    // The first one that is kept is this page itself.
    if (!waiting || isEnded || !navigator.serviceWorker.controller) return;
    tell({
      take() {
        isTaken = true;
        waiting.postMessage('take over');
      },
    });
  };
  const changed = () => {
    if (isTaken) location.reload();
  };
  navigator.serviceWorker.addEventListener('controllerchange', changed);
  void navigator.serviceWorker.register('./offline.js').then(
    (registration) => {
      found(registration.waiting);
      registration.addEventListener('updatefound', () => {
        const { installing } = registration;
        installing?.addEventListener('statechange', () => {
          if (installing.state === 'installed') found(installing);
        });
      });
    },
    // Without it the page works as long as there is a network.
    () => undefined,
  );
  return () => {
    isEnded = true;
    navigator.serviceWorker.removeEventListener('controllerchange', changed);
  };
}
