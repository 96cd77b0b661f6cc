import { parseDocument } from 'yaml';

/** A case with as little in it as still has the fault: lines of tables, then settings, left out one after the other. */
export async function smaller(made, fails) {
  let best = made;
  const attempt = async (files) => {
    const next = { ...best, files: { ...best.files, ...files } };
    if (!(await fails(next))) return false;
    best = next;
    return true;
  };
  for (const name of Object.keys(best.files)) await attempt({ [name]: '' });
  for (const [name, text] of Object.entries(best.files)) {
    if (text === '') continue;
    if (/\.(csv|txt)$/.test(name)) await fewerLines(name, attempt, () => best.files[name]);
    else if (/\.ya?ml$/.test(name)) await fewerSettings(name, attempt, () => best.files[name]);
  }
  return best;
}

async function fewerLines(name, attempt, now) {
  for (let size = Math.ceil(now().split('\n').length / 2); size >= 1; size = size === 1 ? 0 : Math.ceil(size / 2)) {
    for (let at = 1; at < now().split('\n').length; ) {
      const lines = now().split('\n');
      if (!(await attempt({ [name]: [...lines.slice(0, at), ...lines.slice(at + size)].join('\n') }))) at += size;
    }
  }
}

const paths = (value, path = []) =>
  typeof value === 'object' && value !== null
    ? Object.entries(value).flatMap(([key, inner]) => [[...path, key], ...paths(inner, [...path, key])])
    : [];

async function fewerSettings(name, attempt, now) {
  const read = () => {
    const document = parseDocument(now());
    return document.errors.length > 0 ? undefined : document.toJS();
  };
  const value = read();
  if (typeof value !== 'object' || value === null) return;
  if (!(await attempt({ [name]: JSON.stringify(value) }))) return;
  for (const path of paths(value).sort((a, b) => a.length - b.length)) {
    const copy = read();
    const holder = path.slice(0, -1).reduce((inner, key) => inner?.[key], copy);
    if (typeof holder !== 'object' || holder === null || !Object.hasOwn(holder, path.at(-1))) continue;
    if (Array.isArray(holder)) holder.splice(Number(path.at(-1)), 1);
    else delete holder[path.at(-1)];
    await attempt({ [name]: JSON.stringify(copy) });
  }
}
