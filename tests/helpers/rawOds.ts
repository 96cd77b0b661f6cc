import { strToU8, zipSync } from 'fflate';

const namespaces =
  'xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" xmlns:calcext="urn:org:documentfoundation:names:experimental:calc:xmlns:calcext:1.0"';

/** The bytes of a spreadsheet (OpenDocument) with some sheets, each as the XML of its rows. */
export const rawOds = (
  sheets: Readonly<Record<string, string>>,
  { kind = 'spreadsheet', entry = '' }: { kind?: string; entry?: string } = {},
): Uint8Array => {
  const tables = Object.entries(sheets).map(
    ([name, rows]) => `<table:table table:name="${name}">${rows}</table:table>`,
  );
  const files = {
    mimetype: `application/vnd.oasis.opendocument.${kind}`,
    'content.xml': `<?xml version="1.0" encoding="UTF-8"?><office:document-content ${namespaces}><office:body><office:${kind}>${tables.join('')}</office:${kind}></office:body></office:document-content>`,
    'META-INF/manifest.xml': `<?xml version="1.0"?><manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0"><manifest:file-entry manifest:full-path="content.xml">${entry}</manifest:file-entry></manifest:manifest>`,
  };
  return zipSync(Object.fromEntries(Object.entries(files).map(([path, text]) => [path, strToU8(text)])));
};

const cell = (attributes: string, words = '') =>
  `<table:table-cell ${attributes}>${words === '' ? '' : `<text:p>${words}</text:p>`}</table:table-cell>`;

/** Cells of each type. */
export const odsCells = {
  text: (words: string, more = '') => cell(`office:value-type="string" calcext:value-type="string" ${more}`, words),
  number: (value: number | string, more = '') =>
    cell(`office:value-type="float" office:value="${value}" ${more}`, 'shown'),
  percent: (value: number) => cell(`office:value-type="percentage" office:value="${value}"`, 'shown'),
  date: (value: string) => cell(`office:value-type="date" office:date-value="${value}"`, 'shown'),
  time: (value: string) => cell(`office:value-type="time" office:time-value="${value}"`, 'shown'),
  flag: (value: boolean) => cell(`office:value-type="boolean" office:boolean-value="${value}"`, 'shown'),
  fault: (words: string) =>
    cell('office:value-type="string" calcext:value-type="error" table:formula="of:=1/0"', words),
  formula: (formula: string) => cell(`table:formula="${formula}"`),
  empty: (count = 1) => `<table:table-cell table:number-columns-repeated="${count}"/>`,
  covered: (count = 1) => `<table:covered-table-cell table:number-columns-repeated="${count}"/>`,
};

export const odsRow = (...cells: string[]): string => `<table:table-row>${cells.join('')}</table:table-row>`;
export const odsRows = (count: number, ...cells: string[]): string =>
  `<table:table-row table:number-rows-repeated="${count}">${cells.join('')}</table:table-row>`;
