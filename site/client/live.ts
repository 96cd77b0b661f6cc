/** Examples that can be changed: the block becomes a text field, and what is written there is drawn as one types. */
import type { Drawn } from './liveWorker.js';

const base = document.body.dataset['base'] ?? './';
/** Milliseconds after the last key before it is drawn. */
const pause = 200;

let worker: Worker | undefined;
let count = 0;
const waiting = new Map<number, (drawn: Drawn) => void>();

/** Asks the worker to draw; it is loaded with the first question. */
function draw(example: { at: string; around: string; isChart: boolean; text: string }): Promise<Drawn> {
  if (!worker) {
    worker = new Worker(new URL('./liveWorker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<{ id: number; drawn: Drawn }>) => {
      waiting.get(data.id)?.(data.drawn);
      waiting.delete(data.id);
    });
  }
  count += 1;
  const id = count;
  worker.postMessage({ id, base: new URL(`${base}files/`, location.href).href, ...example });
  return new Promise((done) => waiting.set(id, done));
}

function button(words: string, press: () => void): HTMLButtonElement {
  const made = document.createElement('button');
  made.type = 'button';
  made.textContent = words;
  made.addEventListener('click', press);
  return made;
}

/** Text in an address, without letters that mean something there (RFC 4648, section 5). */
const packed = (text: string) =>
  btoa(Array.from(new TextEncoder().encode(text), (byte) => String.fromCharCode(byte)).join(''))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replaceAll('=', '');

function enliven(section: HTMLElement): void {
  const pre = section.querySelector('pre') as HTMLElement;
  const image = section.querySelector('img') as HTMLImageElement;
  const first = pre.textContent ?? '';
  const { at = '', around = '', chart } = section.dataset;
  const start = { src: image.src, alt: image.alt };
  const field = document.createElement('textarea');
  field.value = first;
  field.spellcheck = false;
  field.setAttribute('aria-label', 'Settings of the figure, drawn as you type');
  field.setAttribute('autocapitalize', 'off');
  const said = document.createElement('div');
  said.className = 'said';
  said.setAttribute('role', 'status');
  const bar = section.querySelector('.bar') as HTMLElement;
  let timer = 0;
  let run = 0;
  const fit = () => {
    field.rows = Math.max(3, field.value.split('\n').length);
  };
  const now = () => (field.isConnected ? field.value : first);

  async function redraw(): Promise<Drawn> {
    run += 1;
    const own = run;
    section.classList.add('busy');
    const drawn = await draw({ at, around, isChart: chart === 'yes', text: now() });
    if (own !== run) return drawn;
    section.classList.remove('busy');
    if (drawn.svg !== undefined) {
      const old = image.src;
      image.src = URL.createObjectURL(new Blob([drawn.svg], { type: 'image/svg+xml' }));
      image.alt = drawn.alt ?? '';
      if (old.startsWith('blob:')) URL.revokeObjectURL(old);
    }
    section.classList.toggle('stale', drawn.svg === undefined);
    said.replaceChildren(
      ...drawn.says.map(({ severity, text }) => {
        const line = document.createElement('p');
        line.className = severity;
        line.textContent = text;
        return line;
      }),
    );
    if (drawn.says.length === 0) said.textContent = 'Drawn; nothing breaks the style.';
    return drawn;
  }

  const change = button('Change it', () => {
    pre.replaceWith(field);
    fit();
    section.append(said);
    change.replaceWith(back);
    field.focus();
    void redraw();
  });
  const back = button('As it was', () => {
    field.value = first;
    fit();
    image.src = start.src;
    image.alt = start.alt;
    void redraw();
  });
  const copy = button('Copy', () => {
    void navigator.clipboard.writeText(now()).then(
      () => {
        copy.textContent = 'Copied';
        setTimeout(() => {
          copy.textContent = 'Copy';
        }, 1500);
      },
      () => {
        copy.textContent = 'The browser does not let the page copy';
      },
    );
  });
  const desk = button('Open at the desk', () => {
    void draw({ at, around, isChart: chart === 'yes', text: now() }).then(({ whole }) => {
      location.href = `${base}desk/#try:${packed(whole)}`;
    });
  });
  bar.append(change, copy, desk);
  field.addEventListener('input', () => {
    fit();
    clearTimeout(timer);
    timer = window.setTimeout(() => void redraw(), pause);
  });
}

for (const section of document.querySelectorAll<HTMLElement>('.live')) enliven(section);
