import { diffLines } from 'diff';

/** The lines of a file that go and come, each after its number in the file as it was or is. */
export function changeText({ before, after }: { before: string | Uint8Array; after: string | Uint8Array }): string {
  if (typeof before !== 'string' || typeof after !== 'string') return `  ${before.length} bytes become ${after.length}`;
  let [old, now] = [1, 1];
  return diffLines(before, after)
    .flatMap(({ value, added, removed }) => {
      const lines = value.replace(/\n$/, '').split('\n');
      const [sign, from] = added ? ['+', now] : removed ? ['-', old] : ['', 0];
      if (!added) old += lines.length;
      if (!removed) now += lines.length;
      return sign === '' ? [] : lines.map((line, i) => `  ${String(from + i).padStart(4)} ${sign} ${line}`);
    })
    .join('\n');
}
