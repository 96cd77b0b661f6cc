/** Turns the pages of docs/ into HTML: headings can be linked, links lead to pages of the site, and blocks of YAML may be live. */
import { posix } from 'node:path';
import MarkdownIt from 'markdown-it';

/** The name of a heading in addresses, as the pages themselves use it. */
export const anchorOf = (text) =>
  text
    .toLowerCase()
    .replace(/[`*_]/g, '')
    .replace(/[^\p{L}\p{N}\s-]/gu, '')
    .trim()
    .replace(/\s+/g, '-');

export const escaped = (text) =>
  String(text).replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/**
 * @param path of the page in the repository, with `/`
 * @param linkTo gives the address of what a page names by its path in the repository; undefined where the site does not have it
 * @param blockOf gives the HTML of a block of code, by its language, its text and its number on the page
 */
export function rendered(text, { path, linkTo, blockOf }) {
  const md = new MarkdownIt({ html: false, linkify: false, typographer: false });
  const headings = [];
  let blocks = 0;
  const { rules } = md.renderer;
  const taken = new Map();
  rules.heading_open = (tokens, i) => {
    const { content } = tokens[i + 1];
    const { tag } = tokens[i];
    const plain = anchorOf(content);
    const count = taken.get(plain) ?? 0;
    taken.set(plain, count + 1);
    const anchor = count === 0 ? plain : `${plain}-${count}`;
    headings.push({ level: Number(tag.slice(1)), text: content.replace(/[`*_]/g, ''), anchor });
    return `<${tag} id="${anchor}">`;
  };
  const addressOf = (address) => {
    if (/^[a-z]+:/.test(address) || address.startsWith('#')) return address;
    const [file, anchor] = address.split('#');
    const own = linkTo(posix.normalize(posix.join(posix.dirname(path), file)));
    if (own === undefined) throw new Error(`${path}: a link leads to ${address}, which the site does not have`);
    return anchor === undefined ? own : `${own}#${anchor}`;
  };
  rules.link_open = (tokens, i, options, _, self) => {
    tokens[i].attrSet('href', addressOf(tokens[i].attrGet('href')));
    return self.renderToken(tokens, i, options);
  };
  rules.image = (tokens, i) =>
    `<img src="${escaped(addressOf(tokens[i].attrGet('src')))}" alt="${escaped(tokens[i].content)}" loading="lazy">`;
  rules.fence = (tokens, i) => {
    const { info, content } = tokens[i];
    blocks += 1;
    return blockOf(info.trim(), content, blocks) ?? `<pre tabindex="0"><code>${escaped(content)}</code></pre>\n`;
  };
  let tables = 0;
  rules.table_open = () => {
    tables += 1;
    return `<div class="wide" tabindex="0" role="region" aria-label="Table ${tables}"><table>\n`;
  };
  rules.table_close = () => '</table></div>\n';
  // A column without a name has an empty cell at its head.
  rules.th_open = (tokens, i) => (tokens[i + 1].content === '' ? '<td>' : '<th scope="col">');
  rules.th_close = (tokens, i) => (tokens[i - 1].content === '' ? '</td>' : '</th>');
  const body = md.render(text.replace(/<!--[\s\S]*?-->\n*/g, ''));
  return { body, headings };
}
