import { decimalsOf, formatNumber, type NumberForm, percentText } from '../scale/numberFormat.js';
import { lowered } from '../type/letterCase.js';
import { language as english } from './en.js';
import type { Language } from './language.js';
import type { PluralCategory } from './plurals.js';
import type { NamesOf, Plurals, SentenceKey } from './sentences.js';

/** A name that an author gave, such as the label of a variable: within a sentence it may lose its capital. */
export interface Named {
  label: string;
}

/** What a sentence names: a text as it is, a number, or a name. */
export type SaidValue = string | number | Named;

export type SaidNames<K extends SentenceKey> = { readonly [N in NamesOf<K>]: SaidValue };

/** The words of a sentence and the names between them, in turn: at even places words. */
type Parts = readonly string[];

const partsOf = (text: string): Parts => text.split(/\{(\w+)\}/);

/** Sentences in place of those of the language, as a style words them. */
export type OwnWording = Readonly<Partial<Record<SentenceKey, string>>>;

/** What sentences are written with, beside their language. */
export interface WordsForm {
  numbers: NumberForm;
  /** Words that keep their capitals. */
  keep?: readonly string[] | undefined;
  wording?: OwnWording | undefined;
}

const plainNumbers: NumberForm = { decimalMark: '.', grouping: 'none' };

/** Makes sentences of facts in one language. */
export class Words {
  readonly language: Language;
  private readonly form: WordsForm;
  private readonly parts = new Map<string, Parts>();

  constructor(language: Language = english, form: WordsForm = { numbers: plainNumbers }) {
    this.language = language;
    this.form = form;
  }

  /** A sentence with the names that it has to have. A name at its beginning keeps its capital. */
  say<K extends SentenceKey>(key: K, ...[names]: NamesOf<K> extends never ? [] : [SaidNames<K>]): string {
    const said = (names ?? {}) as Readonly<Record<string, SaidValue>>;
    const parts = this.partsFor(key, said['count']);
    if (parts.length === 1) return parts[0] as string;
    return parts
      .map((part, i) => (i % 2 === 0 ? part : this.written(said[part] ?? '', i === 1 && parts[0] === '')))
      .join('');
  }

  /** A name within a sentence. */
  lowered(label: string): string {
    return this.language.lowers ? lowered(label, this.form.keep, this.language.code) : label;
  }

  /** Things in a row. */
  list(things: readonly string[]): string {
    const { between, last, lastBefore } = this.language.list;
    const [end = ''] = things.slice(-1);
    if (things.length < 2) return end;
    return `${things.slice(0, -1).join(between)}${lastBefore?.sound.test(end) ? lastBefore.last : last}${end}`;
  }

  /** Things in a row without a word before the last. */
  row(things: readonly string[]): string {
    return things.join(this.language.list.between);
  }

  number(value: number, decimals = decimalsOf(value)): string {
    return formatNumber(value, decimals, this.form.numbers);
  }

  /** A number of percent with its sign. */
  percent(value: number, decimals?: number): string {
    return percentText(this.number(value, decimals), this.language.percent);
  }

  /** A level or share such as 0.95 in percent, without the sign. */
  level(level: number): string {
    return this.number(Number((level * 100).toPrecision(10)));
  }

  private written(said: SaidValue, begins: boolean): string {
    if (typeof said === 'string') return said;
    if (typeof said === 'number') return this.number(said);
    return begins ? said.label : this.lowered(said.label);
  }

  private partsFor(key: SentenceKey, count: SaidValue | undefined): Parts {
    const own = this.form.wording?.[key];
    const sentence: string | Plurals<string> = own ?? this.language.sentences[key];
    const category = typeof sentence === 'string' ? '' : this.language.plural(Number(count));
    const at = `${key} ${category}`;
    const known = this.parts.get(at);
    if (known) return known;
    const text = typeof sentence === 'string' ? sentence : (sentence[category as PluralCategory] ?? sentence.other);
    const parts = partsOf(text);
    this.parts.set(at, parts);
    return parts;
  }
}

/** English with plain numbers. */
export const plainWords = new Words();
