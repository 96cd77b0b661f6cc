import { contrast } from '../color/color.js';
import { codeOf, languageOf } from '../words/languages.js';
import { type FaceAnswer, type FaceFiles, faceFor, faceLines, wantedLines } from './draftFaces.js';
import { lengthsOf, pageLines } from './draftPage.js';
import { paletteLines } from './draftPalette.js';
import type { Look, TemplateCaption, TemplatePage, TemplateStyle } from './found.js';
import { type DraftPalette, paletteFrom, shadeOf, tintOf } from './palette.js';
import { type Line, noted, scalar, textOf } from './styleLines.js';

/** What a style needs to know beside the document. */
export interface DraftAbout {
  /** What the documents are called. */
  name: string;
  /** The files of a typeface on this machine; undefined where it is not there. */
  faceFiles(family: string): Promise<FaceFiles | undefined>;
}

/** A drafted style. */
export interface DraftedStyle {
  /** The style file. */
  text: string;
  /** What was read, in words, each with where. */
  read: { what: string; value: string; from: string }[];
  /** What was met and is not in the style, in words. */
  left: string[];
}

const half = (points: number) => Math.round(points * 2) / 2;
const sizeText = (points: number) => `${Number(points.toFixed(1))}pt`;

/** Letters of a figure stand a step below those of the text around it. */
const shareOfText = 0.87;
const [leastText, mostText] = [7.5, 14] as const;
/** Letters of a document that does not say their size. */
const usualSize = 11;

/** Escapes words that are read as inline markup or as a place for something. */
const plainWords = (text: string): string => text.replace(/[\\*_^~&]/g, '\\$&').replace(/[{}]/g, '');

/** The number of captions in the form of the document, with the language's word where that is the one. */
async function numberForm(
  { before, after, isOfLanguage }: TemplateCaption,
  language: string | undefined,
): Promise<string> {
  const word = before.trim();
  const own = await languageOf(language ?? 'en');
  const isOwn = isOfLanguage || word === own?.sentences['figure-word'];
  return `${isOwn ? '{figure}' : `${plainWords(before)}{number}`}${plainWords(after)}`;
}

const weightOf = ({ bold }: Look) => (bold ? 'bold' : 'regular');
const slantOf = ({ italic }: Look) => (italic ? 'italic' : 'upright');

/** How some words of captions are set, as a setting. @param faces what became of the typefaces of the document */
function roleValue(look: Look, size: number, faces: ReadonlyMap<string, FaceAnswer>, main: string): string {
  const face = look.face === undefined ? undefined : faces.get(look.face)?.face;
  return scalar({
    ...(face === undefined || face === main ? {} : { face }),
    size: sizeText(look.size ?? size),
    weight: weightOf(look),
    slant: slantOf(look),
    color: look.color === undefined ? 'ink' : readable(look.color),
  });
}

/** Contrast that words need on white (WCAG 2.2, 1.4.3). */
const ofWords = 4.5;

const onWhite = (hex: string) => contrast(hex, '#ffffff');

/** A colour of words, darker where it could not be read. */
const readable = (hex: string): string => shadeOf(hex, ofWords, onWhite);

/** Words that can hardly be seen on white stand on a dark page there. */
const inkOf = (color = '#000000'): string => (onWhite(color) < 2 ? '#000000' : readable(color));

/** Why words have another colour than in the document. */
const movedNote = ({ color }: Look): string =>
  color === undefined || readable(color) === color ? '' : `; ${color} there, too pale for words`;

/** What the lines of a style are made of. */
interface Draft {
  style: TemplateStyle;
  /** The language, where Hexis speaks it. */
  language: TemplateStyle['language'];
  faces: ReadonlyMap<string, FaceAnswer>;
  /** The typeface of the figures, and how it came to be that. */
  face: string;
  faceNote: string | undefined;
  /** Sizes of the text of the document, and of the figures. */
  ofText: number;
  base: number;
  ink: string;
  palette: DraftPalette | undefined;
  captions: { looks: Pick<TemplateCaption, 'number' | 'title'>; size: number; from: string } | undefined;
}

