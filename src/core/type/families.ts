/** A typeface that ships, and the ones whose advance widths it has: with it, every line breaks as with them. */
interface Family {
  name: string;
  sameWidths: readonly string[];
  hasSerifs?: true;
}

/** The typefaces that ship, sans serif before serif. A new one is a line here and its files in assets/faces. */
const families: readonly Family[] = [
  { name: 'Arimo', sameWidths: ['Arial', 'Helvetica', 'Liberation Sans', 'sans-serif'] },
  { name: 'Tinos', sameWidths: ['Times New Roman', 'Times', 'Liberation Serif', 'serif'], hasSerifs: true },
  { name: 'Carlito', sameWidths: ['Calibri'] },
];

export const shippedFamilies: readonly string[] = families.map(({ name }) => name);

/** Whether a typeface that ships has serifs. */
export const hasSerifs = (name: string): boolean => families.some((family) => family.name === name && family.hasSerifs);

const same = (a: string, b: string) => a.toLowerCase().replace(/[\s-]/g, '') === b.toLowerCase().replace(/[\s-]/g, '');

/** The typeface that ships under a name, or one of the same widths; undefined where there is none. */
export const shippedFor = (name: string): string | undefined =>
  families.find((family) => [family.name, ...family.sameWidths].some((known) => same(known, name)))?.name;
