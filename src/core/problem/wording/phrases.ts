/** `a, b, c or d`; long lists are cut with their length said. */
export function list(items: readonly string[], most = 12): string {
  const shown = items.slice(0, most);
  if (items.length > most) return `${shown.join(', ')} … (${items.length} in all)`;
  return shown.length < 2 ? shown.join('') : `${shown.slice(0, -1).join(', ')} or ${shown.at(-1)}`;
}

/** `1 row`, `2 rows`. */
export const plural = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`;
/** Lengths as messages show them. */
export const lengthExample = '8cm, 80mm, 3.2in, 230pt or 300px';

/** Widths of lines and sizes of text. */
export const smallLengthExample = '0.75pt, 9pt or 0.5mm';

/** The known name that a mistyped one may have meant. */
export interface Nearest {
  nearest?: string | undefined;
}

/** The name to write, where there is one. */
export const written = ({ nearest }: Nearest) => (nearest === undefined ? {} : { write: nearest });
