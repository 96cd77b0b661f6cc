/**
 * Builds the page of the desk: `dist/site/desk` is a site of its own, and `hexis desk` serves the same files. What only the site
 * needs (faces, what shapes text, what keeps it for later) is written beside them.
 */
import { createHash } from 'node:crypto';
import { copyFileSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, constants } from 'node:zlib';
import { build } from 'vite';

const root = fileURLToPath(new URL('..', import.meta.url));
const desk = join(root, 'examples', 'desk');
const site = join(root, 'dist', 'site', 'desk');

await build({
  root: desk,
  configFile: join(desk, 'vite.config.ts'),
  logLevel: 'warn',
  build: { outDir: site, emptyOutDir: true },
});

const faces = join(root, 'assets', 'faces');
for (const family of readdirSync(faces)) {
  mkdirSync(join(site, 'type', family), { recursive: true });
  for (const file of readdirSync(join(faces, family)))
    if (file.endsWith('.ttf') || file === 'LICENSE')
      copyFileSync(join(faces, family, file), join(site, 'type', family, file));
}
const tables = join(root, 'dist', 'core', 'type', 'generated');
for (const file of readdirSync(tables).filter((name) => name.endsWith('.js'))) {
  const [family, variant] = file.split('.');
  writeFileSync(join(site, 'type', family, `${variant}.table`), readFileSync(join(tables, file), 'utf8').split("'")[1]);
}
copyFileSync(
  createRequire(import.meta.url).resolve('harfbuzzjs/dist/harfbuzz.wasm'),
  join(site, 'type', 'harfbuzz.wasm'),
);
for (const file of ['desk.webmanifest', 'icon.svg']) copyFileSync(join(desk, 'site', file), join(site, file));

// The package has the page packed, as web servers send it; the command unpacks what it serves.
for (const folder of ['', 'assets'])
  for (const entry of readdirSync(join(site, folder), { withFileTypes: true })) {
    if (!entry.isFile() || !/\.(html|js|css)$/.test(entry.name)) continue;
    const path = join(site, folder, entry.name);
    const params = { [constants.BROTLI_PARAM_QUALITY]: 10, [constants.BROTLI_PARAM_LGWIN]: 24 };
    writeFileSync(`${path}.br`, brotliCompressSync(readFileSync(path), { params }));
  }

const all = readdirSync(site, { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile())
  .map((entry) => relative(site, join(entry.parentPath, entry.name)).replaceAll('\\', '/'))
  .filter((path) => !/LICENSE$|\.br$/.test(path))
  .sort();
const hash = createHash('sha256');
for (const path of all) hash.update(path).update(readFileSync(join(site, path)));
const listed = (paths) => paths.map((path) => `'./${path}'`).join(', ');
const isFace = (path) => path.startsWith('type/');
const text = readFileSync(join(desk, 'site', 'offline.js'), 'utf8')
  .replace('%VERSION%', hash.digest('hex').slice(0, 16))
  .replace("'%FILES%'", `'./', ${listed(all.filter((path) => !isFace(path) && path !== 'index.html'))}`)
  .replace("'%FACES%'", listed(all.filter(isFace)));
writeFileSync(join(site, 'offline.js'), text);
