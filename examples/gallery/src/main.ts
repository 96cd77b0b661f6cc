import { builtInStyles } from 'hexis';
import { patched, patchFor, type View, viewEdits } from 'hexis/desk';
import { draw, type Picture, turning } from '../../shared/drawing.js';
import { editable, files, isFigure } from '../../shared/project.js';
import { markTurnable, turnable, viewText } from '../../shared/turn.js';

const part = <T extends HTMLElement>(id: string) => document.getElementById(id) as T;
const [kindPicker, stylePicker] = [part<HTMLSelectElement>('kind'), part<HTMLSelectElement>('style')];
const [sheets, figure, file, name, status] = [
  part('sheets'),
  part('figure'),
  part('file'),
  part('name'),
  part('status'),
];

// Those with mistakes are for the check, not for the wall.
const figures = editable.filter((path) => isFigure(path) && path.startsWith('figures/'));
const kindOf = (path: string) => /^ {2}kind: (\w+)/m.exec(files[path] as string)?.[1] ?? '';
const idOf = (path: string) => (path.split('/').at(-1) as string).replace('.figure.yaml', '');
const own = 'as written';

let chosen = figures[0] as string;
let run = 0;

function addOptions(picker: HTMLSelectElement, values: readonly string[]): void {
  picker.append(...values.map((value) => new Option(value)));
}

/** From where a hand has turned the figure that is chosen. */
let seen: View | undefined;

/** The figure file as it would be with the chosen style, from where the figure is seen. */
function fileText(path: string): string {
  const text = files[path] as string;
  const styled = stylePicker.value === own ? text : text.replace(/^style: .*$/m, `style: ${stylePath()}`);
  return seen ? patched(styled, patchFor(styled, viewEdits(seen))) : styled;
}

/** A built-in style by its name, a style of the project by its path from the figures. */
const stylePath = () => (stylePicker.value.endsWith('.yaml') ? `../${stylePicker.value}` : stylePicker.value);

const style = () => (stylePicker.value === own ? undefined : stylePicker.value);
/** A picture without the line that only files need. */
const markup = ({ svg }: Picture) => svg.replace(/^<\?xml.*\?>\n/, '');

/** The drawing of a figure in the chosen style. */
async function drawing(path: string): Promise<string> {
  const { picture: made, problems } = await draw(path, false, style());
  return made ? markup(made) : problems.map(({ code }) => code).join(', ');
}

function choose(path: string): void {
  chosen = path;
  seen = undefined;
  for (const button of sheets.querySelectorAll('button')) {
    button.setAttribute('aria-current', String(button.dataset['path'] === path));
  }
  figure.innerHTML = sheets.querySelector(`[data-path="${path}"] .drawing`)?.innerHTML ?? '';
  name.textContent = idOf(path);
  file.textContent = fileText(path);
  markTurnable(figure, kindOf(path) === 'space');
}

// Turned by hand, the figure and its text show the view; the file on the wall stays as it is.
turnable(figure, {
  open: async () => {
    const table = await turning(chosen, false, style());
    return table && { ...table, view: seen ?? table.view };
  },
  show(made, view) {
    figure.innerHTML = markup(made);
    status.textContent = `${idOf(chosen)}: ${viewText(view)}`;
  },
  keep(view) {
    seen = view;
    file.textContent = fileText(chosen);
  },
});

/** A figure on the wall: its drawing, its name and its kind. */
function sheet(path: string, svg: string): HTMLLIElement {
  const item = document.createElement('li');
  const button = document.createElement('button');
  button.type = 'button';
  button.dataset['path'] = path;
  button.innerHTML = `<span class="drawing">${svg}</span><span>${idOf(path)} <span class="kind">${kindOf(path)}</span></span>`;
  button.addEventListener('click', () => choose(path));
  item.append(button);
  return item;
}

/** Hangs the figures of the chosen kind in the chosen style. */
async function hang(): Promise<void> {
  run += 1;
  const mine = run;
  const shown = figures.filter((path) => kindPicker.value === 'all' || kindOf(path) === kindPicker.value);
  const drawings = await Promise.all(shown.map(drawing));
  if (mine !== run) return;
  sheets.replaceChildren(...shown.map((path, i) => sheet(path, drawings[i] as string)));
  choose(shown.includes(chosen) ? chosen : (shown[0] as string));
  status.textContent = `${shown.length} of ${figures.length} figures`;
}

part('copy').addEventListener('click', async () => {
  await navigator.clipboard.writeText(file.textContent ?? '');
  status.textContent = `${idOf(chosen)} is copied: paste it into a file that ends in .figure.yaml`;
});

addOptions(kindPicker, ['all', ...new Set(figures.map(kindOf))]);
addOptions(stylePicker, [
  own,
  ...Object.keys(builtInStyles),
  ...editable.filter((path) => path.endsWith('.style.yaml')),
]);
for (const picker of [kindPicker, stylePicker]) picker.addEventListener('change', hang);
await hang();
