import { writeFileSync } from 'node:fs';
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

/** The figure of bars with words of a script that is shaped. */
function spoken({ tree, folder }, language, words) {
  const path = join(folder, `spoken-${language}.figure.yaml`);
  const [bed, season, value, title] = words;
  const variables = `bed: { label: ${bed} }, season: { label: ${season} }, yield: { label: ${value}, missing: [-9] }`;
  writeFileSync(
    path,
    `hexis: figure/1\nlanguage: ${language}\ndata: ${tree.demo}/data/plots.csv\ncodebook: { variables: { ${variables} } }\nchart: { kind: bar, category: bed, value: yield, group: season, error: { shows: ci } }\ncaption: { title: ${title} }\n`,
  );
  return path;
}

const english = ['Bed', 'Season', 'Yield', 'Mulch pays'];
const speaking =
  (language, words) =>
  ({ tree, folder }) => {
    const path = spoken({ tree, folder }, language, words);
    return timed(() => run([tree.command, 'draw', path, '--as', 'svg', '--replace', '-o', `${folder}/`]));
  };

/** Whole processes. */
export const rows = [
  ...[
    ['Arabic', 'ar', ['الحوض', 'الفصل', 'المحصول', 'النشارة تزيد المحصول']],
    ['Hindi', 'hi', ['क्यारी', 'ऋतु', 'उपज', 'पलवार से उपज']],
  ].map(([name, language, words]) => ({
    name: `draw a figure in ${name} to SVG, a process`,
    of: 'that in English',
    time: speaking(language, words),
    floor: speaking('en', english),
    atMost: 1.5,
    count: 9,
  })),
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
