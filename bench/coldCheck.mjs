// Milliseconds that the check of a figure takes in a process that has just drawn it.
import { check, openProject } from 'hexis';
import { disk, write } from 'hexis/node';

const drawn = await openProject(disk).draw(process.argv[2]);
await write(drawn.value, 'svg');
const start = process.hrtime.bigint();
check(drawn.value, drawn.problems);
console.log(Number(process.hrtime.bigint() - start) / 1e6);
