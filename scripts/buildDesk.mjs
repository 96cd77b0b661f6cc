/** Builds the page of the desk into the package, where `hexis desk` serves it from. */
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'vite';

const root = fileURLToPath(new URL('..', import.meta.url));
const desk = join(root, 'examples', 'desk');

await build({
  root: desk,
  configFile: join(desk, 'vite.config.ts'),
  logLevel: 'warn',
  build: { outDir: join(root, 'dist', 'desk'), emptyOutDir: true },
});
