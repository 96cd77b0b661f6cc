import type { NumbersTable } from '../../chart/plan.js';
import { cellForm, cellText } from '../../export/numbers.js';
import { escaped } from '../../export/xml.js';
import { roomOf } from '../../style/documentPage.js';
import { loadMarkup, type Markup, plainText } from '../../type/markup.js';
import type { Words } from '../../words/words.js';
import type { WordsLook } from '../documentCaption.js';
import { type BoundDocument, type DocumentFigure, numberText, titleText } from '../documentForm.js';
import { spansHtml } from './spansHtml.js';

/** More rows than this are data, which a page does not hold. */
const mostRows = 400;

const points = (value: number) => `${Number(value.toFixed(2))}pt`;

const lookCss = ({ family, size, bold, italic }: WordsLook): string =>
  `font: ${italic ? 'italic ' : ''}${bold ? 'bold ' : ''}${points(size)}/1.35 '${family.replace(/[^\p{L}\p{N} -]/gu, '')}', Arial, Helvetica, sans-serif`;

const style = ({ page, words }: BoundDocument) => `
.sheet { background: #fff; margin: .5rem 0; max-width: 100%; }
:root { color-scheme: light dark; --ink: #1c2126; --soft: #4d565f; --ground: #fff; --line: #c6cbd0; --link: #1d5a8a;
  font: 16px/1.55 system-ui, sans-serif; color: var(--ink); background: var(--ground); }
@media screen and (prefers-color-scheme: dark) {
  .sheet { padding: 6pt; box-sizing: content-box; }
  :root { --ink: #e6e9ec; --soft: #aab2ba; --ground: #16191c; --line: #4a525a; --link: #8fc3ea; }
}
body { margin: 0 auto; max-width: ${points(roomOf(page).width)}; padding: 2.5rem 1.25rem 4rem; }
h1 { font-size: 1.6rem; line-height: 1.25; margin: 0 0 .4rem; }
h2 { font-size: 1.05rem; margin: 2rem 0 .5rem; }
.author { color: var(--soft); margin: 0 0 1.5rem; }
a { color: var(--link); }
a:focus-visible, summary:focus-visible, .table:focus-visible { outline: 2px solid var(--link); outline-offset: 2px; }
nav ol { list-style: none; margin: 0; padding: 0; }
nav li { display: flex; gap: .75em; padding: .15rem 0; }
nav .number { flex: none; min-width: 6em; color: var(--soft); }
.figure { margin: 2.5rem 0; break-inside: avoid; }
.figure p { margin: 0 0 .35rem; }
${words.language.code === 'en' ? '' : 'p { hyphens: auto; }\n'}p + .figure { margin-top: 1rem; }

.sheet svg { display: block; width: 100%; height: auto; }
details { font-size: .875rem; margin-top: .5rem; }
summary { cursor: pointer; color: var(--link); width: fit-content; }
.table { overflow-x: auto; }
.beside { margin: .75rem 0 .25rem; }
table { border-collapse: collapse; margin: .5rem 0; font-variant-numeric: tabular-nums; }
th, td { padding: .2rem .7rem .2rem 0; text-align: left; vertical-align: top; border-bottom: 1px solid var(--line); }
th { border-bottom-color: var(--soft); }
.n { text-align: right; }
@page { size: ${points(page.width)} ${points(page.height)}; margin: ${[page.top, page.right, page.bottom, page.left].map(points).join(' ')}; }
@media print {
  :root { --ink: #000; --soft: #333; --ground: #fff; --line: #999; --link: #000; background: none; }
  body { max-width: none; padding: 0; }
  .figure { margin: 0 0 1.5rem; }
  .sheet svg { max-height: ${points(roomOf(page).height - 130)}; }
  nav { break-after: page; }
  details { display: none; }
}`;

/** The looks of the captions, one for each style of the figures. */
function lookRules(figures: readonly DocumentFigure[]): string {
  const rules = new Map<string, string>();
  for (const { caption, style: name } of figures) {
    const selector = `.${styleClass(name)}`;
    for (const part of ['number', 'title', 'note'] as const)
      rules.set(`${selector} .${part}`, `${selector} .${part} { ${lookCss(caption.looks[part])}; }`);
  }
  return [...rules.values()].join('\n');
}

const styleClass = (name: string) => `style-${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`;
const anchor = ({ id }: DocumentFigure) => `figure-${id.replace(/[^\w.-]+/g, '-')}`;

