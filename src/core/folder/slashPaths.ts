import { joinPath } from '../project/read/source.js';
import type { Paths } from './keeper.js';

const cutOf = (path: string) => path.lastIndexOf('/');

/** Paths within a folder, with `/`, whatever the system that holds it writes. */
export const slashPaths: Paths = {
  join: (...parts) => joinPath('', parts.filter((part) => part !== '' && part !== '.').join('/')),
  dirname: (path) => (cutOf(path) < 0 ? '' : path.slice(0, cutOf(path))),
  basename: (path) => path.slice(cutOf(path) + 1),
  relative(from, to) {
    const [own, other] = [from, to].map((path) => path.split('/').filter((part) => part !== ''));
    const [start = [], end = []] = [own, other];
    const shared = start.findIndex((part, i) => part !== end[i]);
    const common = shared === -1 ? start.length : shared;
    return [...start.slice(common).map(() => '..'), ...end.slice(common)].join('/');
  },
};
