import * as z from 'zod/mini';
import { lengthPattern } from './length.js';

/** What the docs, the published schemas and the messages say of a setting. */
export interface FieldNotes {
  /** What the setting does, one sentence. */
  description: string;
  /** What may stand there, in words, for messages. */
  expects: string;
  /** One value as an author would write it. */
  example?: string;
  /** Marks settings whose wrong values have wordings of their own. */
  is?: 'length' | 'column' | 'flag';
  /** How a setting is read from its value, where it is held in another form. */
  reads?: ReadingName;
  /** What a length may measure, in points. */
  bounds?: Bounds;
  /** What a chart must have for the setting to change anything, where not every chart has it. */
  needs?: string;
}

/** The forms in which settings are held: lengths in points, colours as hexadecimal numbers, lines with their dashes. */
export type ReadingName = 'length' | 'sizes' | 'width' | 'color' | 'fill' | 'stroke' | 'textStyle' | 'ends';

/** The least and the greatest length that a setting may have, in points. */
export interface Bounds {
  least: number;
  most: number;
}

declare const reads: unique symbol;
/** A schema whose setting is held in another form than its value. */
export interface Reading<N extends ReadingName> {
  readonly [reads]: N;
}

declare const isOpen: unique symbol;
/** A setting that no style has to give: left out, it follows from something else. */
export interface Open {
  readonly [isOpen]: true;
}

/** Sides of a page, as PDF 1.7 allows them (ISO 32000-1, annex C), and what a line and a letter may measure, in points. */
export const longestSide = 14_400;
const widestLine = 72;
export const largestText = 300;
const smallestText = 0.5;

z.config({ jitless: true });

/** The notes of every setting, by its schema. */
export const notes = z.registry<FieldNotes>();

/** What is noted at a schema. */
export const noteOf = (schema: z.core.$ZodType): FieldNotes | undefined =>
  notes.get(schema as never) as FieldNotes | undefined;

function noted<S extends z.core.$ZodType>(schema: S, fieldNotes: FieldNotes): S {
  notes.add(schema, fieldNotes as never);
  return schema;
}

/** A noted schema whose setting is held in another form. */
const read = <S extends z.core.$ZodType, N extends ReadingName>(schema: S, name: N, fieldNotes: FieldNotes) =>
  noted(schema, { ...fieldNotes, reads: name }) as S & Reading<N>;

/** Longer texts are no words of a figure, and would be measured letter by letter. */
const longestText = 4000;
/** Longer lists and more names than this are data, which belong into a table. */
const mostEntries = 1000;
/** Numbers of this size and more cannot be drawn: what is computed of them would overflow. */
const largest = 1e300;

const shortText = () => z.string().check(z.maxLength(longestText));
const finite = () => z.number().check(z.gte(-largest), z.lte(largest));

export const text = (description: string, example: string) =>
  noted(shortText(), { description, expects: 'a text', example });

/** The name of a language, such as `en` or `de-AT` (BCP 47); whether it is one at hand is found with its words. */
export const languageTag = (description: string, example: string) =>
  noted(shortText().check(z.regex(/^\p{L}[\p{L}\p{M}\d_-]*$/u)), {
    description,
    expects: 'a language such as en, de or pt-BR',
    example,
  });

/** Why something is as it is, in words that a reader can follow. */
export const reason = (description: string, example: string) =>
  noted(shortText().check(z.minLength(8)), {
    description,
    expects: 'a reason in words, of eight letters or more',
    example,
  });

/** The name of a column of the table: messages show those of the author. */
export const columnName = (description: string, example: string) =>
  noted(shortText(), { description, expects: 'a column of the table', example, is: 'column' });

export const flag = (description: string) =>
  noted(z.boolean(), { description, expects: 'true or false', example: 'true', is: 'flag' });

export const length = (description: string, example: string, bounds: Partial<Bounds> = {}) =>
  read(shortText().check(z.regex(lengthPattern)), 'length', {
    description,
    expects: 'a length with its unit: 8cm, 80mm, 3.2in, 230pt or 300px',
    example,
    is: 'length',
    bounds: { least: 0, most: longestSide, ...bounds },
  });

/** The width of a line. */
export const lineWidth = (description: string, example: string) => length(description, example, { most: widestLine });

/** A distance in text sizes, or a length. */
export const sizes = (description: string, example: string) =>
  read(z.union([finite().check(z.nonnegative()), shortText().check(z.regex(lengthPattern))]), 'sizes', {
    description: description.replace(/\.$/, ', in text sizes or as a length.'),
    expects: 'zero or a positive number of text sizes, or a length with its unit such as 4pt',
    example,
  });

/** The size of letters. */
export const textSize = (description: string, example: string) =>
  length(description, example, { least: smallestText, most: largestText });

/** A length, or a name that the style gives a length. */
export const lengthOrName = (description: string, example: string) =>
  read(shortText(), 'width', {
    description,
    expects: 'a length with its unit, or a name of the style',
    example,
    is: 'length',
  });

export const color = (description: string, example: string) =>
  read(shortText(), 'color', {
    description,
    expects: 'a CSS colour, or the name of a colour of the house style',
    example,
  });

/** The colour of a surface, which may have none. */
export const fill = (description: string, example: string) =>
  read(shortText(), 'fill', {
    description: description.replace(/\.$/, '; "none" leaves it transparent.'),
    expects: 'a CSS colour, the name of a colour of the house style, or none',
    example,
  });

