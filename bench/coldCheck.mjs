/**
 * Milliseconds that the check of a figure takes in a process that has just drawn it.
 *
 *   node bench/coldCheck.mjs TREE FIGURE
 */
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';

const load = (file) => import(pathToFileURL(join(process.argv[2], file)).href);
const { check, openProject } = await load('dist/core/index.js');
const { disk, write } = await load('dist/node/index.js');
const drawn = await openProject(disk).draw(process.argv[3]);
await write(drawn.value, 'svg');
const start = performance.now();
check(drawn.value, drawn.problems);
console.log(performance.now() - start);
