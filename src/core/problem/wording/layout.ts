import type { Description } from './description.js';
import { list, plural } from './phrases.js';

/** What was laid out: the words of their problems. */
export const layoutWordings = {
  'too-small': (f: { width: string; height: string; needs: string }) => ({
    found: `the figure is ${f.width} × ${f.height}, too small for its words at their least size`,
    expected: f.needs,
  }),
  'ink-outside': (f: { count: number; roles: string[]; path: string }) => ({
    found: `${plural(f.count, 'piece')} of ink ${f.count === 1 ? 'leaves' : 'leave'} the page: ${list(f.roles)}`,
    expected: 'a larger figure, wider limits or margins, or smaller marks',
  }),
  'words-touch': (f: { count: number; roles: string[]; path: string }) => ({
    found: `words stand on words: ${list(f.roles)}${f.count > 1 ? `, and ${plural(f.count - 1, 'more pair')}` : ''}`,
    expected: 'a larger figure, shorter words, or another place for some of them',
  }),
  'not-drawable': (_: object) => ({
    found: 'the numbers of this figure are too large, too small or too near each other to be placed',
    expected: 'values and limits whose differences can be computed; another unit may help',
  }),
  'text-shrunk': (f: { least: number; preferred: number; percent: number }) => ({
    found: `the words did not fit at their size: all text is set at ${f.percent}% of it, the smallest at ${f.least} pt`,
    expected: 'a larger figure, or fewer and shorter words',
  }),
  'text-small-placed': (f: { size: number; least: number; path: string }) => ({
    found: `in the document the smallest text will be ${f.size} pt high, and the style asks for ${f.least} pt or more`,
    expected: 'a larger width there, or text set for it',
    write: 'textAt: placed',
  }),
  'labels-thinned': (f: { axis: string; shown: number; count: number }) => ({
    found: `axes.${f.axis}: ${f.shown} of ${f.count} category names fit; the others are not drawn`,
    expected: `a larger figure, fewer categories, or "direction: ${f.axis === 'x' ? 'horizontal' : 'vertical'}"`,
  }),
  'data-labels-left-out': (f: { count: number }) => ({
    found: `${plural(f.count, 'data label')} did not fit and ${f.count === 1 ? 'is' : 'are'} not drawn`,
    expected: 'a larger figure, or fewer decimals',
  }),
  'names-left-out': (f: { count: number }) => ({
    found: `${plural(f.count, 'name')} of cases found no room beside ${f.count === 1 ? 'its marker' : 'their markers'} and ${f.count === 1 ? 'is' : 'are'} not drawn`,
    expected: 'a larger figure, or fewer names',
  }),
  'legend-on-data': (_: { path: string }) => ({
    found: 'the legend inside the panel covers marks',
    expected: 'a larger figure, or another place for it',
    write: 'place: right',
  }),
  'entry-unknown': (f: { path: string; value: string; known: string[] }) => ({
    found: `${f.path}: the legend has no entry "${f.value}"`,
    expected: list(f.known),
  }),
  'decimals-too-few': (f: { path: string; decimals: number; needed: number }) => ({
    found: `${f.path} is ${f.decimals}, and the ticks of this axis need ${f.needed}; they are written with ${f.needed}`,
    expected: 'a step that these decimals can write, or more decimals',
    write: `decimals: ${f.needed}`,
  }),
  'colors-repeat': (f: { groups: number; colors: number }) => ({
    found: `there are ${f.groups} groups and ${f.colors} looks to tell them apart, so looks repeat`,
    expected: 'fewer groups, or more colours under palette.groups or patterns under palette.patterns',
  }),
  'data-outside': (f: { axis: string; count: number; low: string; high: string; isCounted: boolean }) => ({
    found: `the limits of axes.${f.axis} cut ${plural(f.count, 'mark')} off${f.isCounted ? ', which every number still counts' : ''}; the data reach from ${f.low} to ${f.high}`,
    expected: f.isCounted
      ? 'limits that hold the data, or "beyond: left-out" in the chart, which counts them nowhere'
      : 'limits that hold the data',
  }),
  'axis-end-on': (f: { axis: string }) => ({
    found: `axes.${f.axis} is seen end-on, so that nothing can be read from it, and is left out`,
    expected: 'another "turn" or "tilt" of the view, or a flat chart of the other two variables',
  }),
  'axis-crowded': (f: { axis: string }) => ({
    found: `the title of axes.${f.axis} has no room beside the other words, and is left out`,
    expected: 'a larger figure, a shorter title, or another view',
  }),
  'titles-swapped': (f: { path: string; title: string; other: string; own: string }) => ({
    found: `${f.path} is "${f.title}", and that is what the other axis shows; this one shows ${f.own}`,
    expected: `the words on axes.${f.other}, or axes by what they show: axes.value, axes.category`,
  }),
  'callout-outside': (f: { path: string }) => ({
    found: `${f.path}.to lies beyond the limits of an axis, and the callout is not drawn`,
    expected: 'values within the limits, or other limits',
  }),
  'callout-too-large': (f: { path: string }) => ({
    found: `${f.path} is larger than the panel, and is not drawn`,
    expected: 'fewer words, or a larger figure',
  }),
  'callout-covers': (f: { path: string }) => ({
    found: `${f.path} found no empty place in the panel, and stands on marks or other words`,
    expected: 'a place of its own by "at", fewer words, or a larger figure',
  }),
  'margin-tight': (f: { path: string; side: string; needed: string }) => ({
    found: `${f.path} leaves no room for the words there; they were given what they need`,
    expected: `at least ${f.needed}`,
    write: `${f.side}: ${f.needed}`,
  }),
  'inks-alike': (f: { count: number }) => ({
    found: `${f.count} colours that stand for different data are one black in black ink alone`,
    expected: 'marks that differ by pattern, as "style: mono" draws them, or greys: "inks: grey"',
  }),
} satisfies Record<string, (facts: never) => Description>;
