import type { Source } from 'hexis';
import { isAsked, remembered, remoteAnswerer } from 'hexis/desk';

type Answerer = NonNullable<Source['answerer']>;
type Found = ReturnType<Answerer>;

/**
 * Asks the server for what tables in databases and large files answer; each question once, as long as the page is open and the
 * file stays as it is.
 *
 * @param stateOf counts up with each change of a file
 */
export function askingAt(served: { token: string; base: string }, stateOf: (path: string) => number): Answerer {
  const send = async (call: object): Promise<unknown> => {
    const answer = await fetch(`${served.base}api/ask`, {
      method: 'POST',
      headers: { authorization: `Bearer ${served.token}`, 'content-type': 'application/json' },
      body: JSON.stringify(call),
    });
    return answer.json();
  };
  const known = new Map<string, Found>();
  return (table) => {
    if (!isAsked(table)) return Promise.resolve(undefined);
    const key = JSON.stringify([table, 'file' in table ? stateOf(table.file) : 0]);
    const own = known.get(key);
    if (own) return own;
    const found: Found = remoteAnswerer(table, send).then((outcome) =>
      outcome.ok ? { ...outcome, value: remembered(key, outcome.value) } : outcome,
    );
    known.set(key, found);
    // What went wrong may be right the next time.
    found.then(
      (outcome) => outcome?.ok || known.delete(key),
      () => known.delete(key),
    );
    return found;
  };
}
