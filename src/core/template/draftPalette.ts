import type { DraftPalette } from './palette.js';
import { type Line, noted } from './styleLines.js';

/** The colours of marks, each with where it comes from and why it was moved. */
export function paletteLines({ groups, left, sequential, diverging }: DraftPalette): Line[] {
  const color = (i: number): Line => {
    const { own, hex, why } = groups[i] as DraftPalette['groups'][number];
    const said = own && `${own.name}${why === undefined ? ' as it is' : `, ${own.hex} there: ${why}`}`;
    return {
      depth: 1,
      key: `# ${i + 1}`,
      value: `${hex}: ${noted(said ?? 'found by Hexis, to tell from those before it')}`,
    };
  };
  const ramp = (name: string, colors: DraftPalette['sequential'], note: string): Line[] => [
    { depth: 1, key: name, note },
    ...Object.entries(colors).map(
      ([count, own]): Line => ({ depth: 2, key: count, value: `[${own.map((one) => `"${one}"`).join(', ')}]` }),
    ),
  ];
  const quoted = groups.map(({ hex }) => `"${hex}"`).join(', ');
  return [
    { depth: 0, key: 'palette' },
    { depth: 1, key: 'single', value: `"${groups[0]?.hex}"` },
    ...groups.map((_, i) => color(i)),
    ...left.map(
      ({ name, hex }): Line => ({ depth: 2, key: `# ${name}`, value: `${hex} cannot be told from those: left out` }),
    ),
    { depth: 1, key: 'groups', value: `[${quoted}]` },
    ...ramp('sequential', sequential, 'for groups in order, from the hue of the first colour'),
    ...ramp('diverging', diverging, 'for groups about a middle'),
  ];
}
