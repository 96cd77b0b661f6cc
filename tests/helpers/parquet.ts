import { type BasicType, parquetWriteBuffer } from 'hyparquet-writer';
import Papa from 'papaparse';

const isNumber = (text: string) => text === '' || /^-?\d+(\.\d+)?$/.test(text);

/** A column of a Parquet file. */
export interface Column {
  name: string;
  data: unknown[];
  type: BasicType;
}

export const parquetOf = (columnData: Column[]): Uint8Array => new Uint8Array(parquetWriteBuffer({ columnData }));

/** The table of a CSV file as a Parquet file: columns of numbers as such, all others as texts, empty cells as no value. */
export function parquetOfCsv(csv: string): Uint8Array {
  const [names = [], ...rows] = Papa.parse(csv.trim(), { skipEmptyLines: true }).data as string[][];
  return parquetOf(
    names.map((name, i): Column => {
      const cells = rows.map((row) => row[i] ?? '');
      const isMeasured = cells.every(isNumber);
      const value = (cell: string) => (cell === '' ? null : isMeasured ? Number(cell) : cell);
      return { name, data: cells.map(value), type: isMeasured ? 'DOUBLE' : 'STRING' };
    }),
  );
}
