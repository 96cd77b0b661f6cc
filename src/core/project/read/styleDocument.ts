import { lengthInPoints } from '../../schema/length.js';
import type { Layer } from '../../style/layers.js';

/** The document page that the styles define: its sides and margin in points. The base style defines all of them. */
export function styleDocument(layers: readonly Layer[]): { width: number; height: number; margin: number } {
  const said = Object.assign(
    {},
    ...layers.map(({ look }) => (look as { document?: Record<string, string> }).document),
  ) as Record<string, string>;
  const points = (side: string) => lengthInPoints(said[side] ?? '') ?? 0;
  return { width: points('width'), height: points('height'), margin: points('margin') };
}