/** All typefaces of a document, each with what becomes of it. */
async function facesOf(style: TemplateStyle, about: DraftAbout): Promise<Map<string, FaceAnswer>> {
  const { body, caption, captionLook, heading } = style;
  const looks = [body?.value, caption?.value.number, caption?.value.title, captionLook?.value, heading?.value];
  const faces = new Map<string, FaceAnswer>();
  for (const look of looks) {
    if (look?.face === undefined || faces.has(look.face)) continue;
    faces.set(look.face, await faceFor(look.face, about.faceFiles));
  }
  return faces;
}

/** The look of captions: of those that stand in the document, else of the style for them. */
function captionsOf({ caption, captionLook }: TemplateStyle, ofText: number): Draft['captions'] {
  const looks = caption?.value ?? (captionLook && { number: captionLook.value, title: captionLook.value });
  const from = caption?.from ?? captionLook?.from;
  if (!looks || from === undefined) return undefined;
  return { looks, size: looks.title.size ?? looks.number.size ?? ofText * 0.9, from };
}

async function draftOf(style: TemplateStyle, about: DraftAbout): Promise<Draft> {
  const { body, heading, language } = style;
  const faces = await facesOf(style, about);
  const main = body?.value.face === undefined ? undefined : faces.get(body.value.face);
  const ofText = body?.value.size ?? usualSize;
  const ofHeading =
    heading?.value.color === undefined
      ? []
      : [{ value: { name: 'headings', hex: heading.value.color }, from: heading.from }];
  return {
    style,
    language: language && codeOf(language.value) !== undefined ? language : undefined,
    faces,
    face: main?.face ?? 'Arimo',
    faceNote: body && main && `${body.value.face} (${body.from}): ${main.note}`,
    ofText,
    base: Math.min(mostText, Math.max(leastText, half(ofText * shareOfText))),
    ink: inkOf(body?.value.color),
    palette: paletteFrom(style.colors.length > 0 ? style.colors : ofHeading),
    captions: captionsOf(style, ofText),
  };
}

function textLines({ faces, face, faceNote, ofText, base, captions, style: { heading } }: Draft): Line[] {
  const role = (look: Look, size: number) => roleValue(look, size, faces, face);
  const ofCaptions = (own: NonNullable<Draft['captions']>): Line[] => [
    {
      depth: 1,
      key: 'captionNumber',
      value: role(own.looks.number, own.size),
      note: own.from + movedNote(own.looks.number),
    },
    {
      depth: 1,
      key: 'captionTitle',
      value: role(own.looks.title, own.size),
      note: own.from + movedNote(own.looks.title),
    },
    {
      depth: 1,
      key: 'note',
      value: scalar({ size: sizeText(Math.max(leastText, own.size - 1)), color: 'ink' }),
      note: 'a step below the captions',
    },
  ];
  // Inside a figure a heading is one of that size, in the form of those of the document.
  const headingLine = ({ value, from }: NonNullable<TemplateStyle['heading']>): Line => ({
    depth: 1,
    key: 'heading',
    value: role({ ...value, size: half(base * 1.25) }, base),
    note: `${from}${value.size === undefined ? '' : `, ${sizeText(value.size)} there`}${movedNote(value)}`,
  });
  const size = `a step below the ${sizeText(ofText)} of the text`;
  return [
    ...faceLines([...faces.values()]),
    { depth: 0, key: 'text' },
    ...(faceNote === undefined ? [] : [{ depth: 1, key: 'face', value: scalar(face), note: faceNote }]),
    ...wantedLines([...faces.values()]),
    { depth: 1, key: 'size', value: sizeText(base), note: size },
    ...(heading ? [headingLine(heading)] : []),
    ...(captions ? ofCaptions(captions) : []),
  ];
}

function colorLines({ ink, palette, style: { body } }: Draft): Line[] {
  const signal = palette?.groups.find(({ hex }) => onWhite(hex) >= ofWords);
  const line = (key: string, hex: string, note: string | undefined): Line => ({
    depth: 1,
    key,
    value: `"${hex}"`,
    note,
  });
  return [
    { depth: 0, key: 'colors' },
    line(
      'ink',
      ink,
      body?.value.color === undefined ? 'the words of the text are black' : body.from + movedNote(body.value),
    ),
    line('soft', tintOf(ink, 5.5, onWhite), 'a tint of the ink that can still be read'),
    line('rule', tintOf(ink, 3.2, onWhite), 'a tint for lines'),
    ...(signal ? [line('signal', signal.hex, signal.own?.name ?? 'the first of the palette that words can have')] : []),
    ...(palette ? paletteLines(palette) : []),
  ];
}

