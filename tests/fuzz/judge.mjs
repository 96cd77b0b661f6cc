import { SaxesParser } from 'saxes';
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
  readCodebook,
  readFigure,
  write,
} from '../../dist/core/index.js';
import { slantedOverlap } from '../../dist/core/layout/turned.js';
import { disk } from '../../dist/node/index.js';
import { draftOf } from './cases.mjs';

const said = (problems, code) => problems.some((problem) => problem.code === code);

/** What is wrong with the words of problems. */
function wordFaults(problems) {
  const faults = [];
  for (const problem of problems) {
    const text = problemText(problem);
    if (
      /\[object |undefined|\bNaN\b|Infinity|function \w+\(/.test(text) &&
      !/"[^"]*(NaN|undefined|Infinity)/.test(text) &&
      // What an author writes is shown as it is.
      !/^wrong-/.test(problem.code)
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
  const { shippedFont, subsetFont } = disk;
  const again = await mend(memory(files, { shippedFont, subsetFont }), made.figure, options);
  if (!again.ok) faults.push('what was mended cannot be drawn');
  else if (again.value.after !== after) faults.push(`mended twice: ${again.value.made.map(({ rule }) => rule)}`);
  else if (open(again.value.left).length !== open(left).length) faults.push('what is left is not what is found');
  return faults;
}

async function outputFaults(drawing, formats) {
  const faults = [];
  for (const name of formats) {
    const written = await write(drawing, name);
    if (!written.ok) {
      faults.push(...wordFaults(written.problems));
      continue;
    }
    const text = typeof written.value === 'string' ? written.value : new TextDecoder('latin1').decode(written.value);
    if (name === 'svg') {
      const fault = xmlFault(text);
      if (fault) faults.push(`SVG is not well-formed: ${fault}`);
      const drawn = text.replace(/<(title|desc|metadata)>[\s\S]*?<\/\1>/g, '');
      if (notNumber(drawn)) faults.push(`SVG holds ${notNumber(drawn)[0]}`);
    } else if (name === 'eps') {
      const body = text.replace(/^%.*$/gm, '');
      if (notNumber(body)) faults.push(`EPS holds ${notNumber(body)[0]}`);
      if (/[^\x00-\x7f]/.test(text)) faults.push('EPS is not ASCII');
    }
  }
  return faults;
}

/** All that is wrong with what comes of a case; an exception counts as well. */
export async function judge(made) {
  if (made.do === 'draft') {
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
    return judge({ ...made, do: 'draw', files: draft.files, figure: 't.figure.yaml' });
  }
  const { shippedFont, subsetFont } = disk;
  const project = openProject(memory(made.files, { shippedFont, subsetFont }));
  if (made.do === 'match') {
    const outcome = await matchFigure(project, made.figure, made.model, { scales: true });
    if (!outcome.ok) return wordFaults(outcome.problems);
    const { before, after } = outcome.value;
    const faults = wordFaults(outcome.problems);
    if (before.startsWith('\ufeff') !== after.startsWith('\ufeff')) faults.push('the byte order mark went');
    if (/\r\n/.test(before) && /[^\r]\n/.test(after) && !/[^\r]\n/.test(before)) faults.push('mixed line ends');
    return faults;
  }
  const options = { caption: made.caption, ...(made.style === undefined ? {} : { style: made.style }) };
  const outcome =
    made.do === 'swatch' ? await drawSwatch(project, made.style) : await project.draw(made.figure, options);
  const { problems } = outcome;
  if (!outcome.ok)
    return problems.some(({ severity }) => severity === 'error') ? wordFaults(problems) : ['failed without an error'];
  const { plate, numbers } = outcome.value;
  if (made.do !== 'swatch' && made.do !== 'board') globalThis.drawnFigures = (globalThis.drawnFigures ?? 0) + 1;
  return [
    ...wordFaults(problems),
    ...plateFaults(plate),
    ...(made.do === 'swatch' || made.do === 'board' ? [] : numbersFaults(numbers)),
    ...inkFaults(plate, problems),
    ...(made.do === 'swatch' ? [] : checkFaults(outcome.value, problems)),
    ...(made.mends ? await mendFaults(made, memory(made.files, { shippedFont, subsetFont })) : []),
    ...(await outputFaults(outcome.value, made.formats)),
  ];
}
