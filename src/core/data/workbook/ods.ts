import type { CellValue } from '../columnReader.js';
import { type Parts, WorkbookFault } from './parts.js';
import type { SheetRow, Sheets } from './sheet.js';
import { readXml } from './xml.js';

const content = 'content.xml';
const manifest = 'META-INF/manifest.xml';

/** The ends of a sheet: nothing stands beyond, though empty cells may be repeated up to there. */
const [mostColumns, mostRows] = [16_384, 1_048_576];
/** More filled cells than this are no table; a cell may say that it stands many times. */
const mostCells = 40e6;

type Attributes = Readonly<Record<string, string>>;

/** An attribute by its name without the prefix; those that only some programs know have one of their own. */
function said(attributes: Attributes, name: string, prefix = 'calcext'): string | undefined {
  for (const [key, value] of Object.entries(attributes)) {
    const at = key.indexOf(':');
    if (key.slice(at + 1) === name && key.slice(0, Math.max(0, at)) !== prefix) return value;
  }
  return undefined;
}

const countOf = (attributes: Attributes, name: string): number => {
  const count = Number(said(attributes, name) ?? 1);
  return Number.isInteger(count) && count > 0 ? count : 1;
};

const two = (value: number) => String(value).padStart(2, '0');

/** A span of time (`PT12H30M05S`) as hours, minutes and seconds. */
function timeText(span: string): string {
  const [, hours, minutes, seconds] = /^PT(?:(\d+)H)?(?:(\d+)M)?(?:(\d+(?:\.\d+)?)S)?$/.exec(span) ?? [];
  if (hours === undefined && minutes === undefined && seconds === undefined) return span;
  const [whole = 0, part] = (seconds ?? '0').split('.').map((text, i) => (i === 0 ? Number(text) : text));
  const tail = part === undefined || /^0*$/.test(String(part)) ? '' : `.${part}`;
  return `${two(Number(hours ?? 0))}:${two(Number(minutes ?? 0))}:${two(Number(whole))}${tail}`;
}

/** A formula as people write it: `of:=SUM([.C2:.F2])` is `SUM(C2:F2)`. */
const formulaText = (formula: string): string =>
  formula.replace(/^\w+:/, '').replace(/\[([^\]]*)\]/g, (_, cells: string) => cells.replace(/(^|:)\$?\./g, '$1'));

/** What stands in a cell, by its type (OpenDocument 1.3, 19.387). A formula that was never computed stands as itself. */
function cellOf(attributes: Attributes, text: string): CellValue {
  const type = said(attributes, 'value-type');
  const value = said(attributes, 'value');
  if (type === 'float' || type === 'percentage' || type === 'currency') {
    const number = Number(value);
    return value === undefined || !Number.isFinite(number) ? text : number;
  }
  if (type === 'date')
    return (said(attributes, 'date-value') ?? text)
      .replace(/T00:00:00(\.0+)?$/, '')
      .replace(/(\.\d*?)0+$/, '$1')
      .replace(/\.$/, '');
  if (type === 'time') return timeText(said(attributes, 'time-value') ?? text);
  if (type === 'boolean') return said(attributes, 'boolean-value') === 'true' ? 'TRUE' : 'FALSE';
  const formula = said(attributes, 'formula');
  if (type === undefined && text === '' && formula !== undefined) return formulaText(formula);
  return type === 'string' ? (said(attributes, 'string-value') ?? text) : text;
}

/** Ends the reading once enough of it is read. */
class Enough extends WorkbookFault {}

/** Reads the rows of one sheet, one after the other, as the elements of the document come. */
class RowReading {
  private readonly wanted: string;
  private readonly use: (row: SheetRow) => void;
  private isIn = false;
  private line = 0;
  private column = 0;
  private cells = new Map<number, CellValue>();
  private filled = 0;
  private row: Attributes = {};
  private cell: Attributes | undefined;
  private text: string[] = [];
  /** Elements within a remark on a cell: their words are none of it. */
  private remarks = 0;
  private tables = 0;

  constructor(wanted: string, use: (row: SheetRow) => void) {
    this.wanted = wanted;
    this.use = use;
  }

