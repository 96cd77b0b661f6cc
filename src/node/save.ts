import { rename, stat, unlink, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { error, type Problem } from '../core/document/problem.js';
import { systemReason } from './diskSource.js';

export interface Output {
  path: string;
  bytes: Uint8Array | string;
}

/** Whether the folders of files exist. */
export async function folderProblems(paths: readonly string[]): Promise<Problem[]> {
  const problems: Problem[] = [];
  for (const folder of new Set(paths.map((path) => dirname(path)))) {
    const found = await stat(folder).catch(() => undefined);
    if (!found) problems.push(error('no-output-folder', { folder, make: `mkdir -p ${folder}` }));
    else if (!found.isDirectory())
      problems.push(error('not-writable', { path: folder, reason: 'it is a file, not a folder' }));
  }
  return problems;
}

/**
 * Writes files whole or not at all: each is written beside its place under another name and moved there when all are
 * complete, so that a fault leaves nothing half-written and nothing lost.
 */
export async function save(outputs: readonly Output[]): Promise<Problem[]> {
  const pending = outputs.map(({ path, bytes }) => ({ path, bytes, temporary: `${path}.${process.pid}.part` }));
  let current = '';
  try {
    for (const { path, bytes, temporary } of pending) {
      current = path;
      const taken = await stat(path).catch(() => undefined);
      if (taken?.isDirectory()) throw Object.assign(new Error(), { code: 'EISDIR' });
      await writeFile(temporary, bytes);
    }
    for (const { path, temporary } of pending) {
      current = path;
      await rename(temporary, path);
    }
    return [];
  } catch (fault) {
    await Promise.all(pending.map(({ temporary }) => unlink(temporary).catch(() => undefined)));
    return [error('not-writable', { path: current, reason: systemReason(fault) })];
  }
}
