/** Words of everyday speech for what we call otherwise, or have in another place, and what to write for them. */
interface OtherWord {
  /** Where the word may stand: at the top, in the chart, or about an axis; left out: anywhere. */
  in?: 'top' | 'chart' | 'axes';
  says: RegExp;
  write: string;
}

const words: readonly OtherWord[] = [
  { in: 'axes', says: /^(min|minimum|low|lower|start|begin)$/, write: 'from: 0' },
  { in: 'axes', says: /^(max|maximum|high|upper|end|stop)$/, write: 'to: 6' },
  { in: 'axes', says: /^(label|text|name|caption)$/, write: 'title: Yield' },
  { in: 'axes', says: /^(decimals|digits|precision)$/, write: 'format: { decimals: 1 }' },
  { in: 'axes', says: /^(ticks?|interval|increment|spacing)(size|step)?$/, write: 'step: 1' },
  { in: 'axes', says: /^(rotate|rotation|turn)$/, write: 'angle: 45' },
  { in: 'axes', says: /^log(arithmic)?$/, write: 'scale: log' },
  { in: 'chart', says: /^(sort(ed|ing|by)?|ordered|orderby)$/, write: 'order: falling' },
  { in: 'chart', says: /^(type|charttype|form)$/, write: 'kind: bar' },
  { in: 'chart', says: /^(errorbars?|errors|ci|interval|confidence)$/, write: 'error: { shows: ci }' },
  { in: 'chart', says: /^(stack(ed|ing)?)$/, write: 'arrange: stacked' },
  { in: 'chart', says: /^horizontal$/, write: 'direction: horizontal' },
  { in: 'chart', says: /^(filter|subset|select|only|rows)$/, write: 'where: { season: spring }' },
  { in: 'chart', says: /^(statistic|aggregate|aggregation|average|mean|function)$/, write: 'summary: mean' },
  { in: 'chart', says: /^(groups|series|groupby|by|split)$/, write: 'group: season' },
  { in: 'chart', says: /^(trend(line)?|regression|bestfit)$/, write: 'fit: { degree: 1 }' },
  { in: 'top', says: /^(title|heading|header|name)$/, write: 'caption: { title: Yield by bed }' },
  { in: 'top', says: /^(notes?|footnote|remark)$/, write: 'caption: { note: auto }' },
  { in: 'top', says: /^(number|figurenumber)$/, write: 'caption: { number: 1 }' },
  { in: 'top', says: /^width$/, write: 'size: { width: 12cm }' },
  { in: 'top', says: /^height$/, write: 'size: { height: 8cm }' },
  { in: 'top', says: /^(dimensions|aspect)$/, write: 'size: { width: 12cm, height: 8cm }' },
  { in: 'top', says: /^(font|fontfamily|typeface|fontsize|textsize)$/, write: 'text: { face: Arimo, size: 10pt }' },
  { in: 'top', says: /^(grid(lines)?)$/, write: 'axes: { value: { grid: { width: 0.5pt } } }' },
  { in: 'top', says: /^(xaxis|horizontalaxis)$/, write: 'axes: { x: { from: 0 } }' },
  { in: 'top', says: /^(yaxis|verticalaxis)$/, write: 'axes: { y: { from: 0 } }' },
  { in: 'top', says: /^(table|file|csv|source|dataset)$/, write: 'data: plots.csv' },
  { in: 'top', says: /^(theme|template|look)$/, write: 'style: apa' },
  { in: 'top', says: /^(key)$/, write: 'legend: { place: right }' },
  { in: 'top', says: /^(alt|alttext|description)$/, write: 'altText: What is shown, in words' },
  { says: /^(colou?rs?|fills?|barcolou?r)$/, write: 'palette: { single: "#336699" }' },
  { says: /^(background|backgroundcolou?r|paper)$/, write: 'panel: { fill: white }' },
  { says: /^(labels|datalabel|values?labels|showvalues|annotations?)$/, write: 'dataLabels: { show: value }' },
  { says: /^(pattern|hatch(ing)?|texture)$/, write: 'palette: { pattern: rising }' },
  { says: /^(margin|padding)$/, write: 'margins: { left: 2cm }' },
  { says: /^(lang|language|locale)$/, write: 'language: de' },
  { says: /^(dpi|resolution)$/, write: 'export: { dpi: 600 }' },
];

/** Settings whose value is the same under our name. */
const sameValue = /\b(from|to|step|angle|title|number|width|height|face|group|language): [^,{}]+/;

