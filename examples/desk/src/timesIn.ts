import { isRead } from 'hexis/desk';

/** When each file that figures are made of was changed last, in milliseconds. */
export async function timesIn(folder: FileSystemDirectoryHandle): Promise<Record<string, number>> {
  const found: Record<string, number> = {};
  const look = async (at: FileSystemDirectoryHandle, path: string): Promise<void> => {
    for await (const [name, handle] of at.entries()) {
      if (name.startsWith('.') || name === 'node_modules') continue;
      const own = path === '' ? name : `${path}/${name}`;
      if (handle.kind === 'directory') await look(handle as FileSystemDirectoryHandle, own);
      else if (isRead(own)) found[own] = (await (handle as FileSystemFileHandle).getFile()).lastModified;
    }
  };
  await look(folder, '');
  return found;
}
