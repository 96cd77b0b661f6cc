/**
 * Takes remarks and blanks out of the compiled modules: they stand in the types, where programs are written with them. Names stay,
 * so that a trace of calls can be read.
 */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { transform } from 'esbuild';

const dist = fileURLToPath(new URL('../dist', import.meta.url));

for (const folder of ['core', 'node']) {
  const files = readdirSync(join(dist, folder), { recursive: true, encoding: 'utf8' }).filter(
    (name) => name.endsWith('.js') && !/[\\/]generated[\\/][a-zA-Z]+\.[a-zA-Z]+\.js$/.test(name),
  );
  await Promise.all(
    files.map(async (name) => {
      const path = join(dist, folder, name);
      const options = { minifyWhitespace: true, charset: 'utf8', target: 'es2022', legalComments: 'none' };
      writeFileSync(path, (await transform(readFileSync(path, 'utf8'), options)).code);
    }),
  );
}
