/** The table of all settings of a kind of file, cut into a page for each setting of the first level. */
import { escaped } from './markdown.mjs';

const row = /^\| `([^`]+)` \| (.*) \| (.*?) \|$/;

/**
 * The tables of settings of a page, each with its heading and what stands before it, and the page without them: what all files of
 * its kind have by the first level, and what one kind of chart has by itself.
 */
export function settingsOf(text) {
  const rest = [];
  const groups = new Map();
  for (const section of text.split(/^(?=## )/m)) {
    const lines = section.split('\n');
    const start = lines.indexOf('| setting | what it does | example |');
    if (start === -1) {
      rest.push(section);
      continue;
    }
    const isTable = (line) => line.startsWith('|');
    const rows = lines
      .slice(start + 2)
      .filter(isTable)
      .flatMap((line) => {
        const [, name, what, example] = row.exec(line) ?? [];
        return name === undefined ? [] : [{ name, what, example }];
      });
    const others = lines.filter((line, i) => i < start || (i > start && !isTable(line)));
    const [, kind] = /^## (chart: \{ kind: (\w+) \})/.exec(section) ?? [];
    if (kind === undefined) {
      for (const one of rows) {
        const name = groupOf(one.name);
        const own = groups.get(name) ?? { name, title: name, intro: '', rows: [] };
        own.rows.push(one);
        groups.set(name, own);
      }
      rest.push(others.join('\n').replace(/^## Every setting\s*$/m, ''));
    } else {
      const name = `chart-${/kind: (\w+)/.exec(kind)[1]}`;
      groups.set(name, { name, title: kind, intro: others.slice(1).join('\n'), rows });
    }
  }
  return groups.size === 0 ? undefined : { groups: [...groups.values()], rest: rest.join('') };
}

/** The name of the first level that a setting belongs to. */
export const groupOf = (name) => name.split(/[.[]/)[0];

export const settingAnchor = (name) => name.replace(/[^\w.-]+/g, '_');

/** Rows as a table; each can be linked. */
export function settingsTable(rows, inline) {
  const cells = rows.map(
    ({ name, what, example }) =>
      `<tr id="${settingAnchor(name)}"><th scope="row"><a href="#${settingAnchor(name)}"><code>${escaped(name)}</code></a></th><td>${inline(what)}</td><td>${inline(example)}</td></tr>`,
  );
  return `<div class="wide" tabindex="0" role="region" aria-label="Settings"><table class="settings"><thead><tr><th scope="col">setting</th><th scope="col">what it does</th><th scope="col">example</th></tr></thead><tbody>\n${cells.join('\n')}\n</tbody></table></div>`;
}
