import { nearest } from '../../problem/nearest.js';
import { error, type Problem, warning } from '../../problem/problem.js';
import { summaryType } from '../frame/summaries.js';
import { idleWeights } from '../frame/weights.js';
import { unknownTotals } from './forest.js';
import { hasFurther } from './further.js';
import type { GroupFrame } from './groupSettings.js';

/** Whether the value is a variable that the summary is defined for. */
function valueProblems({ settings, summary, codebook, table, locate }: GroupFrame): Problem[] {
  const { value } = settings;
  const { asks, measures: allowed } = summaryType(summary);
  if (value === undefined) {
    if (asks === 'cases') return [];
    const columns = table.columnNames.filter((name) => {
      const { measure } = codebook.variable(name);
      return measure === undefined || measure === 'numeric';
    });
    return [error('value-needed', { summary, columns }, locate('chart.summary'))];
  }
  if (asks === 'cases') {
    return [error('value-idle', { summary, column: value }, locate('chart.value'))];
  }
  const { measure } = codebook.variable(value);
  if (measure === undefined || allowed.includes(measure)) return [];
  const numeric = table.columnNames.filter((name) => codebook.variable(name).measure === 'numeric');
  return [
    error('category-as-measured', { column: value, measure, path: 'chart.value', numeric }, locate('chart.value')),
  ];
}

function variableProblems({ settings, locate }: GroupFrame): Problem[] {
  const problems: Problem[] = [];
  if (settings.group === settings.category) {
    problems.push(
      error(
        'same-variable',
        { column: settings.category, path: 'chart.group', other: 'chart.category' },
        locate('chart.group'),
      ),
    );
  }
  return problems;
}

/** Problems of stacked bars: a summary that does not add up, or settings that conflict with stacking. */
function stackProblems({ settings, summary, locate }: GroupFrame): Problem[] {
  const { arrange = 'clustered' } = settings;
  if (arrange === 'opposed' || arrange === 'clustered') return [];
  const clash = (['error', 'low', 'high'] as const).find((key) => settings[key] !== undefined);
  const at = locate('chart.arrange');
  return [
    ...(settings.shape === 'stem' ? [error('stack-of', { arrange, what: 'stems' }, locate('chart.shape'))] : []),
    ...(clash ? [error('stack-of', { arrange, what: 'error bars' }, locate(`chart.${clash}`))] : []),
    ...(settings.group === undefined
      ? [warning('setting-idle', { path: 'chart.arrange', needs: 'a "group"' }, at)]
      : []),
    ...(summaryType(summary).addsUp
      ? []
      : [error('stack-of', { arrange, what: `${summary}s, which do not add up` }, at)]),
  ];
}

function errorProblems({ settings: { error: bars }, summary, locate }: GroupFrame): Problem[] {
  if (!bars) return [];
  const { shows, level } = bars;
  const at = 'chart.error.level';
  return [
    ...(summaryType(summary).intervals?.[shows]
      ? []
      : [error('error-needs-mean', { summary, shows }, locate('chart.error'))]),
    ...(level !== undefined && shows !== 'ci'
      ? [warning('setting-idle', { path: at, needs: '"shows: ci"' }, locate(at))]
      : []),
  ];
}

function idleProblems({ settings, summary, locate, labels }: GroupFrame): Problem[] {
  const { asGiven, ofWhole } = summaryType(summary);
  const ends = asGiven ? [] : (['low', 'high'] as const).filter((end) => settings[end] !== undefined);
  const isOfIdle = settings.of !== undefined && !ofWhole && !labels.includes('percent');
  const needs = '"summary: percent", or "percent" in the data labels';
  return [
    ...ends.map((end) => {
      const path = `chart.${end}`;
      return error('setting-idle', { path, needs: '"summary: given"' }, locate(path));
    }),
    ...(isOfIdle ? [warning('setting-idle', { path: 'chart.of', needs }, locate('chart.of'))] : []),
  ];
}