/** Ids of shapes in a picture are made its own, since all pictures stand in one page. */
function inlined({ pictures, altText }: DocumentFigure, prefix: string): string {
  const svg = String(pictures['svg']).replace(/^<\?xml[^>]*\?>\s*/, '');
  return svg
    .replace(/(id="|href="#)(hexis-marker-)/g, `$1${prefix}-$2`)
    .replace('<svg ', () => `<svg aria-label="${escaped(altText)}" `);
}

function table(name: string, { columns, rows }: Pick<NumbersTable, 'columns' | 'rows'>, words: Words): string {
  const form = cellForm(words);
  const cls = (i: number) => (columns[i]?.decimals === undefined ? '' : ' class="n"');
  const head = columns.map(({ title }, i) => `<th scope="col"${cls(i)}>${escaped(title)}</th>`).join('');
  const shown = rows.slice(0, mostRows);
  const body = shown.map(
    (row) =>
      `<tr>${row.map((value, i) => `<td${cls(i)}>${escaped(cellText({ columns }, value, i, form))}</td>`).join('')}</tr>`,
  );
  const more =
    rows.length > shown.length
      ? `<p>${escaped(words.say('firstRows', { shown: shown.length, count: rows.length }))}</p>`
      : '';
  return `<div class="table" role="region" tabindex="0" aria-label="${escaped(name)}"><table><thead><tr>${head}</tr></thead>\n<tbody>${body.join('\n')}</tbody></table></div>${more}`;
}

/** All tables of a figure, to be opened: that of its marks first, and those beside it under their titles. */
function tables(figure: DocumentFigure, words: Words): string {
  const { numbers } = figure;
  if (numbers.rows.length === 0) return '';
  // Within words the number goes without its stop.
  const name = words.say('numbersOf', { figure: numberText(figure).replace(/[.:]$/, '') });
  const further = (numbers.further ?? []).map(
    ({ title, ...own }) =>
      `\n<p class="beside">${escaped(title)}</p>\n${table(words.say('alt-part', { name, words: title }), own, words)}`,
  );
  return `<details><summary>${escaped(name)}</summary>${table(name, numbers, words)}${further.join('')}</details>\n`;
}

const paragraph = (name: string, content: string) => (content === '' ? '' : `<p class="${name}">${content}</p>\n`);

function captionHtml(figure: DocumentFigure): { above: string; below: string } {
  const { caption } = figure;
  const title = spansHtml(caption.title);
  const note = paragraph('note', spansHtml(caption.note));
  const number = escaped(numberText(figure));
  if (caption.arrange === 'stacked')
    return { above: paragraph('number', number) + paragraph('title', title), below: note };
  return {
    above: '',
    below: `<p class="title"><span class="number">${number}</span>${title === '' ? '' : ` ${title}`}</p>\n${note}`,
  };
}

function figureHtml(figure: DocumentFigure, words: Words, spansOf: Markup): string {
  const { above, below } = captionHtml(figure);
  const id = anchor(figure);
  const before = figure.before.map((text) => `<p>${spansHtml(spansOf(text))}</p>\n`).join('');
  const sheet = `<div class="sheet" style="width:${points(figure.width)}">\n${inlined(figure, id)}</div>\n`;
  return `${before}<section class="figure ${styleClass(figure.style)}" id="${id}" aria-label="${escaped(numberText(figure))}">
${above}${sheet}${below}${tables(figure, words)}</section>`;
}

/** A document as one page for a browser, which asks for no other file. */
export async function htmlDocument(document: BoundDocument): Promise<string> {
  const { author, language, words, figures } = document;
  const title = document.title ?? words.say('figures');
  const spansOf = await loadMarkup();
  const plainTitle = plainText(spansOf(title));
  const list = figures.map((figure) => {
    const [number, name] = [numberText(figure), titleText(figure)].map(escaped);
    const link = (text: string | undefined) => `<a href="#${anchor(figure)}">${text}</a>`;
    // Where there is no title, the number leads to the figure.
    return `<li><span class="number">${name === '' ? link(number) : number}</span>${name === '' ? '' : ` ${link(name)}`}</li>`;
  });
  return `<!doctype html>
<html lang="${escaped(language)}"${words.language.direction === 'rtl' ? ' dir="rtl"' : ''}>
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="generator" content="Hexis">
${author === undefined ? '' : `<meta name="author" content="${escaped(author)}">\n`}<title>${escaped(plainTitle)}</title>
<style>${style(document)}
${lookRules(figures)}
</style>
</head>
<body>
<header>
<h1>${spansHtml(spansOf(title))}</h1>
${author === undefined ? '' : `<p class="author">${escaped(author)}</p>\n`}</header>
<nav aria-label="${escaped(words.say('listOfFigures'))}">
<h2>${escaped(words.say('figures'))}</h2>
<ol>
${list.join('\n')}
</ol>
</nav>
<main>
${figures.map((figure) => figureHtml(figure, words, spansOf)).join('\n')}
</main>
</body>
</html>
`;
}
