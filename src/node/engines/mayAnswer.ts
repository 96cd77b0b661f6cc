import { open, stat } from 'node:fs/promises';
import { isAsked, type TableRef } from '../../core/ask/tableRef.js';

/** Files of so many bytes go to the engine by themselves. */
const largeFile = 200e6;

/** Whether a file of Parquet has more rows than are read into memory: packed well, these are not many bytes. */
async function hasManyRows(path: string, byteLength: number): Promise<boolean> {
  const [{ mostRows, rowsSaid }, file] = await Promise.all([
    import('../../core/data/parquet/read.js'),
    open(path).catch(() => undefined),
  ]);
  if (!file) return false;
  const slice = async (start: number, end = byteLength) => {
    const bytes = new Uint8Array(end - start);
    await file.read(bytes, 0, bytes.length, start);
    return bytes.buffer;
  };
  const rows = await rowsSaid({ byteLength, slice }).finally(() => file.close());
  return rows !== undefined && rows > mostRows;
}

/** Whether a table is one that is asked: as its author says, or as its file is large. */
export async function mayAnswer(ref: TableRef): Promise<boolean> {
  if (isAsked(ref)) return true;
  if (!('file' in ref) || ref.engine === 'memory') return false;
  const found = await stat(ref.file).catch(() => undefined);
  if (!found?.isFile()) return false;
  if (found.size > largeFile) return true;
  return /\.parquet$/i.test(ref.file) && hasManyRows(ref.file, found.size);
}
