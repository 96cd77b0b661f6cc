import { hexOf } from '../../color/color.js';
import { styleCard } from '../../layout/page/card.js';
import { allFinite, inkProblems } from '../../layout/page/inkProblems.js';
import type { Plate } from '../../plate/plate.js';
import { error, fail, type Outcome, succeed } from '../../problem/problem.js';
import type { Layer } from '../../style/layers.js';
import { rampOf } from '../../style/ramps.js';
import { plainWords } from '../../words/words.js';
import { styleName } from '../compose/compose.js';
import type { Drawing } from '../compose/drawing.js';
import type { Project } from '../project.js';
import { gatherStyle } from '../read/gatherStyle.js';

/** Every sign that a card may show. */
const signs = 'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789#().,-';

/** The colours that the layers name, as hexadecimal numbers. */
function namedColors(layers: readonly Layer[]): Record<string, string> {
  const names = layers.reduce<Record<string, string>>((all, layer) => Object.assign(all, layer.look.colors), {});
  const colors = Object.entries(names).flatMap(([name, value]) => {
    const hex = hexOf(value);
    return hex === undefined ? [] : [[name, hex] as const];
  });
  return Object.fromEntries(colors);
}

/** Draws a card of what a style offers to choose from. */
export async function drawSwatch({ store }: Project, style: string): Promise<Outcome<Drawing>> {
  const gathered = await gatherStyle(store, style, [`${signs} ${style}`]);
  if (!gathered.ok) return gathered;
  const { layers, resolved, faces } = gathered.value;
  const { settings } = resolved;
  const name = styleName(layers);
  const typesetter = { settings, kit: faces.kit, scale: 1 };
  const ramps = { sequential: rampOf(layers, 'sequential', 8), diverging: rampOf(layers, 'diverging', 8) };
  const { items, width, height } = styleCard(typesetter, `Style ${name}`, namedColors(layers), ramps);
  if (!allFinite(items)) return fail([...gathered.problems, error('not-drawable', {})]);
  const id = `swatch-${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`;
  const plate: Plate = {
    hexis: 'plate/1',
    id,
    width,
    height,
    title: `Style ${name}`,
    description: `The colours, patterns, markers and dashes of the style ${name}, with their names.`,
    paper: settings.paper,
    panel: { x: 0, y: 0, width, height },
    items,
  };
  const problems = [...gathered.problems, ...inkProblems(items, plate)];
  return succeed(
    {
      plate,
      faces,
      about: { id, style: name },
      numbers: { columns: [], rows: [], cases: 'samples', read: 0, chosen: 0, used: 0, leftOut: [] },
      note: [],
      words: plainWords,
      caption: { noteFrom: 'caption.note' },
      settings: { ...settings, width, height },
      parts: [],
    },
    problems,
  );
}
