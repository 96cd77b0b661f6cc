import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, preview } from 'vite';

const examples = join(dirname(fileURLToPath(import.meta.url)), '..', '..', 'examples');

/** Builds an example and serves it, as its users see it. */
async function serve(name) {
  const root = join(examples, name);
  const configFile = join(root, 'vite.config.ts');
  await build({ root, configFile, logLevel: 'error' });
  return preview({ root, configFile, logLevel: 'error', preview: { port: 0, host: '127.0.0.1' } });
}

/** Serves the examples for the tests in a browser. */
export default async function setUp() {
  globalThis.__examples = [];
  for (const name of ['gallery']) {
    const server = await serve(name);
    globalThis.__examples.push(server);
    process.env[`HEXIS_${name.toUpperCase()}_URL`] = server.resolvedUrls.local[0];
  }
}
