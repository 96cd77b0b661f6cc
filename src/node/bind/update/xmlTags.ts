/** A tag in an XML text, with its position. */
export interface Tag {
  /** Its name without the namespace prefix. */
  name: string;
  kind: 'open' | 'close' | 'empty';
  start: number;
  end: number;
  /** Its attributes, unparsed. */
  attributes: string;
}

const pattern =
  /<!--[\s\S]*?-->|<!\[CDATA\[[\s\S]*?\]\]>|<\?[\s\S]*?\?>|<(\/?)(?:[\w.-]+:)?([\w.-]+)((?:\s+[\w:.-]+\s*=\s*(?:"[^"]*"|'[^']*'))*)\s*(\/?)>/g;

/** The tags of a well-formed XML text in order. Comments, declarations and the like are skipped. */
export function* tagsOf(text: string, from = 0, to = text.length): Generator<Tag> {
  const search = new RegExp(pattern.source, 'g');
  search.lastIndex = from;
  for (let found = search.exec(text); found && found.index < to; found = search.exec(text)) {
    const [all, closes, name, attributes = '', empties] = found;
    if (name === undefined) continue;
    const kind = closes ? 'close' : empties ? 'empty' : 'open';
    yield { name, kind, start: found.index, end: found.index + all.length, attributes };
  }
}

const entities: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };

/** An XML text with its references resolved. */
export const meant = (text: string): string =>
  text.replace(/&(?:#x([\da-f]+)|#(\d+)|(\w+));/gi, (all, hex?: string, decimal?: string, name?: string) => {
    if (name !== undefined) return entities[name] ?? all;
    const code = Number.parseInt(hex ?? (decimal as string), hex === undefined ? 10 : 16);
    return code > 0 && code <= 0x10ffff ? String.fromCodePoint(code) : all;
  });

/** The position of an attribute's value between its quotes. The attribute is named without its prefix. */
export function attributeAt(
  text: string,
  { start, end }: Pick<Tag, 'start' | 'end'>,
  name: string,
): { value: string; from: number; to: number } | undefined {
  const search = new RegExp(`\\s(?:[\\w.-]+:)?${name}\\s*=\\s*("([^"]*)"|'([^']*)')`);
  const found = search.exec(text.slice(start, end));
  if (!found) return undefined;
  const value = found[2] ?? found[3] ?? '';
  const to = start + found.index + found[0].length - 1;
  return { value, from: to - value.length, to };
}

/** A replacement of part of a text. */
export interface Splice {
  from: number;
  to: number;
  text: string;
}

/** Applies changes that do not overlap to a text. */
export function spliced(text: string, splices: readonly Splice[]): string {
  let result = text;
  for (const { from, to, text: own } of [...splices].sort((a, b) => b.from - a.from || b.to - a.to))
    result = result.slice(0, from) + own + result.slice(to);
  return result;
}