/** Problems of bars back to back, joined markers and further values. */
function shapeProblems({ settings, summary, group, locate }: GroupFrame): Problem[] {
  const { arrange, join, further, gather, error: bars, axisTable, direction } = settings;
  const count = group?.categories.length ?? 0;
  const idle = (path: string, needs: string) => warning('setting-idle', { path, needs }, locate(path));
  return [
    ...(arrange === 'opposed' && count !== 2
      ? [
          error(
            'opposed-groups',
            { path: 'chart.arrange', count, write: 'arrange: clustered' },
            locate('chart.arrange'),
          ),
        ]
      : []),
    ...(join && bars
      ? [error('one-of-several', { path: 'chart.join', others: ['error'], where: 'chart' }, locate('chart.join'))]
      : []),
    ...(settings.cumulative && (!summaryType(summary).addsUp || (arrange ?? 'clustered') !== 'clustered' || bars)
      ? [
          error(
            'setting-idle',
            { path: 'chart.cumulative', needs: 'counts, shares or sums in bars beside each other, without error bars' },
            locate('chart.cumulative'),
          ),
        ]
      : []),
    ...(gather && (!summaryType(summary).addsUp || bars)
      ? [
          error(
            'setting-idle',
            { path: 'chart.gather', needs: 'counts, shares or sums without error bars' },
            locate('chart.gather'),
          ),
        ]
      : []),
    ...(gather && axisTable?.value !== undefined
      ? [
          error(
            'one-of-several',
            { path: 'chart.gather', others: ['axisTable.value'], where: 'chart' },
            locate('chart.gather'),
          ),
        ]
      : []),
    ...(join && !group ? [idle('chart.join', 'a "group"')] : []),
    ...(further && !hasFurther({ summary })
      ? [
          error(
            'setting-idle',
            { path: 'chart.further', needs: 'a "value" that is summed up' },
            locate('chart.further'),
          ),
        ]
      : []),
    ...(axisTable && direction === 'horizontal' ? [idle('chart.axisTable', '"direction: vertical"')] : []),
  ];
}

/** Settings of a line that markers do not have, and of markers that a line does not have. */
function furtherIdle({ settings: { further }, locate }: GroupFrame): Problem[] {
  if (!further) return [];
  const isMarker = further.as === 'marker';
  const idle = (isMarker ? (['width', 'dash'] as const) : (['marker'] as const)).filter(
    (key) => further[key] !== undefined,
  );
  return idle.map((key) => {
    const path = `chart.further.${key}`;
    return warning(
      'setting-idle',
      { path, needs: isMarker ? '"as: line" or "as: dash"' : '"as: marker"' },
      locate(path),
    );
  });
}

/** Problems of intervals in a table: it lies, and its totals are categories. */
function forestProblems(input: GroupFrame): Problem[] {
  const { settings, locate, category } = input;
  const { beside, sections, direction, values } = settings;
  const upright =
    direction === 'horizontal' ? [] : (['beside', 'sections'] as const).filter((key) => settings[key] !== undefined);
  const known = category.categories.map(({ name }) => name);
  const wide = values === undefined || (beside ?? sections) === undefined ? [] : (['values'] as const);
  return [
    ...upright.map((key) => {
      const path = `chart.${key}`;
      return error('setting-idle', { path, needs: '"direction: horizontal"' }, locate(path));
    }),
    ...wide.map((key) =>
      error('one-of-several', { path: `chart.${key}`, others: ['beside'], where: 'chart' }, locate(`chart.${key}`)),
    ),
    ...unknownTotals(input).map(({ value, at }) => {
      const path = `chart.totals.${at}`;
      const facts = { column: settings.category, value, path, known, nearest: nearest(value, known) };
      return error('value-unknown', facts, locate(path));
    }),
  ];
}

/** Problems: variables that do not fit their roles. */
export function groupChecks(input: GroupFrame): Problem[] {
  return [
    ...valueProblems(input),
    ...variableProblems(input),
    ...stackProblems(input),
    ...shapeProblems(input),
    ...furtherIdle(input),
    ...forestProblems(input),
    ...errorProblems(input),
    ...idleProblems(input),
    ...idleWeights(input, input.summary),
  ];
}
