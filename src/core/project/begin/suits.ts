import { mostAnswers } from '../../chart/answers/answersSettings.js';
import type { Accepts } from '../../chart/frame/roles.js';
import type { ColumnProfile } from '../../data/profile.js';

/** More different values than this are no categories that anybody would name. */
const mostNamed = 60;

/** Whether a column that the author names can stand in a role: he knows more of it than its cells say. */
export function meets({ looks, different }: ColumnProfile, accepts: Accepts): boolean {
  if (accepts === 'any') return true;
  if (accepts === 'measured') return looks === 'numeric' || (looks === 'coded' && different > 4);
  if (accepts === 'ordered') return looks !== 'names' && looks !== 'empty';
  if (accepts === 'scale') return looks !== 'names' && looks !== 'empty' && different <= mostAnswers;
  return looks !== 'empty' && different <= mostNamed;
}

/** What a column holds, by its looks. */
export const lookWords: Record<ColumnProfile['looks'], string> = {
  numeric: 'numbers',
  date: 'dates',
  nominal: 'names of categories',
  coded: 'codes of categories',
  names: 'names of single rows',
  empty: 'no values',
};

/** Numbers with more different values than this are no names of categories, unless somebody says so. */
const mostAsNames = 12;

/** How well a column suits a role, judging by its profile: 0 if it does not, higher the better. */
export function suits(column: ColumnProfile, accepts: Accepts): number {
  const { looks, different, isYear, isId } = column;
  if (!meets(column, accepts)) return 0;
  const isNumeric = looks === 'numeric';
  const isNamed = looks === 'nominal' || looks === 'coded';
  switch (accepts) {
    case 'measured':
      return isNumeric ? 4 : 1;
    case 'category':
      if (isNamed) return 4;
      return isNumeric && different > mostAsNames ? 0 : 1;
    case 'scale':
      return isNamed ? 3 : 1;
    case 'ordered':
      if (looks === 'date' || isYear) return 5;
      return isNumeric ? 3 : 2;
    default:
      return isNumeric && !isId ? 0 : 1;
  }
}
