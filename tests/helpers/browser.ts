import { existsSync } from 'node:fs';
import { type Browser, type BrowserContext, type BrowserContextOptions, chromium, type Page } from 'playwright-core';

const browsers = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];
const program = {
  executablePath: process.env['CHROMIUM'] ?? browsers.find((path) => existsSync(path)) ?? 'chromium',
  args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu', '--disable-background-networking'],
};

/** The browser that the machine has, without a window. */
export const launch = (): Promise<Browser> => chromium.launch(program);

/** The same as one reader's, who has what was loaded before at hand. */
export const launchReader = (options: BrowserContextOptions = {}): Promise<BrowserContext> =>
  chromium.launchPersistentContext('', {
    ...program,
    viewport: { width: 1280, height: 800 },
    permissions: ['clipboard-read', 'clipboard-write'],
    ...options,
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
