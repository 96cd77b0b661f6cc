/**
 * The settings of a file, each with its text, in their order.
 *
 * @param {string} text
 * @returns {Map<string, string>}
 */
export function settingsIn(text) {
  const found = new Map();
  let name;
  for (const line of text.split('\n')) {
    const [, key] = /^("?[A-Za-z][\w-]*"?):/.exec(line) ?? [];
    if (key !== undefined) name = key.replaceAll('"', '');
    if (name !== undefined) found.set(name, `${found.get(name) ?? ''}${line}\n`);
  }
  return found;
}

/** @param {string} text */
const indented = (text) => text.replace(/^(?=.)/gm, '  ');

/**
 * A figure of some settings and a block that comes before them; what both say, the block says.
 *
 * @param {string} around
 * @param {string} block
 * @param {boolean} isChart
 */
export function composed(around, block, isChart) {
  const own = isChart ? `chart:\n${indented(block)}` : block;
  const said = settingsIn(own);
  const rest = [...settingsIn(around)].filter(([key]) => !said.has(key)).map(([, text]) => text);
  return `${rest.join('').trimEnd()}\n${own}`;
}
