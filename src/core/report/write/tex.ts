import { entryAt } from '../../at.js';
import { loadMarkup, type Markup, type Span } from '../../type/markup.js';
import type { Language } from '../../words/language.js';
import { type BoundDocument, type DocumentFigure, type DocumentFile, pictureFile } from '../documentForm.js';
import { type MarkedPart, wordsHash } from '../ownMarks.js';

const signs: Record<string, string> = {
  '\\': '\\textbackslash{}',
  '{': '\\{',
  '}': '\\}',
  '#': '\\#',
  $: '\\$',
  '%': '\\%',
  '&': '\\&',
  _: '\\_',
  '~': '\\textasciitilde{}',
  '^': '\\textasciicircum{}',
  '−': '\\ensuremath{-}',
  '±': '\\ensuremath{\\pm}',
  '×': '\\ensuremath{\\times}',
  '·': '\\ensuremath{\\cdot}',
  '≤': '\\ensuremath{\\le}',
  '≥': '\\ensuremath{\\ge}',
  '≠': '\\ensuremath{\\ne}',
  '≈': '\\ensuremath{\\approx}',
  '∞': '\\ensuremath{\\infty}',
  '→': '\\ensuremath{\\to}',
  '←': '\\ensuremath{\\gets}',
  '√': '\\ensuremath{\\surd}',
  '²': '\\textsuperscript{2}',
  '³': '\\textsuperscript{3}',
  '¹': '\\textsuperscript{1}',
  '°': '\\ensuremath{{}^{\\circ}}',
  µ: '\\ensuremath{\\mu}',
  '\u00a0': '~',
  '\u2009': '\\,',
  '\u202f': '\\,',
  '\u200b': '',
};

/** Greek letters by the names of their commands; capitals that look like Latin ones have none. */
const greek =
  'α alpha β beta γ gamma δ delta ε varepsilon ζ zeta η eta θ theta ι iota κ kappa λ lambda μ mu ν nu ξ xi π pi ρ rho σ sigma ς varsigma τ tau υ upsilon φ varphi χ chi ψ psi ω omega Γ Gamma Δ Delta Θ Theta Λ Lambda Ξ Xi Π Pi Σ Sigma Υ Upsilon Φ Phi Ψ Psi Ω Omega'.split(
    ' ',
  );
for (let i = 0; i < greek.length; i += 2) signs[entryAt(greek, i)] = `\\ensuremath{\\${greek[i + 1]}}`;

/** A text in which nothing is a command. */
export const texText = (text: string): string =>
  [...text.replace(/[\u0000-\u0008\u000b-\u001f\u007f]/g, '')].map((sign) => signs[sign] ?? sign).join('');

export const spansTex = (spans: readonly Span[]): string =>
  spans
    .map(({ text, bold, italic, shift }) => {
      if (text === '\n') return '\\\\ ';
      let marked = texText(text);
      if (shift) marked = `\\text${shift === 'super' ? 'superscript' : 'subscript'}{${marked}}`;
      if (italic) marked = `\\textit{${marked}}`;
      return bold ? `\\textbf{${marked}}` : marked;
    })
    .join('');

const labelOf = (id: string) => `fig:${id.replace(/[^\w.-]+/g, '-')}`;

/** Words of ours in a line, which ends in a remark that says whose they are and what they were when they were written here. */
export interface TexWords {
  part: MarkedPart;
  /** What stands before and behind them in their line, and themselves. */
  before: string;
  words: string;
  after: string;
}

/** The remark at the end of a line of ours. */
export const texMark = (part: MarkedPart, id: string, words: string): string =>
  `% hexis ${part} ${id} ${wordsHash(words)}`;

