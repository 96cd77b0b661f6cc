import { stat } from 'node:fs/promises';

/** A signature of a file's state, which differs after every change of the file. */
export const signatureOf = ({ mtimeNs, size, ino }: { mtimeNs: bigint; size: bigint; ino: bigint }): string =>
  `${mtimeNs} ${size} ${ino}`;

/** The signature of a missing or unreadable file. */
export const noFile = 'none';

const files = new Map<string, string>();

/** The files that figures were made of since the program started, with their signatures, missing ones included. */
export const filesRead: ReadonlyMap<string, string> = files;

/** Notes a file that figures are made of. */
export const noteRead = (path: string, signature: string): void => {
  files.set(path, signature);
};

/** Notes a file as it is now, and gives its signature; undefined where there is none. */
export async function noteFile(path: string): Promise<string | undefined> {
  const signature = await stat(path, { bigint: true }).then(signatureOf, () => undefined);
  if (signature !== undefined) noteRead(path, signature);
  return signature;
}
