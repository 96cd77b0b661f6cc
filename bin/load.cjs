const { existsSync, readFileSync, renameSync, writeFileSync } = require('node:fs');
const { createRequire } = require('node:module');
const { join } = require('node:path');
const { Script } = require('node:vm');

const folder = join(__dirname, '..', 'dist', 'bin');
const file = join(folder, 'hexis.cjs');
/** What this Node compiled of the program: another one has a file of its own. */
const cache = join(folder, `hexis-${process.version}-${process.arch}.cache`);

function compiled() {
  try {
    return readFileSync(cache);
  } catch {
    return undefined;
  }
}

/** Keeps the compiled form beside the program, where that may be written. It is whole or not there. */
function keep(script) {
  const part = `${cache}.${process.pid}`;
  try {
    writeFileSync(part, script.createCachedData());
    renameSync(part, cache);
  } catch {
    // A package that may not be written to starts a little later each time.
  }
}

/**
 * Runs the command from its bundle. With its compiled form at hand, half of the start is saved; where there is none that
 * fits this Node, the first drawing makes it.
 */
exports.load = () => {
  if (!existsSync(file)) {
    process.stderr.write('error: Hexis has not been built\n  write: npm install\n');
    process.exit(3);
  }
  const source = `(function (require) {${readFileSync(file, 'latin1')}\n})`;
  const cachedData = compiled();
  const script = new Script(source, { filename: file, ...(cachedData && { cachedData }) });
  // After a drawing, so that the functions of the usual way through are in it.
  const draws = ['draw', 'demo'].includes(process.argv[2]);
  if (draws && (!cachedData || script.cachedDataRejected)) process.once('exit', () => keep(script));
  script.runInThisContext()(createRequire(file));
  return script;
};
