import { escaped } from '../export/xml.js';
import type { Box } from '../plate/plate.js';
import { type Comparison, type Difference, type InkBoxes, inkBoxes, type Side } from './compare.js';
import { type ComparisonTable, comparisonTables, writtenTable } from './comparisonTables.js';
import { comparisonText, figureHead, inkText, unseenText } from './comparisonText.js';
import type { SetDifference } from './pairs.js';

/** A figure on the page of a comparison, with its pictures as SVG. */
export interface ShownDifference {
  difference: SetDifference;
  /** Left out: it is not there. */
  pictures: { before?: string; after?: string };
}

const number = (value: number) => String(Number(value.toFixed(2)));

/** Boxes about pieces of ink, as a drawing over that of the figure. */
function marks({ drawing: { plate } }: Side, boxes: readonly { box: Box; as: string }[]): string {
  const rects = boxes.map(({ box, as }) => {
    const [x, y] = [box.x - 1.5, box.y - 1.5].map(number);
    return `<rect class="${as}" x="${x}" y="${y}" width="${number(box.width + 3)}" height="${number(box.height + 3)}" rx="1.5"/>`;
  });
  return `<svg class="marks" aria-hidden="true" viewBox="0 0 ${number(plate.width)} ${number(plate.height)}">${rects.join('')}</svg>`;
}

function picture(
  svg: string | undefined,
  side: Side | undefined,
  boxes: readonly { box: Box; as: string }[],
  says: string,
): string {
  if (svg === undefined || !side)
    return `<figure class="none"><figcaption>${says}</figcaption><p>not there</p></figure>`;
  const drawn = svg.replace(/^<\?xml[^>]*>\s*/, '');
  return `<figure style="--w: ${number(side.drawing.plate.width)}"><figcaption>${says}</figcaption><div class="sheet">${drawn}${marks(side, boxes)}</div></figure>`;
}

const table = ({ title, head, rows, numeric }: ComparisonTable): string => {
  if (rows.length === 0) return '';
  const cell =
    (tag: string, more = '') =>
    (text: string, i: number) =>
      `<${tag}${more}${numeric > 0 && i >= head.length - numeric ? ' class="n"' : ''}>${escaped(text)}</${tag}>`;
  const line = (cells: readonly string[], tag: string, more?: string) =>
    `<tr>${cells.map(cell(tag, more)).join('')}</tr>`;
  return `<div class="table" tabindex="0" role="region" aria-label="${escaped(title)}"><table><caption>${escaped(title)}</caption><thead>${line(head, 'th', ' scope="col"')}</thead><tbody>${rows.map((row) => line(row, 'td')).join('')}</tbody></table></div>`;
};

function tablesOf(comparison: Comparison): string {
  const inked = inkText(comparison.ink);
  return [
    ...comparisonTables(comparison).map(table),
    inked === '' ? '' : `<p class="ink">Ink: ${escaped(inked)}</p>`,
    comparison.only ? `<p class="ink">${escaped(unseenText)}</p>` : '',
  ].join('\n');
}

const of = (boxes: readonly Box[], as: string) => boxes.map((box) => ({ box, as }));

function figureHtml({ difference, pictures }: ShownDifference): string {
  const { sides, comparison, before, after } = difference;
  const ink: InkBoxes = sides ? inkBoxes(sides[0].drawing, sides[1].drawing) : { came: [], went: [], moved: [] };
  const [old, now] = sides ?? [];
  const shown =
    comparison?.isSame || comparison?.only || (!before && !after)
      ? ''
      : `<div class="pair">${picture(
          pictures.before,
          old,
          [
            ...of(ink.went, 'went'),
            ...of(
              ink.moved.map(([was]) => was),
              'moved',
            ),
          ],
          'before',
        )}${picture(
          pictures.after,
          now,
          [
            ...of(ink.came, 'came'),
            ...of(
              ink.moved.map(([, is]) => is),
              'moved',
            ),
          ],
          'after',
        )}</div>`;
  const text = comparison ? (comparison.isSame ? '<p>The figure is the same.</p>' : tablesOf(comparison)) : '';
  const plain =
    comparison && !comparison.isSame && text.trim() === '' ? `<p>${escaped(comparisonText(comparison))}</p>` : text;
  return `<section><h2>${escaped(figureHead(difference))}</h2>\n<p class="title">${escaped(difference.title)}</p>\n${shown}\n${plain}</section>`;
}