/**
 * What to write for a word of another habit in a group of settings, with the value that stands there where it fits; undefined
 * where none is meant.
 */
export function insteadOf(key: string, where: string, value?: unknown): string | undefined {
  const bare = key.toLowerCase().replace(/[\s_.-]/g, '');
  const [first = ''] = where.split('.');
  const place = first === '' ? 'top' : first;
  const write = words.find((word) => (word.in === undefined || word.in === place) && word.says.test(bare))?.write;
  const isPlain = typeof value === 'number' || (typeof value === 'string' && /^[^:#,{}[\]"'\n]{1,60}$/.test(value));
  return isPlain ? write?.replace(sameValue, (_, name: string) => `${name}: ${value}`) : write;
}

const kinds: readonly (readonly [RegExp, string])[] = [
  [/^(columns?|verticalbars?|stackedbars?|clusteredbars?|waffle)$/, 'bar'],
  [/^(hist|frequenc(y|ies)|distribution)$/, 'histogram'],
  [/^(boxandwhiskers?|boxwhiskers?|whiskers?)$/, 'box'],
  [/^(dots?|strip|jitter|beeswarm)$/, 'points'],
  [/^(xy|correlation|bubbles?|cloud)$/, 'scatter'],
  [/^(3d|threedimensional)$/, 'space'],
  [/^(curves?|time|timeseries|trend|area)$/, 'line'],
  [/^(before(and)?after|slopes?)$/, 'slope'],
  [/^(donuts?|doughnuts?|rings?|cake)$/, 'pie'],
  [/^(functions?|formula)$/, 'curve'],
];

/** The kind of chart that a word of another habit means, such as `bar chart`. */
export function kindMeant(word: string, known: readonly string[]): string | undefined {
  const bare = word
    .toLowerCase()
    .replace(/[\s_-]/g, '')
    .replace(/(charts?|plots?|graphs?|diagrams?)$/, '');
  if (known.includes(bare)) return bare;
  return known.find((own) => `${own}s` === bare) ?? kinds.find(([says]) => says.test(bare))?.[1];
}

const values: readonly (readonly [RegExp, readonly string[]])[] = [
  [/^(average|avg|arithmeticmean)$/, ['mean']],
  [/^(totals?|sums)$/, ['sum']],
  [/^(max|maximum|highest|largest|biggest|most)$/, ['greatest']],
  [/^(min|minimum|lowest|smallest|fewest)$/, ['least']],
  [/^(n|numbers?|frequenc(y|ies)|counts)$/, ['count']],
  [/^(percentages?|percents|shares?|proportions?|relative|%)$/, ['percent', 'share', 'shares']],
  [/^(asc|ascending|increasing|growing|smallestfirst)$/, ['rising']],
  [/^(desc|descending|decreasing|shrinking|largestfirst)$/, ['falling']],
  [/^(confidence|confidenceintervals?|cl)$/, ['ci']],
  [/^(standarderror|sem)$/, ['se']],
  [/^(standarddeviation|stdev|std|stddev)$/, ['sd']],
  [/^(stack)$/, ['stacked']],
  [/^(logarithmic|log10|ln)$/, ['log']],
  [/^(dash|dashes)$/, ['dashed']],
  [/^(dots?)$/, ['dotted', 'circle']],
  [/^(round|point|disc)$/, ['circle']],
  [/^(hidden|hide|off|no|false|nothing)$/, ['none']],
  [/^(below|under|underneath)$/, ['bottom']],
  [/^(above|over)$/, ['top']],
];

/** The value of several that a word of another habit means; undefined where none is meant. */
export function valueMeant(word: string, known: readonly string[]): string | undefined {
  const bare = word.toLowerCase().replace(/[\s_-]/g, '');
  return values.find(([says]) => says.test(bare))?.[1].find((own) => known.includes(own));
}

const formats: Readonly<Record<string, string>> = {
  jpg: 'png',
  jpeg: 'png',
  gif: 'png',
  bmp: 'png',
  webp: 'png',
  tif: 'tiff',
  ps: 'eps',
  emf: 'svg',
  wmf: 'svg',
  docx: 'svg',
  word: 'svg',
  latex: 'pdf',
  tex: 'pdf',
};

/** The format that serves what is meant by the name of another one. */
export const formatMeant = (name: string): string | undefined => formats[name.toLowerCase()];
