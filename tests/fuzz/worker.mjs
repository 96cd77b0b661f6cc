/** Runs cases that the parent names by number, one after the other, and says what is wrong with each. */
import { caseOf } from './cases.mjs';
import { basesOf } from './documents.mjs';
import { judge } from './judge.mjs';

const ready = basesOf();

process.on('message', async ({ seed, index }) => {
  await ready;
  const faults = await Promise.resolve()
    .then(() => judge(caseOf(seed, index)))
    .catch((fault) => [
      `exception: ${fault instanceof Error ? `${fault.message}\n${(fault.stack ?? '').split('\n').slice(1, 5).join('\n')}` : String(fault)}`,
    ]);
  process.send({ index, faults, drawn: globalThis.drawnFigures ?? 0 });
});
