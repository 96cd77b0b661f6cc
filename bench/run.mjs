/**
 * Measures speed and memory, mostly as ratios of two things that are measured in turn in one run, so that the speed of the
 * machine falls out.
 *
 *   npm run bench                         each row of what it is held against
 *   npm run bench -- --against REV        each row of the same row in another revision, pair by pair
 *   npm run bench -- --profile ROW        the places where a row takes its time
 *   npm run bench -- --list               the names of the rows
 *
 *   --only WORDS   the rows whose names have these words        --quick   fewer rows, each for a shorter time
 */
import { parseArgs } from 'node:util';
import { held } from './held.mjs';
import { median, quantile } from './measure.mjs';
import { profile } from './profile.mjs';
import { rows } from './rows.mjs';
import { here, treeOf } from './tree.mjs';
import { inTurn, partOf, sampler } from './trial.mjs';

const options = {
  against: { type: 'string' },
  only: { type: 'string', default: '' },
  profile: { type: 'string' },
  quick: { type: 'boolean', default: false },
  list: { type: 'boolean', default: false },
};

/** Slower by more than this, beyond what the samples differ by, is slower. */
const most = 1.05;

const named = (words) => rows.filter(({ name }) => words.split(/\s+/).every((word) => name.includes(word)));
const number = (value) => (value >= 100 ? value.toFixed(0) : value.toFixed(2)).padStart(8);

const shown = (value) => (value === undefined ? ''.padStart(8) : number(value));

/** What a row came to: of its floor, where it has one. @throws where it cannot be measured */
async function reachedBy(own, row, isQuick) {
  const part = partOf(row);
  const sides = [(n) => own.take(row, part, n), ...(row.floor ? [(n) => own.take(row, 'floor', n)] : [])];
  const [times, floors] = await inTurn(row, sides, isQuick);
  const sum = quantile(times, row.share ?? 0.5);
  return floors ? sum / median(floors) : sum;
}

/** Each row of what it is held against. */
async function measured(chosen, isQuick) {
  const width = Math.max(...chosen.map(({ name, of }) => `${name}${of ? `, of ${of}` : ''}`.length));
  console.log(`${'what'.padEnd(width)}   reached   at most      goal`);
  const own = sampler(here);
  const [over, failed] = [[], []];
  for (const row of chosen) {
    const words = `${row.name}${row.of ? `, of ${row.of}` : ''}`.padEnd(width);
    const reached = await reachedBy(own, row, isQuick).catch((fault) => {
      failed.push(row);
      console.log(`${words}  cannot be measured: ${String(fault.message).split('\n')[0]}`);
    });
    if (reached === undefined) continue;
    const limit = held[row.name] ?? row.atMost;
    const isOver = limit !== undefined && reached > limit;
    if (isOver) over.push(row);
    const unit = row.floor || row.unit === undefined ? '' : ` ${row.unit}`;
    console.log(
      `${words}  ${number(reached)}  ${shown(limit)}  ${shown(limit === row.atMost ? undefined : row.atMost)}${unit}${isOver ? '  over' : ''}`,
    );
    await own.forget();
  }
  await own.close();
  console.log(
    `\n${over.length} of ${chosen.filter(({ atMost }) => atMost !== undefined).length} rows are over their limit`,
  );
  if (failed.length > 0) {
    console.log(`${failed.length} could not be measured`);
    process.exitCode = 1;
  }
}

/** The ratios of pairs of a row, in processes of their own. */
async function pairs(row, folders, isQuick) {
  const samplers = folders.map(sampler);
  try {
    const sides = samplers.map((one) => (count) => one.take(row, partOf(row), count));
    const [mine, theirs] = await inTurn(row, sides, isQuick);
    return mine.map((value, i) => value / theirs[i]);
  } finally {
    await Promise.all(samplers.map((one) => one.close()));
  }
}

/** Each row of the same row in another revision. What seems slower is measured again: processes differ by luck too. */
async function compared(chosen, revision, isQuick) {
  const other = treeOf(revision);
  if (!other) {
    console.error(
      `error: there is no revision "${revision}" here\n  write: a name of a branch, or a number that git log says`,
    );
    process.exitCode = 2;
    return;
  }
  const width = Math.max(...chosen.map(({ name }) => name.length));
  console.log(`${`of ${other.hash}`.padEnd(width)}     ratio  half of the pairs between`);
  const slower = [];
  for (const row of chosen) {
    const folders = [here, other.folder];
    try {
      const ratios = await pairs(row, folders, isQuick);
      if (quantile(ratios, 0.25) > most) ratios.push(...(await pairs(row, folders, false)));
      const [low, high] = [quantile(ratios, 0.25), quantile(ratios, 0.75)];
      if (low > most) slower.push(row.name);
      const spread = ratios.length > 1 ? `${number(low)} and${number(high)}` : '';
      console.log(`${row.name.padEnd(width)}  ${number(median(ratios))}  ${spread}${low > most ? '  slower' : ''}`);
    } catch (fault) {
      console.log(`${row.name.padEnd(width)}  cannot be measured: ${String(fault.message).split('\n')[0]}`);
    }
  }
  if (slower.length > 0) {
    console.log(`\n${slower.length} of ${chosen.length} rows are slower by more than 5 % beyond their spread`);
    process.exitCode = 1;
  }
}

const { values } = parseArgs({ options });
const chosen = named(values.profile ?? values.only).filter(
  ({ isQuick }) => !values.quick || isQuick || values.only !== '',
);
if (chosen.length === 0) {
  console.error(`error: no row has the words "${values.profile ?? values.only}"\n  write: npm run bench -- --list`);
  process.exitCode = 2;
} else if (values.list) for (const { name } of chosen) console.log(name);
else if (values.profile !== undefined) await profile(chosen[0]);
else if (values.against !== undefined) await compared(chosen, values.against, values.quick);
else await measured(chosen, values.quick);
