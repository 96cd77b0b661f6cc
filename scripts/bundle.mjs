/**
 * Bundles the command: its own code and the small libraries in a few files, so that little is loaded one by one.
 * Heavy libraries stay outside or in chunks of their own, loaded when first needed.
 */
import { rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

rmSync('dist/bin', { recursive: true, force: true });
await build({
  entryPoints: ['src/cli/start.ts'],
  outdir: 'dist/bin',
  bundle: true,
  minify: true,
  keepNames: false,
  splitting: true,
  format: 'esm',
  platform: 'node',
  target: 'node20',
  // The build of this library for browsers is one tree of modules, of which only the parts in use are taken.
  alias: { yaml: fileURLToPath(new URL('../node_modules/yaml/browser/dist/index.js', import.meta.url)) },
  external: ['fontkit', 'pdfkit', '@resvg/resvg-js', 'subset-font'],
  banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
  logLevel: 'warning',
});
