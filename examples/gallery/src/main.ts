import { builtInStyles } from 'hexis';
import { draw } from '../../shared/drawing.js';
import { editable, files, isFigure } from '../../shared/project.js';

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

/** The figure file as it would be with the chosen style. */
function fileText(path: string): string {
  const text = files[path] as string;
  return stylePicker.value === own ? text : text.replace(/^style: .*$/m, `style: ${stylePath()}`);
}

/** A built-in style by its name, a style of the project by its path from the figures. */
const stylePath = () => (stylePicker.value.endsWith('.yaml') ? `../${stylePicker.value}` : stylePicker.value);

/** The drawing of a figure in the chosen style, without the line that only files need. */
async function drawing(path: string): Promise<string> {
  const style = stylePicker.value === own ? undefined : stylePicker.value;
  const { picture: made, problems } = await draw(path, false, style);
  return made?.svg.replace(/^<\?xml.*\?>\n/, '') ?? problems.map(({ code }) => code).join(', ');
}

function choose(path: string): void {
  chosen = path;
  for (const button of sheets.querySelectorAll('button')) {
    button.setAttribute('aria-current', String(button.dataset['path'] === path));
  }
  figure.innerHTML = sheets.querySelector(`[data-path="${path}"] .drawing`)?.innerHTML ?? '';
  name.textContent = idOf(path);
  file.textContent = fileText(path);
}

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
