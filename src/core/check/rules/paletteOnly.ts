import { hexOf } from '../../color/color.js';
import { isHalo, seriesOf } from '../../plate/role.js';
import { joinedLook } from '../../style/resolve.js';
import { colorsOf } from '../measure/ink.js';
import { type Flaw, listed, rule } from '../rule.js';

/** All colours inside a value, at any depth. */
function colorsIn(value: unknown): string[] {
  if (typeof value === 'string') return [hexOf(value) ?? ''].filter(Boolean);
  if (typeof value !== 'object' || value === null) return [];
  return Object.values(value).flatMap(colorsIn);
}

export const paletteOnly = rule({
  name: 'palette-only',
  asks: 'Marks have no other colours than those of the house style.',
  measures: 'The colours of all marks against the colours and palettes of the style.',
  reason: 'A figure in colours of its own looks like that of another house.',
  source: 'The house style',
  severity: 'off',
  limits: {},
  finds({ items, layers, settings }) {
    const { colors, palette } = joinedLook([...layers.slice(0, -1), { name: 'no figure', look: {} }]);
    const known = new Set([...colorsIn(colors), ...colorsIn(palette), settings.paper, '#ffffff', '#000000']);
    const strange = items.filter(
      (item) =>
        seriesOf(item) !== undefined &&
        !isHalo(item) &&
        item.type !== 'text' &&
        colorsOf(item).some((color) => !known.has(color)),
    );
    const [first] = strange;
    if (!first) return [];
    const foreign = [...new Set(strange.flatMap(colorsOf))].filter((color) => !known.has(color));
    const flaw: Flaw = {
      found: `marks have ${listed(foreign)}, and the style has no such ${foreign.length === 1 ? 'colour' : 'colours'}`,
      items: strange,
      setting: first.from,
    };
    return [flaw];
  },
  examples: {
    ok: [
      {
        says: 'Colours of the style',
        check: 'palette-only: warning',
        figure: 'chart: { kind: bar, category: bed, value: yield }\npalette: { single: signal }',
      },
    ],
    bad: [
      {
        says: 'A colour of its own',
        check: 'palette-only: warning',
        figure: 'chart: { kind: bar, category: bed, value: yield }\npalette: { single: "#b33f1f" }',
      },
    ],
  },
});
