import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The root folder of this package, wherever its code was bundled to. */
export const packageRoot: string = (() => {
  let folder = dirname(fileURLToPath(import.meta.url));
  while (!existsSync(join(folder, 'assets', 'faces')) && dirname(folder) !== folder) folder = dirname(folder);
  return folder;
})();
