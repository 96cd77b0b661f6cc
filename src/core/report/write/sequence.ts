import type { Words } from '../../words/words.js';

/** The name of the count of figures in a document: the word of its captions, without what a field cannot hold. */
export const sequenceOf = (words: Words): string => words.say('figure-word').replace(/[^\p{L}\p{N}]/gu, '_');
