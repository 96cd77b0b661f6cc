import { error, type Problem, warning } from '../../document/problem.js';
import { summaryType } from '../frame/summaries.js';
import { idleWeights } from '../frame/weights.js';
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

function idleProblems(input: GroupFrame): Problem[] {
  const { settings, summary, locate } = input;
  const problems: Problem[] = [];
  const { error: bars, arrange = 'clustered' } = settings;
  const type = summaryType(summary);
  if (arrange !== 'clustered') {
    const clash = bars
      ? 'error'
      : settings.low !== undefined
        ? 'low'
        : settings.high === undefined
          ? undefined
          : 'high';
    if (clash) problems.push(error('stack-of', { arrange, what: 'error bars' }, locate(`chart.${clash}`)));
    if (settings.group === undefined) {
      problems.push(warning('setting-idle', { path: 'chart.arrange', needs: 'a "group"' }, locate('chart.arrange')));
    }
    if (!type.addsUp) {
      problems.push(error('stack-of', { arrange, what: `${summary}s, which do not add up` }, locate('chart.arrange')));
    }
  }
  for (const end of ['low', 'high'] as const) {
    if (settings[end] === undefined || type.asGiven) continue;
    problems.push(error('setting-idle', { path: `chart.${end}`, needs: '"summary: given"' }, locate(`chart.${end}`)));
  }
  if (bars && !type.intervals?.[bars.shows]) {
    problems.push(error('error-needs-mean', { summary, shows: bars.shows }, locate('chart.error')));
  }
  if (settings.error?.level !== undefined && settings.error.shows !== 'ci') {
    problems.push(
      warning('setting-idle', { path: 'chart.error.level', needs: '"shows: ci"' }, locate('chart.error.level')),
    );
  }
  if (settings.of !== undefined && !type.ofWhole && !input.labels.includes('percent')) {
    const needs = '"summary: percent", or "percent" in the data labels';
    problems.push(warning('setting-idle', { path: 'chart.of', needs }, locate('chart.of')));
  }
  return problems;
}

/** Whether the variables fit their places in a bar chart. */
export function groupChecks(input: GroupFrame): Problem[] {
  return [
    ...valueProblems(input),
    ...variableProblems(input),
    ...idleProblems(input),
    ...idleWeights(input, input.summary),
  ];
}
