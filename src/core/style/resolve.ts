import { hexOf } from '../color/color.js';
import { writingOf } from '../document/languages.js';
import { textRoles } from '../document/look/names.js';
import type { AxisLook, Look } from '../document/look.js';
import type { Problem } from '../document/problem.js';
import { axisSettings, tickFormat } from './axisSettings.js';
import { axisKeys, type Layer, type Origin, originOf, over, type Shows } from './layers.js';
import { pageSize } from './pageSize.js';
import { type Complete, type CompleteLook, largestText, Resolver, smallestText, widestLine } from './resolver.js';
import type { Settings } from './settings.js';

export interface Resolved {
  settings: Settings;
  problems: Problem[];
  /** Which layer set a setting, such as `axes.y.step`. */
  origin(path: string): Origin | undefined;
}

/** The colours of a ramp by the number of series, as hexadecimal numbers. */
const rampsOf = (resolver: Resolver, name: string, ramps: Readonly<Record<string, readonly string[]>>) =>
  Object.fromEntries(
    Object.entries(ramps).map(([size, colors]) => [
      size,
      colors.map((color, i) => resolver.color(color, `palette.${name}.${size}.${i}`)),
    ]),
  );

/** Texts of other sizes in one proportion. */
const grownText = (text: Settings['text'], by: number): Settings['text'] =>
  Object.fromEntries(
    Object.entries(text).map(([role, style]) => [role, { ...style, size: style.size * by, least: style.least * by }]),
  ) as Settings['text'];

/**
 * Joins the layers, the narrower over the wider, and makes every setting explicit.
 *
 * @param layers from the bottom up; the first must be a complete style, the last is the figure file
 * @param shows what each axis shows, which decides whether `axes.value` or `axes.category` speaks of it
 */
