import { entryAt } from '../../at.js';
import { type Box, boxAround, overlap, type PlateItem, type TextItem } from '../../plate/plate.js';
import { roleOf } from '../../plate/role.js';
import { axisInk, gridInk, type LabelSource, minorPlaces, outerDepth, tickPlaces, titleInk } from '../axes/axisInk.js';
import { lineEdge } from '../axes/axisLines.js';
import { secondInk, secondTitleInk } from '../axes/secondAxis.js';
import { tableInk } from '../labels/axisTable.js';
import { marksInk } from '../marks/marks.js';
import type { Sheet } from '../sheet.js';
import type { Stage } from '../space/stage.js';
import { carried, remembered } from '../trace.js';
import { paperBehind, textAt, textLabel } from '../words/textAt.js';
import { em, type Typesetter } from '../words/typesetter.js';
import { secondOffset } from './panelNeeds.js';
import type { Settled, SettledPanel } from './settled.js';

/** The setting behind each label of an axis. */
function labelSources(sheet: Sheet, at: 'x' | 'y'): LabelSource[] {
  const plan = sheet.plan[at];
  if (plan.shows !== 'category') return [];
  return plan.categories.map(({ code }) => ({
    from: `codebook.variables.${plan.variable}.values.${code}`,
    shows: { of: { [plan.variable]: code } },
  }));
}

/** Points between a label and a curve below which the two read as one. */
const clearance = 1.5;

/**
 * Axes that cross have labels inside the panel. A label on a mark stands on the other side of its axis where that is free, else
 * on the ground of the paper; one that would overlap another, or a text at the marks, is left out.
 */
function labelsApart(ink: readonly PlateItem[], { sheet, panel, scales, labels, crossing }: SettledPanel): PlateItem[] {
  const kept: PlateItem[] = [];
  const isFree = (box: Box) =>
    ![...labels.items, ...kept].some((other) => other.type === 'text' && overlap(other.box, box));
  const isStruck = ({ x, y, width, height }: Box) =>
    labels.ink.marksUnder({
      x: x - clearance,
      y: y - clearance,
      width: width + 2 * clearance,
      height: height + 2 * clearance,
    }) > 0;
  for (const item of ink) {
    const { axis, part } = roleOf(item);
    if (item.type !== 'text') {
      kept.push(item);
      continue;
    }
    const at = axis === 'x' || axis === 'y' ? axis : undefined;
    const isOn = at !== undefined && part === 'labels' && crossing[at] && isStruck(item.box);
    const other = isOn ? mirrored(item, at, lineEdge(sheet, at, panel, scales)) : item;
    if (isOn && !isStruck(other.box) && isFree(other.box)) kept.push(other);
    else if (isFree(item.box))
      kept.push(...(isOn ? [carried(paperBehind(item, sheet.settings.paper), item)] : []), item);
  }
  return kept;
}

/** A label on the other side of its axis. */
function mirrored(item: TextItem, at: 'x' | 'y', edge: number): TextItem {
  const { box } = item;
  const by = at === 'x' ? 2 * (edge - box.y) - box.height : 2 * (edge - box.x) - box.width;
  return at === 'x'
    ? { ...item, y: item.y + by, box: { ...box, y: box.y + by } }
    : { ...item, x: item.x + by, box: { ...box, x: box.x + by } };
}

function minorOf({ sheet, scales, ...axes }: SettledPanel, at: 'x' | 'y'): number[] {
  const scale = scales[at];
  return scale.shows === 'value' ? minorPlaces(axes[at], scale, sheet.settings.axes[at].minor) : [];
}

/** How far words that stand above columns beside the panel reach beyond it. */
function headsAbove({ panel, labels, sheet }: SettledPanel): number {
  if (!sheet.plan.textColumns) return 0;
  const heads = boxAround([...labels.items, ...labels.inset].flatMap(({ role, box }) => (isHead(role) ? [box] : [])));
  return heads ? Math.max(0, panel.y - heads.y) : 0;
}

const isHead = (role: string): boolean => {
  const { of, part } = roleOf({ role });
  return of === 'columns' && part === 'head';
};

/** The background of a panel and its frame. */
function groundInk({ settings }: Sheet, panel: Box): PlateItem[] {
  const { fill, frame } = settings.panel;
  const by = frame.width / 2;
  const box = { x: panel.x - by, y: panel.y - by, width: panel.width + 2 * by, height: panel.height + 2 * by };
  return [
    ...(fill === undefined || fill === 'none'
      ? []
      : [{ type: 'rect', role: 'panel.ground', from: 'panel.fill', box: panel, ...panel, fill } as const]),
    ...(frame.width > 0
      ? [{ type: 'rect', role: 'panel.frame', from: 'panel.frame', box, ...panel, stroke: frame } as const]
      : []),
  ];
}

/** Where the ticks of an axis are on the page. */
function placesOf({ scales, ...axes }: SettledPanel, at: 'x' | 'y'): number[] {
  const scale = scales[at];
  return scale.shows === 'none' ? [] : tickPlaces(axes[at], scale);
}

