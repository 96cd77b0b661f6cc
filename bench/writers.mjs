/**
 * The three writers' own work on a ready plate, with the start of a process: what drawing cannot do without.
 *
 *   node bench/writers.mjs TREE FIGURE.plate.json
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';

const folder = process.argv[2];
const load = (file) => import(pathToFileURL(join(folder, 'dist', file)).href);
const [{ writePdf }, { writeSvg }, { shippedFace }, { typeKit }, { writePng }] = await Promise.all(
  ['core/export/pdf.js', 'core/export/svg.js', 'core/type/shippedFaces.js', 'core/type/typeKit.js', 'node/png.js'].map(
    load,
  ),
);
const plate = JSON.parse(readFileSync(process.argv[3], 'utf8'));
const context = {
  kit: typeKit([await shippedFace('Arimo', 'regular')]),
  fontBytes: async (family, variant) =>
    readFileSync(join(folder, 'assets/faces', family.toLowerCase(), `${variant}.ttf`)),
  text: 'outlines',
  dpi: 300,
};
for (const write of [writeSvg, writePdf, writePng]) await write(plate, context);