export const texWords = {
  title: ({ caption }: Pick<DocumentFigure, 'caption'>): TexWords => ({
    part: 'title',
    before: '  \\caption{',
    words: spansTex(caption.title),
    after: '}',
  }),
  note: ({ caption }: Pick<DocumentFigure, 'caption'>): TexWords => ({
    part: 'note',
    before: '  {\\raggedright\\footnotesize ',
    words: spansTex(caption.note),
    after: '\\par}',
  }),
  picture: ({ id, width, altText }: Pick<DocumentFigure, 'id' | 'width' | 'altText'>): TexWords => ({
    part: 'picture',
    before: `  \\includegraphics[width=${Number(width.toFixed(2))}bp,alt={{`,
    words: texText(altText.replace(/\s*\n\s*/g, ' ')),
    after: `}}]{figures/${pictureFile(id)}.pdf}`,
  }),
};

const texLine = (id: string, { part, before, words, after }: TexWords): string =>
  `${before}${words}${after}${texMark(part, id, words)}`;

function figureTex(
  figure: DocumentFigure,
  { counter, speaks }: { counter: string; speaks: boolean },
  spansOf: Markup,
): string {
  const { caption, id } = figure;
  const label = `  \\label{${labelOf(id)}}`;
  const note = caption.note.length === 0 ? [] : [texLine(id, texWords.note(figure))];
  const title = texLine(id, texWords.title(figure));
  const picture = ['  \\centering', texLine(id, texWords.picture(figure))];
  const body =
    caption.arrange === 'stacked' ? [title, label, ...picture, '', ...note] : [...picture, title, label, ...note];
  return [
    ...figure.before.flatMap((text) => [spansTex(spansOf(text)), '']),
    ...(counter === '' ? [] : [counter]),
    '\\begin{figure}[htbp]',
    ...(speaks ? ['  \\hexislanguage'] : []),
    ...body,
    '\\end{figure}',
  ].join('\n');
}

/** Switches to the language of the figures, where the document has loaded it by babel or polyglossia. */
function switching({ tex: { babel, polyglossia } }: Language): string[] {
  const names = [...new Set([babel, polyglossia])];
  const choice = names.reduceRight(
    (otherwise, name) =>
      `\\@ifundefined{captions${name}}{${otherwise}}{\\def\\hexislanguage{\\selectlanguage{${name}}}}`,
    '\\let\\hexislanguage\\relax',
  );
  return [
    `% Hyphenation of these figures: \\usepackage[${babel}]{babel}, or polyglossia with "${polyglossia}".`,
    choice,
  ];
}

/**
 * A document as figures for LaTeX: to be put into another one by \input, with the pictures as PDF beside it. The counter is
 * set only where the report says something else than it would count by itself.
 */
export async function texDocument({ figures, lead, words }: BoundDocument, name: string): Promise<DocumentFile[]> {
  const spansOf = await loadMarkup();
  const speaks = words.language.code !== 'en';
  let next = 1;
  const blocks = figures.map((figure) => {
    const { number } = figure.entry;
    const counter = number === next ? '' : `\\setcounter{figure}{${number - 1}}`;
    next = number + 1;
    return figureTex(figure, { counter, speaks }, spansOf);
  });
  const head = [
    `% Figures by hexis bind; put them into a document that loads graphicx by \\input{${name}}.`,
    '% What stands in lines that end in "% hexis ..." is brought up to date by "hexis bind --into".',
    '\\makeatletter',
    '% Alternative texts, where this LaTeX has no place for them.',
    '\\@ifundefined{KV@Gin@alt}{\\define@key{Gin}{alt}{}}{}',
    ...(speaks ? switching(words.language) : []),
    '\\makeatother',
    ...(lead === '' ? [] : [`\\renewcommand{\\thefigure}{${texText(lead)}\\arabic{figure}}`]),
  ];
  return [
    { path: `${name}.tex`, bytes: `${[...head, '', blocks.join('\n\n')].join('\n')}\n` },
    ...figures.map(({ id, pictures }) => ({
      path: `figures/${pictureFile(id)}.pdf`,
      bytes: pictures['pdf'] as Uint8Array,
    })),
  ];
}
