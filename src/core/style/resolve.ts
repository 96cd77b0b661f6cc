import { hexOf } from '../color/color.js';
import { lengthInPoints } from '../document/length.js';
import { type AxisLook, type Look, type TextRole, textRoles } from '../document/look.js';
import { nearest } from '../document/nearest.js';
import { error, type Place, type Problem } from '../document/problem.js';
import { axisKeys, type Layer, type Origin, originOf, over, type Shows } from './layers.js';
import type { AxisSettings, Settings, Stroke, TextStyle } from './settings.js';

/** The look as it is once all layers are joined: the style at the bottom sets every key. */
type Complete<T> = T extends readonly unknown[]
  ? T
  : T extends object
    ? { [K in keyof T]-?: Complete<NonNullable<T[K]>> }
    : T;
type CompleteLook = Complete<Look>;

export interface Resolved {
  settings: Settings;
  problems: Problem[];
  /** Which layer set a setting, such as `axes.y.step`. */
  origin(path: string): Origin | undefined;
}

const greatestPage = 5 * 72 * 12;

class Resolver {
  readonly problems: Problem[] = [];

  constructor(
    private readonly look: CompleteLook,
    readonly origin: (path: string) => Origin | undefined,
  ) {}

  report(problem: (place: Place | undefined) => Problem, path: string): void {
    this.problems.push(problem(this.origin(path)?.place));
  }

  color(value: string, path: string): string {
    const named = this.look.colors[value] as string | undefined;
    const hex = hexOf(named ?? value);
    if (hex !== undefined) return hex;
    const known = Object.keys(this.look.colors);
    this.report(
      (place) => error('bad-color', { path, found: named ?? value, known, nearest: nearest(value, known) }, place),
      path,
    );
    return '#000000';
  }

  points(value: string, path: string): number {
    const points = lengthInPoints(value);
    if (points !== undefined) return points;
    this.report((place) => error('bad-length', { path, found: `"${value}"` }, place), path);
    return 1;
  }

  stroke(value: { width: string; color: string }, path: string): Stroke {
    return { width: this.points(value.width, `${path}.width`), color: this.color(value.color, `${path}.color`) };
  }

  textStyle(role: TextRole): TextStyle {
    const style = this.look.text[role];
    const size = this.points(style.size, `text.${role}.size`);
    return {
      size,
      least: 'least' in style ? Math.min(size, this.points(style.least, `text.${role}.least`)) : size,
      bold: style.weight === 'bold',
      italic: style.slant === 'italic',
      color: this.color(style.color, `text.${role}.color`),
    };
  }

  /** A width: a length, or one of the widths that the style names. */
  width(value: string, path = 'size.width'): number {
    const named = this.look.widths[value] as string | undefined;
    const points = lengthInPoints(named ?? value);
    if (points !== undefined) return points;
    const known = Object.keys(this.look.widths);
    const problem = /^[\d.]+$/.test(value)
      ? (place?: Place) => error('length-without-unit', { path, found: value }, place)
      : (place?: Place) => error('width-unknown', { path, found: value, known, nearest: nearest(value, known) }, place);
    this.report(problem, path);
    return 100;
  }
}

/** What an axis is where nothing is said of it. */
const plainAxis = { minor: 1, scale: 'linear', base: 10, exponent: 0.5 } as const;

