import { isOfAxis, roleOf } from '../../plate/role.js';
import { isOwn, saidAt } from '../measure/scales.js';
import type { Subject } from '../measure/subject.js';
import { type Flaw, many, mendLook, rule } from '../rule.js';

const grounds = [
  [
    'panel.fill',
    'a ground',
    ({ settings }: Subject) =>
      settings.panel.fill !== undefined && settings.panel.fill !== 'none' && settings.panel.fill !== settings.paper,
  ],
  ['panel.frame.width', 'a frame', ({ settings }: Subject) => settings.panel.frame.width > 0],
  [
    'legend.frame.width',
    'a frame about the legend',
    ({ settings, items }: Subject) =>
      settings.legend.frame.width > 0 && items.some((item) => roleOf(item).of === 'legend'),
  ],
] as const;

/** A setting of the figure file is removed, the whole line with its colour; a setting of a style is overridden by none. */
function mendOf(subject: Subject, path: string) {
  if (isOwn(subject, path)) return mendLook(saidAt(subject, path).replace(/\.width$/, ''));
  return mendLook(path, path.endsWith('.width') ? '0pt' : 'none');
}

export const chrome = rule({
  name: 'chrome',
  asks: 'Nothing is drawn that carries no data: no grid, no frame, no ground.',
  measures: 'Grid lines, frames and grounds among the ink.',
  reason: 'Lines and surfaces without data draw the eye from those that have some.',
  source: 'APA (2020), chapter 7: simple, without what distracts',
  severity: 'off',
  limits: {},
  finds(subject) {
    const { items } = subject;
    const flaws = (['x', 'y'] as const).flatMap((axis): Flaw[] => {
      const lines = items.filter((item) => isOfAxis(item, axis, 'grid') || isOfAxis(item, axis, 'minorGrid'));
      const [first] = lines;
      if (!first) return [];
      const key = roleOf(first).part;
      const path = `axes.${axis}.${key}.width`;
      return [
        {
          found: `${many(lines.length, 'grid line')} ${lines.length === 1 ? 'is' : 'are'} drawn`,
          items: lines,
          setting: path,
          mend: mendOf(subject, path),
        },
      ];
    });
    for (const [path, what, isDrawn] of grounds) {
      if (!isDrawn(subject)) continue;
      flaws.push({
        found: `the figure has ${what}`,
        setting: path,
        mend: mendOf(subject, path),
      });
    }
    return flaws;
  },
  examples: {
    ok: [{ says: 'Axis lines alone', style: 'apa', figure: 'chart: { kind: bar, category: bed, value: yield }' }],
    bad: [
      {
        says: 'A grid',
        style: 'apa',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { grid: { width: 0.5pt, color: "#dddddd" } } }',
      },
      {
        says: 'A ground',
        style: 'apa',
        figure: 'chart: { kind: bar, category: bed, value: yield }\npanel: { fill: "#f2f2f2" }',
      },
    ],
  },
});
