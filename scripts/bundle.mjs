/**
 * Bundles the command into one file, and keeps the form that Node compiles it to, which halves its start. The compiled
 * form is made after a drawing, so that the functions of the usual way through are in it.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));

rmSync(join(root, 'dist/bin'), { recursive: true, force: true });
await build({
  absWorkingDir: root,
  entryPoints: ['src/cli/start.ts'],
  outfile: 'dist/bin/hexis.cjs',
  bundle: true,
  minify: true,
  format: 'cjs',
  platform: 'node',
  target: 'node20',
  // The build of this library for browsers is one tree of modules, of which only the parts in use are taken.
  alias: { yaml: join(root, 'node_modules/yaml/browser/dist/index.js') },
  // A script with a compiled form has no import(): what it loads later, it requires.
  supported: { 'dynamic-import': false },
  // Heavy libraries stay outside and are loaded when first needed.
  external: ['fontkit', 'pdfkit', '@resvg/resvg-js', 'subset-font', 'sharp', 'read-excel-file/universal'],
  define: { 'import.meta.url': 'moduleUrl' },
  banner: { js: "const moduleUrl = require('node:url').pathToFileURL(require.resolve('./hexis.cjs')).href;" },
  logLevel: 'warning',
});

const folder = mkdtempSync(join(tmpdir(), 'hexis-build-'));
const figure = 'demo/figures/yield-by-bed.figure.yaml';
const warm = spawnSync(process.execPath, ['bin/hexis.cjs', 'draw', figure, '-o', `${folder}/`], {
  cwd: root,
  encoding: 'utf8',
});
rmSync(folder, { recursive: true });
if (warm.status !== 0) {
  throw new Error(`the bundle does not draw:\n${warm.stderr}`);
}
