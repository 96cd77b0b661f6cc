import { error, fail, type Outcome, placeText, succeed } from '../core/problem/problem.js';
import { type Explanation, explain, nearestTo, type Said } from '../core/project/acts/explain.js';
import type { Drawing } from '../core/project/compose/drawing.js';
import { inColumns } from '../core/schema/columns.js';

/** Roles shown before the rest is counted. */
const mostRoles = 8;

const valueText = (value: unknown) =>
  value === undefined ? '' : typeof value === 'string' ? value.split('\n').join(' ') : JSON.stringify(value);

const saidText = ({ layer, path, place }: Said, asked: string) =>
  `${layer}${path === asked ? '' : ` by ${path}`}${place ? ` at ${placeText(place)}` : ''}`;

/** Settings in columns: the path, the value, and who set it, in place of what. */
function settingsText(settings: Explanation['settings']): string[] {
  const rows = settings.map(({ path, said: [first, ...covered] }) => {
    const before = covered.map((said) => `; in place of ${valueText(said.value)} of ${saidText(said, path)}`).join('');
    return [path, valueText(first?.value), `${first ? saidText(first, path) : ''}${before}`];
  });
  return inColumns(rows, { widest: 24 });
}

function explanationText({ settings, items }: Explanation): string {
  const roles = items.map(({ role }) => role);
  const more = roles.length > mostRoles ? `, and ${roles.length - mostRoles} more` : '';
  const ink = roles.length === 0 ? 'no ink of this figure' : `${roles.slice(0, mostRoles).join(', ')}${more}`;
  return [...settingsText(settings), `ink: ${ink}`].join('\n');
}

/** Says which settings make a piece of ink, or where a setting comes from and what ink it makes. */
export function explained(path: string, drawing: Drawing, what: string): Outcome<string> {
  const found = explain(drawing, what);
  if (found) return succeed(explanationText(found));
  return fail([error('nothing-to-explain', { what, nearest: nearestTo(drawing, what) }, { file: path })]);
}
