/**
 * Writes the built-in house styles, which are files in the authors' own format, into a module, so that no run of the
 * program spends time on reading them.
 *
 *   node scripts/compileStyles.mjs
 */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { parse } from 'yaml';

const folder = 'src/core/style';
const names = readdirSync(folder)
  .filter((file) => file.endsWith('.style.yaml'))
  .map((file) => file.replace('.style.yaml', ''));
const styleText = (name) => JSON.stringify(parse(readFileSync(`${folder}/${name}.style.yaml`, 'utf8')));
// All styles build on the plain one: a setting that it does not give would be missing in every figure.
writeFileSync(
  `${folder}/generated/builtIn.ts`,
  `// Made by scripts/compileStyles.mjs from the *.style.yaml files of the folder above.
import type { HouseStyle } from '../../schema/houseStyle.js';
import type { DefaultLook } from '../settings.js';

const plain = ${styleText('plain')} satisfies HouseStyle & DefaultLook;

/** The styles that are built in, by their names, as their files say them. */
export const builtInStyles: Readonly<Record<string, HouseStyle>> = {
${names.map((name) => (name === 'plain' ? '  plain,' : `  ${name}: ${styleText(name)},`)).join('\n')}
};
`,
);
