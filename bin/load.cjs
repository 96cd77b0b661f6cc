const { existsSync, readFileSync, renameSync, writeFileSync } = require('node:fs');
const { createRequire } = require('node:module');
const { join } = require('node:path');
const { Script } = require('node:vm');

const folder = join(__dirname, '..', 'dist', 'bin');

/** What this Node compiled of a bundle: another one has a file of its own. */
const cacheOf = (name) => join(folder, `${name}-${process.version}-${process.arch}.cache`);

function compiled(name) {
  try {
    return readFileSync(cacheOf(name));
  } catch {
    return undefined;
  }
}

/** Keeps the compiled form beside the bundle, where that may be written. It is whole or not there. */
function keep(name, script) {
  const cache = cacheOf(name);
  const part = `${cache}.${process.pid}`;
  try {
    writeFileSync(part, script.createCachedData());
    renameSync(part, cache);
  } catch {
    // A package that may not be written to starts a little later each time.
  }
}

/** Runs a bundle, with its compiled form where there is one that fits this Node; else a call that is typical makes it. */
function run(name, requireFor, isTypical) {
  const file = join(folder, `${name}.cjs`);
  const source = `(function (require, module, exports, __filename, __dirname) {${readFileSync(file, 'latin1')}\n})`;
  const cachedData = compiled(name);
  const script = new Script(source, { filename: file, ...(cachedData && { cachedData }) });
  // At its end, so that the functions of the usual way through are in it.
  if (isTypical && (!cachedData || script.cachedDataRejected)) process.once('exit', () => keep(name, script));
  const module = { exports: {} };
  script.runInThisContext()(requireFor(createRequire(file)), module, module.exports, file, folder);
  return module.exports;
}

/** Has what PDF files are written with come from a bundle, which loads in a third of the time of its packages. */
function withLibraries(require) {
  const packages = ['fontkit', 'pdfkit'];
  let libraries;
  const own = (id) => {
    if (!packages.includes(id)) return require(id);
    libraries ??= run('pdf', (plain) => plain, true);
    return libraries[id];
  };
  return Object.assign(own, require);
}

/**
 * Runs the command from its bundle. With its compiled form at hand, half of the start is saved; the first drawing makes it.
 */
exports.load = () => {
  if (!existsSync(join(folder, 'hexis.cjs'))) {
    process.stderr.write('error: Hexis has not been built\n  write: npm install\n');
    process.exit(3);
  }
  run('hexis', withLibraries, ['draw', 'demo'].includes(process.argv[2]));
};
