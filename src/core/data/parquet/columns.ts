import type { SchemaTree } from 'hyparquet';

/** A column of values, or of what no chart can draw. */
export interface ParquetColumn {
  name: string;
  element: SchemaTree['element'];
  /** What it holds in place of values, in words; undefined where it has one value in each row. */
  holds?: string | undefined;
}

/** Types whose values are no numbers, texts or dates. */
const unread: Readonly<Record<string, string>> = {
  BSON: 'documents',
  INTERVAL: 'spans of time',
  GEOMETRY: 'shapes',
  GEOGRAPHY: 'shapes',
};

function holds({ element, children }: SchemaTree): string | undefined {
  const { type, converted_type: legacy = '', logical_type: logical, repetition_type: repeated } = element;
  const kind = logical?.type ?? legacy;
  if (repeated === 'REPEATED' || kind === 'LIST') return 'lists';
  if (kind === 'MAP' || kind === 'MAP_KEY_VALUE') return 'maps';
  if (children.length > 0) return 'groups of values';
  if (unread[kind] !== undefined) return unread[kind];
  const isText = ['DECIMAL', 'UUID', 'FLOAT16'].includes(kind);
  return type === 'FIXED_LEN_BYTE_ARRAY' && !isText ? 'bytes' : undefined;
}

/** The columns of a file, in their order. @throws Error where one has no name */
export const columnsIn = ({ children }: SchemaTree): ParquetColumn[] =>
  children.map((tree) => {
    const { name } = tree.element;
    // What a file says is not what its reader promises.
    if (typeof name !== 'string') throw new Error('a column without a name');
    return { name, element: tree.element, holds: holds(tree) };
  });