async function captionLines({ style: { caption }, language }: Draft): Promise<Line[]> {
  const said = caption && {
    number: await numberForm(caption.value, language?.value),
    arrange: caption.value.isStacked ? 'stacked' : 'run-in',
  };
  return [
    { depth: 0, key: 'heading', value: '{ show: false }', note: 'titles stand in the captions of the document' },
    ...(caption ? [{ depth: 0, key: 'captionForm', value: scalar(said), note: caption.from }] : []),
  ];
}

/** What a style cannot say as the document has it. */
function leftOf({ style: { caption, language, left, page }, language: spoken }: Draft): string[] {
  const { isStacked, place } = caption?.value ?? {};
  return [
    ...left,
    ...(page ? [] : ['the page, of which it says nothing that could be used']),
    ...(language && !spoken ? [`the language ${language.value}, which Hexis does not speak`] : []),
    ...(isStacked && place === 'below'
      ? ['that captions of two lines stand below the image: here they stand above it']
      : []),
    ...(isStacked === false && place === 'above'
      ? ['that captions of one run stand above the image: here they stand below it']
      : []),
  ];
}

/** What was read, for people. */
function readOf({ style, face, faceNote, ofText, faces, palette }: Draft): DraftedStyle['read'] {
  const { page, body, caption, language, colors, heading } = style;
  const length = lengthsOf(page?.value);
  const sides = (own: TemplatePage) =>
    [
      `${length(own.width)} × ${length(own.height)}`,
      `text ${length(own.text)}`,
      ...(own.column === undefined ? [] : [`column ${length(own.column)}`]),
    ].join(', ');
  const form = ({ before, after, isStacked, isOfLanguage }: TemplateCaption) =>
    `${isOfLanguage ? '(word of the language) ' : before}1${after}${isStacked ? ', the title on a line of its own' : ''}`;
  const own = palette?.groups.filter((color) => color.own).length;
  const moved = palette?.groups.filter(({ why }) => why !== undefined).length;
  const answer = body?.value.face === undefined ? undefined : faces.get(body.value.face);
  return [
    ...(page ? [{ what: 'page', value: sides(page.value), from: page.from }] : []),
    ...(body
      ? [{ what: 'text', value: `${body.value.face ?? 'no typeface said'}, ${sizeText(ofText)}`, from: body.from }]
      : []),
    ...(faceNote === undefined ? [] : [{ what: 'typeface', value: face, from: answer?.note ?? '' }]),
    ...(caption ? [{ what: 'captions', value: form(caption.value), from: caption.from }] : []),
    ...(language ? [{ what: 'language', value: language.value, from: language.from }] : []),
    ...(palette
      ? [
          {
            what: 'colours',
            value: moved === 0 ? `${own}` : `${own}, ${moved} of them moved`,
            from: colors[0]?.from ?? heading?.from ?? '',
          },
        ]
      : []),
  ];
}

/** Drafts a house style from what a document says. Every line says in a comment where it was read. */
export async function draftStyle(style: TemplateStyle, about: DraftAbout): Promise<DraftedStyle> {
  const draft = await draftOf(style, about);
  const { language } = draft;
  const lines: (Line | '')[] = [
    { depth: 0, key: `# The look of ${noted(about.name)} (${style.form}), with where each thing was read.` },
    { depth: 0, key: '# What is not set here is as in the style below.' },
    { depth: 0, key: 'hexis', value: 'style/1' },
    { depth: 0, key: 'name', value: scalar(about.name.replace(/\.[a-z]+$/i, '')) },
    { depth: 0, key: 'extends', value: 'plain' },
    ...(language ? [{ depth: 0, key: 'language', value: scalar(language.value), note: language.from }] : []),
    '',
    ...(style.page ? [...pageLines(style.page), '' as const] : []),
    ...textLines(draft),
    '',
    ...colorLines(draft),
    '',
    ...(await captionLines(draft)),
  ];
  const read = readOf(draft).map(({ what, value, from }) => ({ what, value: noted(value), from: noted(from) }));
  return { text: textOf(lines), read, left: leftOf(draft).map(noted) };
}
