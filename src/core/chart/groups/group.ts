import type { ColumnRequest } from '../../data/table.js';
import { showsByDirection } from '../frame/categoryAxes.js';
import { byCategory, categoryRole, groupRole, type Role } from '../frame/roles.js';
import { detailOf } from '../frame/summaries.js';
import type { ChartKind } from '../kind.js';
import { type GroupFrame, type GroupLong, type GroupSettings, summaryOf } from './groupSettings.js';

/** The columns that are read beside those of the roles. */
function furtherColumns({ further, axisTable, beside, size, sections }: GroupSettings): ColumnRequest[] {
  const numeric = (column: string | undefined, path: string): ColumnRequest[] =>
    column === undefined ? [] : [{ column, as: 'number', path }];
  const words = (side: 'left' | 'right') =>
    (beside?.[side] ?? []).flatMap((column, i): ColumnRequest[] => {
      const path = `chart.beside.${side}.${i}`;
      return [
        { column, as: 'category', path },
        { column, as: 'number', path, trial: true },
      ];
    });
  return [
    ...numeric(further?.value, 'chart.further.value'),
    ...numeric(axisTable?.value, 'chart.axisTable.value'),
    ...numeric(size, 'chart.size'),
    ...words('left'),
    ...words('right'),
    ...(sections === undefined ? [] : [{ column: sections, as: 'category', path: 'chart.sections' } as const]),
  ];
}

const endRole: Role = { use: 'measures', accepts: 'measured' };

/** What all charts of summaries by group have in common, drawn with one type of mark. */
export const groupKind = (mark: GroupFrame['mark']) =>
  ({
    sideBySide: byCategory,
    roles: {
      category: categoryRole,
      group: groupRole,
      value: {
        use: 'measures',
        accepts: 'measured',
        draft: { keys: ['value'], isNeeded: mark === 'interval' },
      },
      low: endRole,
      high: endRole,
    },
    shows: showsByDirection,
    columns: furtherColumns,
    reads: (settings) =>
      (settings.beside ?? settings.size ?? settings.sections ?? settings.further ?? settings.axisTable) === undefined
        ? detailOf(summaryOf(settings))
        : 'rows',
    load: async () => (await import('./groupMaker.js')).groupMakers[mark],
  }) satisfies Partial<ChartKind<GroupSettings, GroupLong>>;
