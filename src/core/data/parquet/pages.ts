import type { FileMetaData } from 'hyparquet';
import { parquetHeader } from 'hyparquet/src/column.js';

type ColumnPart = NonNullable<FileMetaData['row_groups'][number]['columns'][number]['meta_data']>;

/** More different values than these are not listed ahead of a column. */
const mostListed = 1 << 20;

const isWithin = (value: unknown, most: number): boolean => typeof value === 'number' && value >= 0 && value <= most;

/** @throws Error where the pages of a part of a column say that they hold more than the part, or more bytes than there are */
function holdPart(bytes: Uint8Array, part: ColumnPart): void {
  const start = Number(part.dictionary_page_offset || part.data_page_offset);
  const length = Number(part.total_compressed_size);
  const view = new DataView(bytes.buffer, bytes.byteOffset + start, length);
  if (start < 0 || start + length > bytes.length) throw new Error('pages beyond the file');
  const reader = { view, offset: 0 };
  for (let left = Number(part.num_values); left > 0 && reader.offset < length - 1; ) {
    const { data_page_header: plain, data_page_header_v2: second, ...header } = parquetHeader(reader);
    const held = plain ?? second;
    const count = held?.num_values ?? 0;
    const listed = header.dictionary_page_header?.num_values ?? 0;
    const isSo =
      isWithin(count, left) &&
      isWithin(listed, mostListed) &&
      isWithin(second?.num_nulls ?? 0, count) &&
      isWithin(header.compressed_page_size, length - reader.offset);
    if (!isSo) throw new Error('a page holds more than its column');
    left -= count;
    reader.offset += header.compressed_page_size;
  }
}

/**
 * Holds what the pages of some columns say of themselves against what the file says of the columns, before they are read: the
 * reader believes a page, and makes room for as many values as it names.
 *
 * @throws Error where a page says more
 */
export function holdPages(bytes: Uint8Array, { row_groups: groups }: FileMetaData, names: ReadonlySet<string>): void {
  for (const { columns } of groups)
    for (const { meta_data: part } of columns)
      if (part && names.has(part.path_in_schema[0] ?? '')) holdPart(bytes, part);
}
