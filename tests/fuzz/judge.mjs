import { SaxesParser } from 'saxes';
import { edited, historyOf, redo, undo } from '../../dist/core/desk.js';
import {
  check,
  describe,
  drawSwatch,
  findingText,
  matchFigure,
  memory,
  mend,
  numbersCsv,
  numbersJson,
  numbersText,
  openProject,
  problemText,
  proof,
  readCodebook,
  readFigure,
  rules,
  write,
} from '../../dist/core/index.js';
import { slantedOverlap } from '../../dist/core/layout/words/turned.js';
import { carriedText } from '../../dist/core/project/carry/carried.js';
import { readCarried } from '../../dist/core/project/carry/readCarried.js';
import { together } from '../../dist/core/project/carry/together.js';
import { disk, writeProof } from '../../dist/node/index.js';
import { draftOf } from './cases.mjs';
import { documentFaults, texFaults } from './documents.mjs';

const said = (problems, code) => problems.some((problem) => problem.code === code);

/** What is wrong with the words of problems. */
function wordFaults(problems) {
  const faults = [];
  for (const problem of problems) {
    const text = problemText(problem);
    if (
      /\[object |undefined|\bNaN\b|Infinity|function \w+\(/.test(text) &&
      !/"[^"]*(NaN|undefined|Infinity)/.test(text) &&
      // What an author writes is shown as it is, keys too.
      !/^wrong-/.test(problem.code) &&
      !/\.(Infinity|NaN|undefined)\b/.test(text)
    )
      faults.push(`words of ${problem.code}: ${text.slice(0, 300)}`);
    if (text.length > 20_000) faults.push(`words of ${problem.code} are ${text.length} characters long`);
    if (!describe(problem).found) faults.push(`${problem.code} says nothing`);
    const { line, column } = problem.place ?? {};
    if ((line !== undefined && !(line >= 1)) || (column !== undefined && !(column >= 1)))
      faults.push(`place of ${problem.code}: ${line}:${column}`);
  }
  return faults;
}

const notNumber = (text) => /\bNaN\b|\bInfinity\b/.exec(text);

function xmlFault(text) {
  const parser = new SaxesParser();
  let fault;
  parser.on('error', (reason) => {
    fault ??= reason.message;
  });
  parser.write(text).close();
  return fault;
}

/** Box of the words as they are drawn, and whether some leave the page or stand on each other. */
function inkFaults(plate, problems) {
  const faults = [];
  const page = ({ x, y, width, height }) =>
    x < -0.1 || y < -0.1 || x + width > plate.width + 0.1 || y + height > plate.height + 0.1;
  const off = plate.items.find(({ box }) => page(box));
  if (off && !said(problems, 'ink-outside')) faults.push(`off the page: ${off.role}`);
  const words = plate.items.filter(({ type }) => type === 'text').sort((a, b) => a.box.y - b.box.y);
  for (const [i, a] of words.entries()) {
    for (const b of words.slice(i + 1, i + 400)) {
      if (b.box.y >= a.box.y + a.box.height) break;
      const deep = Math.min(
        a.box.x + a.box.width - b.box.x,
        b.box.x + b.box.width - a.box.x,
        a.box.y + a.box.height - b.box.y,
        b.box.y + b.box.height - a.box.y,
      );
      // The boxes of slanted words meet where the words do not.
      const isOn = deep > 1 && slantedOverlap(a, b);
      if (isOn && !said(problems, 'words-touch')) return [...faults, `words on words: ${a.role} and ${b.role}`];
    }
  }
  return faults;
}

function plateFaults(plate) {
  const faults = [];
  const fine = (value, path) => {
    if (typeof value === 'number' && !Number.isFinite(value)) faults.push(`${value} at ${path}`);
    else if (ArrayBuffer.isView(value)) for (const [i, entry] of [...value].entries()) fine(entry, `${path}[${i}]`);
    else if (typeof value === 'object' && value !== null)
      for (const [key, inner] of Object.entries(value)) fine(inner, `${path}.${key}`);
  };
  fine(plate, 'plate');
  for (const [key, text] of [
    ['title', plate.title],
    ['description', plate.description],
  ]) {
    if (/\bNaN\b|Infinity|undefined|\[object/.test(text) && key === 'description')
      faults.push(`description: ${text.slice(0, 200)}`);
  }
  return faults.slice(0, 3);
}

function numbersFaults(numbers) {
  const faults = [];
  for (const row of numbers.rows)
    for (const value of row) if (typeof value === 'number' && !Number.isFinite(value)) faults.push(`numbers: ${value}`);
  const { read, chosen, used, leftOut } = numbers;
  const left = leftOut.reduce((sum, { count }) => sum + count, 0);
  if (used + left !== chosen || chosen > read)
    faults.push(`counts do not add up: ${JSON.stringify({ read, chosen, used, left })}`);
  for (const text of [JSON.stringify(numbersJson('x', numbers)), numbersCsv(numbers), numbersText(numbers)])
    if (typeof text !== 'string') faults.push('numbers are no text');
  return faults.slice(0, 3);
}

/** What is wrong with what the check says of a drawing, and with the measures and the places that it gives. */
function checkFaults(drawing, problems) {
  const faults = [];
  const findings = check(drawing, problems);
  for (const finding of findings) {
    const { found, measured, limit, boxes, place, rule } = finding;
    const words = findingText(finding);
    // What an author writes is shown as it is.
    if (/\[object |undefined|\bNaN\b|Infinity/.test(words.replace(/"[^"]*"/g, '')))
      faults.push(`words of the rule ${rule}: ${words.slice(0, 300)}`);
    if (found === '') faults.push(`${rule} says nothing`);
    for (const value of [measured?.value ?? 0, limit?.value ?? 0, ...boxes.flatMap(Object.values)])
      if (!Number.isFinite(value)) faults.push(`${rule} measures ${value}`);
    if (!(place?.line >= 1 && place.column >= 1)) faults.push(`${rule} has no place`);
  }
  if (JSON.stringify(check(drawing, problems)) !== JSON.stringify(findings)) faults.push('the check says two things');
  return faults.slice(0, 3);
}

const open = (findings) => findings.filter(({ waived }) => waived === undefined);

/** What is wrong with the mends of a figure file: one that cannot be drawn, says more than before, or is mended again. */
async function mendFaults(made, source) {
  if (typeof made.files[made.figure] !== 'string') return [];
  const options = made.style === undefined ? {} : { style: made.style };
  const first = await mend(source, made.figure, options);
  if (!first.ok) return wordFaults(first.problems);
  const { before, after, made: mended, left } = first.value;
  const faults = [];
  if ((mended.length === 0) !== (before === after))
    faults.push('a mend that changes nothing, or a change that mends nothing');
  const files = { ...made.files, [made.figure]: after };
  const again = await mend(memoryOf(files), made.figure, options);
  if (!again.ok) faults.push('what was mended cannot be drawn');
  else if (again.value.after !== after) faults.push(`mended twice: ${again.value.made.map(({ rule }) => rule)}`);
  else if (open(again.value.left).length !== open(left).length) faults.push('what is left is not what is found');
  return faults;
}

/** What is wrong with the text of a picture. */
const textFaults = {
  svg(text) {
    const fault = xmlFault(text);
    const odd = notNumber(text.replace(/<(title|desc|metadata)>[\s\S]*?<\/\1>/g, ''));
    return [...(fault ? [`SVG is not well-formed: ${fault}`] : []), ...(odd ? [`SVG holds ${odd[0]}`] : [])];
  },
  eps(text) {
    const odd = notNumber(text.replace(/^%.*$/gm, ''));
    return [...(odd ? [`EPS holds ${odd[0]}`] : []), ...(/[^\x00-\x7f]/.test(text) ? ['EPS is not ASCII'] : [])];
  },
};

async function outputFaults(drawing, formats) {
  const faults = [];
  for (const name of formats) {
    const written = await write(drawing, name);
    if (!written.ok) {
      faults.push(...wordFaults(written.problems));
      continue;
    }
    const text = typeof written.value === 'string' ? written.value : new TextDecoder('latin1').decode(written.value);
    faults.push(...(textFaults[name]?.(text) ?? []));
  }
  return faults;
}

/** Steps of editing, taken back and done again to the letter. */
function undoFaults({ text, edits }) {
  let history = historyOf(text);
  const texts = [text];
  for (const edit of edits) {
    history = edited(history, [edit]);
    if (history.text !== texts.at(-1)) texts.push(history.text);
  }
  const faults = [];
  for (const wanted of texts.slice(0, -1).reverse()) {
    history = undo(history);
    if (history.text !== wanted) faults.push('what is taken back is not what was');
  }
  for (const wanted of texts.slice(1)) {
    history = redo(history);
    if (history.text !== wanted) faults.push('what is done again is not what was');
  }
  return faults;
}

const waivers = (reason) => Object.fromEntries(rules.map(({ name }) => [name, reason]));

/** A figure that waives each rule that speaks has nothing open, and says each reason. */
async function waivedFaults(made, memoryOf) {
  const options = made.style === undefined ? {} : { style: made.style };
  const first = await openProject(memoryOf(made.files)).draw(made.figure, options);
  if (!first.ok || /^waive:/m.test(made.files[made.figure])) return [];
  const spoken = new Set(open(check(first.value, first.problems)).map(({ rule }) => rule));
  spoken.delete('idle-waiver');
  const given = Object.fromEntries(Object.entries(waivers(made.reason)).filter(([name]) => spoken.has(name)));
  if (spoken.size === 0) return [];
  const text = `${made.files[made.figure].trimEnd()}\nwaive: ${JSON.stringify(given)}\n`;
  const second = await openProject(memoryOf({ ...made.files, [made.figure]: text })).draw(made.figure, options);
  if (!second.ok)
    return second.problems.some(({ code }) => code === 'unreadable' || /yaml/.test(code))
      ? []
      : [`a waiver is refused: ${problemText(second.problems[0])}`];
  const findings = check(second.value, second.problems);
  const left = open(findings).filter(({ rule }) => spoken.has(rule));
  return left.length > 0 ? [`waived, but open: ${left[0].rule}`] : [];
}

/** A proof in each form. */
async function proofFaults(made, source) {
  const found = await proof(source, [made.figure], made.style === undefined ? {} : { style: made.style });
  if (!found.ok) return wordFaults(found.problems);
  const faults = wordFaults(found.problems);
  for (const form of ['pdf', 'html']) {
    const written = await writeProof(found.value, form);
    if (!written.ok) faults.push(...wordFaults(written.problems));
    else if (form === 'html' && notNumber(written.value.replace(/<[^>]*"[^>]*>/g, '')))
      faults.push('the proof says NaN');
  }
  return faults;
}

/** What is wrong with a draft: it is read and drawn. */
async function draftFaults(made) {
  const draft = draftOf(made.text);
  if (!draft.files) return wordFaults(draft.problems);
  const read = [
    readCodebook(draft.files['t.codebook.yaml'], 't.codebook.yaml'),
    readFigure(draft.files['t.figure.yaml'], 't.figure.yaml'),
  ];
  const unread = read.flatMap((outcome) =>
    outcome.ok ? [] : outcome.problems.map((problem) => `draft cannot be read: ${problemText(problem)}`),
  );
  if (unread.length > 0) return unread;
  return drawFaults({ ...made, do: 'draw', files: draft.files, figure: 't.figure.yaml' });
}

/** What is wrong with a figure that has taken over the formatting of another one. */
async function matchFaults(made) {
  const outcome = await matchFigure(projectOf(made), made.figure, made.model, { scales: true });
  if (!outcome.ok) return wordFaults(outcome.problems);
  const { before, after } = outcome.value;
  const faults = wordFaults(outcome.problems);
  if (before.startsWith('\ufeff') !== after.startsWith('\ufeff')) faults.push('the byte order mark went');
  if (/\r\n/.test(before) && /[^\r]\n/.test(after) && !/[^\r]\n/.test(before)) faults.push('mixed line ends');
  return faults;
}

const { shippedFont, subsetFont, shaper, scriptFace, wordBreaks } = disk;
const memoryOf = (files) => memory(files, { shippedFont, subsetFont, shaper, scriptFace, wordBreaks });
const projectOf = ({ files }) => openProject(memoryOf(files));

const plateText = ({ madeFrom: _, ...plate }) => JSON.stringify(plate);
const nameOf = (path) => path.split(/[/\\]/).at(-1);

/** What is drawn again of what a file carries is the same ink, and carries the same. */
async function carriedFaults(made, { plate, origin }) {
  const faults = [];
  for (const part of ['settings', 'all']) {
    const text = await carriedText(origin, part);
    if (!text.ok) {
      faults.push(...wordFaults(text.problems));
      continue;
    }
    const read = readCarried(text.value, 'picture');
    if (!read.ok) {
      faults.push(`what is carried is refused: ${problemText(read.problems[0])}`);
      continue;
    }
    const { figures, files } = together([read.value]);
    const given = Object.fromEntries(
      figures[0].lacking.flatMap(({ name }) => {
        const path = Object.keys(made.files).find((own) => nameOf(own) === name);
        return path === undefined ? [] : [[name, made.files[path]]];
      }),
    );
    // Rows that stood in a figure file, and fonts, are given by nobody here.
    if (part === 'settings' && figures[0].lacking.some(({ name }) => given[name] === undefined)) continue;
    const again = await openProject(memoryOf({ ...given, ...Object.fromEntries(files) })).draw(figures[0].file, {
      caption: made.caption,
    });
    if (!again.ok) faults.push(`what is carried (${part}) cannot be drawn: ${problemText(again.problems[0])}`);
    else if (plateText(again.value.plate) !== plateText(plate))
      faults.push(`what is carried (${part}) draws other ink`);
    else if (
      (await carriedText(again.value.origin, 'settings')).value !== (await carriedText(origin, 'settings')).value &&
      part === 'settings'
    )
      faults.push('what is carried carries something else');
  }
  return faults;
}

/** What is wrong with a figure, a board or a swatch that is drawn. */
async function drawFaults(made) {
  const options = { caption: made.caption, ...(made.style === undefined ? {} : { style: made.style }) };
  const project = projectOf(made);
  const isSwatch = made.do === 'swatch';
  const isFigure = !isSwatch && made.do !== 'board';
  const outcome = isSwatch ? await drawSwatch(project, made.style) : await project.draw(made.figure, options);
  const { problems } = outcome;
  if (!outcome.ok)
    return problems.some(({ severity }) => severity === 'error') ? wordFaults(problems) : ['failed without an error'];
  const { plate, numbers } = outcome.value;
  if (isFigure) globalThis.drawnFigures = (globalThis.drawnFigures ?? 0) + 1;
  return [
    ...wordFaults(problems),
    ...plateFaults(plate),
    ...(isFigure ? numbersFaults(numbers) : []),
    ...inkFaults(plate, problems),
    ...(isSwatch ? [] : checkFaults(outcome.value, problems)),
    ...(isSwatch ? [] : await carriedFaults(made, outcome.value)),
    ...(made.mends ? await mendFaults(made, memoryOf(made.files)) : []),
    ...(await outputFaults(outcome.value, made.formats)),
  ];
}

/** What is looked at of each thing that is done; all else is drawn. */
const judges = {
  document: (made) => documentFaults(made.random),
  tex: (made) => texFaults(made.random),
  undone: undoFaults,
  draft: draftFaults,
  waived: (made) => waivedFaults(made, memoryOf),
  proved: (made) => proofFaults(made, memoryOf(made.files)),
  match: matchFaults,
};

/** All that is wrong with what comes of a case; an exception counts as well. */
export const judge = async (made) => (judges[made.do] ?? drawFaults)(made);
