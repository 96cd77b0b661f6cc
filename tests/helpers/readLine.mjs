import { readSync } from 'node:fs';

const bytes = Buffer.alloc(65_536);

/**
 * The next line of a pipe, waited for, where whoever writes waits for an answer before the next one; none once nobody can write
 * any more.
 *
 * @param {number} pipe
 * @returns {string | undefined}
 */
export function readLine(pipe) {
  const parts = [];
  while (parts.at(-1)?.at(-1) !== 10) {
    const length = readSync(pipe, bytes, 0, bytes.length, null);
    if (length === 0) return undefined;
    parts.push(Buffer.from(bytes.subarray(0, length)));
  }
  return Buffer.concat(parts).toString('utf8');
}
