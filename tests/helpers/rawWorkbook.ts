import { strToU8, zipSync } from 'fflate';

const head = '<?xml version="1.0" encoding="UTF-8"?>';
const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
const office = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
const packages = 'http://schemas.openxmlformats.org/package/2006/relationships';

/** A workbook of one sheet whose parts are given as they stand in the file. */
export function rawWorkbook(
  sheetData: string,
  more: { strings?: string; formats?: string; date1904?: boolean; parts?: Record<string, Uint8Array> } = {},
): Uint8Array {
  const relation = (id: string, kind: string, target: string) =>
    `<Relationship Id="${id}" Type="${office}/${kind}" Target="${target}"/>`;
  const files: Record<string, string> = {
    '_rels/.rels': `${head}<Relationships xmlns="${packages}">${relation('r1', 'officeDocument', 'xl/workbook.xml')}</Relationships>`,
    'xl/workbook.xml': `${head}<workbook xmlns="${main}" xmlns:r="${office}"><workbookPr${more.date1904 ? ' date1904="1"' : ''}/><sheets><sheet name="Data" sheetId="1" r:id="s1"/></sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `${head}<Relationships xmlns="${packages}">${relation('s1', 'worksheet', 'worksheets/a.xml')}${relation('s2', 'sharedStrings', 'strings.xml')}${relation('s3', 'styles', 'styles.xml')}</Relationships>`,
    'xl/strings.xml': `${head}<sst xmlns="${main}">${more.strings ?? ''}</sst>`,
    'xl/styles.xml': `${head}<styleSheet xmlns="${main}"><numFmts><numFmt numFmtId="170" formatCode="yyyy\\-mm\\-dd\\ hh:mm"/><numFmt numFmtId="171" formatCode="0.0&quot; days&quot;"/></numFmts><cellXfs><xf numFmtId="0"/><xf numFmtId="14"/><xf numFmtId="170"/><xf numFmtId="171"/>${more.formats ?? ''}</cellXfs></styleSheet>`,
    'xl/worksheets/a.xml': `${head}<worksheet xmlns="${main}"><sheetData>${sheetData}</sheetData></worksheet>`,
  };
  const bytes = Object.fromEntries(Object.entries(files).map(([path, text]) => [path, strToU8(text)]));
  return zipSync({ ...bytes, ...more.parts });
}
