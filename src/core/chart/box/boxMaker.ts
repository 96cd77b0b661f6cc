import { error, fail, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import { bothAxes, categoryAxis, seriesOf } from '../frame/categoryAxes.js';
import { referenceEnds, referenceLines } from '../frame/references.js';
import { possibleOf, variableTitle } from '../frame/variableTitle.js';
import { tooManyRepeated, unlikeWeights } from '../frame/weights.js';
import { completeLong } from '../frame/wide.js';
import type { ChartMaker, Drawn } from '../kind.js';
import { boxesOf, type DrawnBox, nameOfBox } from './boxMarks.js';
import { type BoxFrame, type BoxLong, type BoxSettings, boxFrame, whiskersOf } from './boxSettings.js';
import { boxAltText, boxFacts } from './boxWords.js';

/** Settings that weighted cases cannot have: their quartiles have one definition, and notches rest on counted cases. */
function weightedProblems({ settings, locate }: BoxFrame): Problem[] {
  if (settings.weight === undefined) return [];
  const clash = settings.quartiles === undefined || settings.quartiles === 2 ? undefined : 'quartiles';
  const found = clash ?? (settings.notch ? 'notch' : undefined);
  if (found === undefined) return [];
  const path = `chart.${found}`;
  return [error('one-of-several', { path, others: ['weight'], where: 'chart' }, locate(path))];
}

function settingsProblems(input: BoxFrame): Problem[] {
  const { settings, locate } = input;
  const problems: Problem[] = weightedProblems(input);
  if (settings.names !== undefined && settings.id === undefined) {
    problems.push(
      error(
        'setting-idle',
        { path: 'chart.names', needs: '"id" with the variable that names the cases' },
        locate('chart.names'),
      ),
    );
  }
  const whiskers = whiskersOf(settings);
  if (whiskers.rule === 'percentiles' && !(whiskers.low >= 0 && whiskers.low < whiskers.high && whiskers.high <= 100)) {
    problems.push(error('percentiles-wrong', { low: whiskers.low, high: whiskers.high }, locate('chart.whiskers')));
  }
  if (settings.quartiles === 0) {
    const expects = 'a whole number from 1 to 9, or hinges';
    problems.push(
      error('wrong-type', { path: 'chart.quartiles', found: '0', expects, example: '7' }, locate('chart.quartiles')),
    );
  }
  if (settings.group === settings.category) {
    const facts = { column: settings.category, path: 'chart.group', other: 'chart.category' };
    problems.push(error('same-variable', facts, locate('chart.group')));
  }
  return problems;
}

/** The columns of the numbers of a box, by their keys and heads. */
const fiveNumbers = [
  ['least', 'head-least'],
  ['whiskerLow', 'head-whisker'],
  ['q1', 'head-q1'],
  ['median', 'head-median'],
  ['q3', 'head-q3'],
  ['whiskerHigh', 'head-whisker'],
  ['greatest', 'head-greatest'],
  ['mean', 'head-mean'],
] as const;

/** The table behind boxes. */
export function boxNumbers(
  { codebook, settings, category, group, words }: BoxFrame,
  drawn: readonly DrawnBox[],
): Drawn['numbers'] {
  const decimals = (codebook.variable(settings.value).decimals ?? 2) + 1;
  return {
    columns: [
      { key: category.variable.name, title: category.variable.label },
      ...(group ? [{ key: group.variable.name, title: group.variable.label }] : []),
      { key: 'n', title: words.say('head-n'), decimals: 0 },
      ...fiveNumbers.map(([key, head]) => ({ key, title: words.say(head), decimals })),
      { key: 'beyond', title: words.say('head-beyond') },
    ],
    rows: drawn.map(({ mark: { box }, sample, beyond, ...entry }) => [
      entry.category.name,
      ...(entry.group ? [entry.group.name] : []),
      sample.n,
      sample.least,
      box.low,
      box.q1,
      box.median,
      box.q3,
      box.high,
      sample.greatest,
      sample.summary.mean,
      beyond.join('; '),
    ]),
  };
}

function draw(frame: BoxFrame): Outcome<Drawn> {
  const { settings, codebook, category, group } = frame;
  const drawn = boxesOf(frame);
  if (!drawn) return fail([tooManyRepeated(frame, 'chart.points')]);
  const variable = codebook.variable(settings.value);
  const along = categoryAxis(category, 'chart.category');
  const lines = referenceEnds(settings.references);
  const values = {
    shows: 'value',
    title: variableTitle(variable, 'chart.value'),
    least: lines.reduce(
      (a, b) => Math.min(a, b),
      drawn.reduce((least, { sample }) => Math.min(least, sample.least), Number.POSITIVE_INFINITY),
    ),
    greatest: lines.reduce(
      (a, b) => Math.max(a, b),
      drawn.reduce((most, { sample }) => Math.max(most, sample.greatest), Number.NEGATIVE_INFINITY),
    ),
    ...possibleOf(variable),
  } as const;
  const boxes = drawn.map(({ mark }) => mark);
  return succeed({
    plan: {
      ...bothAxes(along, values, settings.direction),
      series: seriesOf(group, (g) => boxes.filter(({ place }) => place === g)),
      ...referenceLines(settings.references, settings.direction ?? 'vertical'),
    },
    numbers: boxNumbers(frame, drawn),
    note: boxFacts(frame, boxes),
    altText: boxAltText(frame, drawn),
    problems: unlikeWeights(
      frame,
      drawn.map(({ sample, ...entry }) => ({ name: nameOfBox(entry), summary: sample.summary })),
    ),
  });
}

/** Makes the marks of box. */
export const boxMaker: ChartMaker<BoxSettings, BoxLong> = {
  complete: completeLong,
  check: (frame) => settingsProblems(boxFrame(frame)),
  draw: (frame) => draw(boxFrame(frame)),
};
