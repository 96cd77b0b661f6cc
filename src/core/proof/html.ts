import type { Finding } from '../check/finding.js';
import { escaped } from '../export/xml.js';
import { placeText } from '../problem/problem.js';
import type { Words } from '../words/words.js';
import { foundWords, mendWords, proofTitle } from './findingWords.js';

/** A figure of a proof in words. */
export interface ProofWords {
  title: string;
  path: string;
  description: string;
  findings: readonly Finding[];
  /** The words of its language. */
  words: Words;
}

const style = `
:root { color-scheme: light; font: 15px/1.5 system-ui, sans-serif; color: #1c2126; background: #eceef0; }
body { margin: 0 auto; max-width: 1240px; padding: 24px; }
h1 { font-size: 1.3rem; margin: 0 0 .6rem; }
nav ol { columns: 2; padding-left: 1.4em; }
section { margin: 0 0 32px; padding: 20px; background: #fff; border: 1px solid #c6cbd0; }
h2 { font-size: 1.1rem; margin: 0 0 .2rem; }
p { margin: 0 0 .8rem; }
.path, .why { color: #5b646d; }
img { display: block; width: 100%; height: auto; }
ol.findings { padding-left: 1.6em; }
.error b { color: #b3401f; } .warning b { color: #8a5a00; } .waived b { color: #5b646d; }
@page { size: A3 landscape; margin: 8mm; }
@media print {
  :root { background: #fff; }
  body { max-width: none; padding: 0; }
  section { border: 0; margin: 0; padding: 0; break-after: page; }
  nav { break-after: page; }
}`;

/** A finding, whose own words are English, in the words of the figure. */
function findingItem({ rule, severity, waived, found, expected, why, mend, place }: Finding, words: Words): string {
  const kind = waived === undefined ? severity : 'waived';
  const more = [
    ...(expected === undefined ? [] : [`${words.say('proof-expected', { what: expected })}.`]),
    ...(waived === undefined ? [why] : [words.say('proof-waived', { why: waived })]),
    ...(mend && waived === undefined ? [`${mendWords(mend, words).replace(/\.$/, '')}.`] : []),
  ].join(' ');
  return `<li class="${kind}"><b>${escaped(words.say(`severity-${kind}`))} ${rule}</b> ${escaped(placeText(place))}: ${escaped(found)}<br><span class="why">${escaped(more)}</span></li>`;
}

/** The language of words, as a mark of an element. */
const languageMark = ({ language: { code, direction } }: Words): string =>
  ` lang="${code}"${direction === 'rtl' ? ' dir="rtl"' : ''}`;

const section = ({ title, path, description, findings, words }: ProofWords, picture: string, i: number): string => `
<section id="figure-${i + 1}"${languageMark(words)}>
<h2>${escaped(title)}</h2>
<p class="path">${escaped(path)}. ${escaped(foundWords(findings, words))}</p>
<img alt="${escaped(description)}" src="data:image/svg+xml,${encodeURIComponent(picture)}">
${findings.length === 0 ? '' : `<ol class="findings">\n${findings.map((finding) => findingItem(finding, words)).join('\n')}\n</ol>`}
</section>`;

/**
 * A proof as one page for a browser, which asks for no other file: every sheet as a picture, with its findings in words.
 *
 * @param words those of the whole
 * @param pictures the sheets as SVG, in the order of the figures
 */
export function proofHtml(figures: readonly ProofWords[], words: Words, pictures: readonly string[]): string {
  const all = figures.flatMap(({ findings }) => findings);
  const title = proofTitle(
    figures.map((figure) => figure.title),
    words,
  );
  const list = figures.map(
    ({ title: own, findings }, i) =>
      `<li><a href="#figure-${i + 1}">${escaped(own)}</a>. ${escaped(foundWords(findings, words))}</li>`,
  );
  return `<!doctype html>
<html${languageMark(words)}>
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>${escaped(title)}</title>
<style>${style}
</style>
</head>
<body>
<h1>${escaped(title)}. ${escaped(foundWords(all, words))}</h1>
${figures.length > 1 ? `<nav><ol>\n${list.join('\n')}\n</ol></nav>` : ''}
${figures.map((figure, i) => section(figure, pictures[i] ?? '', i)).join('\n')}
</body>
</html>
`;
}
