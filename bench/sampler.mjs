/**
 * A process of its own that takes samples of rows in one tree, as it is asked: what one tree keeps and compiles does not
 * touch what is measured of another.
 *
 *   node --expose-gc bench/sampler.mjs TREE FOLDER     with messages { name, part, times } and { forget }
 */

import { closeBrowser } from './rows/browser.mjs';
import { closeServer } from './rows/engines.mjs';
import { rows } from './rows.mjs';
import { opened } from './tree.mjs';

const [tree, folder] = [opened(process.argv[2]), process.argv[3]];
/** What takes one sample of a part of a row: of `time` or `value`, which is measured, or of the `floor` it is held against. */
const samplers = new Map();

async function answer({ name, part, times, forget }) {
  if (forget) {
    samplers.clear();
    globalThis.gc?.();
    return [];
  }
  const key = `${name} ${part}`;
  if (!samplers.has(key)) {
    const row = rows.find((one) => one.name === name);
    samplers.set(key, await row[part]({ tree, folder }));
  }
  const values = [];
  for (let i = 0; i < times; i += 1) values.push(await samplers.get(key)());
  return values;
}

process.on('message', async (asked) => {
  try {
    process.send({ values: await answer(asked) });
  } catch (fault) {
    process.send({ fault: String(fault?.stack ?? fault) });
  }
});
process.on('disconnect', async () => {
  await Promise.all([closeBrowser(), closeServer()]);
  process.exit();
});
