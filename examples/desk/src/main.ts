import { describe, type Problem, patched, patchFor, viewEdits } from 'hexis';
import { draw, type Picture, turning } from '../../shared/drawing.js';
import { editable, files, isFigure } from '../../shared/project.js';
import { markTurnable, turnable, viewText } from '../../shared/turn.js';
import { editorIn } from './editor.js';

const part = <T extends HTMLElement>(id: string) => document.getElementById(id) as T;
const [picker, caption, save] = [
  part<HTMLSelectElement>('file'),
  part<HTMLInputElement>('caption'),
  part<HTMLButtonElement>('save'),
];
const [sheet, status, list] = [part('sheet'), part('status'), part('problems')];

let figure = editable.find(isFigure) as string;
let open = figure;
let shown: Picture | undefined;
let run = 0;

function element(tag: string, text: string, className?: string): HTMLElement {
  const made = document.createElement(tag);
  made.textContent = text;
  if (className) made.className = className;
  return made;
}

/** A problem in words: where it is, what was found, what was expected, what to write. */
function problemItem(problem: Problem): HTMLElement {
  const { found, expected, write } = describe(problem);
  const item = element('li', '', problem.severity);
  const { file, line } = problem.place ?? {};
  if (file !== undefined)
    item.append(element('span', `${file === open ? '' : `${file}, `}line ${line ?? 1}: `, 'where'));
  item.append(found);
  const rows = document.createElement('dl');
  if (expected !== undefined) rows.append(element('dt', 'expected'), element('dd', expected));
  if (write !== undefined) {
    const value = element('dd', '');
    value.append(element('code', write));
    rows.append(element('dt', 'write'), value);
  }
  item.append(rows);
  return item;
}

/** Draws the figure as the files are now. While something is wrong the last drawing stays, faded. */
async function redraw(): Promise<void> {
  run += 1;
  const mine = run;
  const { picture, problems, fault } = await draw(figure, caption.checked).catch((reason: unknown) => ({
    picture: undefined,
    problems: [],
    fault: String(reason),
  }));
  if (mine !== run) return;
  list.replaceChildren(...problems.map(problemItem));
  editor.mark(problems.filter(({ place }) => place?.file === open));
  sheet.classList.toggle('stale', picture === undefined);
  save.disabled = picture === undefined;
  if (!picture) {
    status.textContent =
      fault === undefined
        ? 'Not drawn: see what is wrong below the file.'
        : `Not drawn, for a mistake of Hexis itself: ${fault}`;
    return;
  }
  shown = picture;
  hang(picture);
  markTurnable(sheet, /^\s+kind: space\b|kind: space[ ,}]/m.test(files[figure] as string));
  status.textContent = `${picture.id}: ${picture.width.toFixed(1)} × ${picture.height.toFixed(1)} cm, at its true size; ${picture.summary}`;
}

function hang(picture: Picture): void {
  sheet.innerHTML = picture.svg.replace(/^<\?xml.*\?>\n/, '');
}

// Turning by hand: the view that the hand leaves is written into the file as numbers.
turnable(sheet, {
  open: () => turning(figure, caption.checked),
  show(picture, view) {
    hang(picture);
    save.disabled = true;
    status.textContent = `${picture.id}: ${viewText(view)}`;
  },
  keep(view) {
    const text = files[figure] as string;
    const patch = patchFor(text, viewEdits(view));
    if (open === figure) editor.edit(patch);
    else {
      files[figure] = patched(text, patch);
      void redraw();
    }
  },
});

let waiting = 0;
const editor = editorIn(part('editor'), (text) => {
  files[open] = text;
  // What is saved is what the file says: not before it is drawn.
  save.disabled = true;
  clearTimeout(waiting);
  waiting = window.setTimeout(redraw, 120);
});

function openFile(path: string): void {
  open = path;
  if (isFigure(path)) figure = path;
  editor.show(files[path] as string);
  void redraw();
}

save.addEventListener('click', () => {
  if (!shown) return;
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([shown.svg], { type: 'image/svg+xml' }));
  link.download = `${shown.id}.svg`;
  link.click();
  URL.revokeObjectURL(link.href);
});
caption.addEventListener('change', redraw);
picker.addEventListener('change', () => openFile(picker.value));
picker.append(...editable.map((path) => new Option(path)));
openFile(figure);
