import type { DraftSettings } from './firstFigure.js';
import { yamlName } from './yamlName.js';

/** What a figure says of its table. */
export interface DraftData {
  /** Path of the file; of a table in a database its name. */
  file: string;
  /** The database that the table is in. */
  database?: { connection: string; schema?: string | undefined } | undefined;
  sheet?: string | undefined;
  range?: string | undefined;
  /** Lines above the names of the columns. */
  skip?: number | undefined;
  /** Whether the first line names no columns. */
  bare?: boolean | undefined;
  /** How letters are written in it, where not in UTF-8. */
  encoding?: string | undefined;
}

function dataDraft({ file, database, sheet, range, skip, bare, encoding }: DraftData): string {
  if (database) {
    const schema = database.schema === undefined ? '' : `, schema: ${yamlName(database.schema)}`;
    return `{ connection: ${yamlName(database.connection)}, table: ${yamlName(file)}${schema} }`;
  }
  if (sheet === undefined && range === undefined && !skip && !bare && encoding === undefined)
    return JSON.stringify(file);
  const said = [
    `file: ${JSON.stringify(file)}`,
    ...(sheet === undefined ? [] : [`sheet: ${JSON.stringify(sheet)}`]),
    ...(range === undefined ? [] : [`range: ${JSON.stringify(range)}`]),
    ...(skip ? [`skip: ${skip}`] : []),
    ...(bare ? ['header: false'] : []),
    ...(encoding === undefined ? [] : [`encoding: ${encoding}`]),
  ];
  return `{ ${said.join(', ')} }`;
}

/** A first figure file. */
export function draftFigure(
  id: string,
  data: DraftData,
  { codebook, language }: { codebook: string; language?: string | undefined },
  chart: DraftSettings,
): string {
  const valueText = (key: string, value: DraftSettings[string]): string => {
    if (typeof value === 'string') return key === 'kind' ? value : yamlName(value);
    if (Array.isArray(value)) return `[${value.map(yamlName).join(', ')}]`;
    return `{ ${Object.entries(value)
      .map(([inner, text]) => `${inner}: ${text}`)
      .join(', ')} }`;
  };
  const settings = Object.entries(chart).map(([key, value]) => `  ${key}: ${valueText(key, value)}`);
  return `hexis: figure/1
id: ${yamlName(id)}
data: ${dataDraft(data)}
codebook: ${JSON.stringify(codebook)}
style: apa  # apa, plain, or the path of a house style
${language === undefined ? '' : `language: ${language}\n`}
chart:
${settings.join('\n')}

# caption:
#   number: 1
#   title: What the figure shows, in a few words

size: { width: text, height: 8cm }
`;
}
