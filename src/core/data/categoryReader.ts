import type { Variable } from './codebook.js';
import type { CellValue, ColumnRead, ColumnReader } from './columnReader.js';
import type { CategoryColumn } from './table.js';

/** The number that some signs of a text have in a table of 1024 (FNV-1a). */
function slotOf(text: string, start: number, end: number): number {
  let hash = 0x811c9dc5;
  for (let at = start; at < end; at += 1) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193);
  return (hash ^ (hash >>> 10) ^ (hash >>> 20)) & 1023;
}

/** Whether a text stands in another one from one place to another. */
function standsAt(text: string, start: number, end: number, own: string): boolean {
  if (own.length !== end - start) return false;
  for (let i = 0; i < own.length; i += 1) if (own.charCodeAt(i) !== text.charCodeAt(start + i)) return false;
  return true;
}

/** A column of categories while its cells come: a small number for each row, and the texts once. */
class Categories implements ColumnReader {
  private codes = new Int32Array(1024);
  private row = 0;
  private readonly ids = new Map<string, number>();
  private readonly texts: string[] = [];
  /** Recent cells as they appear in the text. Most further cells equal one of them and need not be extracted. */
  private readonly met = new Array<string | undefined>(1024);
  private readonly metIds = new Int32Array(1024);
  private readonly name: string;

  constructor(name: string) {
    this.name = name;
  }

  add(cell: CellValue): void {
    this.push(this.idOf(typeof cell === 'number' ? String(cell) : cell.trim()));
  }

  take(text: string, start: number, end: number): void {
    const slot = slotOf(text, start, end);
    const met = this.met[slot];
    if (met === undefined || !standsAt(text, start, end, met)) {
      const cell = text.slice(start, end);
      this.met[slot] = cell;
      this.metIds[slot] = this.idOf(cell.trim());
    }
    this.push(this.metIds[slot] as number);
  }

  private idOf(text: string): number {
    let id = this.ids.get(text);
    if (id === undefined) {
      id = this.texts.push(text) - 1;
      this.ids.set(text, id);
    }
    return id;
  }

  private push(id: number): void {
    if (this.row === this.codes.length) {
      const wider = new Int32Array(this.row * 2);
      wider.set(this.codes);
      this.codes = wider;
    }
    this.codes[this.row] = id;
    this.row += 1;
  }

  finish(): ColumnRead {
    const codes = this.codes.subarray(0, this.row);
    const column: CategoryColumn = { as: 'category', name: this.name, codes, texts: this.texts };
    return { column, problems: [] };
  }
}

/** Reads a column as categories. */
export const categoryReader = (variable: Variable): ColumnReader => new Categories(variable.name);