const css = `
:root { color-scheme: light dark; --ink: #1c2126; --soft: #4d565f; --ground: #fff; --line: #c6cbd0; --came: #1f6f4a; --went: #a8401f; --moved: #35618c;
  font: 16px/1.5 system-ui, sans-serif; color: var(--ink); background: var(--ground); }
@media screen and (prefers-color-scheme: dark) { :root { --ink: #e6e9ec; --soft: #aab2ba; --ground: #16191c; --line: #4a525a; } }
body { margin: 0 auto; max-width: 84rem; padding: 2rem 1.25rem 4rem; }
h1 { font-size: 1.5rem; margin: 0 0 .25rem; }
h2 { font-size: 1.1rem; margin: 2.5rem 0 0; }
.about, .title, .ink { color: var(--soft); margin: 0 0 1rem; }
.key { display: flex; flex-wrap: wrap; gap: .25rem 1.5rem; list-style: none; padding: 0; color: var(--soft); font-size: .875rem; }
.key span { display: inline-block; width: 1.1em; height: .8em; border: 2px solid; border-radius: 2px; margin-right: .5em; }
.pair { display: flex; gap: 1.25rem; align-items: flex-start; }
figure { margin: 0; flex: var(--w, 200) 1 0; max-width: calc(var(--w, 200) * 1pt); }
@media screen and (max-width: 44rem) { .pair { flex-direction: column; } figure { width: 100%; flex: none; } }
figcaption { font-size: .875rem; color: var(--soft); margin-bottom: .25rem; }
.sheet { position: relative; background: #fff; border: 1px solid var(--line); }
.sheet svg { display: block; width: 100%; height: auto; }
.sheet .marks { position: absolute; inset: 0; }
.marks rect { fill: none; stroke-width: 1.1; }
.came { stroke: var(--came); } .went { stroke: var(--went); stroke-dasharray: 3 2; } .marks .moved { stroke: var(--moved); stroke-width: .8; stroke-opacity: .5; }
.table { overflow-x: auto; margin: 1rem 0; }
table { border-collapse: collapse; font-variant-numeric: tabular-nums; font-size: .9375rem; }
caption { text-align: left; font-weight: 600; padding: .25rem 0; }
th, td { text-align: left; vertical-align: top; padding: .2rem 1rem .2rem 0; border-bottom: 1px solid var(--line); white-space: pre-line; overflow-wrap: anywhere; }
.n { text-align: right; }
@media print { .pair { break-inside: avoid; } }`;

/** A page of a comparison, which needs no other file: both states of each figure that differs, side by side at one scale. */
export function comparisonHtml(
  heading: string,
  {
    around,
    shown,
    same,
  }: { around: readonly Difference[]; shown: readonly ShownDifference[]; same: readonly string[] },
): string {
  const isEmpty = around.length === 0 && shown.length === 0;
  const key = isEmpty
    ? ''
    : '<ul class="key"><li><span style="border-color: var(--came)"></span>new</li><li><span style="border-color: var(--went); border-style: dashed"></span>gone</li><li><span style="border-color: var(--moved)"></span>elsewhere</li></ul>';
  const rest = same.length === 0 ? '' : `<h2>The same in both</h2>\n<p>${escaped(same.join(', '))}</p>`;
  return `<!doctype html>
<html lang="en">
<head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>${escaped(heading)}</title><style>${css}</style></head>
<body><main>
<h1>What changed</h1>
<p class="about">${escaped(heading)}</p>
${isEmpty ? '<p>Nothing differs.</p>' : key}
${table(writtenTable(around))}
${shown.map(figureHtml).join('\n')}
${rest}
</main></body>
</html>
`;
}
