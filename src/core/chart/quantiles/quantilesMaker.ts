import { numberAt } from '../../at.js';
import { error, fail, type Outcome, type Problem, succeed, warning } from '../../problem/problem.js';
import type { NoteFact } from '../../words/noteFacts.js';
import { seriesOf } from '../frame/categoryAxes.js';
import { crossEnds, crossFacts, crossLines, crossProblems } from '../frame/crossReferences.js';
import { defaultLevel } from '../frame/levels.js';
import { namesProblems } from '../frame/names.js';
import { inUnits, possibleOf, variableTitle } from '../frame/variableTitle.js';
import { tooManyRepeated } from '../frame/weights.js';
import type { ChartMaker, Drawn } from '../kind.js';
import type { ValueAxis } from '../plan.js';
import { marksOf, outsideOf, type QuantileRun, type QuantilesFrame, runsOf } from './quantilesMarks.js';
import type { QuantilesSettings } from './quantilesSettings.js';

/** The distribution in words. */
const nameOf = ({ settings: { distribution = 'normal', freedom = 1 }, words }: QuantilesFrame): string =>
  distribution === 't' ? words.say('distribution-t', { freedom }) : words.say(`distribution-${distribution}`);

function check(frame: QuantilesFrame): Problem[] {
  const { settings, locate } = frame;
  const problems = [...namesProblems(frame), ...crossProblems(frame)];
  const isT = settings.distribution === 't';
  if (isT && settings.freedom === undefined) {
    const facts = { path: 'chart.freedom', why: 'a t distribution has degrees of freedom', columns: ['5', '10', '30'] };
    problems.push(error('setting-needed', facts, locate('chart.distribution')));
  }
  if (!isT && settings.freedom !== undefined) {
    const facts = { path: 'chart.freedom', needs: '"distribution: t"' };
    problems.push(warning('setting-idle', facts, locate('chart.freedom')));
  }
  return problems;
}

function numbersOf(frame: QuantilesFrame, runs: readonly QuantileRun[]): Drawn['numbers'] {
  const { words, codebook, settings } = frame;
  const group = frame.sorted('group');
  const decimals = (codebook.variable(settings.value).decimals ?? 2) + 2;
  return {
    columns: [
      ...(group ? [{ key: group.variable.name, title: group.variable.label }] : []),
      { key: 'n', title: words.say('head-n'), decimals: 0 },
      { key: 'intercept', title: words.say('head-intercept'), decimals },
      { key: 'slope', title: words.say('head-slope'), decimals },
      ...(settings.band ? [{ key: 'outside', title: words.say('head-outside'), decimals: 0 }] : []),
    ],
    rows: runs.map((run) => [
      ...(group ? [run.category?.name] : []),
      run.xs.length,
      run.line.intercept,
      run.line.slope,
      ...(settings.band ? [outsideOf(frame, run)] : []),
    ]),
  };
}

function facts({ settings }: QuantilesFrame): NoteFact[] {
  const { positions = 'blom', line, band } = settings;
  return [
    { is: 'positions', rule: positions },
    ...(line === false ? [] : [{ is: 'quartileLine' } as const]),
    ...(band ? [{ is: 'quantileBand', holds: band.holds, level: band.level ?? defaultLevel } as const] : []),
  ];
}

/** An axis that holds some further values. */
const reaching = ({ least, greatest }: { least: number; greatest: number }, values: readonly number[]) => ({
  least: Math.min(least, ...values),
  greatest: Math.max(greatest, ...values),
});

function draw(frame: QuantilesFrame): Outcome<Drawn> {
  const { settings, codebook, words } = frame;
  const runs = runsOf(frame);
  if (!runs) return fail([tooManyRepeated(frame, 'chart.value')]);
  const variable = codebook.variable(settings.value);
  const ends = (key: 'xs' | 'ys') => ({
    least: runs.reduce((least, run) => Math.min(least, numberAt(run[key], 0)), Number.POSITIVE_INFINITY),
    greatest: runs.reduce(
      (most, run) => Math.max(most, numberAt(run[key], run[key].length - 1)),
      Number.NEGATIVE_INFINITY,
    ),
  });
  const distribution = nameOf(frame);
  const series = seriesOf(frame.sorted('group'), (g) => {
    const run = runs.find((own) => own.group === g);
    return run ? marksOf(frame, run) : [];
  });
  const count = runs.reduce((sum, { xs }) => sum + xs.length, 0);
  const what = inUnits(variable.label, variable.unit, words);
  const x: ValueAxis = {
    shows: 'value',
    title: { label: words.say('title-quantile', { distribution }), from: 'chart.distribution' },
    ...reaching(ends('xs'), crossEnds(settings.references, 'x')),
  };
  const y: ValueAxis = {
    shows: 'value',
    title: variableTitle(variable, 'chart.value'),
    ...reaching(ends('ys'), crossEnds(settings.references, 'y')),
    ...possibleOf(variable),
  };
  const references = crossLines(settings.references, x, y);
  return succeed({
    plan: {
      direction: 'vertical',
      x,
      y,
      series,
      ...(references.length > 0 ? { references } : {}),
    },
    numbers: numbersOf(frame, runs),
    note: [...facts(frame), ...crossFacts(settings.references, frame.looks.references)],
    altText: words.say('alt-quantiles', { what, distribution, count, cases: codebook.cases }),
  });
}

/** Makes the marks of quantiles. */
export const quantilesMaker: ChartMaker<QuantilesSettings> = {
  check,
  draw,
};