export function resolve(layers: readonly Layer[], shows: { x: Shows; y: Shows }): Resolved {
  const look = layers.reduce<unknown>((below, layer) => over(below, layer.look), {}) as CompleteLook;
  const axisLook = (axis: 'x' | 'y') =>
    layers.reduce<unknown>(
      (below, { look: layer }) =>
        axisKeys(axis, shows[axis]).reduce((joined, key) => over(joined, layer.axes?.[key]), below),
      {},
    ) as Complete<AxisLook>;
  const origin = (path: string) => originOf(layers, path, shows);
  const resolver = new Resolver(look, origin);
  const text = Object.fromEntries(textRoles.map((role) => [role, resolver.textStyle(role)])) as Settings['text'];
  const figure = layers.at(-1)?.look ?? {};
  const { palette, legend, dataLabels, errorBars, bars } = look;
  const { numbers } = look as Look;
  const { format } = dataLabels as NonNullable<Look['dataLabels']>;
  const { title: legendTitle, columns: legendColumns, key: legendKey } = legend as NonNullable<Look['legend']>;
  const panelFill = (look.panel as NonNullable<Look['panel']>).fill;
  const page = pageSize(resolver, look, figure);
  const { placed: placedWidth, textAt } = look.size as NonNullable<Look['size']>;
  const placed = placedWidth === undefined ? 1 : resolver.width(placedWidth, 'size.placed') / page.width;
  // Text that is to have its size in the document is drawn larger by what the document shrinks the figure.
  const grown = textAt === 'placed' && placed > 0 ? 1 / placed : 1;
  const settings: Settings = {
    face: look.text.face,
    baseSize: resolver.points(look.text.size, 'text.size', largestText, smallestText) * grown,
    text: grownText(text, grown),
    words: look.words as Settings['words'],
    numbers: { ...look.numbers, decimalMark: numbers?.decimalMark ?? writingOf(look.numbers.language).decimalMark },
    space: look.space,
    ...page,
    placed,
    grown: grown !== 1,
    panelLeast: look.panel.least,
    panel: {
      ...(panelFill === undefined ? {} : { fill: resolver.color(panelFill, 'panel.fill') }),
      frame: resolver.stroke(look.panel.frame, 'panel.frame'),
      equalScales: (look.panel as NonNullable<Look['panel']>).equalScales ?? false,
    },
    margins: Object.fromEntries(
      Object.entries(look.margins ?? {}).map(([side, value]) => [side, resolver.points(value, `margins.${side}`)]),
    ),
    axes: {
      x: axisSettings(resolver, 'x', shows.x, axisLook('x')),
      y: axisSettings(resolver, 'y', shows.y, axisLook('y')),
    },
    bars: {
      share: bars.share,
      widest: resolver.points(bars.widest, 'bars.widest'),
      gap: bars.gap,
      outline: resolver.stroke(bars.outline, 'bars.outline'),
      opacity: bars.opacity,
      corner: resolver.points(bars.corner, 'bars.corner'),
    },
    markers: {
      size: resolver.points(look.markers.size, 'markers.size', largestText),
      edge: resolver.points(look.markers.edge, 'markers.edge', widestLine),
      shapes: look.markers.shapes,
      opacity: look.markers.opacity,
    },
    patterns: {
      width: resolver.points(look.patterns.width, 'patterns.width', widestLine),
      step: Math.max(0.5, resolver.points(look.patterns.step, 'patterns.step')),
    },
    lines: {
      ...look.lines,
      width: resolver.points(look.lines.width, 'lines.width', widestLine),
    },
    fits: { width: resolver.points(look.fits.width, 'fits.width', widestLine) },
    bands: look.bands,
    references: resolver.stroke(look.references, 'references'),
    pointers: resolver.stroke(look.pointers, 'pointers'),
    slices: { edge: resolver.points(look.slices.edge, 'slices.edge', widestLine) },
    errorBars: {
      width: resolver.points(errorBars.width, 'errorBars.width', widestLine),
      color: resolver.color(errorBars.color, 'errorBars.color'),
      cap: errorBars.cap,
      halo: resolver.points(errorBars.halo, 'errorBars.halo', widestLine),
    },
    palette: {
      single: resolver.color(palette.single, 'palette.single'),
      quiet: resolver.color(palette.quiet, 'palette.quiet'),
      quietPattern: palette.quietPattern,
      pattern: palette.pattern,
      patterns: palette.patterns,
      use: palette.use,
      ramps: palette.use === 'groups' ? {} : rampsOf(resolver, palette.use, palette[palette.use]),
      groups: palette.groups.map((color, i) => resolver.color(color, `palette.groups.${i}`)),
    },
    legend: {
      place: legend.place,
      corner: legend.corner,
      names: (legend as NonNullable<Look['legend']>).names ?? {},
      order: legend.order,
      frame: resolver.stroke(legend.frame, 'legend.frame'),
      key: {
        ...legendKey,
        corner: legendKey?.corner === undefined ? 0 : resolver.points(legendKey.corner, 'legend.key.corner'),
      },
      ...(legendTitle === undefined ? {} : { title: legendTitle }),
      ...(legendColumns === undefined ? {} : { columns: legendColumns }),
    },
    dataLabels: {
      show: dataLabels.show,
      ...(format?.decimals === undefined ? {} : { decimals: format.decimals }),
      format: tickFormat(format),
    },
    heading: { ...look.heading, rule: resolver.stroke(look.heading.rule, 'heading.rule') },
    captionForm: look.captionForm,
    export: look.export as Settings['export'],
    paper: resolver.color('paper', 'colors.paper'),
  };
  return { settings, problems: resolver.problems, origin };
}

/** Reads a colour that a chart needs beside the settings, such as an accent's, by the same names. */
export function colorReader(layers: readonly Layer[]): (value: string) => string | undefined {
  const names = layers.reduce<Record<string, string>>((all, layer) => Object.assign(all, layer.look.colors), {});
  return (value) => hexOf((Object.hasOwn(names, value) ? names[value] : undefined) ?? value);
}