/** The lines, tick marks and labels of the axes of a panel. */
function axesInk(settled: SettledPanel, order: readonly ('x' | 'y')[]): PlateItem[] {
  const { sheet, panel, scales, crossing, labelled } = settled;
  const edges = remembered(sheet, () => ({
    x: lineEdge(sheet, 'x', panel, scales),
    y: lineEdge(sheet, 'y', panel, scales),
  }));
  return order.flatMap((at) => {
    const other = at === 'x' ? 'y' : 'x';
    const place = {
      edge: edges[at],
      crossing: crossing[at],
      labelled: labelled[at],
      minor: minorOf(settled, at),
      ...(crossing[at] ? { crossedAt: edges[other] } : {}),
    };
    const axis = { sheet, axis: settled[at], places: placesOf(settled, at), panel };
    return axisInk(axis, carried(carried(place, edges), settled), labelSources(sheet, at));
  });
}

/** The ink of a panel with its title and axes. */
function panelInk(settled: SettledPanel, stage: Stage | undefined): PlateItem[] {
  const { sheet, panel, scales, labels, crossing, labelled, title, scene } = settled;
  const { space } = sheet.plan;
  const size = em(sheet);
  const order = (sheet.plan.direction === 'vertical' ? (['y', 'x'] as const) : (['x', 'y'] as const)).filter(
    (at) => settled[at].shows !== 'none' && !(sheet.plan[at].shows === 'value' && sheet.plan[at].quiet),
  );
  const axes = axesInk(settled, order);
  // A line through the middle of bars would strike their numbers out.
  const isUnder = [sheet.plan.x, sheet.plan.y].some((axis) => axis.shows === 'value' && axis.mirrored);
  // A second unit is between the panel and its title.
  const above = (settled.second.x ? settled.second.x.depth + secondOffset(settled, 'x') : 0) + headsAbove(settled);
  const words = () => textLabel(sheet, 'panelTitle', { role: 'panelTitle', from: 'panels.by' });
  return [
    ...remembered(sheet, () => groundInk(sheet, panel)),
    ...order.flatMap((at) => {
      const minor = () => gridInk({ sheet, axis: settled[at], places: minorOf(settled, at), panel }, 'minorGrid');
      return remembered(sheet, minor, settled[at]);
    }),
    ...order.flatMap((at) =>
      remembered(sheet, () => gridInk({ sheet, axis: settled[at], places: placesOf(settled, at), panel }), settled[at]),
    ),
    ...(['y', 'x'] as const).flatMap((at) => {
      const [second, scale] = [settled.second[at], scales[at]];
      if (!second || scale.shows !== 'value') return [];
      const offset = secondOffset(settled, at);
      return remembered(sheet, () => secondInk(sheet, second, scale, { panel, offset }), second);
    }),
    ...(isUnder ? axes : []),
    ...(space && stage && scene
      ? [...stage.sceneInk(sheet, space, scene, scales), ...stage.axesInk(sheet, scene)]
      : marksInk(sheet, scales)),
    ...(isUnder ? [] : crossing.x || crossing.y ? labelsApart(axes, settled) : axes),
    ...labels.items,
    ...labels.inset,
    ...(settled.table
      ? tableInk(sheet, scales, {
          ...settled.table,
          depth: labelled.x ? outerDepth(sheet, settled.x, crossing.x) : settled.x.tickRoom,
        })
      : []),
    ...(title
      ? remembered(sheet, () => [textAt(title, [panel.x, panel.y - above - 0.35 * size - title.height], words())])
      : []),
  ];
}

/** The ink of all panels, whose roles name the panel where there are several, and the axis titles. */
export function panelsInk(
  sheet: Typesetter,
  { panels, titles, depths, farDepths, aboveTitle, frame }: Settled,
  stage: Stage | undefined,
): PlateItem[] {
  const several = panels.length > 1;
  const inks = panels.map((panel, i) => {
    const ink = panelInk(panel, stage);
    return several ? ink.map((item) => ({ ...item, role: `panels[${i}].${item.role}` })) : ink;
  });
  const first = entryAt(panels, 0);
  const title = (at: 'x' | 'y') => {
    const fitted = titles[at];
    return fitted
      ? remembered(sheet, () => [
          titleInk(sheet, { at, title: fitted }, frame, {
            depth: depths[at],
            above: aboveTitle,
            right: farDepths.y,
            line: lineEdge(first.sheet, at, first.panel, first.scales),
          }),
        ])
      : [];
  };
  const second = (at: 'x' | 'y') => {
    const axis = panels.find((panel) => panel.second[at])?.second[at];
    return axis ? remembered(sheet, () => secondTitleInk(sheet, axis, frame, farDepths[at])) : [];
  };
  return [...inks.flat(), ...title('y'), ...title('x'), ...second('y'), ...second('x')];
}
