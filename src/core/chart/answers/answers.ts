import { categoryRole } from '../frame/roles.js';
import type { ChartKind } from '../kind.js';
import { type AnswersLong, type AnswersSettings, answersSchema, questionColumns } from './answersSettings.js';

/** Answers to several questions, each a row of shares: around the middle of their scale, or from the left. */
export const answers = {
  name: 'answers',
  nouns: ['row', 'rows'],
  purpose: 'answers',
  wide: { setting: 'questions', accepts: 'scale', least: 2 },
  description:
    'A row of shares for each question or group, an answer beside the other, around the middle of their scale.',
  schema: answersSchema,
  roles: {
    category: { ...categoryRole, draft: { keys: ['category'], isNeeded: true } },
    answer: { use: 'sorts', accepts: 'scale', inCells: true, draft: { keys: ['group'], isNeeded: true } },
  },
  shows: () => ({ x: 'value', y: 'category', legend: 'top' }),
  columns: questionColumns,
  reads: () => 'moments',
  load: async () => (await import('./answersMaker.js')).answersMaker,
} satisfies ChartKind<AnswersSettings, AnswersLong>;
