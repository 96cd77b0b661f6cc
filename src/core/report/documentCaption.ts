import { noteWords, numberWords, titleWords } from '../layout/page/caption.js';
import type { Drawing } from '../project/compose/drawing.js';
import type { TextRole } from '../schema/look/names.js';
import type { Span } from '../type/markup.js';
import { familiesOf } from './letterForms.js';

/** The look of some words in a document: size in points, colour as `#rrggbb`. */
export interface WordsLook {
  family: string;
  size: number;
  bold: boolean;
  italic: boolean;
  color: string;
  /** The families of letters that the first one lacks, by the code of their script (ISO 15924). */
  further: Readonly<Record<string, string>>;
}

/** The caption of a figure for the text of a document. */
export interface DocumentCaption {
  /** Number and title on lines of their own above the image, or in one run below it. */
  arrange: 'stacked' | 'run-in';
  /** The words before and after the count, such as "Figure 3." and "". */
  number: { before: string; after: string };
  /** None where the heading in the image says it. */
  title: Span[];
  /** The note below the figure. */
  note: Span[];
  /** How title and note look. */
  looks: Record<'number' | 'title' | 'note', WordsLook>;
}

/** A caption in the form of the style of its figure. @param lead what stands before the count, such as "3." */
export function documentCaption({ caption, settings, faces }: Drawing, lead: string): DocumentCaption {
  const { arrange } = settings.captionForm;
  const { title, note } = caption;
  const texts = [numberWords({ settings }, '1'), title ?? '', note ?? ''];
  const further = familiesOf(texts, faces.kit);
  const look = (role: TextRole): WordsLook => {
    const { face = settings.text.face, size, bold, italic, color } = settings.text[role];
    return { family: face, size, bold, italic, color, further };
  };
  // The count stands between two halves, so that a document may count by itself.
  const [before = '', after = ''] = numberWords({ settings }, '\u0000').split('\u0000');
  const plain = (text: string) =>
    faces.kit
      .spans(text)
      .map((span) => span.text)
      .join('');
  const spans = (text: string) => (text === '' ? [] : faces.kit.spans(text));
  return {
    arrange,
    number: { before: plain(before) + lead, after: plain(after) },
    title: title === undefined || settings.heading.show ? [] : spans(titleWords({ settings }, title)),
    note: note === undefined || note === '' ? [] : spans(noteWords({ settings }, note)),
    looks: { number: look('captionNumber'), title: look('captionTitle'), note: look('note') },
  };
}
