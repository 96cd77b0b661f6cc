import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { homedir } from 'node:os';
import { join } from 'node:path';

const keyLength = 32;

/** The user's cache folder. */
function cacheFolder(): string {
  const { XDG_CACHE_HOME, LOCALAPPDATA } = process.env;
  const given = process.platform === 'win32' ? LOCALAPPDATA : XDG_CACHE_HOME;
  return join(given === undefined || given === '' ? join(homedir(), '.cache') : given, 'hexis');
}

const readKey = async (path: string): Promise<Buffer | undefined> => {
  const found = await readFile(path).catch(() => undefined);
  return found?.length === keyLength ? found : undefined;
};

/**
 * A secret key of this user on this machine, made when first needed. If it cannot be stored, it lasts for this process only.
 */
async function findKey(): Promise<Buffer> {
  const fresh = randomBytes(keyLength);
  try {
    const path = join(cacheFolder(), 'key');
    const found = await readKey(path);
    if (found) return found;
    await mkdir(cacheFolder(), { recursive: true, mode: 0o700 });
    const part = `${path}.${process.pid}`;
    await writeFile(part, fresh, { mode: 0o600 });
    await rename(part, path);
    // If two programs make it at once, the later one wins.
    return (await readKey(path)) ?? fresh;
  } catch {
    return fresh;
  }
}

let key: Promise<Buffer> | undefined;

/** A seal that proves that bytes were written by this user on this machine, and did not come with somebody's folder. */
export async function seal(bytes: Uint8Array | string): Promise<string> {
  key ??= findKey();
  return createHmac('sha256', await key)
    .update(bytes)
    .digest('hex');
}

/** Whether a seal matches some bytes. */
export async function isSealed(bytes: Uint8Array | string, found: string): Promise<boolean> {
  const [own, given] = [Buffer.from(await seal(bytes)), Buffer.from(found)];
  return own.length === given.length && timingSafeEqual(own, given);
}