export const number = (description: string, example: string) =>
  noted(finite(), { description, expects: 'a number', example });

export const between = (description: string, least: number, most: number, example: string) =>
  noted(finite().check(z.gte(least), z.lte(most)), {
    description,
    expects: `a number from ${least} to ${most}`,
    example,
  });

export const positive = (description: string, example: string) =>
  noted(finite().check(z.positive()), { description, expects: 'a number above zero', example });

export const notNegative = (description: string, example: string) =>
  noted(finite().check(z.nonnegative()), { description, expects: 'zero or a positive number', example });

export const share = (description: string, example: string) =>
  noted(z.number().check(z.positive(), z.lte(1)), { description, expects: 'a number above 0 and up to 1', example });

export const fraction = (description: string, example: string) =>
  noted(z.number().check(z.nonnegative(), z.lt(1)), {
    description,
    expects: 'a number from 0 up to, but not, 1',
    example,
  });

/** An angle at which words can be read. */
export const degrees = (description: string, example: string) =>
  noted(finite().check(z.gte(-90), z.lte(90)), { description, expects: 'an angle from -90 to 90', example });

export const level = (description: string, example: string) =>
  noted(z.number().check(z.positive(), z.lt(1)), { description, expects: 'a number between 0 and 1', example });

export const whole = (description: string, most: number, example: string) =>
  noted(z.int().check(z.nonnegative(), z.lte(most)), {
    description,
    expects: `a whole number from 0 to ${most}`,
    example,
  });

export const counting = (description: string, most: number, example: string, least = 1) =>
  noted(z.int().check(z.gte(least), z.lte(most)), {
    description,
    expects: `a whole number from ${least} to ${most}`,
    example,
  });

export const choice = <const T extends readonly [string, ...string[]]>(
  description: string,
  options: T,
  example: T[number],
) => noted(z.enum(options), { description, expects: options.join(', '), example });

/** A code or name as it stands in a table: YAML reads `1` as a number and `true` as a truth value. */
export const code = (description: string, example: string) =>
  noted(z.union([shortText(), finite(), z.boolean()]), { description, expects: 'a value of the table', example });

/** Of a group that says nothing more of itself. */
const plainNote: FieldNotes = { description: '', expects: 'settings, one on each line or in { }' };

export const object = <T extends z.core.$ZodShape>(description: string, shape: T) =>
  noted(z.strictObject(shape), { ...plainNote, description });

/** Whether a group has no more names than a person gives. */
const fewNames = (most: number) =>
  z.refine<Record<string, unknown>>((group) => Object.keys(group).length <= most, {
    message: 'too many names',
    params: { most },
  });

export const named = <V extends z.core.SomeType>(description: string, value: V, example: string, most = mostEntries) =>
  noted(z.record(z.string(), value).check(fewNames(most) as never), {
    description,
    expects: 'names with their values',
    example,
  });

export const listOf = <V extends z.core.SomeType>(description: string, item: V, example: string, most = mostEntries) =>
  noted(z.array(item).check(z.maxLength(most)), {
    description,
    expects: 'a list, in [ ] or with a dash before each item',
    example,
  });

/** Lengths that are compared with each other alone, the largest at most so many times the smallest. */
export const inProportion = (description: string, example: string, { count, most }: { count: number; most: number }) =>
  noted(
    z.array(positive('A length.', '1')).check(
      z.length(count),
      // What is no length is said by itself.
      z.refine<number[]>(
        (lengths) => !lengths.every((one) => one > 0) || Math.max(...lengths) <= most * Math.min(...lengths),
      ),
    ),
    {
      description,
      expects: `a list of ${count} numbers above zero, the largest at most ${most} times the smallest`,
      example,
    },
  );

export const either = <const T extends readonly [z.core.SomeType, ...z.core.SomeType[]]>(
  description: string,
  expects: string,
  options: T,
  example: string,
) => noted(z.union(options), { description, expects, example });

/** Whether texts stand under languages, as BCP 47 names them, and there is one at least. */
const isInLanguages = (texts: object): boolean => {
  const tags = Object.keys(texts);
  return tags.length > 0 && tags.every((tag) => /^[A-Za-z]{2,3}(-[A-Za-z0-9]{1,8})*$/.test(tag));
};

/** Words, in one language or in several. */
export const inLanguages = (description: string, example: string) =>
  either(
    description,
    'a text, or a text for each language such as { en: Yield, de: Ertrag }',
    [
      text(description, example),
      named('The same in several languages.', text('A text.', example), `{ en: ${example} }`).check(
        z.refine((texts) => isInLanguages(texts as object)),
      ),
    ],
    example,
  );

export const optional = z.optional;

/** A setting to which the style that all others build on gives a value, so that every figure has one. */
export const styled = z.optional;

/** A setting that no style has to give. */
export const open = <S extends z.core.SomeType>(schema: S) => z.optional(schema) as z.ZodMiniOptional<S> & Open;

/** A group of settings that are held as one, such as the width, colour and dashes of a line. */
export const heldAs = <N extends ReadingName, S extends z.core.$ZodType>(name: N, schema: S) =>
  read(schema, name, { ...plainNote, ...noteOf(schema) });

/** A setting that changes nothing in charts without some mark, with what it needs. The settings in it need the same, or say what they do. */
export function needing<S extends z.core.$ZodType>(needs: string, schema: S): S {
  return noted(schema, { ...plainNote, ...noteOf(schema), needs });
}
