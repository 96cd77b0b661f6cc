import { entryAt } from '../../at.js';
import type { PlateItem, TextItem } from '../../plate/plate.js';
import { type RolePart, type RolePiece, roleOf, seriesOf } from '../../plate/role.js';
import { quoted, under } from '../measure/ink.js';
import { contrastsOfMarks, contrastsOfWords, contrastWithGround } from '../measure/seenInk.js';
import type { Subject } from '../measure/subject.js';
import { type Flaw, listed, many, rounded, rule, unmended } from '../rule.js';
import { notSeen } from './contrast.js';

/** Parts of marks that carry information of their own. */
const speaking: readonly RolePiece[] = ['median', 'mean', 'outliers', 'extremes', 'stem', 'low', 'high', 'end'];

const isSpeaking = (item: PlateItem): boolean => speaking.includes(roleOf(item).piece);

/** How poorly a text can be seen; undefined where it is fully visible. */
function lostOf(ratios: readonly number[]): { isWhole: boolean; ratio: number } | undefined {
  const lost = ratios.filter((ratio) => ratio < notSeen.words).length;
  return lost === 0 ? undefined : { isWhole: lost === ratios.length, ratio: Math.min(...ratios) };
}

/** Text that is invisible as a whole or in part, one finding for each kind. */
function wordFlaws(subject: Subject): Flaw[] {
  const kinds = new Map<string, { items: TextItem[]; isWhole: boolean; ratio: number }>();
  for (const { item, ratios } of contrastsOfWords(subject)) {
    const lost = lostOf(ratios);
    if (!lost) continue;
    const kind = item.kind;
    const known = kinds.get(kind);
    kinds.set(kind, {
      items: [...(known?.items ?? []), item],
      isWhole: lost.isWhole && (known?.isWhole ?? true),
      ratio: Math.min(lost.ratio, known?.ratio ?? lost.ratio),
    });
  }
  return [...kinds].map(([kind, { items, isWhole, ratio }]): Flaw => {
    const first = entryAt(items, 0);
    const words = listed(items.map(quoted), 2);
    const verb = items.length === 1 ? 'is' : 'are';
    return {
      found: isWhole
        ? `${words} ${verb} not seen`
        : `a part of ${words} is not seen: the words stand across two grounds`,
      measured: { value: rounded(ratio, 2), unit: ':1' },
      limit: { value: notSeen.words, unit: ':1' },
      items,
      setting: kind === 'dataLabel' ? first.from : `text.${kind}.color`,
    };
  });
}

const pieceWords: Partial<Record<RolePiece, string>> = {
  median: 'medians',
  mean: 'means',
  outliers: 'outliers',
  extremes: 'extreme values',
};

/** The name of a part of a mark. Stems and caps of error bars and whiskers count as one. */
const kindOfPiece = (item: PlateItem): string => pieceWords[roleOf(item).piece] ?? 'error bars and whiskers';

/** Parts of marks, such as medians and whisker caps, against what is under them; one finding for each series. */
function pieceFlaws(subject: Subject, least: number): Flaw[] {
  const { items, page } = subject;
  const lost = new Map<string, { items: PlateItem[]; ratio: number }>();
  for (const [index, item] of items.entries()) {
    if (item.type === 'text' || !isSpeaking(item) || seriesOf(item) === undefined) continue;
    // Parts of the same mark that touch do not hide each other.
    const stack = under(items, index, item.box).filter((other) => !isSpeaking(other));
    const ratio = contrastWithGround(item, stack, page.paper);
    if (ratio >= least) continue;
    const kind = kindOfPiece(item);
    const known = lost.get(kind);
    lost.set(kind, { items: [...(known?.items ?? []), item], ratio: Math.min(ratio, known?.ratio ?? ratio) });
  }
  return [...lost].map(([kind, own]) => ({
    found: `${many(own.items.length, 'piece')} of ${kind} ${own.items.length === 1 ? 'is' : 'are'} not seen on what lies under ${own.items.length === 1 ? 'it' : 'them'}`,
    measured: { value: rounded(own.ratio, 2), unit: ':1' },
    limit: { value: least, unit: ':1' },
    items: own.items,
    setting: own.items[0]?.from ?? 'chart',
  }));
}

