import { entryAt } from '../../at.js';
import type { CloudMark } from '../../chart/plan.js';
import { picked } from '../../pick.js';
import type { MarkersItem, PathItem, PlateItem } from '../../plate/plate.js';
import { besideRole } from '../../plate/role.js';
import { type PanelScales, panelOf, placeAt, within } from '../axes/panelScales.js';
import { accentOf } from '../ink/fills.js';
import type { Fill } from '../ink/looks.js';
import { lineInk } from '../ink/seen.js';
import { shadedFill } from '../ink/shades.js';
import type { Sheet } from '../sheet.js';
import { markerOf, markerOutline, markerSettings, shapeOf } from './markers.js';
import type { MarkContext, MarkType, NamedCase } from './markType.js';

/** From this many on, the markers of a series are one item without edges. */
const many = 3000;
/** Spots of ink that print can tell apart, to a point: 600 to an inch. */
const spotsPerPoint = 600 / 72;

/** The least area of a marker as a share of the largest; smaller ones would not be seen. */
const leastArea = 0.01;

/** Diameter of a marker in sizes of the style: areas are in proportion, and the largest has four times the usual one. */
export const diameterFor = (area: number): number => 2 * Math.sqrt(Math.max(leastArea, area));

const stepOf = (shade: number): number => Math.min(shadeSteps - 1, Math.floor(shade * shadeSteps));

const sizeOf = (mark: CloudMark, i: number): number => (mark.areas ? diameterFor(mark.areas[i] as number) : 1);

/** Places on the page. */
interface Places {
  xs: Float64Array;
  ys: Float64Array;
}

/** The places on the page of the markers inside the limits. */
function placesOf(mark: CloudMark, scales: PanelScales): { rows: Int32Array; xs: Float64Array; ys: Float64Array } {
  const count = mark.xs.length;
  const [rows, xs, ys] = [new Int32Array(count), new Float64Array(count), new Float64Array(count)];
  let n = 0;
  for (let i = 0; i < count; i += 1) {
    const [x, y] = [mark.xs[i] as number, mark.ys[i] as number];
    if (!within(scales.x, x) || !within(scales.y, y)) continue;
    // A size of nothing has no area.
    if (mark.areas?.[i] === 0) continue;
    rows[n] = i;
    xs[n] = placeAt(scales.x, x);
    ys[n] = placeAt(scales.y, y);
    n += 1;
  }
  return { rows: rows.subarray(0, n), xs: xs.subarray(0, n), ys: ys.subarray(0, n) };
}

/** The visible markers: of opaque ones at the same spot, only one is drawn. */
function spots(xs: Float64Array, ys: Float64Array, scales: PanelScales): { xs: Float64Array; ys: Float64Array } {
  const panel = panelOf(scales);
  const columns = Math.ceil(panel.width * spotsPerPoint) + 1;
  // A bit for each spot.
  const taken = new Uint8Array(Math.ceil((columns * (Math.ceil(panel.height * spotsPerPoint) + 1)) / 8));
  let n = 0;
  const [keptX, keptY] = [new Float64Array(xs.length), new Float64Array(xs.length)];
  for (let i = 0; i < xs.length; i += 1) {
    const column = Math.round(((xs[i] as number) - panel.x) * spotsPerPoint);
    const spot = Math.round(((ys[i] as number) - panel.y) * spotsPerPoint) * columns + column;
    const [at, bit] = [Math.floor(spot / 8), 1 << (spot % 8)];
    if (((taken[at] as number) & bit) !== 0) continue;
    taken[at] = (taken[at] as number) | bit;
    keptX[n] = xs[i] as number;
    keptY[n] = ys[i] as number;
    n += 1;
  }
  return { xs: keptX.slice(0, n), ys: keptY.slice(0, n) };
}

/** Thousands of markers are drawn in so many shades of a ramp. */
const shadeSteps = 48;

function oneItem(context: MarkContext, fill: Fill, { xs, ys }: Places): MarkersItem {
  const { sheet } = context;
  const size = fill.size ?? sheet.settings.markers.size;
  const opacity = fill.opacity ?? sheet.settings.markers.opacity;
  const shown = opacity === 1 ? spots(xs, ys, context.scales) : { xs, ys };
  const shape = fill.marker ?? shapeOf(sheet, context.series);
  const panel = panelOf(context.scales);
  const half = size * 0.8;
  return {
    type: 'markers',
    role: context.role,
    from: fill.from,
    box: { x: panel.x - half, y: panel.y - half, width: panel.width + 2 * half, height: panel.height + 2 * half },
    outline: markerOutline(shape, size),
    ...(shape === 'circle' || shape === 'open-circle' ? { round: size } : {}),
    ...shown,
    fill: lineInk(sheet.settings, fill),
    ...(opacity < 1 ? { opacity } : {}),
  };
}

