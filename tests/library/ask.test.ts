import { expect, test } from '@jest/globals';
import { memory, type Source } from 'hexis';
import { disk } from 'hexis/node';
import type { Question } from '../../src/core/ask/question.js';
import { succeed } from '../../src/core/problem/problem.js';
import { awkward, charts, expectSame, showsOrder, variables } from '../helpers/askedCharts.js';
import { drawn } from '../helpers/figures.js';
import { demoFigure, demoIds } from '../helpers/hexis.js';
import { plainAnswerer } from '../helpers/plainAnswerer.js';

/** The demo with tables that are asked and not read. */
const asked: Source = {
  ...disk,
  answerer: async (ref) => ('file' in ref ? succeed(plainAnswerer(ref.file, await disk.text(ref.file))) : undefined),
};

test.each(demoIds)('the figure %s is the same from a table that is read and from one that is asked', async (id) => {
  const own = await drawn(disk, demoFigure(id));
  const other = await drawn(asked, demoFigure(id));
  expectSame(own, other, showsOrder(id));
});

test.each(Object.entries(charts))('of %s rows travel only where each is drawn', async (_, chart) => {
  const questions: Question[] = [];
  const files = memory({
    'f.yaml': `hexis: figure/1\ndata: t.csv\ncodebook: ${JSON.stringify({ variables })}\nchart: { ${chart} }\n`,
  });
  const own = plainAnswerer('t.csv', awkward, questions);
  await drawn({ ...files, answerer: async () => succeed(own) }, 'f.yaml');
  const [question] = questions;
  expect(questions).toHaveLength(1);
  expect(question?.rows).toBe(/scatter|space|spearman|beside/.test(chart) ? 'each' : 'alike');
  const isSummed = question?.columns.some(({ as }) => as === 'moments');
  expect(isSummed).toBe(
    /value: (yield|w)|values:|variables:/.test(chart) &&
      !/median|greatest|histogram|box|violin|quantiles|points|scatter|beside|weight|spearman/.test(chart),
  );
});

test('an answer without the products that were asked for is not believed', async () => {
  const files = memory({
    'f.yaml': 'hexis: figure/1\ndata: t.csv\nchart: { kind: matrix, variables: [yield, water] }\n',
  });
  const own = plainAnswerer('t.csv', awkward.replaceAll('-9', '9'));
  const ask = async (question: Question) => own.ask({ ...question, together: undefined });
  const call = drawn({ ...files, answerer: async () => succeed({ ...own, ask }) }, 'f.yaml');
  await expect(call).rejects.toThrow('without the products of yield, water');
});

test('columns go together whatever they are called', async () => {
  const csv = awkward.replace('yield,water,n,w', 'constructor,toString,valueOf,__proto').replaceAll(',-9,', ',,');
  const files = {
    'f.yaml': 'hexis: figure/1\ndata: t.csv\nchart: { kind: matrix, variables: [valueOf, constructor, toString] }\n',
    't.csv': csv,
  };
  const read = await drawn(memory(files), 'f.yaml');
  const own = plainAnswerer('t.csv', csv);
  const asked = await drawn({ ...memory({ 'f.yaml': files['f.yaml'] }), answerer: async () => succeed(own) }, 'f.yaml');
  expect(read.drawing?.numbers.rows).toHaveLength(3);
  expectSame(read, asked, false);
});

const panels = ['', 'panels: { by: bed }', 'panels: { by: [season, water] }'];
const cases = Object.entries(charts).flatMap(([name, chart]) => panels.map((more) => [name, more, chart] as const));

test.each(cases)('%s %s are the same from a table that is read and from one that is asked', async (_, more, chart) => {
  const figure = `hexis: figure/1\ndata: t.csv\ncodebook: ${JSON.stringify({ variables })}\nchart: { ${chart} }\n${more}\n`;
  const files = memory({ 'f.yaml': figure, 't.csv': awkward });
  const own = await drawn(files, 'f.yaml');
  const answerer = async () => succeed(plainAnswerer('t.csv', awkward));
  const other = await drawn({ ...files, answerer }, 'f.yaml');
  expectSame(own, other, showsOrder(chart));
});
