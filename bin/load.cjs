const { existsSync, readFileSync } = require('node:fs');
const { createRequire } = require('node:module');
const { join } = require('node:path');
const { Script } = require('node:vm');

const folder = join(__dirname, '..', 'dist', 'bin');
const file = join(folder, 'hexis.cjs');

/** The compiled form that the build left beside the program; Node takes it only where it was made by the same Node. */
function compiled() {
  try {
    return readFileSync(join(folder, 'hexis.cache'));
  } catch {
    return undefined;
  }
}

/** Runs the command from its bundle. With its compiled form at hand, half of the start is saved. */
exports.load = () => {
  if (!existsSync(file)) {
    process.stderr.write('error: Hexis has not been built\n  write: npm install\n');
    process.exit(3);
  }
  const source = `(function (require) {${readFileSync(file, 'latin1')}\n})`;
  const cachedData = compiled();
  const script = new Script(source, { filename: file, ...(cachedData && { cachedData }) });
  script.runInThisContext()(createRequire(file));
  return script;
};
