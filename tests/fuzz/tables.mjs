import { oddNumbers, oddTexts } from './random.mjs';

const forms = [
  (value) => String(value),
  (value) => String(value).replace('.', ','),
  (value) => `\u2212${Math.abs(value)}`,
  (value) => value.toLocaleString('en-US'),
  (value) => `${value} %`,
  (value) => `€${value}`,
  () => '',
  () => '-9',
  () => '#N/A',
  () => 'NA',
];

/** A column of cells: tidy, odd in parts, or of one kind of oddness. */
function column(name, random, rows) {
  const odd = random.chance(0.12) ? random.next() * 0.5 : 0;
  const form = random.chance(0.06) ? random.pick(forms) : String;
  const scale = random.chance(0.15) ? random.pick(oddNumbers) : 10;
  const constant = random.chance(0.06);
  const cell = (i) => {
    if (random.chance(odd)) return random.pick([...oddTexts, ...oddNumbers.map(String), ...forms.map((f) => f(12.5))]);
    if (name === 'bed') return random.pick(['1', '2', '3', 'a', '01']);
    if (name === 'season') return random.pick(['spring', 'autumn', '']);
    if (name === 'day')
      return random.pick([
        `2026-0${1 + (i % 9)}-1${i % 9}`,
        `2026-03-01T${10 + (i % 12)}:30`,
        `${1990 + i}`,
        '20260301',
        '2026-03-01T10:00+02:00',
      ]);
    if (name === 'id') return `p${i}`;
    if (name === 'times') return String(random.int(4));
    const drawn = Math.round(random.next() * scale * 100) / 100;
    const value = constant || !Number.isFinite(drawn) ? scale : drawn;
    return form(value);
  };
  return Array.from({ length: rows }, (_, i) => cell(i));
}

export const columnNames = ['bed', 'season', 'yield', 'water', 'day', 'id', 'times', 'n'];

/** A table by its columns. */
export function tableOf(random) {
  const rows = random.chance(0.05) ? random.int(3) : random.chance(0.03) ? 400 : 3 + random.int(30);
  return Object.fromEntries(columnNames.map((name) => [name, column(name, random, rows)]));
}

const quoted = (cell, separator) =>
  /["\r\n]/.test(cell) || cell.includes(separator) ? `"${cell.replaceAll('"', '""')}"` : cell;

/** The same as text with a separator and line ends of some kind. */
export function csvOf(table, random) {
  const separator = random.pick([',', ',', ';', '\t', '|']);
  const end = random.pick(['\n', '\n', '\r\n', '\r']);
  const names = Object.keys(table);
  const count = table[names[0]].length;
  const lines = [names, ...Array.from({ length: count }, (_, i) => names.map((name) => table[name][i]))];
  return lines.map((cells) => cells.map((cell) => quoted(cell, separator)).join(separator)).join(end) + end;
}

/** A text with a few of its letters, lines or numbers changed, doubled, or gone. */
export function mutated(text, random) {
  let now = text;
  const times = 1 + random.int(4);
  for (let k = 0; k < times; k += 1) {
    const lines = now.split('\n');
    const at = random.int(now.length + 1);
    const line = random.int(lines.length);
    const change = random.int(9);
    if (change === 0) lines.splice(line, 1);
    else if (change === 1) lines.splice(line, 0, lines[random.int(lines.length)]);
    else if (change === 2) lines[line] = `${' '.repeat(random.int(4))}${lines[line]}`;
    if (change < 3) now = lines.join('\n');
    else if (change === 3) now = now.slice(0, at) + now.slice(at + 1 + random.int(5));
    else if (change === 4)
      now =
        now.slice(0, at) +
        random.pick([
          '{',
          '}',
          '[',
          ']',
          ':',
          '"',
          "'",
          '#',
          '&a ',
          '*a',
          '!!',
          '\t',
          '\u0000',
          '\ud800',
          '%',
          '>',
          '|',
        ]) +
        now.slice(at);
    else if (change === 5)
      now = now.replace(/-?\d+(\.\d+)?/g, (found) => (random.chance(0.15) ? String(random.pick(oddNumbers)) : found));
    else if (change === 6) now = now.slice(0, at) + random.pick(oddTexts) + now.slice(at);
    else if (change === 7)
      now = now.replace(/\b(\w+):/g, (found) =>
        random.chance(0.05) ? `${random.pick(['constructor', '__proto__', 'x', 'toString'])}:` : found,
      );
    else now = now.slice(0, at);
  }
  return now;
}
