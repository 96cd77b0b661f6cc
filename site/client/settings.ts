/** Finds settings of a kind of file by their names and by what they do. */
type Row = [name: string, what: string, address: string];

const field = document.getElementById('filter') as HTMLInputElement;
const box = document.getElementById('filtered') as HTMLElement;
const most = 60;

let rows: Promise<Row[]> | undefined;
const load = () => {
  rows ??= fetch(field.dataset['from'] ?? '').then((answer) => answer.json() as Promise<Row[]>);
  return rows;
};

function listed(found: readonly Row[]): HTMLElement {
  const list = document.createElement('ul');
  list.className = 'groups';
  for (const [name, what, address] of found.slice(0, most)) {
    const item = document.createElement('li');
    const link = document.createElement('a');
    const code = document.createElement('code');
    link.href = address;
    code.textContent = name;
    link.append(code);
    item.append(link, ` ${what}`);
    list.append(item);
  }
  return list;
}

async function filter(): Promise<void> {
  const words = field.value
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  box.hidden = words.length === 0;
  if (words.length === 0) return;
  const all = await load();
  const found = all.filter(([name, what]) => words.every((word) => `${name} ${what}`.toLowerCase().includes(word)));
  const head = document.createElement('p');
  head.setAttribute('role', 'status');
  head.textContent =
    found.length > most ? `${found.length} settings; these are the first ${most}.` : `${found.length} settings.`;
  box.replaceChildren(head, listed(found));
}

field.addEventListener('focus', () => void load());
field.addEventListener('input', () => void filter());
field.form?.addEventListener('submit', (event) => event.preventDefault());
