import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, preview } from 'vite';

/** Builds the desk and serves it, as its users see it, for the tests in a browser. */
export default async function setUp() {
  const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..', 'examples', 'desk');
  await build({ root, configFile: join(root, 'vite.config.ts'), logLevel: 'error' });
  const server = await preview({
    root,
    configFile: join(root, 'vite.config.ts'),
    logLevel: 'error',
    preview: { port: 0, host: '127.0.0.1' },
  });
  globalThis.__desk = server;
  process.env.HEXIS_DESK_URL = server.resolvedUrls.local[0];
}
