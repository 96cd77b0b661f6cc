import { lastOf } from '../../at.js';
import type { Description } from './description.js';
import { lengthExample, list, type Nearest, smallLengthExample, written } from './phrases.js';

/** A setting as it is written in its place: in a list its value alone. */
const setting = (path: string, value: string): string => {
  const key = lastOf(path.split('.'));
  return /^\d+$/.test(key) && path.includes('.') ? value : `${key}: ${value}`;
};

/** Keys and values: the words of their problems. */
export const settingsWordings = {
  'unknown-key': (f: { key: string; where: string; known: string[]; write?: string | undefined } & Nearest) => ({
    found: `there is no setting "${f.key}"${f.where === '' ? '' : ` in ${f.where}`}`,
    expected: list(f.known, 30),
    ...(f.write === undefined ? written(f) : { write: f.write }),
  }),
  'missing-key': (f: {
    key: string;
    where: string;
    expects: string;
    example?: string | undefined;
    isColumn?: boolean | undefined;
  }) => ({
    found: `${f.where === '' ? 'the file' : f.where} lacks "${f.key}"`,
    expected: f.expects,
    ...(f.example === undefined ? {} : { write: `${f.key}: ${f.example}` }),
  }),
  'wrong-type': (f: {
    path: string;
    found: string;
    expects: string;
    example?: string | undefined;
    isColumn?: boolean | undefined;
  }) => ({
    found: `${f.path} is ${f.found}`,
    expected: f.expects,
    ...(f.example === undefined ? {} : { write: setting(f.path, f.example) }),
  }),
  'wrong-value': (f: { path: string; found: string; options: string[] } & Nearest) => ({
    found: `${f.path} is ${f.found}`,
    expected: list(f.options),
    ...(f.nearest === undefined ? {} : { write: setting(f.path, f.nearest) }),
  }),
  'carries-beyond': (f: { path: string; found: string; most: string }) => ({
    found: `${f.path} is ${f.found}, and "export.carriesAtMost" lets files carry ${f.most === 'nothing' ? 'nothing' : 'their settings and no rows'}`,
    expected: f.most === 'nothing' ? 'nothing' : 'settings, or nothing',
    ...(f.path.startsWith('-') ? { write: `${f.path} ${f.most}` } : { write: setting(f.path, f.most) }),
  }),
  'carries-asked': (f: { table: string }) => ({
    found: `files cannot carry the rows of ${f.table}, which is asked and not read`,
    expected: 'files that carry their settings, with the answers kept beside the figure (hexis keep)',
    write: 'export: { carries: settings }',
  }),
  'carries-large': (f: { size: number; most: number }) => ({
    found: `the rows that the figure draws are ${f.size} MB of text, and a file carries at most ${f.most} MB`,
    expected: 'a file that carries its settings alone',
    write: 'export: { carries: settings }',
  }),
  'length-without-unit': (f: { path: string; found: string; isSmall?: boolean | undefined }) => ({
    found: `${f.path} is ${f.found}, a length without a unit`,
    expected: `a length with its unit: ${f.isSmall ? smallLengthExample : lengthExample}`,
    write: setting(f.path, `${f.found}${f.isSmall ? 'pt' : Number(f.found) > 30 ? 'mm' : 'cm'}`),
  }),
  'bad-length': (f: { path: string; found: string }) => ({
    found: `${f.path} is ${f.found}`,
    expected: `a length: ${lengthExample}`,
  }),
  'length-beyond': (f: { path: string; found: string; least: number; most: number }) => ({
    found: `${f.path} is ${f.found}`,
    expected: `a length ${f.least > 0 ? `from ${f.least}pt ` : ''}up to ${f.most}pt (${Math.round((f.most / 72) * 25.4)}mm)`,
  }),
  'bad-color': (f: { path: string; found: string; known: string[] } & Nearest) => ({
    found: `${f.path} is "${f.found}", which is neither a colour of the house style nor a CSS colour`,
    expected: `a CSS colour such as "#20563a" or teal${f.known.length === 0 ? '' : `, or one of the style: ${list(f.known)}`}`,
    ...written(f),
  }),
  'language-unknown': (f: { found: string; known: string[] } & Nearest) => ({
    found: `there are no words in the language "${f.found}"`,
    expected: list(f.known, 40),
    ...(f.nearest === undefined ? {} : { write: `language: ${f.nearest}` }),
  }),
  'wording-unknown': (f: { path: string; key: string } & Nearest) => ({
    found: `${f.path}: there is no sentence "${f.key}"`,
    expected: 'the name of a sentence; docs/languages.md lists them',
    ...(f.nearest === undefined ? {} : { write: `${f.nearest}:` }),
  }),
  'wording-names': (f: { path: string; lacking: string[]; strange: string[]; needed: string[] }) => ({
    found: `${f.path} ${[
      ...(f.lacking.length > 0 ? [`does not name ${list(f.lacking.map((name) => `{${name}}`))}`] : []),
      ...(f.strange.length > 0
        ? [`names ${list(f.strange.map((name) => `{${name}}`))}, which nothing stands for`]
        : []),
    ].join(' and ')}`,
    expected:
      f.needed.length > 0
        ? `a sentence with ${list(f.needed.map((name) => `{${name}}`))}`
        : 'a sentence without names in braces',
  }),
  'width-unknown': (f: { path: string; found: string; known: string[] } & Nearest) => ({
    found: `${f.path} is "${f.found}", neither a length nor a width that the house style names`,
    expected: `${lengthExample}${f.known.length === 0 ? '' : `, or ${list(f.known)}`}`,
    ...written(f),
  }),
  'log-limit': (f: { path: string; value: number }) => ({
    found: `${f.path} is ${f.value}, and a log axis shows numbers above zero alone`,
    expected: 'a number above zero, or "scale: linear"',
  }),
  'log-base': (f: { path: string; base: number }) => ({
    found: `${f.path} is ${f.base}`,
    expected: 'a base above 1, such as 2 or 10',
    write: 'base: 10',
  }),
  'log-needs-positive': (f: { axis: string; least: string; bars: boolean }) => ({
    found: f.bars
      ? `axes.${f.axis} is a log axis, and the bars on it start at zero, which such an axis does not have`
      : `axes.${f.axis} is a log axis, and its values go down to ${f.least}`,
    expected: f.bars
      ? '"kind: interval" or "points", or "scale: linear"'
      : 'values above zero, chosen by "where", or "scale: linear"',
    write: 'scale: linear',
  }),
  'range-unknown': (f: { path: string; column: string; counts: boolean }) => ({
    found: f.counts
      ? `${f.path} is "possible", and numbers of cases have no highest one`
      : `${f.path} is "possible", and the codebook gives no range for ${f.column}`,
    expected: f.counts ? 'a number, or nothing' : `"range" for ${f.column} in the codebook, or a number`,
  }),
  'equal-scales': (f: { axis: string }) => ({
    found: `panel.equalScales compares the lengths of one unit, and axes.${f.axis} shows no numbers in proportion`,
    expected: 'a chart with numbers along both axes, and "scale: linear"',
    write: 'equalScales: false',
  }),
  'no-conversion': (f: { path: string; value: number; log: boolean }) => ({
    found: `${f.path} is ${f.value}`,
    expected: f.log
      ? 'on a log axis, a factor above zero and no offset'
      : 'a factor other than zero, by which numbers become those of the second unit',
    write: f.path.endsWith('offset') ? 'offset: 0' : 'factor: 2.2',
  }),
  'limits-reversed': (f: { path: string; from: number | string; to: number | string }) => ({
    found: `${f.path} runs from ${f.from} to ${f.to}`,
    expected: 'a lower limit below the upper one',
    write: `from: ${f.to}\nto: ${f.from}`,
  }),
  'step-too-small': (f: { path: string; step: number; count: number; suggestion: number }) => ({
    found: `${f.path} is ${f.step}, which makes ${f.count} ticks`,
    expected: 'at most 200 ticks on an axis',
    write: `step: ${f.suggestion}`,
  }),
  'axis-not-measured': (f: { path: string; key: string; other: string }) => ({
    found: `${f.path} shows categories, which have no "${f.key}"`,
    expected: `"${f.key}" on the axis of the values, axes.${f.other}`,
  }),
} satisfies Record<string, (facts: never) => Description>;
