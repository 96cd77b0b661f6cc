import { strToU8, zipSync } from 'fflate';

type Cell = string | number | null;

const letter = (column: number) => String.fromCharCode(65 + column);

const cellXml = (cell: Cell, column: number, row: number): string => {
  if (cell === null) return '';
  const at = `${letter(column)}${row}`;
  return typeof cell === 'number'
    ? `<c r="${at}"><v>${cell}</v></c>`
    : `<c r="${at}" t="inlineStr"><is><t>${cell}</t></is></c>`;
};

const sheetXml = (rows: readonly (readonly Cell[])[]): string => {
  const lines = rows.map(
    (cells, r) => `<row r="${r + 1}">${cells.map((cell, c) => cellXml(cell, c, r + 1)).join('')}</row>`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>${lines.join('')}</sheetData></worksheet>`;
};

/** The bytes of a workbook (ECMA-376) with some sheets. */
export function workbook(sheets: Readonly<Record<string, readonly (readonly Cell[])[]>>): Uint8Array {
  const names = Object.keys(sheets);
  const head = '<?xml version="1.0" encoding="UTF-8"?>';
  const files: Record<string, string> = {
    '[Content_Types].xml': `${head}<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/></Types>`,
    '_rels/.rels': `${head}<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `${head}<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets>${names.map((name, i) => `<sheet name="${name}" sheetId="${i + 1}" r:id="s${i + 1}"/>`).join('')}</sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `${head}<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">${names.map((_, i) => `<Relationship Id="s${i + 1}" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet${i + 1}.xml"/>`).join('')}</Relationships>`,
    'xl/styles.xml': `${head}<styleSheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><cellXfs count="1"><xf numFmtId="0"/></cellXfs></styleSheet>`,
  };
  names.forEach((name, i) => {
    files[`xl/worksheets/sheet${i + 1}.xml`] = sheetXml(sheets[name] ?? []);
  });
  return zipSync(Object.fromEntries(Object.entries(files).map(([path, text]) => [path, strToU8(text)])));
}
