import * as z from 'zod/mini';
import { entryAt } from '../../at.js';
import type { Codebook, Variable } from '../../data/codebook.js';
import { Lacks } from '../../data/lack.js';
import { selectionOf, type Where } from '../../data/selection.js';
import { type ColumnRequest, type NumberColumn, type Table, tableOf } from '../../data/table.js';
import { picked } from '../../pick.js';
import { error, fail, type Outcome, type Problem, succeed, warning } from '../../problem/problem.js';
import { choice, columnName, counting, listOf, object, optional } from '../../schema/fields.js';
import { type Components, componentsOf } from '../../statistics/components.js';
import type { NoteFact } from '../../words/noteFacts.js';
import type { Words } from '../../words/words.js';
import type { ChartInput } from '../chartInput.js';
import type { FurtherNumbers } from '../plan.js';
import { type WeightSettings, weightOf, weightsOf } from './weights.js';

/** Columns that components may be found of, and most of them. */
const mostColumns = 100;

/** The setting that finds the directions of greatest spread of several columns. */
export const componentsField = optional(
  object(
    'Principal components of several columns: their scores stand along axes that name no column, or under the names "component 1", "component 2" … wherever a measured column can.',
    {
      of: listOf(
        'The columns, two or more.',
        columnName('A column.', 'yield'),
        '[yield, water, ph, satisfaction]',
        mostColumns,
      ).check(z.minLength(2)),
      on: optional(
        choice(
          'Whether all columns count alike, by their correlations, or by how far they spread in their units, by their covariances. Left out: correlation.',
          ['correlation', 'covariance'],
          'covariance',
        ),
      ),
      keep: optional(
        counting('How many components are kept for a rotation. Left out: as many as there are axes.', 20, '2'),
      ),
      rotate: optional(
        choice(
          'How kept components are turned so that each column loads on few of them: not, upright on each other (varimax), or also on each other (promax). Left out: not.',
          ['none', 'varimax', 'promax'],
          'varimax',
        ),
      ),
    },
  ),
);

type Asked = NonNullable<z.infer<typeof componentsField>>;

export interface ComponentSettings {
  components?: z.infer<typeof componentsField>;
  x?: string | undefined;
  y?: string | undefined;
  z?: string | undefined;
  where?: Where | undefined;
}

/** A component found, as later steps ask for it. */
export interface FoundComponents {
  found: Components;
  of: Variable[];
  on: 'correlation' | 'covariance';
  rotate: 'none' | 'varimax' | 'promax';
  /** How many are kept for rotation; all where none is. */
  kept: number;
}

const nameOf = (k: number): string => `component ${k + 1}`;

/** The number of the component that a name stands for, from 0; none for other names. */
export function componentNamed(name: unknown): number | undefined {
  const digits = typeof name === 'string' ? /^component ([1-9]\d{0,2})$/.exec(name)?.[1] : undefined;
  return digits === undefined ? undefined : Number(digits) - 1;
}

/** The columns that components read, and of the other requests those that name none. */
export function withComponentColumns(settings: object, requests: readonly ColumnRequest[]): ColumnRequest[] {
  const { components }: ComponentSettings = settings;
  if (!components) return [...requests];
  return [
    ...requests.filter(({ column, as }) => as !== 'number' || componentNamed(column) === undefined),
    ...components.of.map((column, i): ColumnRequest => ({ column, as: 'number', path: `chart.components.of.${i}` })),
  ];
}

/** The share of what a component explains, in percent. */
export const shareOf = ({ found }: FoundComponents, k: number): number =>
  (100 * entryAt(found.variances, k)) / found.total;

/** A table with more columns of numbers. */
function withNumbers(table: Table, columns: readonly NumberColumn[]): Table {
  const names = [...table.columnNames, ...columns.map(({ name }) => name)];
  return tableOf({ ...table, columnNames: names, columns: [...table.columns, ...columns] });
}

/** A codebook that knows more variables. */
const withVariables = (codebook: Codebook, variables: readonly Variable[]): Codebook => ({
  ...codebook,
  variable: (name) => variables.find((own) => own.name === name) ?? codebook.variable(name),
});

/** Rows that the author chose and that have a value of each column and a weight. */
function rowsOf(input: ChartInput<ComponentSettings & WeightSettings>, columns: readonly NumberColumn[]): number[] {
  const { settings, table, codebook, locate } = input;
  const { keeps } = selectionOf(settings.where, table, codebook, locate);
  const weight = weightOf(input)?.column.numbers;
  return Array.from({ length: table.rowCount }, (_, row) => row).filter(
    (row) =>
      keeps(row) &&
      columns.every(({ numbers }) => !Number.isNaN(numbers[row])) &&
      (!weight || entryAt(weight, row) > 0),
  );
}

