/** What every page does: search, the menu of pages on a small screen, and other versions. */
import { type Found, prepare, searchFor } from './search.js';

const base = document.body.dataset['base'] ?? './';

const input = document.getElementById('search') as HTMLInputElement;
const list = document.getElementById('found') as HTMLElement;

/** Letters of a part that are shown. */
const shown = 110;

function show(found: readonly Found[], words: string): void {
  list.hidden = words === '';
  list.replaceChildren();
  const head = document.createElement('p');
  head.setAttribute('role', 'status');
  head.textContent = found.length === 0 ? `Nothing found for ${words}.` : `${found.length} found`;
  list.append(head);
  const items = document.createElement('ul');
  for (const { title, page, address, body } of found) {
    const text = body.length > shown ? `${body.slice(0, shown)} …` : body;
    const item = document.createElement('li');
    const link = document.createElement('a');
    link.href = base + address;
    const [strong, small] = [document.createElement('strong'), document.createElement('span')];
    strong.textContent = title;
    small.textContent = page === title ? text : `${page} · ${text}`;
    link.append(strong, small);
    item.append(link);
    items.append(item);
  }
  list.append(items);
}

let last = 0;
async function search(): Promise<void> {
  last += 1;
  const own = last;
  const words = input.value.trim();
  const found = words === '' ? [] : await searchFor(base, words);
  if (own === last) show(found, words);
}

input.addEventListener('focus', () => void prepare(base));
input.addEventListener('input', () => void search());
input.form?.addEventListener('submit', (event) => {
  event.preventDefault();
  const first = list.querySelector('a');
  if (first) location.href = first.href;
});
document.addEventListener('keydown', (event) => {
  const isTyping = event.target instanceof Element && event.target.matches('input, textarea');
  if (event.key === 'Escape' && !list.hidden) {
    list.hidden = true;
    input.focus();
  }
  if (event.key === '/' && !isTyping) {
    event.preventDefault();
    input.focus();
  }
});
document.addEventListener('click', (event) => {
  if (event.target instanceof Element && !event.target.closest('.search')) list.hidden = true;
});

// On a narrow page the list of pages is closed until somebody opens it.
const pages = document.querySelector<HTMLDetailsElement>('nav.pages details');
if (pages && matchMedia('(max-width: 60rem)').matches) pages.open = false;
