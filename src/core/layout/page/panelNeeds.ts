import { type Box, boxAround } from '../../plate/plate.js';
import type { AnyAxis } from '../axes/anyAxis.js';
import { outerDepth } from '../axes/axisInk.js';
import { arrowReach } from '../ink/arrow.js';
import { typeOf } from '../marks/marks.js';
import { type Margins, type Sheet, sides } from '../sheet.js';
import { em, type Typesetter } from '../words/typesetter.js';
import type { GridPlace } from './grid.js';
import type { Settled, SettledPanel } from './settled.js';

/** Room around all panels and between them. */
export interface Spaces extends Margins {
  across: number;
  down: number;
}

export const spaceKeys = [...sides, 'across', 'down'] as const;
/** Gap between panels, in text sizes. */
const panelGap = { across: 1.1, down: 0.7 } as const;

/** How far texts at the marks protrude from a panel. */
function beyondPanel({ panel, labels }: Pick<SettledPanel, 'panel' | 'labels'>): Margins {
  const ink = boxAround(labels.items.map((item) => item.box)) ?? panel;
  const inset = boxAround(labels.inset.map((item) => item.box));
  return {
    left: Math.max(0, panel.x - ink.x),
    right: Math.max(0, ink.x + ink.width - panel.x - panel.width),
    top: Math.max(0, panel.y - ink.y, panel.y - (inset?.y ?? panel.y)),
    bottom: Math.max(0, ink.y + ink.height - panel.y - panel.height),
  };
}

/** The distance of a second unit's line from the panel: beyond any texts and arrow there. */
export function secondOffset(settled: Pick<SettledPanel, 'panel' | 'labels' | 'sheet'>, at: 'x' | 'y'): number {
  const { sheet } = settled;
  const other = at === 'x' ? 'y' : 'x';
  const arrow = sheet.settings.axes[other].reverse ? 0 : arrowReach(sheet, other);
  const taken = Math.max(beyondPanel(settled)[at === 'x' ? 'top' : 'right'], arrow);
  return taken > 0 ? taken + 0.5 * em(sheet) : 0;
}

/** The room that the table under a panel needs beside it and below the tick labels. */
function tableNeeds({ table, panel }: SettledPanel): Pick<Margins, 'left' | 'right' | 'bottom'> {
  const [first, last] = [table?.places[0], table?.places.at(-1)];
  if (!table || first === undefined || last === undefined) return { left: 0, right: 0, bottom: 0 };
  const { left, height, overhang } = table.fitted;
  return {
    left: Math.max(left, overhang.before - (first - panel.x)),
    right: Math.max(0, overhang.after - (panel.x + panel.width - last)),
    bottom: height,
  };
}

/** The room that a panel needs around itself for its labels. */
function needsOf(settled: SettledPanel): Margins {
  const { sheet, x, y, crossing, labelled, second } = settled;
  const beyond = beyondPanel(settled);
  const depth = (axis: AnyAxis) => (labelled[axis.at] ? outerDepth(sheet, axis, crossing[axis.at]) : axis.tickRoom);
  const out = (axis: AnyAxis) => (labelled[axis.at] ? axis.overhang : { before: 0, after: 0 });
  const arrow = (at: 'x' | 'y', reversed: boolean) =>
    sheet.settings.axes[at].reverse === reversed ? arrowReach(sheet, at) : 0;
  const far = { x: second.x?.overhang, y: second.y?.overhang };
  const table = tableNeeds(settled);
  const depthOf = (at: 'x' | 'y') => (second[at] ? second[at].depth + secondOffset(settled, at) : 0);
  return {
    left: Math.max(table.left, out(x).before, depth(y) + beyond.left, arrow('x', true), far.x?.before ?? 0),
    right: Math.max(table.right, out(x).after, beyond.right, arrow('x', false), far.x?.after ?? 0, depthOf('y')),
    top: Math.max(out(y).before, beyond.top, arrow('y', false), far.y?.before ?? 0, depthOf('x')),
    bottom: Math.max(depth(x) + table.bottom + beyond.bottom, out(y).after, arrow('y', true), far.y?.after ?? 0),
  };
}

/** How far a marker at the edge of the panel would protrude from the page. */
export function markerOverhang({ plan, settings }: Sheet, border: number): number {
  const times = plan.series.reduce(
    (most, { marks }) => marks.reduce((all, mark) => Math.max(all, typeOf(mark).overhang(mark)), most),
    0,
  );
  return times > 0 ? Math.max(0, settings.markers.size * 0.8 * times + settings.markers.edge / 2 - border) : 0;
}

/** The room that panels need around and between them, without axis titles. */
export function spacesFor(sheet: Typesetter, panels: readonly SettledPanel[], overhang: number): Spaces {
  const size = em(sheet);
  const all = panels.map((panel) => ({ place: panel.place, needs: needsOf(panel) }));
  const inner = (side: keyof Margins, which: (place: GridPlace) => boolean) =>
    all.reduce((most, { place, needs }) => (which(place) ? Math.max(most, needs[side]) : most), 0);
  const around = (side: keyof Margins, which: (place: GridPlace) => boolean) => Math.max(overhang, inner(side, which));
  const [columns, rows] = [panels.some(({ place }) => !place.first), panels.some(({ place }) => !place.top)];
  return {
    left: around('left', ({ first }) => first),
    right: around('right', ({ last }) => last),
    top: around('top', ({ top }) => top),
    bottom: around('bottom', ({ lastRow }) => lastRow),
    across: columns
      ? panelGap.across * size + inner('left', ({ first }) => !first) + inner('right', ({ last }) => !last)
      : 0,
    down: rows ? panelGap.down * size + inner('top', ({ top }) => !top) + inner('bottom', ({ bottom }) => !bottom) : 0,
  };
}

/** The room around the panels with the author's margins, and which of those are too small for the texts. */
export function byHand(
  sheet: Typesetter,
  room: Box,
  words: Spaces,
): { needs: Spaces; tightMargins: Settled['tightMargins'] } {
  const { margins, width, height } = sheet.settings;
  const taken = {
    left: room.x,
    right: width - room.x - room.width,
    top: room.y,
    bottom: height - room.y - room.height,
  };
  const needs = { ...words };
  const tightMargins: Settled['tightMargins'] = [];
  for (const side of sides) {
    const wanted = margins[side];
    if (wanted === undefined) continue;
    needs[side] = Math.max(words[side], wanted - taken[side]);
    if (wanted < words[side] + taken[side] - 0.05) tightMargins.push({ side, needed: words[side] + taken[side] });
  }
  return { needs, tightMargins };
}
