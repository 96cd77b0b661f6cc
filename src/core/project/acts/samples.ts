import { inkOf } from '../../layout/page/card.js';
import type { Box, PlateItem } from '../../plate/plate.js';
import {
  type Dash,
  dashes,
  type MarkerShape,
  markerShapes,
  type PatternName,
  patternNames,
} from '../../schema/look/names.js';
import type { Drawing } from '../compose/drawing.js';
import { write } from './draw.js';

/** Pictures of names, as the style of a figure draws them: SVG by name. */
export interface Samples {
  /** Patterns by their names, as SVG. */
  pattern: Record<string, string>;
  /** Markers by their names, as SVG. */
  marker: Record<string, string>;
  /** Dashes by their names, as SVG. */
  dash: Record<string, string>;
}

/** Size of a picture, in points. */
const [width, height] = [30, 12];

/** Patterns, markers and dashes as a drawing would have them, to choose from. */
export async function samplesOf(drawing: Drawing): Promise<Samples> {
  const { settings, faces, plate } = drawing;
  const sheet = { settings, kit: faces.kit, scale: 1 };
  const ink = settings.text.legendEntry.color;
  const box: Box = { x: 2, y: 1, width: width - 4, height: height - 2 };
  const picture = async (id: string, items: PlateItem[]) => {
    const sample = { ...plate, id, width, height, title: id, description: id, panel: box, items };
    const svg = await write({ ...drawing, plate: sample }, 'svg', { carries: 'nothing' });
    return svg.ok ? svg.value.replace(/^<\?xml.*\?>\n/, '') : '';
  };
  const each = async <T extends string>(
    names: readonly T[],
    make: (name: T) => (box: Box, role: string) => PlateItem[],
  ) =>
    Object.fromEntries(
      await Promise.all(
        names.map(async (name) => [name, await picture(`sample-${name}`, make(name)(box, name))] as const),
      ),
    );
  return {
    pattern: await each<PatternName>(patternNames, (name) => inkOf.pattern(sheet, ink, name)),
    marker: await each<MarkerShape>(markerShapes, (name) => inkOf.marker(sheet, ink, name)),
    dash: await each<Dash>(dashes, (name) => inkOf.dash(sheet, ink, name)),
  };
}