function axisSettings(resolver: Resolver, axis: 'x' | 'y', shows: Shows, look: Complete<AxisLook>): AxisSettings {
  const path = `axes.${axis}`;
  const { title, unit, from, to, step, at, crosses, gap, minor, names, scale, base, exponent, reverse, format } =
    look as AxisLook;
  const [low, high] = [from, to].map((end) => (typeof end === 'number' ? end : undefined));
  if (low !== undefined && high !== undefined && low >= high) {
    resolver.report((place) => error('limits-reversed', { path, from: low, to: high }, place), `${path}.to`);
  }
  if (low !== undefined && high !== undefined && step !== undefined && (high - low) / step > 200) {
    const count = Math.floor((high - low) / step) + 1;
    const suggestion = Number(((high - low) / 10).toPrecision(1));
    resolver.report(
      (place) => error('step-too-small', { path: `${path}.step`, step, count, suggestion }, place),
      `${path}.step`,
    );
  }
  if (scale === 'log') {
    for (const [key, value] of Object.entries({ from: low, to: high, crosses })) {
      if (value === undefined || value > 0) continue;
      resolver.report((place) => error('log-limit', { path: `${path}.${key}`, value }, place), `${path}.${key}`);
    }
    if (base !== undefined && base <= 1) {
      resolver.report((place) => error('log-base', { path: `${path}.base`, base }, place), `${path}.base`);
    }
  }
  const formats = Object.fromEntries(Object.entries(format ?? {}).map(([key, value]) => [`format.${key}`, value]));
  const measured = { from, to, step, at, crosses, minor, scale, base, exponent, ...formats };
  for (const [key, value] of Object.entries(measured)) {
    const plain = value === undefined || value === plainAxis[key as keyof typeof plainAxis];
    if ((shows !== 'category' && shows !== 'none') || plain) continue;
    const other = axis === 'x' ? 'y' : 'x';
    resolver.report((place) => error('axis-not-measured', { path, key, other }, place), `${path}.${key}`);
  }
  const given = { title, unit, from, to, step, decimals: format?.decimals, at, crosses };
  return {
    ...(Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined)) as Partial<AxisSettings>),
    ...(gap === undefined ? {} : { gap: typeof gap === 'number' ? [gap, gap] : [gap[0] ?? 0, gap[1] ?? 0] }),
    minor: minor ?? plainAxis.minor,
    names: names ?? {},
    scale: scale ?? plainAxis.scale,
    base: base ?? plainAxis.base,
    exponent: exponent ?? plainAxis.exponent,
    reverse: reverse ?? false,
    format: {
      as: format?.as ?? 'plain',
      per: format?.per ?? 'ones',
      prefix: format?.prefix ?? '',
      suffix: format?.suffix ?? '',
      leadingZero: format?.leadingZero ?? true,
    },
    line: resolver.stroke(look.line, `${path}.line`),
    ticks: look.ticks,
    tickLength: look.tickLength,
    grid: resolver.stroke(look.grid, `${path}.grid`),
  };
}

