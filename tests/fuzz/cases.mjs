import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { codebookOf } from '../../dist/core/data/codebook.js';
import { pointNotation } from '../../dist/core/data/numberText.js';
import { notationOfTable, profileTable } from '../../dist/core/data/profile.js';
import { everyColumn } from '../../dist/core/data/table.js';
import { readTableText } from '../../dist/core/data/tableText.js';
import { draftChart } from '../../dist/core/project/begin/draftChart.js';
import { draftCodebook } from '../../dist/core/project/begin/draftCodebook.js';
import { draftFigure } from '../../dist/core/project/begin/draftFigure.js';
import { codebookTerms } from '../../dist/core/words/codebookTerms.js';
import { grow } from './grow.mjs';
import { nastyTexts, scriptTexts } from './nasty.mjs';
import { randomOf } from './random.mjs';
import { csvOf, mutated, tableOf } from './tables.mjs';

const root = fileURLToPath(new URL('../..', import.meta.url));
const schemas = Object.fromEntries(
  ['figure', 'codebook', 'style', 'board'].map((name) => [
    name,
    JSON.parse(readFileSync(join(root, 'schemas', `${name}.schema.json`), 'utf8')),
  ]),
);

const spaceSchema = (schemas.figure.properties.chart.anyOf ?? schemas.figure.properties.chart.oneOf).find(
  ({ properties }) => properties.kind.const === 'space' || properties.kind.enum?.[0] === 'space',
);

