import type { Finding } from '../check/finding.js';
import { seenAs, type View } from '../color/views.js';
import { cellForm } from '../export/numbers.js';
import type { Typesetter } from '../layout/words/typesetter.js';
import { formatNumber } from '../scale/numberFormat.js';
import type { Words } from '../words/words.js';
import { Column } from './column.js';
import { documentPage, pageMargin } from './documentPage.js';
import { foundWords, mendWords } from './findingWords.js';
import { numbersPart } from './numbersPart.js';
import { Pen, verbatim } from './pen.js';
import { border, markOf, type ProofFigure, type ProofPage, pageSize } from './proved.js';
import { seenItems } from './seenItems.js';

/** Distance between the page of the document and what there is to know of its figure, in points. */
const gutter = 34;
const ground = '#eceef0';

/** How a figure is looked at beside its own colours. */
const looks = ['grey', 'protan', 'deutan', 'tritan'] as const satisfies readonly View[];

/** What is said below a finding: why it is let pass, how it is mended, what was expected, or why it matters. */
function furtherWords({ waived, mend, expected, why }: Finding, words: Words): string {
  if (waived !== undefined) return words.say('proof-waived', { why: waived });
  if (mend) return mendWords(mend, words);
  return expected === undefined ? why : words.say('proof-expected', { what: expected });
}

/** The findings with their sentences. */
function findingsPart(column: Column, { findings, words: say }: ProofFigure): void {
  column.part(foundWords(findings, say));
  for (const [i, finding] of findings.entries()) {
    const { rule, found, place } = finding;
    const { pen, x, top, width } = column;
    pen.pin(i + 1, [x + 7, top + 7], markOf(finding));
    const words = new Column(pen, { x: x + 20, top, width: width - 20 });
    const where = place?.line === undefined ? '' : `, ${say.say('proof-line', { line: place.line })}`;
    words.words(`**${rule}**${where}: ${verbatim(found)}`, {}, 1.5);
    words.words(verbatim(furtherWords(finding, say)), { role: 'note' }, 6);
    column.top = words.top;
  }
}

/** The figure as others see it, two beside each other. */
function viewsPart(column: Column, { plate, words }: ProofFigure): void {
  column.part(words.say('proof-views'));
  const { pen, x, width } = column;
  const gap = 14;
  const cell = (width - gap) / 2;
  const by = Math.min(cell / plate.width, 190 / plate.height);
  const [w, h] = [plate.width * by, plate.height * by];
  for (const [i, view] of looks.entries()) {
    const at = { x: x + (i % 2) * (cell + gap), y: column.top + 14, width: w, height: h };
    pen.words(words.say(`view-${view}`), { x: at.x, top: column.top, width: cell }, { role: 'note' });
    pen.rect(at, { fill: seenAs(plate.paper, view) });
    pen.items.push(...seenItems(plate, at, view, `proof.${view}`));
    if (i % 2 === 1) column.gap(h + 26);
  }
}

/** The files that the figure was made of, each with the beginning of its hash. */
function inputsPart(column: Column, { inputs, words }: ProofFigure): void {
  column.part(words.say('proof-inputs'));
  for (const { file, sha256 } of inputs) {
    const { pen, x, top, width } = column;
    const name = pen.words(verbatim(file), { x, top, width: width - 250 }, { role: 'source', color: pen.colors.ink });
    const hash = pen.words(`SHA-256 ${sha256.slice(0, 32)}…`, { x: x + width, top }, { role: 'source', align: 'end' });
    column.gap(Math.max(name, hash) + 2);
  }
}

/** The page of one figure: its page of the document at the left, and at the right what there is to know of it. */
export function figurePage(setter: Typesetter, figure: ProofFigure): ProofPage {
  const { plate, path, style, placed, textWidth, words } = figure;
  const pageWidth = Math.max(textWidth, plate.width * placed) + 2 * pageMargin;
  const x = border + pageWidth + gutter;
  const about = new Column(new Pen(setter, 'proof.about'), {
    x,
    top: border,
    width: Math.max(430, pageSize.width - x - border),
  });
  about.words(verbatim(plate.title), { role: 'heading' }, 3);
  const centimetres = (points: number) => formatNumber((points / 72) * 2.54, 1, cellForm(words));
  const size = { width: centimetres(plate.width * placed), height: centimetres(plate.height * placed) };
  const facts = [path, words.say('proof-style', { style }), words.say('proof-size', size)];
  about.words(verbatim(words.row(facts)), { role: 'note' }, 12);
  findingsPart(about, figure);
  about.gap(8);
  viewsPart(about, figure);
  about.gap(4);
  numbersPart(about, figure);
  about.gap(4);
  inputsPart(about, figure);
  const needed = plate.height * placed + 2 * pageMargin + 160;
  const height = Math.max(pageSize.height, about.top + border, needed + 2 * border);
  const left = new Pen(setter, 'proof.page');
  const full = { x: 0, y: 0, width: x + about.width + border, height };
  left.rect(full, { fill: '#ffffff' });
  left.rect({ x: 0, y: 0, width: border + pageWidth + gutter / 2, height }, { fill: ground });
  documentPage(left, figure, { x: border, y: border, width: pageWidth, height: height - 2 * border });
  return { items: [...left.items, ...about.pen.items], width: full.width, height };
}
