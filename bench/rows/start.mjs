import { join } from 'node:path';
import { run, timed } from '../measure.mjs';
import { here } from '../tree.mjs';
import { bars, pathOf } from './demo.mjs';

const cold = (tree, folder, as) => [
  tree.command,
  'draw',
  pathOf(tree, bars),
  '--as',
  as,
  '--replace',
  '-o',
  `${folder}/`,
];
const drawn =
  (as) =>
  ({ tree, folder }) =>
    timed(() => run(cold(tree, folder, as)));
/** A row of a whole drawing. */
const drawing = (as) => ({ time: drawn(as) });
const bare = () => timed(() => run(['-e', '0']));

/** Whole processes. */
export const rows = [
  {
    name: 'draw to SVG, a process',
    of: '`node -e 0`',
    ...drawing('svg'),
    floor: bare,
    atMost: 1.7,
    isQuick: true,
    count: 15,
  },
  {
    name: 'check in a process that has just drawn',
    of: 'that drawing to SVG, a process',
    time:
      ({ tree }) =>
      async () =>
        Number(run([join(here, 'bench/coldCheck.mjs'), tree.folder, pathOf(tree, bars)]).stdout),
    floor: drawn('svg'),
    atMost: 0.03,
    isQuick: true,
    count: 9,
  },
  {
    name: 'draw to PDF, a process',
    of: 'to SVG',
    ...drawing('pdf'),
    floor: drawn('svg'),
    atMost: 1.1,
    isQuick: true,
    count: 9,
  },
  {
    name: 'draw to PNG, a process',
    of: 'to SVG',
    ...drawing('png'),
    floor: drawn('svg'),
    atMost: 1.35,
    isQuick: true,
    count: 9,
  },
  {
    name: 'draw to SVG, PDF and PNG, a process',
    of: 'the writers alone on a ready plate, a process',
    ...drawing('svg,pdf,png'),
    floor({ tree, folder }) {
      run(cold(tree, folder, 'plate'));
      const args = [join(here, 'bench/writers.mjs'), tree.folder, join(folder, `${bars}.plate.json`)];
      return timed(() => run(args));
    },
    atMost: 1.6,
    count: 3,
  },
  {
    name: 'the demo in all formats (npm start)',
    of: '`node -e 0`',
    time: ({ tree, folder }) => timed(() => run([tree.command, 'demo', join(folder, `demo-${performance.now()}`)])),
    floor: bare,
    count: 1,
  },
];
