import { fileColumn } from '../../data/joined.js';
import type { Table } from '../../data/table.js';
import { fail, hasErrors, succeed } from '../../problem/problem.js';
import type { FigureOrigin, Taken } from '../carry/origin.js';
import type { FigureContents } from '../files/figureFile.js';
import { dataFiles } from './dataFiles.js';
import { withSources } from './formulaSources.js';
import { Gatherer } from './gatherer.js';
import { type TableRequest, tablesToRead } from './gatherTable.js';
import type { Reading } from './readFiles.js';

/** The variables that a figure reads: its columns, those that they are computed of, and those that its table is spread by. */
function variablesOf(
  { data }: FigureContents,
  table: Table,
  { codebook, requests }: Pick<TableRequest, 'codebook' | 'requests'>,
): string[] {
  const spread = data && typeof data === 'object' && 'spread' in data ? Object.values(data.spread ?? {}) : [];
  const files = data === undefined ? [] : (dataFiles(data) ?? []);
  const several = files.flatMap(({ told }) => Object.values(told.spread ?? {}));
  const asked = [...requests, ...withSources(requests, codebook)].map(({ column }) => column);
  return [...asked, ...table.columns.map(({ name }) => name), ...spread, ...several, fileColumn];
}

/** What a figure is made of; its rows are read again only where a file carries them. */
export function figureOrigin(
  gatherer: Gatherer,
  figure: Reading<FigureContents>,
  { style, language, number, shared }: Taken,
  request: Pick<TableRequest, 'codebook' | 'requests' | 'locate'> & { id: string; table: Table },
): FigureOrigin {
  const { store } = gatherer;
  const { id, table, ...reading } = request;
  return {
    id,
    file: { kind: 'figure', path: figure.file, source: figure.source },
    others: gatherer.authored.filter(({ kind }) => kind !== 'figure'),
    taken: { style, language, number, shared },
    join: (from, reference) => store.source.join(from, reference),
    async rows() {
      const again = new Gatherer(store);
      const tables = await tablesToRead(again, { figure, ...reading });
      if (!tables.ok) return tables;
      const rows = await (await import('../carry/drawnRows.js')).drawnRows(tables.value);
      return hasErrors(again.problems) ? fail(again.problems) : succeed(rows);
    },
    variables: new Set(variablesOf(figure.value, table, request)),
  };
}
