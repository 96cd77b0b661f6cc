import type { FileMetaData } from 'hyparquet';
import { parquetHeader } from 'hyparquet/src/column.js';
import type { ParquetColumn } from './columns.js';
import { compressors } from './unpack.js';

type ColumnPart = NonNullable<FileMetaData['row_groups'][number]['columns'][number]['meta_data']>;
type PageHeader = ReturnType<typeof parquetHeader>;

/** More different values than these are not listed ahead of a column. */
const mostListed = 1 << 20;

const isWithin = (value: unknown, most: number): boolean => typeof value === 'number' && value >= 0 && value <= most;

/**
 * Holds the runs of small numbers against how many there are (Parquet, run lengths and bit packing in one).
 *
 * @throws Error where a run is longer than what is left
 */
function holdRuns(bytes: Uint8Array, width: number, count: number): void {
  if (width > 32) throw new Error('numbers of more than 32 bits');
  let [seen, at] = [0, 0];
  while (seen < count && at < bytes.length) {
    let [head, unit, byte] = [0, 1, 128];
    for (; byte >= 128 && at < bytes.length; unit *= 128) {
      byte = bytes[at] as number;
      head += (byte % 128) * unit;
      at += 1;
    }
    const length = Math.floor(head / 2);
    const isPacked = head % 2 === 1;
    if (!isPacked && length > count - seen) throw new Error('a run is longer than its page');
    seen += isPacked ? 8 * length : length;
    at += isPacked ? length * width : Math.ceil(width / 8);
  }
}

/** A page as it was before it was packed. */
function unpacked(page: Uint8Array, length: number, { codec }: ColumnPart): Uint8Array {
  return codec === 'UNCOMPRESSED' || length === 0 ? page : (compressors[codec]?.(page, length) ?? new Uint8Array());
}

/** Holds what stands in a page after its levels: numbers of listed values, in runs. @throws Error as `holdRuns` */
function holdValues(values: Uint8Array, encoding: string | undefined, count: number): void {
  // Of a page of nothing but missing values there is nothing.
  if (values.length > 0 && encoding?.endsWith('_DICTIONARY')) holdRuns(values.subarray(1), values[0] as number, count);
  if (values.length > 4 && encoding === 'RLE') holdRuns(values.subarray(4), 1, count);
}

/** Holds the runs in a page of a column whose values may be missing, or may not. @throws Error as `holdRuns` */
function holdInside(header: PageHeader, page: Uint8Array, part: ColumnPart, mayMiss: boolean): void {
  const { data_page_header: plain, data_page_header_v2: second, uncompressed_page_size: size } = header;
  if (second) {
    const levels = second.repetition_levels_byte_length + second.definition_levels_byte_length;
    if (mayMiss) holdRuns(page.subarray(second.repetition_levels_byte_length, levels), 1, second.num_values);
    const rest = page.subarray(levels);
    const values = second.is_compressed === false ? rest : unpacked(rest, size - levels, part);
    holdValues(values, second.encoding, second.num_values);
  }
  if (plain) {
    const whole = unpacked(page, size, part);
    const hasRuns = mayMiss && plain.definition_level_encoding === 'RLE';
    const length = mayMiss && whole.length >= 4 ? new DataView(whole.buffer, whole.byteOffset).getUint32(0, true) : 0;
    // The reader looks for runs until it has all levels, however long they are said to be.
    if (hasRuns) holdRuns(whole.subarray(4), 1, plain.num_values);
    if (hasRuns || !mayMiss) holdValues(whole.subarray(mayMiss ? 4 + length : 0), plain.encoding, plain.num_values);
  }
}

/** @throws Error where the pages of a part of a column say that they hold more than the part, or more bytes than there are */
function holdPart(bytes: Uint8Array, part: ColumnPart, mayMiss: boolean): void {
  const start = Number(part.dictionary_page_offset || part.data_page_offset);
  const length = Number(part.total_compressed_size);
  const view = new DataView(bytes.buffer, bytes.byteOffset + start, length);
  if (start < 0 || start + length > bytes.length) throw new Error('pages beyond the file');
  const reader = { view, offset: 0 };
  for (let left = Number(part.num_values); left > 0 && reader.offset < length - 1; ) {
    const header = parquetHeader(reader);
    const { data_page_header: plain, data_page_header_v2: second, compressed_page_size: size } = header;
    const count = (plain ?? second)?.num_values ?? 0;
    const isSo =
      isWithin(count, left) &&
      isWithin(header.dictionary_page_header?.num_values ?? 0, mostListed) &&
      isWithin(second?.num_nulls ?? 0, count) &&
      isWithin(size, length - reader.offset);
    if (!isSo) throw new Error('a page holds more than its column');
    const at = start + reader.offset;
    holdInside(header, bytes.subarray(at, at + size), part, mayMiss);
    left -= count;
    reader.offset += size;
  }
}

/**
 * Holds what the pages of some columns say of themselves against what the file says of the columns, before they are read: the
 * reader believes a page, and makes room for as many values as it names.
 *
 * @throws Error where a page says more
 */
export function holdPages(
  bytes: Uint8Array,
  { row_groups: groups }: FileMetaData,
  wanted: readonly ParquetColumn[],
): void {
  const byName = new Map(wanted.map((column) => [column.name, column]));
  for (const { columns } of groups)
    for (const { meta_data: part } of columns) {
      const column = byName.get(part?.path_in_schema[0] ?? '');
      if (part && column) holdPart(bytes, part, column.element.repetition_type !== 'REQUIRED');
    }
}
