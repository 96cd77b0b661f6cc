import { keysOf } from '../keys.js';
import { language as english } from './en.js';
import type { SentenceKey } from './sentences.js';

/** The names of all sentences. */
export const sentenceKeys = keysOf(english.sentences);

/** What a text has in braces. */
export const namesIn = (text: string): string[] => [...text.matchAll(/\{(\w+)\}/g)].map(([, name]) => name as string);

/** What a sentence has to name, which is the same in all languages. */
export const namesOf = (key: SentenceKey): string[] => namesIn(String(english.sentences[key]));
