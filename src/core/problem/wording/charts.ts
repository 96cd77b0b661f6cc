import type { Description } from './description.js';
import { list, type Nearest, plural, written } from './phrases.js';

/** The numbers in order, each once, where these are enough for edges. */
const risingText = (key: string, numbers: readonly number[]) => {
  const rising = [...new Set(numbers)].sort((a, b) => a - b);
  return rising.length < 2 ? {} : { write: `${key}: [${rising.join(', ')}]` };
};

/** Variables in their places: the words of their problems. */
export const chartsWordings = {
  'category-as-measured': (f: { column: string; measure: string; path: string; numeric: string[] }) => ({
    found: `${f.path} is ${f.column}, a ${f.measure} variable: its codes name categories and have no mean`,
    expected:
      f.numeric.length === 0
        ? 'a variable with measure: numeric'
        : `a numeric variable: ${list(f.numeric)}; or "summary: count"`,
  }),
  'numeric-as-category': (f: { column: string; path: string; bands: number[] }) => ({
    found: `${f.path} is ${f.column}, a measured variable: its numbers are no names, and would stand evenly whatever lies between them`,
    expected: `a variable with categories; or in the codebook "bands" that cut it into some, or "measure: ordinal" for few values in order`,
    write: `variables:\n  ${f.column}: { bands: [${f.bands.join(', ')}] }`,
  }),
  'measured-as-category': (f: { column: string; path: string; count: number; most: number }) => ({
    found: `${f.path} is ${f.column}, which has ${f.count} different values`,
    expected: `a variable with at most ${f.most} categories`,
  }),
  'date-as-category': (f: { column: string; path: string }) => ({
    found: `${f.path} is ${f.column}, which holds dates: as categories they would stand evenly, whatever lies between them`,
    expected:
      'a chart with an axis of dates (kind: line or scatter), or "measure: ordinal" in the codebook for names in order',
    write: `variables:\n  ${f.column}: { measure: ordinal }`,
  }),
  'item-in-groups': (f: { item: string; groups: string[] }) => ({
    found: `${f.item} is in ${list(f.groups)}, and a line has one colour`,
    expected: 'one group for each item',
  }),
  'fit-missing': (f: { groups: string[] }) => ({
    found:
      f.groups.length === 0
        ? 'no line can be fitted: there are too few points with different values of x'
        : `no line can be fitted for ${list(f.groups)}: too few points with different values of x`,
    expected: 'more different values of x than the degree, or a lower "degree"',
  }),
  'component-twice': (f: { path: string; column: string }) => ({
    found: `${f.path} names ${f.column} a second time`,
    expected: 'each column once',
  }),
  'components-none': (f: { path: string; cases: number; constant: string[] }) => ({
    found:
      f.cases < 2
        ? `${f.path}: ${f.cases === 0 ? 'no case has' : 'one case has'} a value of all columns, and components need two`
        : f.constant.length > 0
          ? `${f.path}: ${f.constant.join(', ')}: one value only, which hangs together with nothing`
          : `${f.path}: the columns do not vary, so there is no direction of greatest spread`,
    expected: 'two or more columns that vary, over two or more cases',
  }),
  'component-beyond': (f: { path: string; name: string; count: number }) => ({
    found: `the chart shows ${f.name}, and ${f.path} has ${plural(f.count, 'component')}`,
    expected: `component 1${f.count > 1 ? ` to component ${f.count}` : ''}, more columns, or more to "keep"`,
  }),
  'components-flat': (f: { path: string; count: number }) => ({
    found: `${f.path}: ${f.count === 1 ? 'one direction has' : `${f.count} directions have`} no spread, as columns follow from others or there are fewer cases than columns`,
    expected: 'columns none of which follows from the others',
  }),
  'surface-missing': (f: { path: string; groups: string[] }) => ({
    found: `${f.path}: ${f.groups.length > 0 ? f.groups.join(', ') : 'the cloud'}: too few cases, or all in one plane, so nothing is drawn about ${f.groups.length > 1 ? 'them' : 'it'}`,
    expected: 'four or more cases that spread in all three directions',
  }),
  'too-many-repeated': (f: { path: string; most: number }) => ({
    found: `${f.path} would draw more than ${f.most} cases, one point for each that the frequencies count`,
    expected: 'a box without "points", a histogram, or fewer cases',
  }),
  'weights-unlike': (f: { groups: string[] }) => ({
    found: `${list(f.groups)}: the weights are so unlike that fewer than two cases would carry as much, so there is no interval`,
    expected: 'weights of more alike sizes, or a note that says so',
  }),
  'value-unknown': (f: { column: string; value: string; path: string; known: string[] } & Nearest) => ({
    found: `${f.path}: ${f.column} has no value "${f.value}"`,
    expected: list(f.known),
    ...written(f),
  }),
  'variable-unused': (f: { column: string; path: string; used: string[] }) => ({
    found: `${f.path} names ${f.column}, which this chart does not show as groups`,
    expected: f.used.length === 0 ? 'nothing singled out in a chart without groups' : list(f.used),
  }),
  'accent-empty': (f: { path: string; known: string[] }) => ({
    found: `${f.path} names a group and no look for it`,
    expected: list(f.known),
    write: 'fill: signal',
  }),
  'same-variable': (f: { column: string; path: string; other: string }) => ({
    found: `${f.path} is ${f.column}, which ${f.other} is already`,
    expected: 'another variable',
  }),
  'value-not-named': (f: { column: string; value: string; count: number; table: string }) => ({
    found: `${f.column} has the value "${f.value}" in ${plural(f.count, 'row')} of ${f.table}, and the codebook does not name it`,
    expected: `variables: ${f.column}: values: { ${f.value}: … }, or missing: [${f.value}]`,
  }),
  'area-hole': (f: { group: string; place: string }) => ({
    found: `${f.group} has no value at ${f.place}, where others have one`,
    expected: 'a value of each group at each place, or "gaps: bridge", which draws it as between its neighbours',
    write: 'gaps: bridge',
  }),
  'opposed-negative': (f: { group: string; value: number }) => ({
    found: `${f.group} is ${f.value}, and bars back to back have no side for values below zero`,
    expected: 'values of zero and above, or "arrange: clustered"',
  }),
  'opposed-groups': (f: { path: string; count: number; write: string }) => ({
    found: `${f.path} is opposed, and there ${f.count === 0 ? 'is no group' : f.count === 1 ? 'is one group' : `are ${f.count} groups`}`,
    expected: 'a "group" with two values, each a half back to back',
    write: f.write,
  }),
  'variables-few': (f: { path: string; count: number }) => ({
    found: `"${f.path}" names ${f.count === 1 ? 'one variable' : 'no variable'}, and a correlation is between two`,
    expected: 'two or more measured variables',
    write: 'variables: [yield, water, ph]',
  }),
  'answers-unlike': (f: { column: string; other: string }) => ({
    found: `"${f.column}" has other answers in the codebook than "${f.other}", or other codes for missing ones`,
    expected: 'questions with the same "values" and "missing" codes, since their rows share one scale',
    write: `variables: ${f.column}: { values: … } as for ${f.other}; or leave ${f.column} out`,
  }),
  'answers-many': (f: { column: string; count: number; most: number }) => ({
    found: `"${f.column}" has ${f.count} different answers`,
    expected: `at most ${f.most} answers, the parts of a row`,
    write: `bands: [0, 25, 50, 75, 100] for ${f.column} in the codebook, or another kind of chart`,
  }),
  'stack-of': (f: { arrange: string; what: string }) => ({
    found: `chart.arrange is ${f.arrange}, and bars on top of each other cannot show ${f.what}`,
    expected: '"arrange: clustered", or summary: count, percent, sum or given without error bars',
    write: 'arrange: clustered',
  }),
  'shells-many': (f: { count: number; most: number; groups: number }) => ({
    found: `${f.count} closed surfaces stand within each other${f.groups > 1 ? `, about ${f.groups} groups` : ''}`,
    expected: `at most ${f.most}: fewer "shares"${f.groups > 1 ? ', "over: all", or groups in panels of their own' : ''}`,
  }),
  'share-alone': (f: { column: string; value: string }) => ({
    found: `every share is 100 %, for "where" chooses ${f.value} alone, and shares are taken of what is chosen`,
    expected: `all values of ${f.column} without the "where"; ${f.value} can be set off by an accent or a spotlight`,
    write: `spotlight: [{ ${f.column}: ${f.value} }]`,
  }),
  'sizes-zero': (f: { column: string; count: number }) => ({
    found: `${f.column} is 0 in ${plural(f.count, 'case')}, whose ${f.count === 1 ? 'marker has' : 'markers have'} no area and cannot be seen`,
    expected: 'a variable for "size" that is above 0, or a sentence in the note',
  }),
  'shares-negative': (f: { group: string; value: number }) => ({
    found: `${f.group} is ${f.value}, and shares of a whole have no negative parts`,
    expected: 'values of zero and above, or "arrange: stacked"',
  }),
  'shares-nothing': (f: { value: string | undefined; table: string }) => ({
    found: `the parts of the whole in ${f.table} add up to nothing, and shares of nothing cannot be drawn`,
    expected: f.value === undefined ? 'rows that count' : `values of ${f.value} above zero`,
  }),
  'interval-beside': (f: { group: string; path: string }) => ({
    found: `the interval given for ${f.group} does not hold its value`,
    expected: 'a lower end at or below the value and an upper one at or above it; are the columns swapped?',
  }),
  'weight-wrong': (f: { column: string; value: number; path: string; whole: boolean }) => ({
    found: `${f.path} is ${f.column}, which holds ${f.value}`,
    expected: f.whole ? 'whole numbers of cases, zero or above' : 'weights of zero and above',
  }),
  'too-few-times': (f: { column: string; count: number }) => ({
    found: `${f.column} has ${plural(f.count, 'time')} with values`,
    expected: 'two times or more to compare',
  }),
  'expression-wrong': (f: { path: string; text: string; fault: string; functions: string[] } & Nearest) => ({
    found: `${f.path}: "${f.text}" cannot be read: ${f.fault}`,
    expected: `an expression of x such as a*sin(x) + 2^x, with the parameters of the chart and ${list(f.functions, 30)}`,
    ...written(f),
  }),
  'parameter-name': (f: { path: string; name: string }) => ({
    found: f.name === 'x' ? `${f.path}: x is what the curve is drawn over` : `${f.path}: "${f.name}" is no name`,
    expected: 'a name of letters, digits and _ other than x, such as a',
  }),
  'domain-reversed': (f: { path: string; from: number; to: number; within?: { from: number; to: number } }) => ({
    found: `${f.path} runs from ${f.from} to ${f.to}`,
    expected: f.within ? `a domain that meets ${f.within.from} to ${f.within.to}` : 'a lower end below the upper one',
  }),
  'function-missing': (f: { path: string; number: number; count: number }) => ({
    found: `${f.path} is ${f.number}, and there ${f.count === 1 ? 'is one function' : `are ${f.count} functions`}`,
    expected: `a number from 1 to ${f.count}`,
  }),
  'nowhere-defined': (f: { text: string; from: number; to: number }) => ({
    found: `"${f.text}" has no value anywhere from ${f.from} to ${f.to}`,
    expected: 'a function with values in its domain',
  }),
  'one-line': (f: { path: string; given: string[] }) => ({
    found:
      f.given.length === 0 ? `${f.path} does not say where the line is` : `${f.path} gives ${list(f.given)} together`,
    expected: 'one of "x", "y" and "slope" for each line',
    write: '{ slope: 1, intercept: 0 }',
  }),
  'too-many-for-local': (f: { count: number; most: number }) => ({
    found: `a local regression over ${f.count} points would take too long`,
    expected: `at most ${f.most} points, or "degree: 1", 2 or 3`,
  }),
  'size-negative': (f: { column: string; value: number }) => ({
    found: `chart.size is ${f.column}, which holds ${f.value}: no area is below zero`,
    expected: 'a variable with values of zero and above',
  }),
  'too-many-panels': (f: { count: number; by: string; most: number }) => ({
    found: `${f.by} makes ${plural(f.count, 'panel')}`,
    expected: `from 1 to ${f.most} panels`,
  }),
  'panels-empty': (f: { names: string[] }) => ({
    found: `no case is left for the ${f.names.length === 1 ? 'panel' : 'panels'} ${list(f.names)}`,
  }),
  'brackets-need-categories': (_: Record<never, never>) => ({
    found: 'this chart has no categories side by side for brackets to span',
    expected: 'a chart with categories along one of its axes',
  }),
  'no-columns': (f: { table: string; known: string[] }) => ({
    found: `${f.table} has no further column with numbers`,
    expected: `columns by name: ${list(f.known, 30)}`,
  }),
  'setting-needed': (f: { path: string; why: string; columns: string[] }) => ({
    found: `${f.path} is missing: ${f.why}`,
    ...(f.columns.length === 0 ? {} : { expected: `one of ${list(f.columns, 30)}` }),
  }),
  'no-rows': (f: { table: string; rows: number; reasons: { reason: string; count: number }[] }) => ({
    found: `no row of ${f.table} is left to draw${f.rows === 0 ? '' : ` (of ${f.rows}: ${f.reasons.map((r) => `${r.count} where ${r.reason}`).join(', ')})`}`,
    expected: 'at least one row with a value and a category',
  }),
  'one-case': (f: { groups: string[]; shows: string }) => ({
    found: `${list(f.groups)}: only one case, so ${f.shows === 'ci' ? 'a confidence interval' : f.shows === 'se' ? 'a standard error' : 'a standard deviation'} cannot be computed; the bar is drawn without one`,
  }),
  'value-needed': (f: { summary: string; columns: string[] }) => ({
    found: `chart.summary is ${f.summary}, but no variable to summarise is named`,
    expected: `"value" with one of the columns: ${list(f.columns, 30)}; or "summary: count"`,
    write: `value: ${f.columns[0] ?? 'NAME'}`,
  }),
  'value-idle': (f: { summary: string; column: string }) => ({
    found: `chart.summary is ${f.summary}, which takes no variable, but "value" names ${f.column}`,
    expected: '"summary: mean", or no "value"',
  }),
  'cells-bent': (f: { path: string; column: string }) => ({
    found: `${f.column} is counted in cells where the table lies, and these are equally wide in numbers, which ${f.path} is not`,
    expected: 'a linear axis, or rows drawn by lot, such as "sample: 100000" under "data"',
  }),
  'setting-idle': (f: { path: string; needs: string }) => ({
    found: `${f.path} has nothing to act on`,
    expected: f.needs,
  }),
  'error-needs-mean': (f: { summary: string; shows: string }) => ({
    found: `error bars (${f.shows}) are defined for means, and chart.summary is ${f.summary}`,
    expected:
      f.summary === 'count'
        ? '"value" with a column to take the mean of, "summary: percent", or no "error"'
        : '"summary: mean", or no "error"',
  }),
  'one-of-several': (f: { path: string; others: string[]; where: string }) => ({
    found: `${f.path} is given beside ${list(f.others)}`,
    expected: `one of them in ${f.where}`,
  }),
  'percentiles-wrong': (f: { low: number; high: number }) => ({
    found: `chart.whiskers reaches from percentile ${f.low} to percentile ${f.high}`,
    expected: 'a lower percentile below the upper one, both from 0 to 100',
    write: `low: ${Math.max(0, Math.min(f.low, f.high))}\nhigh: ${Math.min(100, Math.max(f.low, f.high))}`,
  }),
  'edges-not-rising': (f: { path: string; edges: number[] }) => ({
    found: `${f.path} does not rise from edge to edge`,
    expected: 'at least two numbers, each greater than the one before',
    ...risingText('edges', f.edges),
  }),
  'too-many-bins': (f: { count: number; most: number }) => ({
    found: `this makes ${f.count} bins`,
    expected: `from 1 to ${f.most} bins; a wider "width", or a "count"`,
  }),
  'outside-edges': (f: { count: number; total: number }) => ({
    found: `${f.count} of ${plural(f.total, 'value')} are outside the edges and not shown`,
    expected: 'edges that hold all values',
  }),
  'given-many': (f: { group: string; count: number }) => ({
    found: `${f.group} has ${f.count} rows, and "summary: given" draws values as they stand in the table`,
    expected: 'one row for each bar, or a summary such as mean or sum',
    write: 'summary: mean',
  }),
} satisfies Record<string, (facts: never) => Description>;
