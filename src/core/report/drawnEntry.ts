import type { NumbersTable } from '../chart/plan.js';
import type { Format } from '../export/writer.js';
import type { PlateItem } from '../plate/plate.js';
import { fail, type Outcome, succeed } from '../problem/problem.js';
import { writeAs } from '../project/acts/write.js';
import { openProject, type Project } from '../project/project.js';
import { remembering } from '../project/read/inputs.js';
import type { Source } from '../project/read/source.js';
import type { Variant } from '../type/face.js';
import { shippedFamilies } from '../type/families.js';
import type { PictureForm } from './documentForm.js';
import { type BoundFigure, boundFigure, entryOptions } from './drawReport.js';
import type { Report, ReportEntry } from './openReport.js';

/** A figure of a report with its pictures, as plain data: what one thread hands to another, and what is kept. */
export interface DrawnEntry {
  /** The figure as the document knows it. */
  figure: BoundFigure;
  /** The numbers behind it. */
  numbers: Pick<NumbersTable, 'columns' | 'rows' | 'further'>;
  /** The pictures that were asked for, by their names. */
  pictures: Record<string, Uint8Array | string>;
  /** Font files of faces that do not ship, by family and variant, where the formats put words on pages. */
  fonts: Record<string, Uint8Array>;
  /** Files that it was made of, those that were looked for in vain too. */
  files: string[];
}

/** The faces of some ink that are the author's own. */
function ownFaces(items: readonly PlateItem[]): { family: string; variant: Variant }[] {
  const found = new Map<string, { family: string; variant: Variant }>();
  for (const item of items) {
    if (item.type !== 'text') continue;
    for (const { family, variant } of item.pieces)
      if (!shippedFamilies.includes(family)) found.set(`${family} ${variant}`, { family, variant });
  }
  return [...found.values()];
}

/** The pictures that are wanted of a figure. */
export interface PictureWishes {
  /** The pictures, by names. */
  pictures?: Readonly<Record<string, PictureForm>>;
  /** The formats that a picture can be of. */
  known?: readonly Format[];
  /** Whether settings that change nothing are looked for. */
  isDeep?: boolean;
}

/** Draws figures of reports one after the other: what they share, such as tables and styles, is read once. */
export class EntryDrawer {
  private readonly project: Project;
  private readonly asked: Set<string>;
  private last: Promise<unknown> = Promise.resolve();

  /** @param from the files of the reports */
  constructor(from: Source) {
    const { source, asked } = remembering(from);
    this.project = openProject(source);
    this.asked = asked;
  }

  /** Draws a figure of a report and writes its pictures, once the figure before it is drawn. */
  draw(report: Report, entry: ReportEntry, wishes: PictureWishes = {}): Promise<Outcome<DrawnEntry>> {
    const next = this.last.then(() => {
      this.asked.clear();
      const project = this.project.with({ ...entryOptions(report, entry), trace: wishes.isDeep });
      return drawnWith(project, this.asked, { report, entry, ...wishes });
    });
    this.last = next.catch(() => undefined);
    return next;
  }
}

/** Draws a figure of a report and writes its pictures. */
export const drawEntry = (
  from: Source,
  report: Report,
  entry: ReportEntry,
  wishes: PictureWishes = {},
): Promise<Outcome<DrawnEntry>> => new EntryDrawer(from).draw(report, entry, wishes);

async function drawnWith(
  project: Project,
  asked: ReadonlySet<string>,
  {
    report,
    entry,
    pictures: wanted = {},
    known = [],
    isDeep = false,
  }: { report: Report; entry: ReportEntry } & PictureWishes,
): Promise<Outcome<DrawnEntry>> {
  const drawn = await project.draw(entry.path);
  if (!drawn.ok) return fail(drawn.problems);
  const { value: drawing, problems } = drawn;
  const figure = await boundFigure(project, report, entry, { drawing, problems, isDeep });
  if (!figure.ok) return figure;
  const pictures: DrawnEntry['pictures'] = {};
  for (const [name, { format: said = name, ...options }] of Object.entries(wanted)) {
    const format = known.find((own) => own.name === said) as Format;
    const written = await writeAs(drawing, format, options);
    if (!written.ok) return fail([...problems, ...written.problems]);
    pictures[name] = written.value;
  }
  const { head, before, above, below } = figure.value.leaf;
  const fonts: DrawnEntry['fonts'] = {};
  if ('plate' in wanted) {
    const items = [...drawing.plate.items, ...head.items, ...before.items, ...above.items, ...below.items];
    for (const { family, variant } of ownFaces(items))
      fonts[`${family} ${variant}`] = await drawing.faces.fontBytes(family, variant);
  }
  const { columns, rows, further } = drawing.numbers;
  const numbers = { columns, rows, ...(further ? { further } : {}) };
  return succeed({ figure: figure.value, numbers, pictures, fonts, files: [...asked] }, problems);
}
