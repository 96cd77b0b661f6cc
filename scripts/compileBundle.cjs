/** Runs the bundled command, then keeps what Node compiled of it beside it. */
const { writeFileSync } = require('node:fs');
const { join } = require('node:path');
const { load } = require('../bin/load.cjs');

const script = load();
process.on('exit', () => writeFileSync(join(__dirname, '..', 'dist', 'bin', 'hexis.cache'), script.createCachedData()));
