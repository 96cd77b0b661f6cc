/** Why a workbook cannot be read, in words. */
export class WorkbookFault extends Error {}

/** Parts of a workbook (ECMA-376) by their names in the package. */
export interface Parts {
  has(name: string): boolean;
  /** Hands a part on in pieces of text, so that it is never held whole. */
  stream(name: string, take: (text: string) => void): Promise<void>;
}

/** No part is unpacked beyond this many bytes: a small file may hold a sheet of any size. */
const mostBytes = 400e6;

/** Collects the pieces of a part, and stops it where it is larger than any sheet that can be drawn. */
class TextSink extends WritableStream<Uint8Array> {
  constructor(name: string, take: (text: string) => void) {
    const decoder = new TextDecoder('utf-8');
    let length = 0;
    super({
      write(piece) {
        length += piece.length;
        if (length > mostBytes) throw new WorkbookFault(`${name} unpacks to more than ${mostBytes / 1e6} MB`);
        take(decoder.decode(piece, { stream: true }));
      },
      close() {
        take(decoder.decode());
      },
    });
  }
}

const olderBook = 'it is an older .xls file, or one that is locked with a password';

/**
 * Opens a workbook, or a document that is packed in the same way. Only the parts that are asked for are unpacked, piece by piece, and each is held against its checksum:
 * that is why the library that packs documents does not read these.
 *
 * @param older what a file of the form before these is, in words
 * @throws {WorkbookFault} where the bytes are no such file
 */
export async function openParts(bytes: Uint8Array, older = olderBook): Promise<Parts> {
  if (bytes[0] === 0xd0 && bytes[1] === 0xcf) throw new WorkbookFault(older);
  const { configure, Uint8ArrayReader, ZipReader } = await import('@zip.js/zip.js');
  configure({ useWebWorkers: false });
  const reader = new ZipReader(new Uint8ArrayReader(bytes), { checkSignature: true });
  const entries = await reader.getEntries().catch(() => {
    throw new WorkbookFault('it is no package of that kind, or a damaged one');
  });
  const byName = new Map(entries.map((entry) => [entry.filename.replace(/^\//, ''), entry]));
  return {
    has: (name) => byName.has(name),
    async stream(name, take) {
      const entry = byName.get(name);
      if (!entry || entry.directory) throw new WorkbookFault(`it lacks the part ${name}`);
      if (entry.encrypted) throw new WorkbookFault('it is locked with a password');
      const writable = new TextSink(name, take);
      try {
        await entry.getData(writable);
      } catch (fault) {
        if (fault instanceof WorkbookFault) throw fault;
        throw new WorkbookFault(`its part ${name} is damaged`);
      }
    },
  };
}
