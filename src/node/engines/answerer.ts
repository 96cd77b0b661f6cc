import type { Answerer } from '../../core/ask/answerer.js';
import type { TableRef } from '../../core/ask/tableRef.js';
import type { Outcome } from '../../core/problem/problem.js';
import { databaseAnswerer } from './database.js';
import { fileAnswerer } from './files.js';

/** What answers questions of a table; undefined where its file is to be read. */
export const answererOf = async (ref: TableRef): Promise<Outcome<Answerer> | undefined> =>
  'file' in ref ? fileAnswerer(ref) : databaseAnswerer(ref);
