import { keysOf } from '../keys.js';
import { language as english } from './en.js';
import type { Language } from './language.js';
import type { SentenceKey } from './sentences.js';

/** The names of all sentences. */
export const sentenceKeys = keysOf(english.sentences);

/** What a text has in braces. */
export const namesIn = (text: string): string[] => [...text.matchAll(/\{(\w+)\}/g)].map(([, name]) => name as string);

/** All forms of a sentence of a language: one, or several where it counts something. */
export function formsOf({ sentences }: Language, key: SentenceKey): string[] {
  const sentence: string | object = sentences[key];
  return typeof sentence === 'string' ? [sentence] : Object.values(sentence);
}

/** What a sentence has to name, which is the same in all languages and forms. */
export const namesOf = (key: SentenceKey): string[] => namesIn(formsOf(english, key)[0] ?? '');
