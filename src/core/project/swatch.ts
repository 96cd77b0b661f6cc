import { hexOf } from '../color/color.js';
import { error, fail, type Outcome, succeed } from '../document/problem.js';
import { styleCard } from '../layout/card.js';
import { allFinite, inkProblems } from '../layout/inkProblems.js';
import type { Typesetter } from '../layout/typesetter.js';
import { rampOf } from '../style/ramps.js';
import type { BoardComposition } from './board.js';
import { gather } from './gather.js';
import type { Source } from './source.js';

/** A figure that names nothing but a style, to read that style by. */
const figure = 'hexis: figure/1\nid: swatch\nchart: { kind: curve, functions: [{ y: x }], x: { from: 0, to: 1 } }\n';
const path = 'swatch.figure.yaml';

/** Every sign that a card may show. */
const signs = 'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789#().,-';

/** Composes a card of what a style offers to choose from, for the writers. */
export async function composeSwatch(source: Source, style: string): Promise<Outcome<BoardComposition>> {
  const texts = { [path]: `${figure}caption: { title: ${JSON.stringify(`${signs} ${style}`)} }\n` };
  const gathered = await gather(source, path, { style, texts });
  if (!gathered.ok) return fail(gathered.problems);
  const { layers, kit, resolved } = gathered.value;
  const { settings, origin } = resolved;
  const names = layers.reduce<Record<string, string>>((all, layer) => Object.assign(all, layer.look.colors), {});
  const colors = Object.fromEntries(
    Object.entries(names).flatMap(([name, value]) => {
      const hex = hexOf(value);
      return hex === undefined ? [] : [[name, hex]];
    }),
  );
  const sheet: Typesetter = { settings, kit, scale: 1 };
  const name = layers.at(-2)?.name.replace(/^style /, '') ?? style;
  const { items, width, height } = styleCard(sheet, `Style ${name}`, colors, {
    sequential: rampOf(layers, 'sequential', 8),
    diverging: rampOf(layers, 'diverging', 8),
  });
  const panel = { x: 0, y: 0, width, height };
  const plate = {
    hexis: 'plate/1' as const,
    id: `swatch-${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`,
    width,
    height,
    title: `Style ${name}`,
    description: `The colours, patterns, markers and dashes of the style ${name}, with their names.`,
    paper: settings.paper,
    panel,
    items,
  };
  const numbers = { columns: [], rows: [], cases: 'samples', read: 0, chosen: 0, used: 0, leftOut: [] };
  if (!allFinite(items)) return fail([...gathered.problems, error('not-drawable', {})]);
  const composition = { plate, numbers, note: [], settings: { ...settings, width, height }, origin };
  return succeed({ gathered: { ...gathered.value, id: plate.id }, composition }, [
    ...gathered.problems,
    ...inkProblems(items, plate),
  ]);
}
