import { decompressSync } from 'fflate';
import { decompress } from 'fzstd';
import { type Compressors, snappyUncompress } from 'hyparquet';
import { decompressBrotli } from 'hyparquet-compressors/src/brotli.js';
import { decompressLz4, decompressLz4Raw } from 'hyparquet-compressors/src/lz4.js';

/** No page of a column is as large as this, unpacked. */
const largestPage = 1 << 28;

type Unpack = NonNullable<Compressors['GZIP']>;

const unpackers: Readonly<Record<string, Unpack>> = {
  SNAPPY(input, length) {
    const output = new Uint8Array(length);
    snappyUncompress(input, output);
    return output;
  },
  GZIP: (input, length) => decompressSync(input, { out: new Uint8Array(length) }),
  BROTLI: decompressBrotli,
  ZSTD: (input, length) => decompress(input, new Uint8Array(length)),
  LZ4: decompressLz4,
  LZ4_RAW: decompressLz4Raw,
};

const bounded =
  (unpack: Unpack): Unpack =>
  (input, length) => {
    if (length > largestPage) throw new RangeError(`a page of ${length} bytes`);
    return unpack(input, length);
  };

/** What unpacks the pages of a file, by the names of the packings; all of it runs in any page of a browser. */
export const compressors: Compressors = Object.fromEntries(
  Object.entries(unpackers).map(([name, unpack]) => [name, bounded(unpack)]),
);
