/** What may be said of a file, by which some forms are read. */
export const fileSettings = ['delimiter', 'header', 'comment', 'sheet', 'range', 'skip', 'encoding'] as const;
export type FileSetting = (typeof fileSettings)[number];

/** A file format of tables, by its name. */
export interface TableFacts {
  /** What it is called, in the order of its endings. */
  names: readonly string[];
  endings: readonly string[];
  /** What an author may say of such a file that changes how it is read. */
  takes: readonly FileSetting[];
  /** Whether such files are documents, which may hold tables among other things. */
  isDocument?: true;
}

/** A form of documents that may hold tables among other things. */
const documents = (name: string, endings: readonly string[]): TableFacts => ({
  names: [name],
  endings,
  takes: ['header', 'sheet', 'skip', 'encoding'],
  isDocument: true,
});

/** The formats. To add one, describe it here and say in `tableForms.ts` how it is read. */
export const tableFacts = {
  lines: {
    names: ['CSV', 'TSV', 'text'],
    endings: ['.csv', '.tsv', '.txt'],
    takes: ['delimiter', 'header', 'comment', 'skip', 'encoding'],
  },
  json: { names: ['JSON'], endings: ['.json'], takes: ['encoding'] },
  jsonLines: { names: ['JSON lines'], endings: ['.jsonl', '.ndjson'], takes: ['encoding'] },
  workbook: { names: ['XLSX', 'ODS'], endings: ['.xlsx', '.ods'], takes: ['header', 'sheet', 'range', 'skip'] },
  markdown: documents('Markdown', ['.md', '.markdown']),
  html: documents('HTML', ['.html', '.htm', '.xhtml']),
  parquet: { names: ['Parquet'], endings: ['.parquet'], takes: [] },
} as const satisfies Readonly<Record<string, TableFacts>>;

const all: readonly TableFacts[] = Object.values(tableFacts);

/** The endings of files with tables, with their points. */
export const tableEndings: readonly string[] = all.flatMap(({ endings }) => endings);

/** Whether a path ends in one of some endings, in capitals or not. */
export const hasEnding = (path: string, endings: readonly string[]): boolean =>
  endings.some((ending) => path.toLowerCase().endsWith(ending));

/** Whether a file is a document that may hold tables, by its name. */
export const isDocumentPath = (path: string): boolean =>
  all.some(({ isDocument, endings }) => isDocument && hasEnding(path, endings));

/** Whether a file is one of tables, by its name. */
export const isTablePath = (path: string): boolean => hasEnding(path, tableEndings);
