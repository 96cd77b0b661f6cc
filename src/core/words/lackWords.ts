import type { Lack } from '../data/lack.js';
import { plainWords, type Words } from './words.js';

/** A reason in words. */
export const lackText = ({ column, is, text = '' }: Lack, words: Words): string =>
  is === 'missing' || is === 'notComputed'
    ? words.say(`lack-${is}`, { column, text })
    : is === 'uncounted'
      ? words.say('lack-uncounted')
      : words.say(`lack-${is}`, { column });

/** A reason in English, which tells it from others. */
export const lackKey = (lack: Lack): string => lackText(lack, plainWords);
