/** What a file is that is read as lines of text and is none, and what would be read. */
export interface OtherForm {
  is: string;
  expects: string;
}

const exported = 'a table as XLSX, ODS, CSV or Parquet, which the program that made the file saves or exports too';

/** Forms that are told by their first bytes or signs, whatever the file is called (their own standards say which). */
const forms: readonly (OtherForm & { begins: RegExp })[] = [
  {
    begins: /^PK\x03\x04/,
    is: 'it is packed, as workbooks are',
    expects: 'the ending .xlsx or .ods for a workbook; the table itself of other archives',
  },
  { begins: /^\xd0\xcf\x11\xe0/, is: 'it is a workbook of the old binary form', expects: exported },
  { begins: /^PAR1[\x00-\x08\x0e-\x1f]/, is: 'it is Parquet', expects: 'the ending .parquet' },
  { begins: /^%PDF-/, is: 'it is a PDF', expects: exported },
  { begins: /^\s*(<!doctype html|<html[\s>]|<table[\s>])/i, is: 'it is a page in HTML', expects: 'the ending .html' },
  { begins: /^\s*<\?xml[\s>]/, is: 'it is XML', expects: exported },
];

/** What a file is that is called like one of lines of text; undefined where nothing speaks against it. */
export function otherForm(bytes: Uint8Array): OtherForm | undefined {
  const start = bytes.subarray(bytes[0] === 0xef && bytes[1] === 0xbb ? 3 : 0, 100);
  const signs = String.fromCharCode(...start);
  return forms.find(({ begins }) => begins.test(signs));
}
