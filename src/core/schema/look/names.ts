/** The kinds of text in a figure, each with a size, weight, slant and colour of its own. */
export const textRoles = [
  'axisTitle',
  'tickLabel',
  'legendTitle',
  'legendEntry',
  'dataLabel',
  'panelTitle',
  'callout',
  'heading',
  'subtitle',
  'source',
  'captionNumber',
  'captionTitle',
  'note',
] as const;
export type TextRole = (typeof textRoles)[number];

/** Dashes of lines, by name. */
export const dashes = ['solid', 'dashed', 'dotted', 'long', 'mixed'] as const;
export type Dash = (typeof dashes)[number];

/** Patterns of fills, by name; `solid` is none. */
export const patternNames = [
  'solid',
  'rising',
  'falling',
  'level',
  'upright',
  'squares',
  'diamonds',
  'dense',
  'dots',
  'open',
] as const;
export type PatternName = (typeof patternNames)[number];

/** Shapes of markers, by name; the open ones have the paper inside. */
export const markerShapes = [
  'circle',
  'square',
  'triangle',
  'diamond',
  'wedge',
  'pentagon',
  'star',
  'plus',
  'cross',
  'open-circle',
  'open-square',
  'open-triangle',
  'open-diamond',
  'open-wedge',
] as const;
export type MarkerShape = (typeof markerShapes)[number];

/** The axes that a figure may have: across the page, up it, and of charts in space the upright one. */
export type AxisName = 'x' | 'y' | 'z';

/** What files may carry of what they were made of, the least first. */
export const carriedParts = ['nothing', 'settings', 'all'] as const;
export type CarriedPart = (typeof carriedParts)[number];
