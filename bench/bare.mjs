/** The bare statement behind a figure of means, in the engine itself: what no figure can save. */
import { DuckDBInstance } from '@duckdb/node-api';

const [file] = process.argv.slice(2);
const instance = await DuckDBInstance.create(':memory:');
const connection = await instance.connect();
const found = await connection.run(
  `select bed, season, count(*), avg(yield), stddev_samp(yield) from '${file}' group by bed, season`,
);
if ((await found.getRows()).length !== 12) throw new Error('the table is another one');
