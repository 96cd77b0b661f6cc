import type { Found, Look, TemplateCaption } from './found.js';

/** Words of one look. */
export interface FlowRun {
  text: string;
  look: Look;
  /** Whether the words are a count that the program keeps, and of what, such as "Figure". */
  counts?: string;
}

/** A paragraph of a document, with what it takes to tell what it is. */
export interface FlowParagraph {
  kind: 'text' | 'heading' | 'caption';
  /** The name of its style. */
  style: string;
  runs: readonly FlowRun[];
  /** Whether a picture stands in it, and on which side of its words. */
  picture?: 'before' | 'after' | 'alone';
}

/** How many letters a paragraph has. */
export const lettersOf = ({ runs }: Pick<FlowParagraph, 'runs'>): number =>
  runs.reduce((sum, { text }) => sum + text.length, 0);

/** A look that many words share. */
interface Weighed {
  look: Look;
  style: string;
  letters: number;
}

const keyOf = ({ face, size }: Look): string => `${face} ${size}`;

/** The look that most letters of some paragraphs have, by face and size. */
function mostOf(paragraphs: readonly FlowParagraph[]): Weighed | undefined {
  const found = new Map<string, Weighed>();
  for (const { runs, style } of paragraphs) {
    for (const { text, look } of runs) {
      const key = keyOf(look);
      const own = found.get(key);
      if (own) own.letters += text.length;
      else found.set(key, { look, style, letters: text.length });
    }
  }
  return [...found.values()].reduce<Weighed | undefined>((a, b) => (a && a.letters >= b.letters ? a : b), undefined);
}

const foundLook = (most: Weighed | undefined, what: string): Found<Look> | undefined =>
  most && { value: most.look, from: `${what}, style "${most.style}"` };

/** How the words of the text are set: as most of its letters are. */
export const bodyOf = (all: readonly FlowParagraph[]): Found<Look> | undefined =>
  foundLook(mostOf(all.filter(({ kind }) => kind === 'text')), 'the look of most letters of the text');

/** How headings are set: as the first. */
export function headingOf(all: readonly FlowParagraph[]): Found<Look> | undefined {
  const first = all.find(({ kind, runs }) => kind === 'heading' && runs.some(({ text }) => text.trim() !== ''));
  return first && foundLook(mostOf([first]), 'the first heading');
}

/** Words that count figures begin so, in the languages that name them after drawings or pictures too. */
const isOfTable = /^(tab|tabl|tafel|taul|таб|表)/i;

const tidy = (text: string) => text.replace(/\s+/g, ' ');

interface Captioned {
  caption: TemplateCaption;
  words: string;
}

/** A caption of a figure; undefined where a paragraph is none, or counts tables. */
function captionIn(all: readonly FlowParagraph[], i: number): Captioned | undefined {
  const paragraph = all[i] as FlowParagraph;
  const { runs, picture } = paragraph;
  const at = runs.findIndex(({ counts }) => counts !== undefined);
  if (at < 0) return undefined;
  const before = runs
    .slice(0, at)
    .map(({ text }) => text)
    .join('');
  if (isOfTable.test(before.trim()) || isOfTable.test(runs[at]?.counts ?? '')) return undefined;
  const behind = runs
    .slice(at + 1)
    .map(({ text }) => text)
    .join('');
  const sign = /^[\s.:\u2013\u2014)-]*/.exec(behind)?.[0] ?? '';
  const isAlone = behind.trim() === '';
  // The look of the title is that of most letters behind the number, or of the line below it.
  const titled = isAlone ? all.slice(i + 1, i + 2) : [{ ...paragraph, runs: runs.slice(at + 1) }];
  const title = mostOf(titled)?.look ?? {};
  const hasPicture = (k: number) => all[k]?.picture !== undefined;
  const around = hasPicture(i - 1)
    ? 'below'
    : hasPicture(i + 1) || (isAlone && hasPicture(i + 2))
      ? 'above'
      : undefined;
  const place = picture === 'before' ? 'below' : picture === 'after' ? 'above' : around;
  return {
    caption: {
      before: tidy(before).trimStart(),
      after: sign.trim(),
      isStacked: sign.includes('\n') || isAlone,
      number: runs[at]?.look ?? {},
      title,
      ...(place ? { place } : {}),
    },
    words: tidy(`${before}${runs[at]?.text ?? ''}${behind}`).trim(),
  };
}

/** The form of the captions of figures: the one that most of them have. */
export function captionOf(all: readonly FlowParagraph[]): Found<TemplateCaption> | undefined {
  const found = all.flatMap((_, i) => captionIn(all, i) ?? []);
  const forms = new Map<string, Captioned[]>();
  for (const one of found) {
    const { before, after, place, isStacked } = one.caption;
    const key = [before.trim(), after, place, isStacked].join('\n');
    forms.set(key, [...(forms.get(key) ?? []), one]);
  }
  const [most] = [...forms.values()].sort((a, b) => b.length - a.length);
  const [first] = most ?? [];
  if (!most || !first) return undefined;
  const words = first.words.length > 40 ? `${first.words.slice(0, 39)}…` : first.words;
  const how =
    found.length === 1
      ? 'the caption'
      : most.length === found.length
        ? `${most.length} captions, such as`
        : `${most.length} of ${found.length} captions, such as`;
  return { value: first.caption, from: `${how} "${words}"` };
}
