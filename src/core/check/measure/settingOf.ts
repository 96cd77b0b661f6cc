import type { Problem } from '../../problem/problem.js';

/** The settings behind some problems of the layout. */
const deciding: Partial<Record<Problem['code'], string>> = {
  'too-small': 'size',
  'text-shrunk': 'size',
  'labels-thinned': 'chart.category',
  'axis-end-on': 'chart.view',
  'axis-crowded': 'chart.view',
  'codebook-stray': 'codebook',
  'codebook-entry-stray': 'codebook',
};

/** The setting behind a problem of the layout. */
export function settingOf({ code, facts }: Problem): string {
  const setting = deciding[code] ?? ('path' in facts ? facts.path : undefined);
  const axis = 'axis' in facts ? facts.axis : undefined;
  return setting ?? (axis === undefined ? 'chart' : `axes.${axis}`);
}
