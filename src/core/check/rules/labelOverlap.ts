import { entryAt } from '../../at.js';
import { overlap, type TextItem } from '../../plate/plate.js';
import { besideRole, isHalo, markOf, roleInPanel, roleOf, seriesOf } from '../../plate/role.js';
import { distanceTo, letterBoxes, type Point, polygonsOf, quoted, textsOf } from '../measure/ink.js';
import type { Subject } from '../measure/subject.js';
import { type Flaw, many, rule, unmended } from '../rule.js';

type Item = Subject['items'][number];

/** Whether two segments cross. */
function cross(a: Point, b: Point, c: Point, d: Point): boolean {
  const turn = (p: Point, q: Point, r: Point) =>
    Math.sign((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]));
  return turn(a, b, c) !== turn(a, b, d) && turn(c, d, a) !== turn(c, d, b);
}

/** Whether a segment lies on one side of all corners, along the page or down it. */
const isBeside = (a: Point, b: Point, corners: readonly Point[]): boolean =>
  ([0, 1] as const).some(
    (k) =>
      corners.every((corner) => corner[k] < a[k] && corner[k] < b[k]) ||
      corners.every((corner) => corner[k] > a[k] && corner[k] > b[k]),
  );

/** Whether a line runs through the letters of a text, crossing them or ending in them. */
function runsThrough(lines: readonly Point[][], letters: readonly Point[][]): boolean {
  return letters.some((box) =>
    lines.some((points) =>
      points.some((b, i) => {
        const a = points[i - 1];
        if (!a || isBeside(a, b, box)) return false;
        return box.some((p, k) => cross(a, b, p, entryAt(box, (k + 1) % box.length)));
      }),
    ),
  );
}

/** The outline of an item as segments. */
const edgesOf = (item: Item): Point[][] => {
  if (item.type === 'path') return polygonsOf(item.outline);
  if (item.type === 'line')
    return [
      [
        [item.x1, item.y1],
        [item.x2, item.y2],
      ],
    ];
  if (item.type !== 'rect') return [];
  const [r, b] = [item.x + item.width, item.y + item.height];
  return [
    [
      [item.x, item.y],
      [r, item.y],
      [r, b],
      [item.x, b],
      [item.x, item.y],
    ],
  ];
};

/** Whether a marker overlaps the letters. */
const isOnMarker = (item: Item, letters: readonly Point[][]): boolean => {
  if (item.type !== 'markers') return false;
  const radius = (item.round ?? 4) / 2;
  return letters.some((box) =>
    item.xs.some((x, i) =>
      box.some((p, k) => distanceTo([x, entryAt(item.ys, i)], p, entryAt(box, (k + 1) % box.length)) < radius * 0.8),
    ),
  );
};

/** Outlines and lines of other marks that a label must not overlap, unless it has a background. */
function strays({ items }: Subject, words: TextItem, index: number): Item[] {
  const letters = letterBoxes(words);
  const mark = markOf({ role: besideRole(roleInPanel(words.role), 'marks', 'same') });
  let found: Item[] = [];
  for (let i = 0; i < items.length; i += 1) {
    const item = entryAt(items, i);
    if (item.type === 'text' || seriesOf(item) === undefined || !overlap(item.box, words.box, 0.3)) continue;
    // A label with its own background hides what is under it.
    if (isHalo(item)) {
      if (i < index && item.box.width >= words.box.width - 1) found = [];
      continue;
    }
    if ('opacity' in item && (item.opacity ?? 1) < 0.5) continue;
    if (mark !== undefined && markOf(item) === mark && roleOf(item).piece === 'marks') continue;
    if (isOnMarker(item, letters) || runsThrough(edgesOf(item), letters)) found.push(item);
  }
  return found;
}

export const labelOverlap = rule({
  name: 'label-overlap',
  asks: 'Names and numbers at marks stand clear of other marks.',
  measures:
    'The small letters of words at marks, turned as they are, against the outlines of markers, bars and lines drawn above no ground of their own.',
  reason: 'A number across an edge or a line is read wrongly, or as that of the wrong mark.',
  source: 'good practice',
  severity: 'warning',
  limits: {},
  takes: { 'names-left-out': unmended, 'data-labels-left-out': unmended },
  finds(subject) {
    const { items } = subject;
    const touched = textsOf(subject).flatMap((words) => {
      if (words.kind !== 'dataLabel') return [];
      const strayed = strays(subject, words, items.indexOf(words));
      return strayed.length > 0 ? [{ words, strayed }] : [];
    });
    const [first] = touched;
    if (!first) return [];
    const flaw: Flaw = {
      found: `${many(touched.length, 'label')} at marks ${touched.length === 1 ? 'stands' : 'stand'} across other ink: ${quoted(first.words)}`,
      expected: 'a larger figure, fewer labels, or another place for them',
      measured: { value: touched.length, unit: 'labels' },
      limit: { value: 0, unit: 'labels' },
      items: touched.map(({ words }) => words),
      setting: first.words.from,
    };
    return [flaw];
  },
  examples: {
    ok: [
      {
        says: 'Numbers above their bars',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ndataLabels: { show: value }',
      },
    ],
    bad: [
      {
        says: 'The names of all points',
        figure: 'chart: { kind: scatter, x: water, y: yield, id: plot, names: all }\nsize: { width: 9cm, height: 7cm }',
      },
    ],
  },
});
