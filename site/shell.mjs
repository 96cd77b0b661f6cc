/** The frame of every page. */
import { escaped } from './markdown.mjs';

const policy =
  "default-src 'none'; script-src 'self'; worker-src 'self'; style-src 'self'; img-src 'self' data: blob:; connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'";

/** The sections of the docs, in the order in which authors work, each page by its path in the repository. */
export const sections = [
  ['Begin', ['docs/first-figure.md', 'docs/work/README.md', 'docs/desk.md']],
  [
    'Make',
    [
      'docs/tables.md',
      'docs/codebook.md',
      'docs/charts.md',
      'docs/formatting.md',
      'docs/engines.md',
      'docs/languages.md',
    ],
  ],
  ['Check', ['docs/check.md', 'docs/rules/README.md', 'docs/compare.md']],
  ['Hand over', ['docs/reports.md', 'docs/plate.md', 'docs/limits.md']],
  ['Every setting', ['docs/figure-file.md', 'docs/house-style.md', 'docs/board-file.md', 'docs/report-file.md']],
];

/** The version of the pages, and the others that there are. */
function versionsIn(versions, base) {
  const [now, ...others] = versions.map(({ version, address }) => [escaped(version), `${base}${address}index.html`]);
  const links = others.map(([version, address]) => `<a href="${address}">${version}</a>`);
  return `<span id="version">${now[0]}</span>${links.length === 0 ? '' : ` (also: ${links.join(', ')})`}`;
}

/**
 * @param base way from the page to the root of the site, such as `../`
 * @param path of the page in the repository, which the list of pages marks
 */
export function shell({ title, description, body, base, versions, pages, path, scripts = [], isStart = false }) {
  const nav = sections
    .map(([name, own]) => {
      const items = own.map((page) => {
        const { address, title: said } = pages.get(page);
        const here = page === path ? ' aria-current="page"' : '';
        return `<li><a href="${base}${address}"${here}>${escaped(said)}</a></li>`;
      });
      return `<h2>${name}</h2>\n<ul>${items.join('')}</ul>`;
    })
    .join('\n');
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="${policy}">
<meta name="referrer" content="no-referrer">
<meta name="description" content="${escaped(description)}">
<title>${escaped(title)}${isStart ? '' : ' – Hexis'}</title>
<link rel="icon" href="${base}desk/icon.svg">
<link rel="stylesheet" href="${base}site.css">
${['page.js', ...scripts].map((script) => `<script type="module" src="${base}${script}"></script>`).join('\n')}
</head>
<body data-base="${base}"${isStart ? ' class="start"' : ''}>
<a class="skip" href="#main">To the text</a>
<header>
<a class="name" href="${base}index.html">Hexis</a>
<form class="search" role="search" action="${base}search.html">
<label for="search">Search</label>
<input id="search" name="for" type="search" autocomplete="off" placeholder="error bars, min, legend …">
<div id="found" role="region" aria-label="Found" hidden></div>
</form>
<nav aria-label="Hexis"><a href="${base}docs/first-figure.html">Docs</a> <a href="${base}desk/">Desk</a></nav>
</header>
<div class="frame">
${isStart ? '' : `<nav class="pages" aria-label="Pages"><details open><summary>Pages</summary>${nav}</details></nav>`}
<main id="main" tabindex="-1">
${body}
</main>
</div>
<footer>
<p>Hexis ${versionsIn(versions, base)}. Nothing on these pages talks to anybody: no visitor is counted, and what you write stays in your browser.</p>
</footer>
</body>
</html>
`;
}
