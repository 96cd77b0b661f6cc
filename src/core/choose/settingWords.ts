import { lastOf } from '../at.js';

/**
 * What settings are called on a control: words of a reader, not the keys of the file. Settings that no line speaks of are called by
 * their keys, in plain words.
 */

/** Settings whose words do not follow from what they are of. */
const whole: Readonly<Record<string, string>> = {
  'caption.number': 'number of the figure',
  'caption.title': 'title of the figure',
  'caption.subtitle': 'subtitle',
  'caption.source': 'source line',
  'caption.note': 'note under the figure',
  altText: 'alternative text',
  language: 'language of all words',
  'heading.show': 'title inside the figure',
  'heading.over': 'heading begins over',
  'heading.align': 'side of the heading',
  'palette.single': 'colour of marks',
  'palette.groups': 'colours of groups',
  'palette.pattern': 'pattern of marks',
  'palette.patterns': 'patterns of groups',
  'palette.quiet': 'colour outside the spotlight',
  'palette.quietPattern': 'pattern outside the spotlight',
  'palette.sequential': 'colours from low to high',
  'palette.diverging': 'colours about a middle',
  'bars.share': 'width of bars, of their room',
  'bars.widest': 'greatest width of bars',
  'bars.gap': 'gap between bars',
  'bars.corner': 'rounded corners of bars',
  'patterns.width': 'thickness of pattern lines',
  'patterns.step': 'distance of pattern lines',
  'markers.shapes': 'markers of groups',
  'lines.dashes': 'dashes of groups',
  'lines.markers': 'markers on lines',
  'lines.cap': 'ends of lines',
  'lines.join': 'corners of lines',
  'lines.smooth': 'smooth lines',
  'slices.edge': 'line between slices',
  'errorBars.cap': 'width of the ends of error bars',
  'errorBars.halo': 'light edge of error bars',
  'dataLabels.show': 'what labels say',
  'dataLabels.place': 'place of labels',
  'dataLabels.rounding': 'rounding of percentages',
  'legend.place': 'place of the legend',
  'legend.corner': 'corner for a legend inside',
  'legend.columns': 'columns of the legend',
  'legend.order': 'order of the legend',
  'legend.names': 'words of the entries',
  'legend.title': 'title of the legend',
  'legend.fill': 'ground of the legend',
  'panel.fill': 'ground of the panel',
  'panel.least': 'least share of the page for the panel',
  'panel.equalScales': 'one length for one unit on both axes',
  'size.width': 'width of the figure',
  'size.height': 'height of the figure',
  'size.ratio': 'width to height',
  'size.placed': 'width in the document',
  'size.textAt': 'width at which text sizes hold',
  'margins.left': 'margin at the left',
  'margins.right': 'margin at the right',
  'margins.top': 'margin at the top',
  'margins.bottom': 'margin at the bottom',
};

/** What settings are of, by the beginnings of their paths. */
const things: Readonly<Record<string, string>> = {
  'bars.outline': 'the outline',
  bars: 'bars',
  'boxes.median': 'medians',
  'boxes.mean': 'means',
  'boxes.outliers': 'outliers',
  'boxes.extremes': 'extreme values',
  markers: 'markers',
  lines: 'lines',
  fits: 'fitted lines',
  bands: 'bands',
  references: 'reference lines',
  pointers: 'pointers',
  errorBars: 'error bars',
  'scene.edges': 'the edges of the box',
  'scene.grid': 'the grid on the walls',
  'scene.drops': 'drop lines',
  'scene.surfaces': 'surfaces',
  'legend.frame': 'the frame of the legend',
  'legend.key': 'the keys of the legend',
  'panel.frame': 'the frame of the panel',
  'heading.rule': 'the rule under the heading',
  'dataLabels.format': 'numbers in labels',
  'dataLabels.percent': 'percentages in labels',
  'text.axisTitle': 'axis titles',
  'text.tickLabel': 'labels along axes',
  'text.legendTitle': 'the title of the legend',
  'text.legendEntry': 'legend entries',
  'text.dataLabel': 'labels at marks',
  'text.panelTitle': 'titles of panels',
  'text.callout': 'callouts',
  'text.heading': 'the heading',
  'text.subtitle': 'the subtitle',
  'text.source': 'the source line',
  'text.captionNumber': 'the number',
  'text.captionTitle': 'the title of the caption',
  'text.note': 'the note',
};

/** What a key says of its thing. */
const properties: Readonly<Record<string, string>> = {
  width: 'thickness',
  height: 'height',
  color: 'colour',
  dash: 'dashes',
  opacity: 'opacity',
  size: 'size',
  marker: 'marker',
  edge: 'edge',
  shape: 'shape',
  corner: 'rounded corners',
  pattern: 'pattern',
  face: 'typeface',
  weight: 'weight',
  slant: 'slant',
  least: 'least size',
  decimals: 'decimals',
  significant: 'significant digits',
  as: 'form',
  per: 'divisor',
  prefix: 'text before',
  suffix: 'text after',
  leadingZero: 'zero before the decimal mark',
};

/** Settings of an axis, beneath its name. */
const ofAxis: Readonly<Record<string, string>> = {
  title: 'title',
  unit: 'unit',
  from: 'lower limit',
  to: 'upper limit',
  step: 'distance of ticks',
  at: 'ticks at',
  minor: 'parts between two ticks',
  names: 'words of categories',
  looks: 'looks of single labels',
  scale: 'scale',
  base: 'base of the logarithm',
  reverse: 'the other way round',
  gap: 'room at the ends',
  crosses: 'where it crosses the other axis',
  angle: 'angle of labels',
  titleAngle: 'angle of the title',
  titlePlace: 'place of the title',
  arrow: 'arrow',
  ticks: 'side of tick marks',
  tickLength: 'length of tick marks',
};

/** What further settings of an axis are of. */
const axisThings: Readonly<Record<string, string>> = {
  format: 'numbers',
  line: 'its line',
  tickMarks: 'tick marks',
  grid: 'grid lines',
  minorGrid: 'fine grid lines',
};

/** Keys in plain words: `line.width` is "line width". */
const plainWords = (keys: readonly string[]): string =>
  keys.map((key) => key.replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`)).join(' ');

const propertyOf = (key: string, thing: string): string => `${properties[key] ?? plainWords([key])} of ${thing}`;

/** What a setting is called where it is plain what it is of. */
export function plainSettingWords(keys: readonly string[]): string {
  const [first = '', second] = keys;
  if (second === undefined) return properties[first] ?? plainWords(keys);
  return properties[second] === undefined ? plainWords(keys) : propertyOf(second, `the ${plainWords([first])}`);
}

/** What a setting of an axis is called, without the axis. */
export function axisSettingWords(keys: readonly string[]): string {
  const [first = '', second] = keys;
  const thing = axisThings[first];
  if (second !== undefined && thing !== undefined) return propertyOf(second, thing);
  return (second === undefined ? ofAxis[first] : undefined) ?? plainWords(keys);
}

/** What a setting is called, other than those of axes. */
export function settingWords(path: string): string {
  const keys = path.split('.');
  const thing = things[keys.slice(0, -1).join('.')];
  return whole[path] ?? (thing === undefined ? plainWords(keys) : propertyOf(lastOf(keys), thing));
}

/** All paths that the tables speak of, whole ones and beginnings: each must be one of a setting. */
export const spokenPaths: readonly string[] = [
  ...Object.keys(whole),
  ...Object.keys(things),
  ...[...Object.keys(ofAxis), ...Object.keys(axisThings)].map((key) => `axes.all.${key}`),
];
