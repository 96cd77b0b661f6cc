import { describe, expect, test } from '@jest/globals';
import { chartKinds } from '../../src/core/chart/kinds.js';
import { draftFiles, lookInto } from '../../src/core/project/acts/begin.js';
import { type DraftWish, draftChart } from '../../src/core/project/begin/draftChart.js';
import { openProject } from '../../src/core/project/project.js';
import { memory } from '../../src/core/project/read/source.js';

const rows = (count: number, row: (i: number) => (string | number)[]) =>
  Array.from({ length: count }, (_, i) => row(i).join(',')).join('\n');

/** Tables by what stands in a row of them. */
const tables = {
  'a case': `plot,bed,season,yield,ph,depth,day\n${rows(36, (i) => [
    `L${i}`,
    ['bare', 'compost', 'mulch'][i % 3] ?? '',
    ['spring', 'autumn'][Math.floor(i / 3) % 2] ?? '',
    2 + ((i * 7) % 23) / 4,
    6 + ((i * 5) % 17) / 10,
    10 + ((i * 3) % 11) / 2,
    `2026-05-${String((i % 28) + 1).padStart(2, '0')}`,
  ])}\n`,
  'a name with several columns': 'crop,last_year,this_year\nKale,12,15.5\nLeek,10,14\nChard,9.5,9\nBean,14,13\n',
  'a person of a group with several columns': `name,group,pre,post\n${rows(10, (i) => [`P${i}`, 'ab'[i % 2] ?? '', 10 + ((i * 7) % 5), 12 + ((i * 3) % 7)])}\n`,
  'a year with several columns': `year,rain,watering\n${rows(8, (i) => [2018 + i, 30 + ((i * 7) % 11), 20 + ((i * 5) % 13)])}\n`,
};

const values: Record<keyof typeof tables, string> = {
  'a case': 'yield,depth',
  'a name with several columns': 'last_year,this_year',
  'a person of a group with several columns': 'pre,post',
  'a year with several columns': 'rain,watering',
};

/** How a first figure is drawn: the marks that it has, or why there is none. */
async function drawn(table: string, wish: DraftWish) {
  const files = { 't.csv': table };
  const look = await lookInto(openProject(memory(files)), 't.csv');
  if (!look.ok) throw new Error('the table does not read');
  const chart = draftChart(wish, look.value.columns, 't.csv');
  if (!chart.ok) return { refused: chart.problems.map(({ code }) => code) };
  const { figure, codebook } = draftFiles(look.value, chart.value.settings, {
    id: 'a',
    table: 't.csv',
    codebook: 'a.codebook.yaml',
  });
  const project = openProject(memory({ ...files, 'a.figure.yaml': figure, 'a.codebook.yaml': codebook }));
  const { drawing, problems } = await project.draw('a.figure.yaml');
  return { settings: chart.value.settings, faults: drawing ? [] : problems.map(({ code }) => code) };
}

const kinds = (chartKinds as readonly { name: string }[]).map(({ name }) => name).filter((name) => name !== 'curve');

describe.each(Object.keys(tables) as (keyof typeof tables)[])('a table with a row for %s', (of) => {
  test.each(kinds)('gives a first figure of kind %s that draws, or says why not', async (kind) => {
    for (const wish of [{ kind }, { kind, values: values[of] }]) {
      const { refused, settings, faults } = await drawn(tables[of], wish);
      if (refused) {
        expect(refused).toEqual(['kind-misfit']);
        continue;
      }
      // How many answers several columns have together, and how many rows a name has at a time, only the rows tell.
      expect(faults?.filter((code) => code !== 'answers-many' && code !== 'given-many')).toEqual([]);
      const columns = Object.entries(settings ?? {}).flatMap(([key, value]) => (key === 'kind' ? [] : value));
      expect(new Set(columns).size).toBe(columns.length);
    }
  });
});