const axisLines: readonly RolePart[] = ['line', 'ticks', 'grid', 'minorGrid'];

const isPanelGround = (item: PlateItem): boolean => {
  const { of, part } = roleOf(item);
  return of === 'panel' && part === 'ground';
};

/** Lines of axes, ticks and grid that have the colour of the paper. */
function lineFlaws({ items, page }: Subject, least: number): Flaw[] {
  const lost = new Map<string, { items: PlateItem[]; ratio: number }>();
  // A mark over a line hides only the part that it covers.
  const grounds: PlateItem[] = [];
  for (const item of items) {
    if (isPanelGround(item)) grounds.push(item);
    const { axis, second, part } = roleOf(item);
    if (axis === undefined || second || !part || !axisLines.includes(part) || item.type !== 'line') continue;
    const ratio = contrastWithGround(item, under(grounds, grounds.length, item.box), page.paper);
    if (ratio >= least) continue;
    const key = `axes.${axis}.${part}`;
    const known = lost.get(key);
    lost.set(key, { items: [...(known?.items ?? []), item], ratio: Math.min(ratio, known?.ratio ?? ratio) });
  }
  return [...lost].map(([key, own]) => ({
    found: `${many(own.items.length, 'line')} of ${key} ${own.items.length === 1 ? 'is' : 'are'} not seen`,
    expected: 'a darker colour, or a width of 0pt where none is wanted',
    measured: { value: rounded(own.ratio, 2), unit: ':1' },
    limit: { value: least, unit: ':1' },
    items: own.items,
    setting: `${key.replace(/ticks$/, 'tickMarks')}.color`,
  }));
}

function markFlaws(subject: Subject, least: number): Flaw[] {
  const lost = [...contrastsOfMarks(subject).values()].filter(({ ratio }) => ratio < least);
  const [first] = lost;
  if (!first) return [];
  return [
    {
      found: `${many(lost.length, 'mark')} ${lost.length === 1 ? 'is' : 'are'} not seen: ${lost.length === 1 ? 'it has' : 'they have'} the colour of the ground and no outline`,
      measured: { value: rounded(Math.min(...lost.map(({ ratio }) => ratio)), 2), unit: ':1' },
      limit: { value: least, unit: ':1' },
      items: lost.flatMap(({ items }) => items),
      setting: first.items[0]?.from ?? 'chart',
    },
  ];
}

export const invisibleInk = rule({
  name: 'invisible-ink',
  asks: 'No mark, line or word has the colour of what lies under it.',
  measures:
    'The contrast of each piece of ink with the stack of ink under it, opacity and patterns counted; of words, at places all over their letters.',
  reason: 'What is drawn and not seen is missing from the figure, and nobody notices that it is.',
  source: 'good practice',
  severity: 'error',
  takes: { 'sizes-zero': unmended },
  limits: {
    marks: { is: 'number', value: 1.3, unit: ':1', what: 'The least contrast of marks and their pieces.' },
    lines: { is: 'number', value: 1.15, unit: ':1', what: 'The least contrast of lines of axes and grid.' },
  },
  finds: (subject, { marks, lines }) => [
    ...wordFlaws(subject),
    ...pieceFlaws(subject, marks),
    ...markFlaws(subject, marks),
    ...lineFlaws(subject, lines),
  ],
  examples: {
    ok: [
      {
        says: 'White bars, to which an outline is given',
        figure: 'chart: { kind: bar, category: bed, value: yield }\npalette: { single: white }',
      },
    ],
    bad: [
      {
        says: 'Tick labels in white',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ntext: { tickLabel: { color: white } }',
      },
      {
        says: 'An axis line in white',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\naxes: { y: { line: { width: 0.5pt, color: white } } }',
      },
      {
        says: 'A median in the colour of its box',
        figure:
          'chart: { kind: box, category: bed, value: yield }\npalette: { single: "#738ca7" }\nboxes: { median: { color: "#738ca7" } }',
      },
    ],
  },
});
