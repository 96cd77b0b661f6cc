import { lastOf } from '../../at.js';

/** Signs that a name may not have on some system, that nobody sees, or that lead out of a folder. */
const unsafe = /[\p{C}\p{Zl}\p{Zp}<>:"/\\|]/gu;

/** Names that mean a device on some systems. */
const devices = /^(con|prn|aux|nul|com\d|lpt\d)(\.|$)/i;

const longest = 100;

/** The name of a file without its folders, such that it is one anywhere. */
function plainName(path: string): string {
  const name = lastOf(path.split(/[/\\]/))
    .normalize('NFC')
    .replace(unsafe, '_')
    .replace(/^[. ]+|[. ]+$/g, '');
  const [, stem = '', endings = ''] = /^(.*?)((?:\.[\p{L}\p{N}]{1,12}){0,3})$/su.exec(name) ?? [];
  const short = `${[...stem].slice(0, longest).join('') || 'file'}${endings}`;
  return devices.test(short) ? `_${short}` : short;
}

/** Whether a name is one of a file in one folder, as they are given here. */
export const isPlainName = (name: string): boolean => name !== '' && plainName(name) === name;

/** Names for files of several folders in one: each file has one, and no two the same, whatever the case of its letters. */
export class LocalNames {
  private readonly names = new Map<string, string>();
  private readonly taken = new Set<string>();

  /** The name of a file. @param as the name that it would like, such as with another ending */
  of(path: string, as = path): string {
    const known = this.names.get(path);
    if (known !== undefined) return known;
    const wanted = plainName(as);
    const at = wanted.indexOf('.', 1);
    const [stem, endings] = at < 0 ? [wanted, ''] : [wanted.slice(0, at), wanted.slice(at)];
    let name = wanted;
    for (let count = 2; this.taken.has(name.toLowerCase()); count += 1) name = `${stem}-${count}${endings}`;
    this.names.set(path, name);
    this.taken.add(name.toLowerCase());
    return name;
  }
}
