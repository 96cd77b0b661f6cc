import { Document, isMap, isNode, isScalar, isSeq, parseDocument, visit } from 'yaml';
import { heldBy } from '../at.js';
import type { CodebookContents, VariableFile } from '../schema/codebook.js';
import type { Archive, ArchiveVariable, Words } from './archive.js';

/** What our own codebook says. @param keys the codes of a variable in the order of its file */
export function archiveOf(contents: CodebookContents, keys: (variable: string) => readonly string[]): Archive {
  const variableOf = ([name, file]: [string, VariableFile]): ArchiveVariable => {
    const { values, missing, ...rest } = file;
    const names = new Map(Object.entries(Array.isArray(values) ? {} : (values ?? {})));
    const listed: [string, Words][] = Array.isArray(values)
      ? values.map((code) => [String(code), String(code)])
      : values === undefined
        ? []
        : keys(name).map((code) => [code, heldBy(names, code)]);
    const given = Object.fromEntries(Object.entries(rest).filter(([, value]) => value !== undefined));
    return {
      ...given,
      name,
      ...(values === undefined ? {} : { values: listed }),
      ...(missing === undefined ? {} : { missing: missing.map(String) }),
    };
  };
  const { cases, decimalMark, thousandsMark, variables = {} } = contents;
  return {
    ...(cases === undefined ? {} : { cases }),
    ...(decimalMark === undefined ? {} : { decimalMark }),
    ...(thousandsMark === undefined ? {} : { thousandsMark }),
    variables: Object.entries(variables).map(variableOf),
  };
}

/** A code as YAML has it: a whole number without quotation marks. */
const codeOf = (code: string): string | number => (/^(0|-?[1-9]\d{0,14})$/.test(code) ? Number(code) : code);

function fileOf(variable: ArchiveVariable): Map<string, unknown> {
  const { name: _, values, missing, ...rest } = variable;
  const order = ['label', 'unit', 'measure', 'decimals', 'range', 'dateOrder', 'formula', 'bands', 'colors'] as const;
  const file = new Map<string, unknown>(order.flatMap((key) => (rest[key] === undefined ? [] : [[key, rest[key]]])));
  if (values) {
    const areNames = values.every(([code, own]) => code === own);
    file.set(
      'values',
      areNames ? values.map(([code]) => codeOf(code)) : new Map(values.map(([code, own]) => [codeOf(code), own])),
    );
  }
  if (missing) file.set('missing', missing.map(codeOf));
  return file;
}

/** A codebook in our own form. */
export function ownText({ cases, decimalMark, thousandsMark, variables }: Archive): string {
  const contents = new Map<string, unknown>([
    ['hexis', 'codebook/1'],
    ...(cases === undefined ? [] : [['cases', cases] as const]),
    ...(decimalMark === undefined ? [] : [['decimalMark', decimalMark] as const]),
    ...(thousandsMark === undefined ? [] : [['thousandsMark', thousandsMark] as const]),
    ['variables', new Map(variables.map((variable) => [variable.name, fileOf(variable)]))],
  ]);
  const document = new Document(contents);
  visit(document, {
    // What a variable is takes a few lines; what is in them stands in one each.
    Collection(_, node, path) {
      const depth = path.filter((one) => isMap(one) || isSeq(one)).length;
      if (depth > 2) node.flow = true;
    },
  });
  return document.toString({ lineWidth: 0, flowCollectionPadding: true });
}

/** A codebook that was drafted from a table, with what another one knows of its columns; doubts about these are settled. */
export function draftWith(draft: string, { cases, variables }: Archive): string {
  const document = parseDocument(draft);
  const known = new Map(variables.map((variable) => [variable.name, variable]));
  if (cases !== undefined) document.setIn(['cases'], document.createNode(cases, { flow: true }));
  const columns = document.get('variables');
  if (!isMap(columns)) return draft;
  for (const [i, { key, value }] of columns.items.entries()) {
    const variable = isScalar(key) ? known.get(String(key.value)) : undefined;
    if (!variable || !isMap(value)) continue;
    for (const [name, own] of fileOf(variable)) value.set(name, document.createNode(own, { flow: true }));
    // Doubts about the first column stand before all of them.
    if (i === 0) columns.commentBefore = null;
    if (isNode(key)) key.commentBefore = null;
    value.commentBefore = null;
  }
  return document.toString({ lineWidth: 0, flowCollectionPadding: true });
}
