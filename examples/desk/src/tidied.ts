/** What systems and other programs put into folders for themselves. */
const foreign = /(^|\/)(__MACOSX|\.git|node_modules|\.hexis-cache)\/|(^|\/)(\.DS_Store|Thumbs\.db|desktop\.ini)$/;

/** A path within a folder; none where it leads out of it. */
function pathIn(name: string): string | undefined {
  const parts = name.replaceAll('\\', '/').split('/');
  const isOut = parts.some(
    (part) => part === '' || part === '.' || part === '..' || [...part].some((own) => own < ' '),
  );
  return isOut || foreign.test(parts.join('/')) ? undefined : parts.join('/');
}

/** Files without the one folder that all of them are in. */
function withoutTop(files: Record<string, Uint8Array>): Record<string, Uint8Array> {
  const paths = Object.keys(files);
  const top = paths[0]?.split('/')[0] ?? '';
  if (paths.length === 0 || !paths.every((path) => path.startsWith(`${top}/`))) return files;
  return Object.fromEntries(paths.map((path) => [path.slice(top.length + 1), files[path] as Uint8Array]));
}

/** Files by their paths, as they are to lie in a folder. */
export function tidied(given: Readonly<Record<string, Uint8Array>>): Record<string, Uint8Array> {
  const found: Record<string, Uint8Array> = {};
  for (const [name, bytes] of Object.entries(given)) {
    const path = pathIn(name);
    if (path !== undefined) found[path] = bytes;
  }
  return withoutTop(found);
}
