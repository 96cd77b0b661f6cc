import { memory } from 'hexis';

const texts = import.meta.glob(['../../demo/**/*.yaml', '../../demo/**/*.csv'], {
  query: '?raw',
  import: 'default',
  eager: true,
}) as Record<string, string>;

/** The files of the demo project by their paths in it, as they are now: the editor changes them here. */
export const files: Record<string, string> = Object.fromEntries(
  Object.entries(texts).map(([path, text]) => [path.replace(/^.*\/demo\//, ''), text]),
);

/** The files that a person edits: figures first, then what they share. */
export const editable: string[] = Object.keys(files)
  .filter((path) => path.endsWith('.yaml'))
  .sort((a, b) => Number(isFigure(b)) - Number(isFigure(a)) || a.localeCompare(b));

export function isFigure(path: string): boolean {
  return path.endsWith('.figure.yaml');
}

export const source = () => memory(files);
