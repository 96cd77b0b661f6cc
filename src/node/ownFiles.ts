import { readFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { threadId } from 'node:worker_threads';

/**
 * Files of ours beside the outputs while they are written: new content, old content, and the list of a set that is moved, which
 * is `new` until it is whole. Their names say who made them: the process, when it started, its thread, and which of its savings it was. They are short, so that
 * the name of an output may be as long as the disk allows.
 */
export type OwnKind = 'part' | 'old' | 'new' | 'set';

const pattern = /^(\.hexis-(\d{1,10})-([0-9a-z]{1,16})\.\d{1,6}-\d{1,9})(?:-\d{1,9})?\.(part|old|new|set)$/;

/** What the name of one of our files says. */
export interface OwnFile {
  name: string;
  /** The prefix that all files of one saving share. */
  saving: string;
  pid: number;
  start: string;
  kind: OwnKind;
}

export function ownFile(name: string): OwnFile | undefined {
  const [, saving, pid, start, kind] = pattern.exec(name) ?? [];
  if (saving === undefined || start === undefined) return undefined;
  return { name, saving, pid: Number(pid), start, kind: kind as OwnKind };
}

/** When a process started, read from `/proc/PID/stat`, in a form that is only good for comparing. */
function startIn(status: string): string | undefined {
  const fields = status.slice(status.lastIndexOf(')') + 2).split(' ');
  // Field 22 of the file; the first two are cut off.
  return /^\d+$/.test(fields[19] ?? '') ? Number(fields[19]).toString(36) : undefined;
}

function ownStartOf(): string {
  try {
    const found = startIn(readFileSync('/proc/self/stat', 'utf8'));
    if (found !== undefined) return found;
  } catch {
    // Not every system has such a file.
  }
  return Math.round(performance.timeOrigin).toString(36);
}

let ownStart: string | undefined;
let savings = 0;

/** The prefix for the files of the next saving. */
export function nextSaving(): string {
  ownStart ??= ownStartOf();
  savings += 1;
  return `.hexis-${process.pid}-${ownStart}.${threadId}-${savings}`;
}

export const partOf = (saving: string, folder: string, index: number, kind: 'part' | 'old'): string =>
  join(folder, `${saving}-${index}.${kind}`);

export const setOf = (saving: string, folder: string): string => join(folder, `${saving}.set`);

/** The list of a set while it is being written. */
export const newSetOf = (saving: string, folder: string): string => join(folder, `${saving}.new`);

/** An upper limit for the duration of a saving, in milliseconds. */
const longestSaving = 3600 * 1000;

/**
 * Whether who made a file may still be at work on it. A process of the same number that started at another time is another
 * one; where the system does not say when, what is old is left over.
 */
export async function isAtWork({ pid, start }: OwnFile, age: number): Promise<boolean> {
  if (pid === process.pid) {
    ownStart ??= ownStartOf();
    return start === ownStart;
  }
  try {
    process.kill(pid, 0);
  } catch (fault) {
    if ((fault as NodeJS.ErrnoException).code !== 'EPERM') return false;
  }
  const status = await readFile(`/proc/${pid}/stat`, 'utf8').catch(() => '');
  const found = startIn(status);
  return found === undefined ? age < longestSaving : found === start;
}