/** Thousands of open markers as one path: the form of one of them at every spot. */
function openItem(context: MarkContext, fill: Fill, { xs, ys }: Places): PathItem {
  const { sheet } = context;
  const shape = fill.marker ?? shapeOf(sheet, context.series);
  const one = markerOf(sheet, { shape, fill, among: 'many' }, context.role, [0, 0]);
  const shown = spots(xs, ys, context.scales);
  const coordinates: number[] = [];
  for (let i = 0; i < shown.xs.length; i += 1) {
    for (const [k, v] of one.outline.coordinates.entries()) {
      coordinates.push(v + ((k % 2 === 0 ? shown.xs[i] : shown.ys[i]) as number));
    }
  }
  const panel = panelOf(context.scales);
  const { x, y, width, height } = one.box;
  return {
    ...one,
    box: { x: panel.x + x, y: panel.y + y, width: panel.width + width, height: panel.height + height },
    outline: { commands: one.outline.commands.repeat(shown.xs.length), coordinates },
  };
}

/** The cases with names, inside the limits. */
function namedOf(mark: CloudMark, sheet: Sheet, scales: PanelScales): NamedCase[] {
  const { size: usual } = sheet.settings.markers;
  return (mark.names ?? []).flatMap((name, index): NamedCase[] => {
    const [x, y] = [entryAt(mark.xs, index), entryAt(mark.ys, index)];
    if (name === undefined || !within(scales.x, x) || !within(scales.y, y)) return [];
    const { ids } = mark;
    const accented = ids && accentOf(sheet, { ...mark.cell, [ids.variable]: entryAt(ids.texts, index) }).size;
    const at = [placeAt(scales.x, x), placeAt(scales.y, y)] as const;
    return [{ name, at, size: sizeOf(mark, index) * (accented ?? usual), index }];
  });
}

/** The markers of many cases: each an item of its own, or all in one where they are thousands. */
export const cloud: MarkType<CloudMark> = {
  ink(mark, context) {
    const { sheet, fill, series, role } = context;
    const { rows, xs, ys } = placesOf(mark, context.scales);
    if (rows.length === 0) return [];
    const shape = shapeOf(sheet, series);
    const { shades } = mark;
    if (shades && rows.length > many && !mark.areas && !mark.ids) {
      const shown = Array.from({ length: shadeSteps }, (_, step): PlateItem[] => {
        const inStep = rows.map((_row, i) => i).filter((i) => stepOf(shades[rows[i] as number] as number) === step);
        if (inStep.length === 0) return [];
        const places = {
          xs: picked(xs, inStep),
          ys: picked(ys, inStep),
        };
        return [oneItem(context, shadedFill(sheet, fill, (step + 0.5) / shadeSteps), places)];
      });
      return [[], shown.flat()];
    }
    if (rows.length > many && !mark.areas && !mark.ids) {
      const open = fill.hollow || (fill.marker ?? shape).startsWith('open-');
      return [[], [open ? openItem(context, fill, { xs, ys }) : oneItem(context, fill, { xs, ys })]];
    }
    const order = mark.areas
      ? [...rows.keys()].sort((a, b) => sizeOf(mark, rows[b] as number) - sizeOf(mark, rows[a] as number))
      : [...rows.keys()];
    const ink = order.map((i): PlateItem => {
      const row = rows[i] as number;
      const name = besideRole(role, 'points', row);
      const base = shades ? shadedFill(sheet, fill, shades[row] as number) : fill;
      const named = mark.ids && context.fillOf({ ...mark.cell, [mark.ids.variable]: mark.ids.texts[row] as string });
      // Singled out cases have their own colour, all others that of the ramp.
      const look = named && (!shades || named.color !== fill.color) ? named : base;
      return markerOf(sheet, { shape, fill: look, times: sizeOf(mark, row), among: 'many' }, name, [
        xs[i] as number,
        ys[i] as number,
      ]);
    });
    return [[], ink];
  },
  ends: ({ xs, ys }, { x, y }) => ({ x: x.shows === 'value' ? xs : [], y: y.shows === 'value' ? ys : [] }),
  occupies(mark, sheet, scales) {
    const { rows, xs, ys } = placesOf(mark, scales);
    const radius = sheet.settings.markers.size / 2;
    return Array.from(rows, (row, i) => ({
      is: 'disc',
      x: xs[i] as number,
      y: ys[i] as number,
      radius: radius * sizeOf(mark, row),
    }));
  },
  isMany: true,
  cases: namedOf,
  caseRole: (role, index) => ({ role: besideRole(role, 'names', index), from: 'chart.names' }),
  needsZero: false,
  overhang: ({ areas }) => (areas ? 2 : 1),
  key: 'marker',
  uses: ({ shades }) => [...markerSettings, 'markers.opacity', ...(shades ? ['palette.sequential'] : [])],
  accents: ['fill', 'marker', 'size', 'outline', 'opacity'],
};
