import { nearest } from '../../problem/nearest.js';
import { error, fail, type Outcome, warning } from '../../problem/problem.js';
import { tableOfLines } from '../gridTable.js';
import { decodeLikely } from '../likelyEncoding.js';
import type { Table } from '../table.js';
import type { FileReading } from '../tableText.js';
import type { DocumentName, FoundTable } from './found.js';

const finders: Readonly<Record<DocumentName, (text: string) => Promise<FoundTable[]>>> = {
  Markdown: async (text) => (await import('./markdown.js')).tablesInMarkdown(text),
  HTML: async (text) => (await import('./html.js')).tablesInHtml(text),
};

/** The tables of a document; none where it is no text. */
async function tablesOf(name: DocumentName, bytes: Uint8Array, reading?: FileReading): Promise<FoundTable[]> {
  const text = decodeLikely(bytes, reading?.encoding, reading?.codebook.terms.language)?.text ?? '';
  return finders[name](text.charCodeAt(0) === 0xfeff ? text.slice(1) : text);
}

/** Finds the tables of a document; what then reads the one that is asked for. */
export async function tableReader(
  name: DocumentName,
  bytes: Uint8Array,
  reading: FileReading,
): Promise<() => Outcome<Table>> {
  const tables = await tablesOf(name, bytes, reading);
  return () => readPageTable(tables, reading);
}

/** The names by which the tables of a document can be asked for. */
export const tableNames = async (name: DocumentName, bytes: Uint8Array): Promise<string[]> =>
  namesOfTables(await tablesOf(name, bytes));

/** Tables by the names that an author can ask for: their captions, or their numbers where these are none or the same. */
function namesOfTables(tables: readonly FoundTable[]): string[] {
  const counts = new Map<string, number>();
  for (const { caption } of tables) counts.set(caption, (counts.get(caption) ?? 0) + 1);
  return tables.map(({ caption }, i) => (caption !== '' && counts.get(caption) === 1 ? caption : String(i + 1)));
}

const plain = (text: string) => text.replace(/\s+/g, ' ').trim().toLowerCase();

/** The table that is asked for: by its caption, else by its number. */
function chosen(tables: readonly FoundTable[], sheet: string | undefined): FoundTable | undefined {
  if (sheet === undefined) return tables.length === 1 ? tables[0] : undefined;
  const named = tables.filter(({ caption }) => plain(caption) === plain(sheet));
  if (named.length === 1) return named[0];
  return /^[1-9]\d*$/.test(sheet.trim()) ? tables[Number(sheet) - 1] : undefined;
}

/** Reads the table of a document that is asked for; where it has several and none is, that is said. */
function readPageTable(tables: readonly FoundTable[], reading: FileReading): Outcome<Table> {
  const { sheet, name: file, skip = 0, header = true } = reading;
  const place = reading.locate?.(sheet === undefined ? 'data' : 'data.sheet');
  if (tables.length === 0) return fail([error('no-table-there', {}, { file })]);
  const known = namesOfTables(tables);
  const table = chosen(tables, sheet);
  if (!table) {
    if (sheet === undefined) return fail([error('tables-many', { file, known }, place)]);
    return fail([error('sheet-unknown', { file, sheet, known, nearest: nearest(sheet, known) }, place)]);
  }
  const found = tableOfLines(table.lines.slice(skip), reading, header);
  if (table.across.length === 0) return found;
  const [first = ''] = table.across;
  const text = first.length > 60 ? `${first.slice(0, 59)}…` : first;
  return {
    ...found,
    problems: [warning('rows-across', { text, count: table.across.length }, { file }), ...found.problems],
  };
}