/** The scores of a component as a column of the table. */
function scoreColumn(
  name: string,
  scores: Float64Array,
  rows: readonly number[],
  { table, sources }: { table: Table; sources: readonly NumberColumn[] },
): NumberColumn {
  const numbers = new Float64Array(table.rowCount).fill(Number.NaN);
  for (const [i, row] of rows.entries()) numbers[row] = entryAt(scores, i);
  const lacks = new Lacks();
  const absent = Int32Array.from(numbers, (value, row) => {
    if (!Number.isNaN(value)) return 0;
    const lacking = sources.find((source) => entryAt(source.absent, row) > 0);
    return lacks.of(
      lacking ? entryAt(lacking.reasons, entryAt(lacking.absent, row) - 1) : { column: name, is: 'uncounted' },
    );
  });
  return { as: 'number', name, numbers, absent, reasons: lacks.all };
}

/** Components that the settings found, by the settings that they were found for. */
const foundFor = new WeakMap<object, FoundComponents>();

/** The components of a chart; none where it asks for none. */
export const componentsFor = (settings: object): FoundComponents | undefined => foundFor.get(settings);

const axes = ['x', 'y', 'z'] as const;

/** The axes for which nothing names a column. @param count how many axes the chart has */
export const axesLacking = (settings: ComponentSettings, count: 2 | 3): string[] =>
  settings.components ? [] : axes.slice(0, count).filter((axis) => settings[axis] === undefined);

/**
 * A chart with its components as columns: axes that name no column show the first of them, in order.
 *
 * @param count how many axes the chart has
 */
export function completeComponents<S extends ComponentSettings & WeightSettings>(
  input: ChartInput<S>,
  count: 2 | 3,
): Outcome<ChartInput<S>> {
  const { settings, table, codebook, locate } = input;
  const { components } = settings;
  if (!components) return succeed(input);
  const refused = refusedSettings(components, locate);
  if (refused) return fail([refused]);
  const path = 'chart.components';
  const { rows, sources, found } = componentsIn(input, components, count);
  if (!found) {
    const constant = components.of.filter((_, j) => new Set(picked(entryAt(sources, j).numbers, rows)).size < 2);
    return fail([error('components-none', { path, cases: rows.length, constant }, locate(path))]);
  }
  const made = found.variances.length;
  const asked = axes.slice(0, count).map((axis, k) => settings[axis] ?? nameOf(k));
  const named = [...asked, ...Object.values(settings)].flatMap((name) => componentNamed(name) ?? []);
  const beyond = named.find((k) => k >= made);
  if (beyond !== undefined) {
    return fail([error('component-beyond', { path, name: nameOf(beyond), count: made }, locate(path))]);
  }
  const used = [...new Set(named)].sort((a, b) => a - b);
  const scores = used.map((k) => scoreColumn(nameOf(k), found.scores(k), rows, { table, sources }));
  const completed = { ...settings, ...Object.fromEntries(asked.map((name, k) => [axes[k], name])) };
  const { on = 'correlation', rotate = 'none' } = components;
  const of = components.of.map((name) => codebook.variable(name));
  foundFor.set(completed, { found, of, on, rotate, kept: made });
  const flat = found.eigenvalues.filter((value) => value <= 1e-12 * found.total).length;
  const idle = used.length === 0 && !components.of.every((name) => asked.includes(name));
  return succeed(
    {
      ...input,
      settings: completed,
      table: withNumbers(table, scores),
      codebook: withVariables(
        codebook,
        used.map((k) => scoreVariable(k, input.words)),
      ),
    },
    [
      ...(flat > 0 ? [warning('components-flat', { path, count: flat }, locate(path))] : []),
      ...(idle ? [warning('setting-idle', { path, needs: 'an axis that shows one of them' }, locate(path))] : []),
    ],
  );
}

/** What is asked of components that cannot be. */
function refusedSettings(
  { of, rotate = 'none', keep }: Asked,
  locate: ChartInput<ComponentSettings>['locate'],
): Problem | undefined {
  const path = 'chart.components';
  const twice = of.find((name, i) => of.indexOf(name) !== i);
  if (twice !== undefined) {
    const at = `${path}.of.${of.lastIndexOf(twice)}`;
    return error('component-twice', { path: at, column: twice }, locate(at));
  }
  if (rotate !== 'none' || keep === undefined) return undefined;
  const needs = '"rotate: varimax" or "rotate: promax"';
  return error('setting-idle', { path: `${path}.keep`, needs }, locate(`${path}.keep`));
}

