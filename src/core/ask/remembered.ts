import type { Outcome } from '../problem/problem.js';
import type { Answer, Answerer } from './answerer.js';

/** So many cells of answers are kept; those that were given first go first. */
const mostCells = 5e6;

const answers = new Map<string, Promise<Outcome<Answer>>>();
const sizes = new Map<string, number>();

function keep(key: string, answer: Answer): void {
  sizes.set(key, answer.rows * (answer.columns.length + 1));
  let cells = [...sizes.values()].reduce((sum, size) => sum + size, 0);
  for (const [oldest, size] of sizes) {
    if (cells <= mostCells || oldest === key) break;
    cells -= size;
    sizes.delete(oldest);
    answers.delete(oldest);
  }
}

/**
 * What answers as before as long as the program runs: another look of a figure asks nothing anew.
 *
 * @param key says which table it is, in which state
 */
export const remembered = (key: string, answerer: Answerer): Answerer => ({
  ...answerer,
  ask(question) {
    const own = `${key} ${JSON.stringify(question)}`;
    const known = answers.get(own);
    if (known) return known;
    const answer = answerer.ask(question);
    answers.set(own, answer);
    answer.then(
      (found) => (found.ok ? keep(own, found.value) : answers.delete(own)),
      () => answers.delete(own),
    );
    return answer;
  },
});
