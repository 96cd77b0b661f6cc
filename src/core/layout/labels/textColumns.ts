import { entryAt } from '../../at.js';
import type { TextColumn } from '../../chart/plan.js';
import type { TextItem } from '../../plate/plate.js';
import { type CategoryScale, centerOf } from '../../scale/categoryScale.js';
import type { TextBlock } from '../../type/textBlock.js';
import { type PanelScales, panelOf } from '../axes/panelScales.js';
import type { Sheet } from '../sheet.js';
import { remembered } from '../trace.js';
import { opticalMiddle, textAt, textLabel } from '../words/textAt.js';
import { em, setRole } from '../words/typesetter.js';

/** Between a panel and the words beside it, and between two columns, in text sizes. */
const gap = { panel: 0.7, column: 0.9, head: 0.35 } as const;

/** A column with its words set. */
interface SetColumn {
  column: TextColumn;
  head?: TextBlock;
  cells: (TextBlock | undefined)[];
  width: number;
}

function setColumn(sheet: Sheet, column: TextColumn): SetColumn {
  const set = (text: string) => setRole(sheet, 'tickLabel', text);
  const head = column.head === undefined ? undefined : set(column.head);
  const cells = column.cells.map((text) => (text === undefined ? undefined : set(text)));
  const width = [head, ...cells].reduce((most, block) => Math.max(most, block?.width ?? 0), 0);
  return { column, ...(head ? { head } : {}), cells, width };
}

const setColumns = (sheet: Sheet, side: TextColumn['side']): SetColumn[] =>
  remembered(sheet, () =>
    (sheet.plan.textColumns ?? []).filter((own) => own.side === side).map((own) => setColumn(sheet, own)),
  );

/** The room that columns take beside a panel. */
const roomOf = (sheet: Sheet, columns: readonly SetColumn[]): number =>
  columns.length === 0
    ? 0
    : columns.reduce((sum, { width }) => sum + width, 0) + (gap.panel + gap.column * (columns.length - 1)) * em(sheet);

/** The room between a panel and the names of its categories that columns take. */
export function insetOf(sheet: Sheet): number {
  const room = roomOf(sheet, setColumns(sheet, 'left'));
  return room > 0 ? room + Math.max(0, gap.column - sheet.settings.space.tickLabel) * em(sheet) : 0;
}

const shares = { start: 0, middle: 0.5, end: 1 } as const;

function columnInk(sheet: Sheet, scale: CategoryScale, { x, top, set, role }: ColumnPlace): TextItem[] {
  const { column, head, cells, width } = set;
  const left = (block: TextBlock) => x + (width - block.width) * shares[column.align];
  const label = (name: string) => textLabel(sheet, 'tickLabel', { role: `${role}.${name}`, from: column.from });
  return [
    ...(head
      ? [
          textAt(
            head,
            [left(head), top - gap.head * em(sheet) - head.height + head.descent],
            label('head'),
            column.align,
          ),
        ]
      : []),
    ...cells.flatMap((block, i) =>
      block ? [textAt(block, [left(block), centerOf(scale, i) - opticalMiddle(block)], label(`cells[${i}]`))] : [],
    ),
  ];
}

interface ColumnPlace {
  /** Where it begins, and where the panel does. */
  x: number;
  top: number;
  set: SetColumn;
  role: string;
}

/** Words beside a panel. */
export interface TextColumns {
  /** Between the panel and the names of its categories. */
  inset: TextItem[];
  /** On the right of the panel. */
  outer: TextItem[];
  /** Words that stand closer than lines do. */
  leftOut: number;
}

/** Sets the columns beside a panel, each word at its category. */
export function textColumnInk(sheet: Sheet, scales: PanelScales): TextColumns {
  const none: TextColumns = { inset: [], outer: [], leftOut: 0 };
  const { y } = scales;
  if (!sheet.plan.textColumns || y.shows !== 'category') return none;
  const panel = panelOf(scales);
  const size = em(sheet);
  const sides = (['left', 'right'] as const).map((side) => {
    const columns = setColumns(sheet, side);
    const start = side === 'left' ? panel.x - roomOf(sheet, columns) : panel.x + panel.width + gap.panel * size;
    let next = start;
    const places = columns.map(({ width }) => {
      const place = next;
      next += width + gap.column * size;
      return place;
    });
    return remembered(sheet, () =>
      columns.flatMap((set, i) =>
        columnInk(sheet, y, {
          x: entryAt(places, i),
          top: panel.y,
          set,
          role: `columns[${side === 'left' ? i : i + leftCount(sheet)}]`,
        }),
      ),
    );
  });
  const [inset = [], outer = []] = sides;
  const slot = panel.height / y.count;
  const high = [...inset, ...outer].filter(({ role, box }) => role.includes('.cells[') && box.height * 0.8 > slot);
  return { inset, outer, leftOut: high.length };
}

const leftCount = ({ plan }: Sheet): number => (plan.textColumns ?? []).filter(({ side }) => side === 'left').length;
