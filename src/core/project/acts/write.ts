import { type Inks, inInks, inkLosses } from '../../export/inks.js';
import { type Format, WriteFault, type Writer } from '../../export/writer.js';
import { messageOf } from '../../messageOf.js';
import { error, fail, type Outcome, succeed } from '../../problem/problem.js';
import type { CarriedPart } from '../../schema/look/names.js';
import { carriesBeyond } from '../../style/carriage.js';
import type { Drawing } from '../compose/drawing.js';
import { SourceFault } from '../read/source.js';

/** How a plate is written, as far as its format has a choice. */
export interface WriteOptions {
  /** Dots per inch of pictures. Left out: as the settings say. */
  dpi?: number | undefined;
  /** SVG text as outlines or live. Left out: as the settings say. */
  text?: 'outlines' | 'live' | undefined;
  /** Colours, greys or black alone. Left out: as the settings say. */
  inks?: Inks | undefined;
  /** Whether the paper is drawn. Left out: as the settings say. */
  ground?: 'auto' | 'paper' | 'none' | undefined;
  /** What the file carries of what it was made of: nothing, its settings, or its rows as well. Left out: as the settings say. */
  carries?: CarriedPart | undefined;
}

/** What a writer needs of a drawing; a plate that was read back from its file has no settings of its own. */
export type Writable = Pick<Drawing, 'plate' | 'faces' | 'origin'> & { settings?: Pick<Drawing['settings'], 'export'> };

const plainExport = {
  text: 'outlines',
  dpi: 300,
  inks: 'color',
  ground: 'auto',
  carries: 'nothing',
  carriesAtMost: 'all',
} as const;

/** What drawings carry, by how much and how they are written: a drawing in several formats carries the same. */
const carriedTexts = new WeakMap<NonNullable<Writable['origin']>, Map<string, Outcome<string>>>();

/** What a file carries: as the call says, else as the settings do, where the style lets it. */
async function carriedBy(
  { origin, settings }: Pick<Writable, 'origin' | 'settings'>,
  options: WriteOptions,
): Promise<Outcome<string | undefined>> {
  const usual: WriteOptions & { carriesAtMost: CarriedPart } = settings?.export ?? plainExport;
  const { carriesAtMost: most } = usual;
  const carries = options.carries ?? usual.carries ?? 'nothing';
  if (carriesBeyond(carries, most)) return fail([error('carries-beyond', { path: '--carries', found: carries, most })]);
  if (carries === 'nothing' || !origin) return succeed(undefined);
  // What the call says as the settings do needs no saying.
  const said = Object.entries(options).filter(([key, value]) => value !== usual[key as keyof WriteOptions]);
  const key = JSON.stringify([carries, said]);
  const texts = carriedTexts.get(origin) ?? new Map<string, Outcome<string>>();
  carriedTexts.set(origin, texts);
  const known = texts.get(key);
  if (known) return known;
  const { carriedText } = await import('../carry/carried.js');
  const text = await carriedText(origin, carries, Object.fromEntries(said));
  texts.set(key, text);
  return text;
}

/** The writer of a format; a problem where a library is not there that an installation may go without. */
async function writerOf({ name, needs, load }: Format): Promise<Outcome<Writer>> {
  try {
    return succeed(await load());
  } catch (fault) {
    if (!needs) throw fault;
    const [reason = ''] = messageOf(fault).split('\n');
    return fail([error('library-missing', { format: name, libraries: needs, reason })]);
  }
}

/** Writes a drawing in one format; a problem where that format needs what is not at hand, such as font files. */
export async function writeAs(
  drawing: Writable,
  format: Format,
  options: WriteOptions = {},
): Promise<Outcome<Uint8Array | string>> {
  const { plate, faces, settings } = drawing;
  const usual = settings?.export ?? plainExport;
  const inks = options.inks ?? usual.inks;
  const writer = await writerOf(format);
  if (!writer.ok) return writer;
  const carried = await carriedBy(drawing, options);
  if (!carried.ok) return carried;
  try {
    const written = await writer.value(inInks(plate, inks), {
      ...faces,
      text: options.text ?? usual.text,
      dpi: options.dpi ?? usual.dpi,
      inks,
      ground: options.ground ?? usual.ground,
      carries: carried.value ?? (options.carries === 'nothing' ? undefined : plate.carries),
    });
    // What its settings lose was said when it was drawn.
    return succeed(written, inks === usual.inks ? [] : inkLosses(plate, inks));
  } catch (fault) {
    if (!(fault instanceof WriteFault) && !(fault instanceof SourceFault)) throw fault;
    const needs = fault instanceof WriteFault ? fault.message : `font files: ${fault.message}`;
    return fail([error('format-needs', { format: format.name, needs })]);
  }
}