/** The components of the columns over the cases that have all of them; none where the columns do not vary. */
function componentsIn(
  input: ChartInput<ComponentSettings & WeightSettings>,
  { of, on = 'correlation', rotate = 'none', keep }: Asked,
  count: 2 | 3,
) {
  const sources = of.map((name) => input.table.number(name));
  const rows = rowsOf(input, sources);
  const weights = weightsOf(rows, weightOf(input));
  const columns = sources.map(({ numbers }) => picked(numbers, rows));
  const found = componentsOf(columns, {
    on,
    ...(rotate === 'none' ? {} : { keep: Math.min(keep ?? count, of.length), rotate }),
    ...(weights ? { weights } : {}),
  });
  return { rows, sources, found };
}

/** The scores on a component as a variable. @param k from 0 */
const scoreVariable = (k: number, words: Words): Variable => ({
  name: nameOf(k),
  label: words.say('title-component', { number: k + 1 }),
  labelled: false,
  measure: 'numeric',
  categories: [],
  colors: new Map(),
  missing: new Set(),
  decimals: 2,
});

/** The words after the title of an axis that shows a component: how much it explains. */
export function componentTitle(settings: object, name: string | undefined, words: Words): string | undefined {
  const k = componentNamed(name);
  const found = componentsFor(settings);
  return k === undefined || !found
    ? undefined
    : words.say('title-componentShare', { number: k + 1, percent: words.percent(shareOf(found, k), 1) });
}

/** What a reader has to know of components. */
export function componentFacts(settings: object): NoteFact[] {
  const found = componentsFor(settings);
  return found
    ? [
        {
          is: 'components',
          of: found.of.map(({ label, name }) => label || name),
          on: found.on,
          rotate: found.rotate,
          kept: found.kept,
        },
      ]
    : [];
}

/** Eigenvalues with their shares, and the loadings of the columns. */
export function componentNumbers(settings: object, words: Words): FurtherNumbers[] {
  const all = componentsFor(settings);
  if (!all) return [];
  const { found, of, rotate } = all;
  const turned = rotate !== 'none';
  const kept = found.variances.map((_, k) => k);
  const component = (k: number) => words.say('title-component', { number: k + 1 });
  const keyed = (k: number) => ({ key: `component${k + 1}`, title: component(k), decimals: 3 });
  const { correlations } = found;
  return [
    {
      key: 'components',
      title: words.say(turned ? 'head-componentsTurned' : 'head-components'),
      columns: [
        { key: 'component', title: words.say('head-component') },
        { key: 'eigenvalue', title: words.say('head-eigenvalue'), decimals: 3 },
        { key: 'share', title: '%', decimals: 1 },
        { key: 'cumulative', title: words.say('head-cumulative'), decimals: 1 },
        ...(turned
          ? [
              { key: 'rotated', title: words.say('head-rotated'), decimals: 3 },
              { key: 'rotatedShare', title: '%', decimals: 1 },
              { key: 'rotatedCumulative', title: words.say('head-cumulative'), decimals: 1 },
            ]
          : []),
      ],
      rows: shareRows(found, turned, component),
    },
    {
      key: 'loadings',
      title: turned ? words.say('head-loadingsTurned', { rotation: rotate }) : words.say('head-loadings'),
      columns: [{ key: 'variable', title: words.say('head-variable') }, ...kept.map(keyed)],
      rows: of.map(({ label, name }, j) => [label || name, ...kept.map((k) => entryAt(found.loadings, k)[j])]),
    },
    ...(correlations
      ? [
          {
            key: 'componentCorrelations',
            title: words.say('head-componentCorrelations'),
            columns: [{ key: 'component', title: words.say('head-component') }, ...kept.map(keyed)],
            rows: kept.map((k) => [component(k), ...entryAt(correlations, k)]),
          },
        ]
      : []),
  ];
}

/** How much each component explains, before and after rotation. */
function shareRows(
  { eigenvalues, variances, total }: Components,
  turned: boolean,
  component: (k: number) => string,
): (string | number | undefined)[][] {
  const all = eigenvalues.reduce((a, b) => a + b, 0);
  let [sum, rotatedSum] = [0, 0];
  return eigenvalues.map((value, k) => {
    const share = (100 * value) / all;
    sum += share;
    const variance = variances[k];
    const ownShare = variance === undefined ? undefined : (100 * variance) / total;
    rotatedSum += ownShare ?? 0;
    return [
      component(k),
      value,
      share,
      Math.min(100, sum),
      ...(turned ? [variance, ownShare, ownShare === undefined ? undefined : rotatedSum] : []),
    ];
  });
}
