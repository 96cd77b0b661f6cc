import type { Sample } from '../../data/sample.js';
import type { Answer } from '../answerer.js';
import type { Question } from '../question.js';
import { columnApart, textOf } from './columnTexts.js';
import { askParts } from './measured.js';
import type { Rows, Run, SqlSource } from './source.js';

/** How many rows a source has. */
async function countOf(run: Run, source: SqlSource): Promise<number> {
  const counts = await askParts(run, source, () => ({ select: 'count(*)', after: '' }));
  return counts.reduce((sum, [count]) => sum + Number(count), 0);
}

/**
 * Rows drawn by lot. The lot of a row is a hash of the seed, its values, and which of the rows with these values it is: whatever the order
 * of rows, the same ones are drawn.
 */
async function drawn(run: Run, source: SqlSource, columns: Question['columns'], { rows, seed }: Sample): Promise<Rows> {
  const names = columns.map((_, i) => `c${i}`);
  const texts = columns.map(({ column }, i) => `${textOf(column)} as c${i}`);
  const among = source.dialect.countedTo('count(*)');
  const found = await askParts(run, source, () => ({
    select: [...names, 'lot'].join(', '),
    from: (part, at) => {
      const own = names.map((name) => `coalesce(${name}, '')`);
      const counted = `select ${[...texts, `${among} as one`].join(', ')} from ${part} group by ${names.map((_, i) => i + 1).join(', ')}`;
      const lot = `md5(${[`'${seed}/${at}'`, 'cast(one as varchar)', ...own].join(` || '/' || `)})`;
      return `(select ${names.join(', ')}, ${lot} as lot from (${counted}) as counted) as lots`;
    },
    after: ` order by lot limit ${rows}`,
  }));
  const lotOf = (row: Rows[number]) => row[names.length] ?? '';
  return found.sort((a, b) => (lotOf(a) < lotOf(b) ? -1 : 1)).slice(0, rows);
}

/** Each row by itself, all of them or some that are drawn by lot. */
export async function eachRow(run: Run, source: SqlSource, { columns, most, some, sample }: Question): Promise<Answer> {
  const total = sample && (await countOf(run, source));
  const isDrawn = sample && total !== undefined && total > sample.rows && columns.length > 0;
  const select = columns.length > 0 ? columns.map(({ column }) => textOf(column)).join(', ') : '1';
  const all = isDrawn
    ? await drawn(run, source, columns, sample)
    : await askParts(run, source, () => ({ select, after: ` limit ${some ? most : most + 1}` }));
  const rows = some ? all.slice(0, most) : all;
  return {
    ...(isDrawn ? { total } : {}),
    rows: rows.length,
    columns: columns.map(({ column }, i) =>
      columnApart(
        column,
        rows.map((row) => row[i]),
        source,
      ),
    ),
  };
}
