/** One browser for all rows of a process, closed with it. */
import { chromium } from 'playwright-core';

let started;
export async function newPage() {
  started ??= chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu'],
  });
  return (await started).newPage({ viewport: { width: 1280, height: 800 } });
}

export const closeBrowser = async () => (await started)?.close();