/** Width and height: where a figure file gives one, the other keeps the proportions. */
function pageSize(resolver: Resolver, look: CompleteLook, figure: Look): { width: number; height: number } {
  const { ratio } = look.size;
  const height = look.size.height as string | undefined;
  const given = figure.size ?? {};
  const sides =
    given.height !== undefined && given.width === undefined
      ? {
          width: resolver.points(given.height, 'size.height') * ratio,
          height: resolver.points(given.height, 'size.height'),
        }
      : { width: resolver.width(look.size.width), height: 0 };
  const ownHeight = given.width !== undefined && given.height === undefined ? undefined : height;
  if (sides.height === 0)
    sides.height = ownHeight === undefined ? sides.width / ratio : resolver.points(ownHeight, 'size.height');
  for (const side of ['width', 'height'] as const) {
    if (sides[side] > 0 && sides[side] <= greatestPage) continue;
    const found = `${((sides[side] / 72) * 2.54).toFixed(1)} cm`;
    resolver.report(
      (place) =>
        error(
          'bad-length',
          { path: `size.${side}`, found: `${found}, and a page side is above 0 and at most 150 cm` },
          place,
        ),
      `size.${side}`,
    );
    sides[side] = 100;
  }
  return sides;
}

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
  const decimals = (dataLabels as NonNullable<Look['dataLabels']>).format?.decimals;
  const { title: legendTitle, columns: legendColumns } = legend as NonNullable<Look['legend']>;
  const panelFill = (look.panel as NonNullable<Look['panel']>).fill;
  const page = pageSize(resolver, look, figure);
  const { placed: placedWidth, textAt } = look.size as NonNullable<Look['size']>;
  const placed = placedWidth === undefined ? 1 : resolver.width(placedWidth, 'size.placed') / page.width;
  // Text that is to have its size in the document is drawn larger by what the document shrinks the figure.
  const grown = textAt === 'placed' && placed > 0 ? 1 / placed : 1;
  const settings: Settings = {
    face: look.text.face,
    baseSize: resolver.points(look.text.size, 'text.size') * grown,
    text: grownText(text, grown),
    words: look.words as Settings['words'],
    numbers: look.numbers,
    space: look.space,
    ...page,
    placed,
    grown: grown !== 1,
    panelLeast: look.panel.least,
    panel: {
      ...(panelFill === undefined ? {} : { fill: resolver.color(panelFill, 'panel.fill') }),
      frame: resolver.stroke(look.panel.frame, 'panel.frame'),
    },
    axes: {
      x: axisSettings(resolver, 'x', shows.x, axisLook('x')),
      y: axisSettings(resolver, 'y', shows.y, axisLook('y')),
    },
    bars: {
      share: bars.share,
      widest: resolver.points(bars.widest, 'bars.widest'),
      gap: bars.gap,
      outline: resolver.stroke(bars.outline, 'bars.outline'),
    },
    markers: {
      size: resolver.points(look.markers.size, 'markers.size'),
      edge: resolver.points(look.markers.edge, 'markers.edge'),
      shapes: look.markers.shapes,
      opacity: look.markers.opacity,
    },
    patterns: {
      width: resolver.points(look.patterns.width, 'patterns.width'),
      step: Math.max(0.5, resolver.points(look.patterns.step, 'patterns.step')),
    },
    lines: {
      width: resolver.points(look.lines.width, 'lines.width'),
      dashes: look.lines.dashes,
      markers: look.lines.markers,
    },
    fits: { width: resolver.points(look.fits.width, 'fits.width') },
    bands: look.bands,
    references: { ...resolver.stroke(look.references, 'references'), dash: look.references.dash },
    slices: { edge: resolver.points(look.slices.edge, 'slices.edge') },
    errorBars: {
      width: resolver.points(errorBars.width, 'errorBars.width'),
      color: resolver.color(errorBars.color, 'errorBars.color'),
      cap: errorBars.cap,
      halo: resolver.points(errorBars.halo, 'errorBars.halo'),
    },
    palette: {
      single: resolver.color(palette.single, 'palette.single'),
      quiet: resolver.color(palette.quiet, 'palette.quiet'),
      pattern: palette.pattern,
      patterns: palette.patterns,
      groups: palette.groups.map((color, i) => resolver.color(color, `palette.groups.${i}`)),
    },
    legend: {
      place: legend.place,
      corner: legend.corner,
      names: (legend as NonNullable<Look['legend']>).names ?? {},
      order: legend.order,
      frame: resolver.stroke(legend.frame, 'legend.frame'),
      ...(legendTitle === undefined ? {} : { title: legendTitle }),
      ...(legendColumns === undefined ? {} : { columns: legendColumns }),
    },
    dataLabels: { show: dataLabels.show, ...(decimals === undefined ? {} : { decimals }) },
    heading: look.heading.show,
    captionForm: look.captionForm,
    export: look.export,
    paper: resolver.color('paper', 'colors.paper'),
  };
  return { settings, problems: resolver.problems, origin };
}

/** Reads a colour that a chart needs beside the settings, such as an accent's, by the same names. */
export function colorReader(layers: readonly Layer[]): (value: string) => string | undefined {
  const names = layers.reduce<Record<string, string>>((all, layer) => Object.assign(all, layer.look.colors), {});
  return (value) => hexOf(names[value] ?? value);
}
