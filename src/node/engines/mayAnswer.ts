import { stat } from 'node:fs/promises';
import { isAsked, type TableRef } from '../../core/ask/tableRef.js';

/** Files of so many bytes go to the engine by themselves. */
const largeFile = 200e6;

/** Whether a table is one that is asked: as its author says, or as its file is large. */
export async function mayAnswer(ref: TableRef): Promise<boolean> {
  if (isAsked(ref)) return true;
  if (!('file' in ref) || ref.engine === 'memory') return false;
  const found = await stat(ref.file).catch(() => undefined);
  return found?.isFile() === true && found.size > largeFile;
}