test.each<[keyof typeof tables, DraftWish, object]>([
  ['a case', { kind: 'slope' }, { item: 'bed', time: 'season', value: 'yield' }],
  ['a case', { kind: 'line' }, { x: 'day', value: 'yield' }],
  ['a case', { kind: 'matrix' }, { row: 'bed', column: 'season', value: 'yield' }],
  ['a name with several columns', { kind: 'slope' }, { item: 'crop', values: ['last_year', 'this_year'] }],
  [
    'a year with several columns',
    { kind: 'line', values: 'rain,watering' },
    { x: 'year', values: ['rain', 'watering'] },
  ],
  ['a year with several columns', { kind: 'scatter' }, { x: 'rain', y: 'watering' }],
])('where nobody named a column, of %s %j takes those that suit it', async (of, wish, settings) => {
  expect((await drawn(tables[of], wish)).settings).toEqual({ kind: wish.kind, ...settings });
});

test.each<[DraftWish, string]>([
  [{ kind: 'histogram', values: 'last_year,this_year' }, 'takes no --values'],
  [{ kind: 'bar', values: 'last_year,this_year', group: 'crop' }, 'with --values it takes no --group'],
  [{ kind: 'bar', values: 'crop,this_year' }, 'crop holds'],
])('%j is refused', async (wish, why) => {
  const look = await lookInto(openProject(memory({ 't.csv': tables['a name with several columns'] })), 't.csv');
  const chart = look.ok ? draftChart(wish, look.value.columns, 't.csv') : look;
  expect(JSON.stringify(chart)).toContain(why);
});

test('columns side by side may have commas in their names', async () => {
  const table = 'crop,"Yield, last year","Yield, this year"\nKale,12,15.5\nLeek,10,14\nChard,9.5,9\n';
  const { settings, faults } = await drawn(table, { kind: 'bar', values: 'Yield, last year, Yield, this year' });
  expect([settings, faults]).toEqual([{ kind: 'bar', values: ['Yield, last year', 'Yield, this year'] }, []]);
});

test.each<[string, string, object]>([
  [
    'months as they follow each other',
    'month,rain\nJan,30\nFeb,22\nMar,41\n',
    { kind: 'bar', category: 'month', value: 'rain', summary: 'given' },
  ],
  [
    'spans of ages likewise',
    'age,visits\n18-24,30\n25-34,22\n35-44,41\n',
    { kind: 'bar', category: 'age', value: 'visits', summary: 'given' },
  ],
  [
    'names by size',
    'crop,rain\nKale,30\nLeek,22\nChard,41\n',
    { kind: 'bar', category: 'crop', value: 'rain', summary: 'given', order: 'falling' },
  ],
  [
    'means, and not how many they are of',
    'crop,n,mean,sd\nKale,3,3.4,0.5\nLeek,9,2.1,0.4\nChard,5,4.0,0.7\n',
    { kind: 'bar', category: 'crop', value: 'mean', summary: 'given', order: 'falling' },
  ],
  [
    'means with the ends that the table gives',
    'bed,n,mean_yield,ci_low,ci_high\nbare,12,3.4,3.0,3.8\nmulch,9,4.1,3.5,4.7\ncompost,15,5.0,4.6,5.5\n',
    { kind: 'interval', category: 'bed', value: 'mean_yield', low: 'ci_low', high: 'ci_high', summary: 'given' },
  ],
  [
    'what each two names have together, where they have it once',
    'bed,season,mean,se\nbare,spring,2.5,0.2\nmulch,spring,3.5,0.3\nbare,autumn,1,0.1\nmulch,autumn,2,0.2\n',
    { kind: 'bar', category: 'bed', value: 'mean', group: 'season', summary: 'given' },
  ],
  [
    'measured columns that only sound like it',
    'plot,p,t\nL1,3,4\nL2,4,6\nL3,8,7\n',
    { kind: 'bar', category: 'plot', values: ['p', 't'], summary: 'given' },
  ],
])('a first figure shows %s', async (_, table, settings) => {
  expect(await drawn(table, {})).toEqual({ settings, faults: [] });
});