/** The demo project by its paths. */
const demo = Object.fromEntries(
  readdirSync(join(root, 'demo'), { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(ya?ml|csv)$/.test(name))
    .map((name) => [name.replaceAll('\\', '/'), readFileSync(join(root, 'demo', name), 'utf8')]),
);
const demoFigures = Object.keys(demo).filter((name) => name.endsWith('.figure.yaml'));
const styles = ['apa', 'plain', 'mono', 'screen'];

/** A codebook that makes sense of the tables here, more or less. */
function codebook(random) {
  if (random.chance(0.25)) return grow(schemas.codebook, random);
  const variables = {
    bed: random.pick([
      { label: 'Type of bed', values: { 1: 'Soil', 2: 'Mulch', 3: 'Compost' } },
      { measure: 'nominal' },
      {},
    ]),
    yield: random.pick([
      { label: 'Yield', unit: 'kg/m²', measure: 'numeric', missing: [-9] },
      {},
      { measure: 'numeric', decimals: 1, range: [0, 20] },
    ]),
    water: random.pick([{ measure: 'numeric' }, { bands: [0, 5, 10] }, {}]),
    day: random.pick([{ measure: 'date' }, {}, { measure: 'ordinal' }]),
    times: { measure: 'numeric' },
    n: random.pick([{ measure: 'numeric' }, {}]),
  };
  return { hexis: 'codebook/1', variables, ...(random.chance(0.2) ? { decimalMark: ',' } : {}) };
}

const inMemory = (figure, random, more = {}) => {
  const table = tableOf(random);
  const file = random.pick(['t.csv', 't.csv', 't.txt', 't.json']);
  return {
    files: {
      'f.yaml': typeof figure === 'string' ? figure : JSON.stringify({ ...figure, data: figure.data ?? file }),
      [file]: file === 't.json' ? JSON.stringify(table) : csvOf(table, random),
      'c.yaml': JSON.stringify(codebook(random)),
      ...more,
    },
    figure: 'f.yaml',
  };
};

/** What is tried, by how often. */
const makers = {
  grown(random) {
    const figure = grow(schemas.figure, random);
    return {
      do: 'draw',
      ...inMemory(
        {
          ...figure,
          data: undefined,
          codebook: 'c.yaml',
          style: random.pick(styles),
          ...(random.chance(0.85) ? { faces: undefined } : {}),
        },
        random,
      ),
    };
  },
  modest(random) {
    // Most of a figure as it should be, so that it is drawn, and a few settings of any kind.
    const [base] = random.some(demoFigures, 0.5).concat(demoFigures);
    const text = demo[base];
    const extra = Object.entries(grow({ ...schemas.figure, required: [] }, random)).filter(
      ([key]) =>
        ![
          'hexis',
          'chart',
          'data',
          'codebook',
          'id',
          'size',
          'axes',
          'caption',
          'style',
          'faces',
          'legend',
          'accents',
          'dataLabels',
          'panels',
          'callouts',
          'references',
          'brackets',
          'spotlight',
        ].includes(key) || !new RegExp(`^${key}:`, 'm').test(text),
    );
    const kept = random
      .some(extra, 0.3)
      .filter(
        ([key]) =>
          !['hexis', 'chart', 'data', 'codebook', 'faces'].includes(key) && !new RegExp(`^${key}:`, 'm').test(text),
      );
    return {
      do: 'draw',
      files: {
        ...demo,
        [base]: `${text}\n${kept.map(([key, value]) => `${key}: ${JSON.stringify(value)}`).join('\n')}\n`,
      },
      figure: base,
      style: random.chance(0.6) ? random.pick(styles) : undefined,
    };
  },
  mutated(random) {
    const figure = random.pick(demoFigures);
    const target = random.chance(0.6)
      ? figure
      : random.pick([
          'garden.codebook.yaml',
          'lanternfield.style.yaml',
          ...Object.keys(demo).filter((name) => name.endsWith('.csv')),
        ]);
    return {
      do: 'draw',
      files: { ...demo, [target]: mutated(demo[target], random) },
      figure,
      style: target.includes('style') ? target : undefined,
    };
  },
  board(random) {
    const board = random.chance(0.5)
      ? mutated(demo['boards/yield.board.yaml'], random)
      : JSON.stringify({
          ...grow(schemas.board, random),
          figures: random
            .some(demoFigures, 0.2)
            .slice(0, 6)
            .map((name) => `../${name}`),
        });
    return { do: 'board', files: { ...demo, 'boards/yield.board.yaml': board }, figure: 'boards/yield.board.yaml' };
  },
  match(random) {
    const [a, b] = [random.pick(demoFigures), random.pick(demoFigures)];
    const own = random.chance(0.5)
      ? demo[a]
      : JSON.stringify({ ...grow(schemas.figure, random), data: '../data/plots.csv' });
    const end = random.pick([(text) => text, (text) => text.replaceAll('\n', '\r\n'), (text) => `\ufeff${text}`]);
    return { do: 'match', files: { ...demo, [a]: end(own) }, figure: a, model: b };
  },
  style(random) {
    const style = random.chance(0.5)
      ? mutated(demo['lanternfield.style.yaml'], random)
      : JSON.stringify(grow(schemas.style, random));
    return {
      do: random.chance(0.5) ? 'swatch' : 'draw',
      files: { ...demo, 'own.style.yaml': style },
      figure: random.pick(demoFigures),
      style: 'own.style.yaml',
    };
  },
  /** A cloud in space with settings of any kind. */
  cloud(random) {
    const columns = { x: 'water', y: 'ph', z: 'yield' };
    const extra = Object.entries(grow(spaceSchema, random)).filter(([key]) => !['kind', 'x', 'y', 'z'].includes(key));
    const named = ['group', 'color', 'size', 'id', 'frequency', 'weight'];
    const wanted = { group: 'season', color: 'satisfaction', size: 'yield', id: 'plot', frequency: 'experience' };
    const settings = random
      .some(extra, 0.35)
      .map(([key, value]) => [key, named.includes(key) && random.chance(0.8) ? (wanted[key] ?? 'yield') : value]);
    const chart = { kind: 'space', ...columns, ...Object.fromEntries(settings) };
    if (random.chance(0.2)) for (const key of ['x', 'y', 'z']) delete chart[key];
    if (random.chance(0.3))
      chart.components = {
        of: random.some(['yield', 'water', 'ph', 'satisfaction', 'lost'], 0.7),
        ...random.pick([{}, { rotate: 'varimax', keep: 2 }, { rotate: 'promax', keep: 3 }, { on: 'covariance' }]),
      };
    const figure = { hexis: 'figure/1', data: 'data/plots.csv', codebook: 'garden.codebook.yaml', chart };
    return { do: 'draw', files: { ...demo, 'cloud.figure.yaml': JSON.stringify(figure) }, figure: 'cloud.figure.yaml' };
  },
  /** Any words that an author writes, in place of others. */
  nasty(random) {
    const figure = random.pick(demoFigures);
    const codebookFile = 'garden.codebook.yaml';
    const texts = [...nastyTexts, ...scriptTexts];
    const words = () => JSON.stringify(random.pick(texts).replace(/[\ud800-\udfff](?![\udc00-\udfff])/g, '?'));
    const nastier = (text) =>
      text.replace(
        /^( *(?:- )?(?:title|note|label|text|name|unit|heading|cases): )(?![[{|>])[^\n,}]*$/gm,
        (line, start) => (random.chance(0.5) ? `${start}${words()}` : line),
      );
    return {
      do: 'draw',
      files: { ...demo, [figure]: nastier(demo[figure]), [codebookFile]: nastier(demo[codebookFile]) },
      figure,
      formats: ['svg', 'pdf', 'eps', 'plate'],
    };
  },
  waived(random) {
    return { ...makers.modest(random), do: 'waived', reason: random.pick(['it is so', ...nastyTexts.slice(0, 12)]) };
  },
  undone(random) {
    const figure = random.pick(demoFigures);
    const end = random.pick([(text) => text, (text) => text.replaceAll('\n', '\r\n'), (text) => `\ufeff${text}`]);
    const text = end(random.chance(0.7) ? demo[figure] : mutated(demo[figure], random));
    const leaves = Object.entries(grow({ ...schemas.figure, required: [] }, random)).filter(([key]) => key !== 'hexis');
    return { do: 'undone', text, edits: random.some(leaves, 0.5).map(([key, value]) => ({ path: [key], value })) };
  },
  proved(random) {
    return { ...makers.modest(random), do: 'proved' };
  },
  document: () => ({ do: 'document' }),
  tex: () => ({ do: 'tex' }),
  draft(random) {
    const table = tableOf(random);
    const names = Object.keys(table).map((name) =>
      random.chance(0.2)
        ? random.pick(['a: b', '#x', 'yes', '1', 'ä ö', 'x'.repeat(90), '*a*', "it's", 'a"b', 'n', '-', '? q', '{x}'])
        : name,
    );
    const renamed = Object.fromEntries(Object.values(table).map((cells, i) => [names[i], cells]));
    return { do: 'draft', text: csvOf(renamed, random) };
  },
};
const plan = Object.entries({
  grown: 34,
  modest: 18,
  mutated: 14,
  cloud: 8,
  nasty: 6,
  waived: 4,
  undone: 4,
  proved: 2,
  board: 4,
  match: 5,
  style: 5,
  draft: 7,
  document: 6,
  tex: 3,
}).flatMap(([name, times]) => Array(times).fill(name));

/** Case number `index` of a seed. */
export function caseOf(seed, index) {
  const random = randomOf(seed, index);
  const kind = random.pick(plan);
  return {
    kind,
    random: randomOf(seed + 1e6, index),
    formats: random.some(['svg', 'pdf', 'eps', 'plate'], 0.4),
    caption: random.chance(0.5),
    mends: ['grown', 'modest'].includes(kind) && random.chance(0.25),
    ...makers[kind](random),
  };
}

/** The drafts of `start`, as files; undefined where the table cannot be read or holds nothing to draw. */
export function draftOf(text) {
  const requests = [{ column: everyColumn, as: 'category', path: 'table' }];
  const read = readTableText(text, 't.csv', {
    name: 't.csv',
    codebook: codebookOf({}, codebookTerms()),
    notation: pointNotation,
    requests,
  });
  if (!read.ok) return { problems: read.problems };
  const notation = notationOfTable(read.value);
  const profiles = profileTable(read.value, notation);
  if (profiles.some(({ doubt }) => doubt?.is === 'unsure')) return { problems: [] };
  const chart = draftChart({}, profiles, 't.csv');
  if (!chart.ok) return { problems: chart.problems };
  return {
    files: {
      't.csv': text,
      't.codebook.yaml': draftCodebook(profiles, { table: 't.csv', notation }, chart.value.settings),
      't.figure.yaml': draftFigure('t', { file: 't.csv' }, { codebook: 't.codebook.yaml' }, chart.value.settings),
    },
  };
}