  begin(name: string, attributes: Attributes): void {
    if (name === 'table') {
      this.tables += 1;
      if (this.tables === 1) this.isIn = said(attributes, 'name') === this.wanted;
      return;
    }
    if (!this.isIn || this.tables !== 1) return;
    if (name === 'annotation') this.remarks += 1;
    else if (name === 'table-row') {
      this.row = attributes;
      this.column = 0;
      this.cells = new Map();
    } else if (name === 'table-cell' || name === 'covered-table-cell') {
      this.cell = attributes;
      this.text = [];
    } else this.within(name, attributes);
  }

  /** An element within the words of a cell. */
  private within(name: string, attributes: Attributes): void {
    if (!this.cell || this.remarks > 0) return;
    if (name === 'p' || name === 'h') this.text.push('');
    else if (name === 's') this.words(' '.repeat(Math.min(100, countOf(attributes, 'c'))));
    else if (name === 'tab') this.words('\t');
    else if (name === 'line-break') this.words('\n');
  }

  words(text: string): void {
    if (this.cell && this.remarks === 0 && this.text.length > 0) this.text.push(`${this.text.pop()}${text}`);
  }

  end(name: string): void {
    if (name === 'table') {
      this.tables -= 1;
      if (this.tables === 0 && this.isIn) throw new Enough();
      return;
    }
    if (!this.isIn || this.tables !== 1) return;
    if (name === 'annotation') this.remarks -= 1;
    else if (name === 'table-row') this.endRow();
    else if (name === 'table-cell') this.endCell();
    else if (name === 'covered-table-cell') this.skip();
  }

  private skip(): void {
    this.column += countOf(this.cell ?? {}, 'number-columns-repeated');
    this.cell = undefined;
  }

  private endCell(): void {
    const attributes = this.cell ?? {};
    const found = cellOf(attributes, this.text.join('\n'));
    const isEmpty = typeof found === 'string' && found.trim() === '';
    const count = countOf(attributes, 'number-columns-repeated');
    if (!isEmpty) {
      if (this.column + count > mostColumns) throw new WorkbookFault('a cell stands beyond the last column');
      for (let i = 0; i < count; i += 1) this.cells.set(this.column + i, found);
    }
    this.column += count;
    this.cell = undefined;
  }

  private endRow(): void {
    const count = countOf(this.row, 'number-rows-repeated');
    const { cells } = this;
    if (cells.size > 0) {
      this.filled += cells.size * count;
      if (this.line + count > mostRows || this.filled > mostCells)
        throw new WorkbookFault('it has more cells than any sheet');
      for (let i = 1; i <= count; i += 1) this.use({ line: this.line + i, cells });
    }
    this.line += count;
  }
}

async function eachRow(parts: Parts, sheet: string, use: (row: SheetRow) => void): Promise<void> {
  const reading = new RowReading(sheet, use);
  try {
    await readXml(parts, content, {
      open: (name, attributes) => reading.begin(name, attributes),
      text: (text) => reading.words(text),
      close: (name) => reading.end(name),
    });
  } catch (fault) {
    if (!(fault instanceof Enough)) throw fault;
  }
}

/** Whether a package is an OpenDocument file. */
export const isOpenDocument = (parts: Parts): boolean => parts.has(content) && parts.has(manifest);

/** What sheets a spreadsheet has (OpenDocument 1.2 and 1.3), each read when it is asked for. */
export async function openOds(parts: Parts): Promise<Sheets> {
  await readXml(parts, manifest, {
    open(name) {
      if (name === 'encryption-data') throw new WorkbookFault('it is locked with a password');
    },
  });
  const names: string[] = [];
  let [depth, isSheet] = [0, false];
  await readXml(parts, content, {
    open(name, attributes) {
      if (name === 'spreadsheet') isSheet = true;
      if (name !== 'table') return;
      depth += 1;
      const own = said(attributes, 'name');
      if (depth === 1 && own !== undefined && !names.includes(own)) names.push(own);
    },
    close(name) {
      if (name === 'table') depth -= 1;
    },
  });
  if (!isSheet) throw new WorkbookFault('it holds a text or a drawing, and no sheets');
  return {
    names,
    async rows(name) {
      const rows: SheetRow[] = [];
      await eachRow(parts, name, (row) => rows.push(row));
      return rows;
    },
    async first(name, takes) {
      let found: SheetRow | undefined;
      await eachRow(parts, name, (row) => {
        if (!takes(row.line)) return;
        found = row;
        throw new Enough();
      });
      return found;
    },
  };
}
