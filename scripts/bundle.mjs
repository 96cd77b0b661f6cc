/**
 * Bundles the command into one file, and keeps the form that Node compiles it to, which halves its start. The compiled
 * form is made after a drawing, so that the functions of the usual way through are in it.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));

/**
 * The compiled faces stay in the files of the library, which the package has anyway: the command reads the one string
 * that each consists of.
 */
const facesOfLibrary = {
  name: 'faces-of-library',
  setup({ onLoad }) {
    onLoad({ filter: /[\\/]type[\\/]generated[\\/][^\\/]+\.ts$/ }, ({ path }) => {
      const file = JSON.stringify(`../core/type/generated/${basename(path, '.ts')}.js`);
      const read = `readFileSync(new URL(${file}, import.meta.url), 'latin1')`;
      return { contents: `import { readFileSync } from 'node:fs';\nexport const table = ${read}.split("'")[1];` };
    });
  },
};

/** What most calls never use is loaded when a name of it is first asked for: what is imported of it becomes a getter. */
const later = (filter, options) => ({
  name: 'later',
  setup({ onResolve, onLoad }) {
    onResolve({ filter }, ({ path, namespace }) => (namespace === 'later' ? options : { path, namespace: 'later' }));
    onLoad({ filter: /./, namespace: 'later' }, async ({ path }) => {
      const found = await import(path);
      // A module that gives one function is that function; what one of Node gives by default is itself.
      if (typeof found.default === 'function')
        return { contents: `module.exports = (...given) => require('${path}').default(...given);`, resolveDir: root };
      const names = Object.keys(found).filter((name) => name !== 'default');
      const getters = names.map((name) => `get ${name}() { return require('${path}').${name}; }`);
      return { contents: `module.exports = { ${getters.join(', ')} };`, resolveDir: root };
    });
  },
});
const partsOfNode = later(/^node:(child_process|crypto|worker_threads|zlib)$/, { external: true });
/** Few texts have letters of other widths than one place. */
const wideLetters = later(/^string-width$/);
/** No file is encrypted. */
const ciphers = later(/^@noble\/ciphers\//);

/** What the tables of letters are packed with is unpacked by Node itself, in a tenth of the time. */
const unpackedByNode = {
  name: 'unpacked-by-node',
  setup({ onResolve, onLoad }) {
    onResolve({ filter: /^tiny-inflate$/ }, ({ path }) => ({ path, namespace: 'unpack' }));
    onLoad({ filter: /./, namespace: 'unpack' }, () => ({
      contents: "module.exports = (packed) => new Uint8Array(require('node:zlib').inflateRawSync(packed));",
    }));
  },
};

/** Languages stay in files of their own, of which a call reads the one that it needs; English is within. */
const words = join(root, 'src/core/words');
const languageFiles = readdirSync(words).filter((file) => /^[a-z]{2,3}\.ts$/.test(file) && file !== 'en.ts');
const languagesBeside = {
  name: 'languages-beside',
  setup({ onResolve }) {
    onResolve({ filter: /^\.\/[a-z]{2,3}\.js$/ }, ({ path, importer }) =>
      importer === join(words, 'languages.ts') && path !== './en.js'
        ? { path: `./words/${basename(path, '.js')}.cjs`, external: true }
        : undefined,
    );
  },
};

/** What Parquet files are read with stays in a file of its own, too. */
const parquetParts = [
  'hyparquet',
  'hyparquet/src/column.js',
  'fzstd',
  'hyparquet-compressors/src/brotli.js',
  'hyparquet-compressors/src/lz4.js',
];
const parquetBeside = {
  name: 'parquet-beside',
  setup({ onResolve }) {
    onResolve({ filter: /^(hyparquet|fzstd)/ }, () => ({ path: './parquet.cjs', external: true }));
  },
};

/**
 * Libraries that few calls need have a file each: what sets text of scripts that are shaped or run from the right, what reads
 * workbooks and pages, what reads markup, and what watches files.
 */
const librariesBeside = ['bidi-js', 'linebreak', '@zip.js/zip.js', 'parse5', 'markdown-it', 'chokidar'];
const fileOfLibrary = (name) => name.replace(/^@[^/]+\//, '');
const besideAll = {
  name: 'libraries-beside',
  setup({ onResolve }) {
    onResolve({ filter: new RegExp(`^(${librariesBeside.join('|').replaceAll('.', '\\.')})$`) }, ({ path }) => ({
      path: `./${fileOfLibrary(path)}.cjs`,
      external: true,
    }));
  },
};

rmSync(join(root, 'dist/bin'), { recursive: true, force: true });
await build({
  absWorkingDir: root,
  entryPoints: languageFiles.map((file) => `src/core/words/${file}`),
  outdir: 'dist/bin/words',
  outExtension: { '.js': '.cjs' },
  bundle: true,
  minify: true,
  format: 'cjs',
  platform: 'node',
  target: 'node20',
  charset: 'utf8',
  logLevel: 'warning',
});
await build({
  absWorkingDir: root,
  entryPoints: ['src/cli/start.ts'],
  outfile: 'dist/bin/hexis.cjs',
  bundle: true,
  minify: true,
  format: 'cjs',
  platform: 'node',
  target: 'node20',
  plugins: [facesOfLibrary, partsOfNode, wideLetters, languagesBeside, parquetBeside, besideAll],
  // The build of this library for browsers is one tree of modules, of which only the parts in use are taken.
  alias: { yaml: join(root, 'node_modules/yaml/browser/dist/index.js') },
  // A script with a compiled form has no import(): what it loads later, it requires.
  supported: { 'dynamic-import': false },
  // Heavy libraries stay outside and are loaded when first needed.
  external: [
    'hono',
    '@hono/node-server',
    'fontkit',
    'pdfkit',
    '@resvg/resvg-js',
    'subset-font',
    'sharp',
    'docx',
    '@duckdb/node-api',
    'pg',
    'unpdf',
  ],
  define: { 'import.meta.url': 'moduleUrl' },
  banner: { js: "const moduleUrl = require('node:url').pathToFileURL(require.resolve('./hexis.cjs')).href;" },
  logLevel: 'warning',
});

/** The libraries of one format as one file. */
const librariesOf = (name, contents, plugins = []) =>
  build({
    absWorkingDir: root,
    stdin: { contents, resolveDir: root },
    outfile: `dist/bin/${name}.cjs`,
    bundle: true,
    minify: true,
    format: 'cjs',
    platform: 'node',
    target: 'node20',
    plugins,
    logLevel: 'warning',
  });

await librariesOf('parquet', parquetParts.map((part) => `export * from '${part}';`).join('\n'));
for (const name of librariesBeside)
  await librariesOf(fileOfLibrary(name), `module.exports = require('${name}');`, [unpackedByNode]);
// Of those that PDF files are written with, the compiled form is kept too.
// What shapes text needs the one that reads fonts alone.
const partOfPdf = (name) => `${name}: { get: () => require('${name}') }`;
await librariesOf('pdf', `Object.defineProperties(exports, { ${partOfPdf('fontkit')}, ${partOfPdf('pdfkit')} });`, [
  ciphers,
  unpackedByNode,
]);

/**
 * The command reads its bundles byte by byte, which is twice as fast: all other letters are written by their numbers. The
 * bundler itself leaves them in regular expressions.
 */
for (const name of ['hexis', 'pdf']) {
  const file = join(root, `dist/bin/${name}.cjs`);
  const text = readFileSync(file, 'utf8');
  const escaped = text.replace(/[^\x00-\x7f]/g, (unit) => `\\u${unit.charCodeAt(0).toString(16).padStart(4, '0')}`);
  writeFileSync(file, escaped);
}

const folder = mkdtempSync(join(tmpdir(), 'hexis-build-'));
const figure = 'demo/figures/yield-by-bed.figure.yaml';
// One after the other: the compiled form of the command is that of a plain drawing.
const warm = ['svg', 'pdf'].map((format) =>
  spawnSync(process.execPath, ['bin/hexis.cjs', 'draw', figure, '--as', format, '-o', `${folder}/`], {
    cwd: root,
    encoding: 'utf8',
  }),
);
rmSync(folder, { recursive: true });
for (const { status, stderr } of warm) if (status !== 0) throw new Error(`the bundle does not draw:\n${stderr}`);
