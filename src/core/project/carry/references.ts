import { isOrderedGroup, type Ordered, withEntry } from '../../schema/ordered.js';
import type { FileKind } from '../files/fileKinds.js';
import { isBuiltIn } from '../read/styleChain.js';

/** What a file names another one as. */
export type ReferenceKind = 'style' | 'codebook' | 'table' | 'query' | 'face' | 'figure';

type Group = ReadonlyMap<string, Ordered>;

/** What becomes of a name of another file. */
export type Renaming = (reference: string, kind: ReferenceKind) => string;

function renamedEntry(group: Group, key: string, kind: ReferenceKind, rename: Renaming): Group {
  const value = group.get(key);
  if (typeof value !== 'string' || (kind === 'style' && isBuiltIn(value))) return group;
  return withEntry(group, key, rename(value, kind));
}

/** A table with what is said of it: its path, a group with `file`, or a list of either. */
function renamedData(data: Ordered, rename: Renaming): Ordered {
  if (typeof data === 'string') return rename(data, 'table');
  if (Array.isArray(data)) return data.map((one) => renamedData(one, rename));
  if (!isOrderedGroup(data)) return data;
  const named = renamedEntry(renamedEntry(data, 'file', 'table', rename), 'query', 'query', rename);
  const files = named.get('files');
  return files === undefined ? named : withEntry(named, 'files', renamedData(files, rename));
}

function renamedFaces(value: Group, rename: Renaming): Group {
  const faces = value.get('faces');
  if (!isOrderedGroup(faces)) return value;
  const renamed = Array.from(faces, ([name, files]): [string, Ordered] => [
    name,
    isOrderedGroup(files)
      ? new Map(Array.from(files, ([cut, file]) => [cut, typeof file === 'string' ? rename(file, 'face') : file]))
      : files,
  ]);
  return withEntry(value, 'faces', new Map(renamed));
}

/** A file with other names for the files that it names. */
export function withReferences(kind: FileKind, value: Group, rename: Renaming): Group {
  if (kind === 'style') return renamedFaces(renamedEntry(value, 'extends', 'style', rename), rename);
  const styled = renamedEntry(value, 'style', 'style', rename);
  if (kind === 'board') {
    const figures = styled.get('figures');
    if (!Array.isArray(figures)) return styled;
    return withEntry(
      styled,
      'figures',
      figures.map((one) => (typeof one === 'string' ? rename(one, 'figure') : one)),
    );
  }
  if (kind !== 'figure') return styled;
  const own = renamedFaces(renamedEntry(styled, 'codebook', 'codebook', rename), rename);
  const data = own.get('data');
  return data === undefined ? own : withEntry(own, 'data', renamedData(data, rename));
}

/** The files that a file names. */
export function referencesOf(kind: FileKind, value: Group): { name: string; kind: ReferenceKind }[] {
  const found: { name: string; kind: ReferenceKind }[] = [];
  withReferences(kind, value, (name, as) => {
    found.push({ name, kind: as });
    return name;
  });
  return found;
}
