import * as z from 'zod/mini';
import { type Categories, categoriesOf } from '../data/categories.js';
import type { Category } from '../data/codebook.js';
import { choice, optional, text } from '../document/fields.js';
import { fail, hasErrors, type Outcome, succeed } from '../document/problem.js';
import { formatNumber } from '../scale/numberFormat.js';
import { fitLine } from '../statistics/line.js';
import { Summary } from '../statistics/summary.js';
import { lowered } from '../type/letterCase.js';
import { resolveAccents } from './accents.js';
import { type Cases, collectCases, measureProblems } from './cases.js';
import type { ChartInput, ChartKind } from './kind.js';
import { caseSentences } from './notes.js';
import type { NumbersTable, Plan, PointMark, Series, ValueAxis } from './plan.js';
import { variableTitle } from './variableTitle.js';
import { whereColumns, whereField } from './where.js';

const schema = z.strictObject({
  kind: choice('Kind of chart.', ['scatter'], 'scatter'),
  x: text('Variable along the horizontal axis.', 'water'),
  y: text('Variable along the vertical axis.', 'yield'),
  group: optional(text('Variable whose values have a colour and a marker each.', 'season')),
  where: whereField,
});

export type ScatterSettings = z.infer<typeof schema>;
type Input = ChartInput<ScatterSettings>;

interface Points {
  category?: Category;
  marks: PointMark[];
}

/** The points of each group that has any, in codebook order. */
function pointsOf(input: Input, cases: Cases, group: Categories | undefined): Points[] {
  const { table, settings } = input;
  const [xs, ys] = [table.number(settings.x).numbers, table.number(settings.y).numbers];
  const groups = (group?.categories ?? [undefined]).map(
    (category): Points => ({ ...(category ? { category } : {}), marks: [] }),
  );
  for (const row of cases.rows) {
    const at = groups[group ? group.of(row) : 0] as Points;
    const cell = group && at.category ? { [group.variable.name]: at.category.code } : {};
    at.marks.push({ type: 'point', cell, x: xs[row] as number, y: ys[row] as number });
  }
  return groups.filter(({ marks }) => marks.length > 0);
}

function axisOf({ codebook }: Input, column: string, path: string, values: readonly number[]): ValueAxis {
  const variable = codebook.variable(column);
  return {
    shows: 'value',
    title: variableTitle(variable, path),
    least: values.reduce((a, b) => Math.min(a, b)),
    greatest: values.reduce((a, b) => Math.max(a, b)),
    ...(variable.decimals === undefined ? {} : { decimals: variable.decimals }),
  };
}

function numbersOf(input: Input, points: readonly Points[], cases: Cases, group: Categories | undefined): NumbersTable {
  const { codebook, settings, table } = input;
  const [x, y] = [codebook.variable(settings.x), codebook.variable(settings.y)];
  const [dx, dy] = [(x.decimals ?? 2) + 2, (y.decimals ?? 2) + 2];
  const row = ({ category, marks }: Points) => {
    const [sx, sy] = [new Summary(), new Summary()];
    for (const mark of marks) {
      sx.add(mark.x);
      sy.add(mark.y);
    }
    const line = fitLine(
      marks.map((mark) => mark.x),
      marks.map((mark) => mark.y),
    );
    const fit = [line?.r, line?.slope, line?.slopeSe, line?.intercept, line?.interceptSe];
    return [...(category ? [category.name] : []), marks.length, sx.mean, sx.sd, sy.mean, sy.sd, ...fit];
  };
  return {
    columns: [
      ...(group ? [{ key: group.variable.name, title: group.variable.label }] : []),
      { key: 'n', title: 'n', decimals: 0 },
      { key: 'meanX', title: `Mean ${lowered(x.label)}`, decimals: dx },
      { key: 'sdX', title: 'SD', decimals: dx },
      { key: 'meanY', title: `Mean ${lowered(y.label)}`, decimals: dy },
      { key: 'sdY', title: 'SD', decimals: dy },
      { key: 'r', title: 'r', decimals: 3 },
      { key: 'slope', title: 'Slope', decimals: 4 },
      { key: 'slopeSe', title: 'SE', decimals: 4 },
      { key: 'intercept', title: 'Intercept', decimals: dy },
      { key: 'interceptSe', title: 'SE', decimals: dy },
    ],
    rows: points.map(row),
    cases: codebook.cases,
    read: table.rowCount,
    chosen: cases.chosen,
    used: cases.rows.length,
    leftOut: cases.leftOut,
  };
}

function altText({ codebook, settings, numbers }: Input, points: readonly Points[], count: number): string {
  const [x, y] = [codebook.variable(settings.x), codebook.variable(settings.y)];
  const all = points.flatMap(({ marks }) => marks);
  const r = fitLine(
    all.map((mark) => mark.x),
    all.map((mark) => mark.y),
  )?.r;
  const correlation = r === undefined ? '' : `; their correlation is ${formatNumber(r, 2, numbers)}`;
  return `Scatter plot of ${lowered(y.label)} against ${lowered(x.label)} of ${count} ${codebook.cases}${correlation}.`;
}

function plan(input: Input): Outcome<Plan> {
  const { settings, table, codebook } = input;
  const columns = [settings.x, settings.y].map((name) => ({
    variable: codebook.variable(name),
    column: table.number(name),
  }));
  const group = settings.group === undefined ? undefined : categoriesOf(table, codebook.variable(settings.group));
  const cases = collectCases(input, columns, group ? [group] : []);
  const accents = resolveAccents(input, group ? [group] : []);
  const problems = [
    ...measureProblems(input, settings.x, 'chart.x'),
    ...measureProblems(input, settings.y, 'chart.y'),
    ...(group?.problems ?? []),
    ...accents.problems,
    ...cases.problems,
  ];
  if (hasErrors(problems)) return fail(problems);
  const points = pointsOf(input, cases, group);
  const marks = points.flatMap((entry) => entry.marks);
  const numbers = numbersOf(input, points, cases, group);
  const series = points.map(({ category, marks: own }): Series => {
    const color = category && group?.variable.colors.get(category.code);
    return { ...(category ? { category } : {}), ...(color === undefined ? {} : { color }), marks: own };
  });
  return succeed(
    {
      direction: 'vertical',
      x: axisOf(
        input,
        settings.x,
        'chart.x',
        marks.map(({ x }) => x),
      ),
      y: axisOf(
        input,
        settings.y,
        'chart.y',
        marks.map(({ y }) => y),
      ),
      series,
      ...(group
        ? {
            legend: {
              variable: group.variable,
              entries: points.flatMap(({ category }) => (category ? [category] : [])),
            },
          }
        : {}),
      accents: accents.accents,
      categoryColors: new Map(),
      numbers,
      note: caseSentences(input, numbers),
      altText: altText(input, points, cases.rows.length),
    },
    problems,
  );
}

/** Every case as a point by two measured variables. */
export const scatter = {
  name: 'scatter',
  description: 'Every case as a point by two measured variables, groups by colour and marker.',
  schema,
  columns: ({ x, y, group, where }) => [
    { column: x, as: 'number', path: 'chart.x' },
    { column: y, as: 'number', path: 'chart.y' },
    ...(group === undefined ? [] : [{ column: group, as: 'category', path: 'chart.group' } as const]),
    ...whereColumns(where),
  ],
  shows: () => ({ x: 'value', y: 'value' }),
  plan,
} satisfies ChartKind<ScatterSettings>;
