/**
 * The three writers' own work on a ready plate, with the start of a process: what drawing cannot do without.
 *
 *   node bench/writers.mjs FIGURE.plate.json
 */
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { writePdf } from '../dist/core/export/pdf.js';
import { writeSvg } from '../dist/core/export/svg.js';
import { shippedFace } from '../dist/core/type/shippedFaces.js';
import { typeKit } from '../dist/core/type/typeKit.js';
import { writePng } from '../dist/node/png.js';

const here = dirname(fileURLToPath(import.meta.url));
const plate = JSON.parse(readFileSync(process.argv[2], 'utf8'));
const context = {
  kit: typeKit([await shippedFace('Arimo', 'regular')]),
  fontBytes: async (family, variant) =>
    readFileSync(join(here, '..', 'assets/faces', family.toLowerCase(), `${variant}.ttf`)),
  text: 'outlines',
  dpi: 300,
};
for (const write of [writeSvg, writePdf, writePng]) await write(plate, context);
