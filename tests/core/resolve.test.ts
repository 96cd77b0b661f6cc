import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Look } from '../../src/core/schema/look.js';
import { builtInStyles } from '../../src/core/style/generated/builtIn.js';
import type { AxesShow, Layer } from '../../src/core/style/layers.js';
import { resolve } from '../../src/core/style/resolve.js';

const builtIn = (name: string): Layer => ({ name: `style ${name}`, look: builtInStyles[name] as Look });

/** House styles over the plain one, each one object throughout, as a project keeps them. */
const houses: readonly Layer[][] = [
  [builtIn('plain')],
  [builtIn('plain'), builtIn('apa')],
  [
    builtIn('plain'),
    { name: 'style wide', look: { widths: { single: '9cm' }, axes: { all: { line: 'none' } } } as Look },
  ],
  [
    builtIn('plain'),
    {
      name: 'style odd',
      look: {
        dataLabels: { gap: '3 elbows' },
        marks: { gap: '3 elbows' },
        axes: { all: { grid: { width: '3 elbows' } } },
      } as Look,
    },
  ],
];

/** What a figure says, right and wrong. */
const said: readonly Look[] = [
  {},
  { text: { size: '12pt' } },
  { text: { axisTitle: { size: '1.4em', color: 'ink' } } },
  { colors: { ink: '#203040' } },
  { colors: { ink: 'no colour' } },
  { size: { width: 'single' } },
  { size: { width: 'unheard' } },
  { widths: { single: '70mm' } },
  { axes: { all: { tickLength: '4pt' } } },
  { axes: { value: { grid: { width: '0.25em', color: 'ink' } }, y: { from: 0 } } },
  { axes: { x: { tickLength: '4 elbows' } } },
  { axes: { all: { line: { width: '0.1em', color: 'ink' } } } },
  { numbers: { grouping: 'comma', decimalMark: ',' } },
] as unknown as Look[];

const shown: readonly AxesShow[] = [
  { x: 'category', y: 'value' },
  { x: 'along', y: 'value' },
  { x: 'none', y: 'none' },
  { x: 'along', y: 'along', z: 'value' },
];

describe('settings that are kept between figures', () => {
  test('are those that are read anew, whatever was read before', () => {
    const step = fc.record({
      styles: fc.constantFrom(...houses),
      figure: fc.array(fc.constantFrom(...said), { maxLength: 3 }),
      shows: fc.constantFrom(...shown),
    });
    fc.assert(
      fc.property(fc.array(step, { minLength: 2, maxLength: 8 }), (steps) => {
        for (const { styles, figure, shows } of steps) {
          const layers = [...styles, { name: 'the figure file', look: Object.assign({}, ...figure) as Look }];
          const anew = layers.map((layer) => ({ ...layer, look: structuredClone(layer.look) }));
          const [kept, read] = [resolve(layers, shows), resolve(anew, shows)];
          expect([kept.settings, kept.problems]).toEqual([read.settings, read.problems]);
        }
      }),
      { numRuns: 60 },
    );
  });
});
