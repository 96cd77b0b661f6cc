import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { peakOf, run, timed } from '../measure.mjs';
import { fiftyOf } from './compose.mjs';
import { composer, names, pathOf } from './demo.mjs';

const composing =
  (name) =>
  async ({ tree }) =>
    timed((await composer(tree, pathOf(tree, name))).compose);

async function checking(tree, name) {
  const { check } = await tree.load('dist/core/index.js');
  const { value, problems } = (await composer(tree, pathOf(tree, name))).compose();
  return timed(() => check(value, problems));
}

async function mending(tree, name) {
  const [{ mend }, { disk }] = [await tree.load('dist/core/index.js'), await tree.load('dist/node/index.js')];
  return timed(() => mend(disk, pathOf(tree, name)));
}

/** Draws a figure as a project that has read nothing yet. */
async function reading(tree, name) {
  const [{ openProject }, { disk }] = [await tree.load('dist/core/index.js'), await tree.load('dist/node/index.js')];
  return timed(() => openProject(disk).draw(pathOf(tree, name)));
}

/** The check and the mends of figures, the memory of many, and a proof. */
export const rows = [
  ...names.map((name) => ({
    name: `check ${name}, warm`,
    of: 'composing it',
    time: ({ tree }) => checking(tree, name),
    floor: composing(name),
    atMost: 0.5,
    warm: 20,
    budget: 600,
    isQuick: ['yield-by-bed', 'plots-in-space'].includes(name),
  })),
  ...names.map((name) => ({
    name: `mends of ${name}, warm`,
    of: 'drawing it from its files',
    time: ({ tree }) => mending(tree, name),
    floor: ({ tree }) => reading(tree, name),
    atMost: 3,
    warm: 2,
    budget: 300,
    isQuick: name === 'yield-by-bed',
  })),
  {
    name: 'check of 200 figures in one call, peak memory',
    of: 'that of 100',
    ...(() => {
      const many = ({ tree, folder }, count) => {
        const paths = fiftyOf(tree, folder).flatMap((path) =>
          ['a', 'b', 'c', 'd'].map((letter) => {
            const copy = path.replace('.figure.yaml', `${letter}.figure.yaml`);
            writeFileSync(copy, readFileSync(path));
            return copy;
          }),
        );
        return () => peakOf([tree.command, 'check', ...paths.slice(0, count)], { mayFail: true }).peak;
      };
      return { value: (context) => many(context, 200), floor: (context) => many(context, 100) };
    })(),
    unit: 'MB',
    atMost: 1.3,
  },
  {
    name: 'proof of ten figures to PDF, a process',
    of: 'writing the ten to PDF',
    time: ({ tree, folder }) => {
      const ten = fiftyOf(tree, folder).slice(0, 10);
      return timed(() => run([tree.command, 'proof', ...ten, '--replace', '-o', join(folder, 'proof.pdf')]));
    },
    floor: ({ tree, folder }) => {
      const ten = fiftyOf(tree, folder).slice(0, 10);
      return timed(() => run([tree.command, 'draw', ...ten, '--as', 'pdf', '--replace', '-o', `${folder}/`]));
    },
    atMost: 4,
    count: 3,
  },
];
