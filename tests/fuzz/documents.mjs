/**
 * Documents as authors make them of ours: words written between and into captions, tracked changes, fields, tables, copies,
 * lost bookmarks, other encodings. Brought up to date, they must hold every word of the author.
 */
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { updateDocx } from '../../dist/node/bind/update/updateDocx.js';
import { updateTex } from '../../dist/node/bind/update/updateTex.js';
import { DocumentFault, openPackage, packedParts, xmlOf } from '../../dist/node/bind/update/wordPackage.js';
import { bind, drawReport } from '../../dist/node/index.js';
import { nastyTexts } from './nasty.mjs';

const demo = fileURLToPath(new URL('../../demo', import.meta.url));
const body = 'word/document.xml';

/** The report of the demo as bound, and its figures after its titles were changed: made once in a process. */
let bases;
export function basesOf() {
  bases ??= makeBases();
  return bases;
}

async function makeBases() {
  const folder = mkdtempSync(join(tmpdir(), 'hexis-fuzz-'));
  try {
    for (const part of ['figures', 'data', 'garden.codebook.yaml', 'lanternfield.style.yaml'])
      cpSync(join(demo, part), join(folder, part), { recursive: true });
    const report = join(folder, 'g.report.yaml');
    const list = '[figures/yield-by-bed.figure.yaml, figures/yield-boxes.figure.yaml]';
    writeFileSync(report, `hexis: report/1\nstyle: apa\nfigures: ${list}\n`);
    const made = await bind(report, 'docx');
    const tex = await bind(report, 'tex');
    if (!made.ok || !tex.ok) throw new Error('the demo report cannot be bound');
    for (const name of ['yield-by-bed', 'yield-boxes']) {
      const path = join(folder, 'figures', `${name}.figure.yaml`);
      const before = readFileSync(path, 'utf8');
      writeFileSync(path, before.replace(/^( *title: ).*$/m, '$1Other words & <new> ones'));
    }
    const forms = { svg: { text: 'outlines', ground: 'none' }, png: { ground: 'paper' }, pdf: {} };
    const changed = await drawReport(report, forms);
    if (!changed.ok) throw new Error('the changed report cannot be drawn');
    return { docx: made.value, tex: tex.value, figures: changed.value.document.figures };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const pieceOf = (text, pattern, random) => {
  const found = [...text.matchAll(pattern)];
  return found.length === 0 ? undefined : random.pick(found);
};
const put = (text, at, words) => text.slice(0, at) + words + text.slice(at);
/** The same text with another piece in place of a match. */
const swapped = (text, match, words) => text.slice(0, match.index) + words + text.slice(match.index + match[0].length);

const paragraph = /<w:p>(?:(?!<w:p[ >])[\s\S])*?<\/w:p>/g;
const run = /<w:r>(?:(?!<w:r[ >])[\s\S])*?<\/w:r>/g;
const words = /(<w:t(?: [^>]*)?>)([^<]+)(<\/w:t>)/g;
const tracked = 'w:id="900" w:author="Supervisor" w:date="2026-05-03T10:00:00Z"';

/** What authors and their programs do to the text of a document; each gives it back with other words `own` in it, or as it was. */
const wordActs = {
  between: (text, own, random) =>
    put(text, pieceOf(text, /<w:p>/g, random).index, `<w:p><w:r><w:t>${own}</w:t></w:r></w:p>`),
  into(text, own, random) {
    const match = pieceOf(text, words, random);
    const at = random.int(match[2].length + 1);
    // Not into the middle of an entity.
    if (/&[^;]*$/.test(match[2].slice(0, at))) return undefined;
    return swapped(text, match, `${match[1]}${match[2].slice(0, at)}${own}${match[2].slice(at)}${match[3]}`);
  },
  instead(text, own, random) {
    const match = pieceOf(text, words, random);
    return swapped(text, match, `${match[1]}${own}${match[3]}`);
  },
  run: (text, own, random) =>
    put(text, pieceOf(text, run, random).index, `<w:r><w:rPr><w:b/></w:rPr><w:t>${own}</w:t></w:r>`),
  inserted: (text, own, random) =>
    put(text, pieceOf(text, run, random).index, `<w:ins ${tracked}><w:r><w:t>${own}</w:t></w:r></w:ins>`),
  field: (text, own, random) =>
    put(
      text,
      pieceOf(text, run, random).index,
      `<w:fldSimple w:instr=" REF x "><w:r><w:t>${own}</w:t></w:r></w:fldSimple>`,
    ),
  alternative(text, own, random) {
    const match = pieceOf(text, /descr="[^"]*"/g, random);
    return match && swapped(text, match, `descr="${own}"`);
  },
};

/** What takes nothing of the author's words away. */
const shapes = {
  tracked(text, random) {
    const match = pieceOf(text, run, random);
    return /drawing|fldChar|instrText/.test(match[0])
      ? text
      : swapped(text, match, `<w:ins ${tracked}>${match[0]}</w:ins>`);
  },
  table(text, random) {
    const match = pieceOf(text, paragraph, random);
    return swapped(text, match, `<w:tbl><w:tblPr/><w:tblGrid/><w:tr><w:tc>${match[0]}</w:tc></w:tr></w:tbl>`);
  },
  twice(text, random) {
    const match = pieceOf(text, paragraph, random);
    return put(text, match.index, match[0]);
  },
  moved(text, random) {
    const match = pieceOf(text, paragraph, random);
    const rest = swapped(text, match, '');
    return put(rest, pieceOf(rest, /<w:p>/g, random).index, match[0]);
  },
  split(text, random) {
    const match = pieceOf(
      text,
      /<w:r>((?:<w:rPr>(?:(?!<\/w:rPr>)[\s\S])*<\/w:rPr>)?)<w:t[^>]*>([^<&]{2,})<\/w:t><\/w:r>/g,
      random,
    );
    const at = 1 + random.int(match[2].length - 1);
    const part = (own) => `<w:r>${match[1]}<w:t xml:space="preserve">${own}</w:t></w:r>`;
    return swapped(
      text,
      match,
      `${part(match[2].slice(0, at))}<w:proofErr w:type="spellStart"/>${part(match[2].slice(at))}`,
    );
  },
  lost(text, random) {
    const match = pieceOf(text, /<w:bookmark(?:Start|End)[^>]*\/>/g, random);
    return match ? swapped(text, match, '') : text;
  },
};

const wordChars = (own, random) => {
  const nasty = random.pick(nastyTexts).replace(/[\u0000-\u001f\ud800-\udfff\ufffe\uffff]/gu, ' ');
  return `${own} ${nasty}`
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');
};

/** A document of ours after some acts of its author, and the words that are the author's. */
export function authored(bytes, random) {
  const parts = openPackage(bytes);
  let text = xmlOf(parts.get(body));
  const own = [];
  for (let k = 1 + random.int(6); k > 0; k -= 1) {
    const act = random.pick([...Object.values(wordActs), ...Object.values(shapes)]);
    if (Object.values(shapes).includes(act)) {
      text = act(text, random);
      continue;
    }
    const word = `author${own.length}x${random.int(1e6)}q`;
    const after = act(text, wordChars(word, random), random);
    if (after === undefined) continue;
    text = after;
    own.push(word);
  }
  const encodings = [
    (one) => new TextEncoder().encode(one),
    (one) => Buffer.from(`\ufeff${one.replace(/encoding="UTF-8"/i, 'encoding="UTF-16"')}`, 'utf16le'),
    (one) => new TextEncoder().encode(`\ufeff${one}`),
  ];
  parts.set(body, new Uint8Array(random.pick([encodings[0], ...encodings])(text)));
  // A later act may have taken the place of an earlier one's words.
  return { bytes: packedParts(parts), own: own.filter((word) => text.includes(word)) };
}

/** What is lost of a document that is brought up to date. */
export async function documentFaults(random) {
  const { docx, figures } = await basesOf();
  const { bytes, own } = authored(docx[0].bytes, random);
  const faults = [];
  let updated;
  try {
    updated = updateDocx(bytes, figures, { oursAlways: false });
  } catch (fault) {
    return fault instanceof DocumentFault ? [] : [`exception: ${fault.stack}`];
  }
  const is = xmlOf(openPackage(updated.bytes).get(body));
  // A part in another encoding is not touched.
  if (is === undefined) {
    const [was, now] = [bytes, updated.bytes].map((one) => openPackage(one).get(body));
    return Buffer.compare(was, now) === 0 ? [] : ['the document is not well-formed'];
  }
  for (const word of own) if (!is.includes(word)) faults.push('a word of the author is lost');
  if (updateDocx(updated.bytes, figures).parts.length > 0) faults.push('what is up to date is changed again');
  return faults;
}

const texActs = [
  (lines, own, random) => lines.splice(random.int(lines.length + 1), 0, own),
  (lines, own, random) => lines.splice(random.int(lines.length + 1), 0, `% ${own}`),
  (lines, own, random) => {
    const at = random.int(lines.length);
    const line = lines[at];
    const place = random.int(line.length + 1);
    lines[at] = line.slice(0, place) + own + line.slice(place);
  },
  (lines, own) => {
    const at = lines.findIndex((line) => /\\caption|title/.test(line));
    if (at >= 0) lines[at] = lines[at].replace(/\{[^{}]*\}/, `{${own}}`);
  },
  (lines, _, random) => {
    const [from, to] = [random.int(lines.length), random.int(lines.length)];
    lines.splice(to, 0, ...lines.splice(from, 1 + random.int(3)));
  },
];

/** What is lost of a folder of LaTeX that is brought up to date. */
export async function texFaults(random) {
  const { tex, figures } = await basesOf();
  const folder = mkdtempSync(join(tmpdir(), 'hexis-fuzz-'));
  try {
    for (const { path, bytes } of tex) {
      mkdirSync(join(folder, path, '..'), { recursive: true });
      writeFileSync(join(folder, path), bytes);
    }
    const main = join(folder, tex[0].path);
    const lines = readFileSync(main, 'utf8').split('\n');
    const own = [];
    for (let k = 1 + random.int(6); k > 0; k -= 1) {
      const word = `author${k}x${random.int(1e6)}q`;
      random.pick(texActs)(lines, random.chance(0.5) ? `${word} Gr\u00f6\u00dfe` : word, random);
      own.push(word);
    }
    const end = random.pick(['\n', '\n', '\r\n']);
    const encoding = random.pick(['utf8', 'utf8', 'latin1']);
    const before = Buffer.from(lines.join(end), encoding);
    const kept = own.filter((word) => before.includes(word));
    writeFileSync(main, before);
    const faults = [];
    const { changes } = await updateTex(folder, figures);
    for (const { path, after } of changes) writeFileSync(path, after);
    const after = readFileSync(main);
    for (const word of kept) if (!after.includes(word)) faults.push('a word of the author is lost in LaTeX');
    const count = (bytes) => bytes.toString('latin1').split('\n').length;
    if (count(after) !== count(before)) faults.push('LaTeX has other lines');
    if (end === '\r\n' && /[^\r]\n/.test(after.toString('latin1'))) faults.push('LaTeX has mixed line ends');
    if ((await updateTex(folder, figures)).changes.length > 0) faults.push('LaTeX that is up to date is changed again');
    return faults;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
