/**
 * Bundles the command: its own code and the small libraries in a few files, so that little is loaded one by one.
 * Heavy libraries stay outside or in chunks of their own, loaded when first needed.
 */
import { rmSync } from 'node:fs';
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
  external: ['fontkit', 'pdfkit', '@resvg/resvg-js', 'subset-font'],
  banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
  logLevel: 'warning',
});
