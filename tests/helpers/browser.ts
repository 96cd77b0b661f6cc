import { type Browser, chromium, type Page } from 'playwright-core';

/** The browser that the machine has, without a window. */
export const launch = (): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu', '--disable-background-networking'],
  });

/** Waits until nothing has changed in a page for a while, and nothing fades or moves any more. */
export const quiet = (page: Page): Promise<void> =>
  page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        let last = performance.now();
        const watcher = new MutationObserver(() => {
          last = performance.now();
        });
        watcher.observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
        const look = () => {
          const moves = document.getAnimations().some(({ playState }) => playState === 'running');
          if (moves || performance.now() - last < 150) {
            requestAnimationFrame(look);
            return;
          }
          watcher.disconnect();
          resolve();
        };
        look();
      }),
  );
