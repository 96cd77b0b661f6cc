/**
 * The kinds of files as TypeScript, with the words of each setting as its comment, for editors that show them while a
 * program is written.
 */
import { compile } from 'json-schema-to-typescript';
import { publishedSchema } from '../dist/core/project/files/publishedSchema.js';

/** What only machines read: lengths of lists, names of definitions. */
const plain = (node) => {
  if (Array.isArray(node)) return node.map(plain);
  if (typeof node !== 'object' || node === null) return node;
  const { minItems: _, maxItems: __, propertyNames: ___, $schema: ____, ...rest } = node;
  const { title, ...untitled } = rest;
  const kept = typeof title === 'string' ? untitled : rest;
  return Object.fromEntries(Object.entries(kept).map(([key, value]) => [key, plain(value)]));
};

const typed = (schema, name) =>
  compile(schema, name, { bannerComment: '', additionalProperties: false, style: { singleQuote: true } });

export async function fileTypes() {
  const [figure, board, report, codebook, style] = ['figure', 'board', 'report', 'codebook', 'style'].map((kind) =>
    plain(publishedSchema(kind)),
  );
  figure.properties.chart.description = 'The chart: its kind, the columns that it shows, and how.';
  // Axes are alike: one type stands for all of them.
  const { properties: axes } = figure.properties.axes;
  const { description: _, ...axis } = axes.all;
  for (const [name, { description }] of Object.entries(axes)) axes[name] = { description, tsType: 'AxisLook' };
  // What a style and a figure file share is said once.
  const look = Object.keys(style.properties).filter((key) => figure.properties[key] && key !== 'hexis');
  const own = Object.fromEntries(Object.entries(style.properties).filter(([key]) => !look.includes(key)));
  const keys = look.map((key) => `'${key}'`).join(' | ');
  const parts = [
    await typed({ ...axis, description: 'How an axis looks, and what its limits are.' }, 'AxisLook'),
    await typed({ ...figure, description: 'A figure file.' }, 'FigureFile'),
    await typed({ ...board, description: 'A board file: several figures on one plate.' }, 'BoardFile'),
    await typed(
      {
        ...report,
        description: 'A report file: the figures of one document.',
        properties: {
          ...report.properties,
          shared: { description: report.properties.shared.description, tsType: `Partial<Pick<FigureFile, ${keys}>>` },
        },
      },
      'ReportFile',
    ),
    await typed({ ...codebook, description: 'A codebook: what is known of the columns of a table.' }, 'CodebookFile'),
    await typed({ ...style, properties: own }, 'StyleHead'),
    `/** A house style: what all figures of an organisation share. */\nexport interface StyleFile extends StyleHead, Pick<FigureFile, ${keys}> {}\n`,
  ];
  return `// Made by scripts/writeDocs.mjs from the schemas of the files.\n\n${parts.join('\n')}`;
}
