import type { Source } from 'hexis';
import { askingStopped, isAsked, nameOfTable, remembered, remoteAnswerer } from 'hexis/desk';

type Answerer = NonNullable<Source['answerer']>;
type Found = ReturnType<Answerer>;

/** Asks as they are under way. */
interface Asking {
  answerer: Answerer;
  /** Stops what is asked now. */
  stop(): void;
}

/**
 * Asks the server for what tables in databases and large files answer; each question once, as long as the page is open and the
 * file stays as it is.
 *
 * @param stateOf counts up with each change of a file
 * @param told how many questions wait for an answer
 */
export function askingAt(
  served: { token: string; base: string },
  stateOf: (path: string) => number,
  told: (count: number) => void,
): Asking {
  let stopping = new AbortController();
  let count = 0;
  const counted = (by: number) => {
    count += by;
    told(count);
  };
  const send = async (call: object, name: string): Promise<unknown> => {
    const { signal } = stopping;
    counted(1);
    try {
      const answer = await fetch(`${served.base}api/ask`, {
        method: 'POST',
        headers: { authorization: `Bearer ${served.token}`, 'content-type': 'application/json' },
        body: JSON.stringify(call),
        signal,
      });
      return await answer.json();
    } catch (fault) {
      if (!signal.aborted) throw fault;
      return { problems: [askingStopped(name)] };
    } finally {
      counted(-1);
    }
  };
  const known = new Map<string, Found>();
  const answerer: Answerer = (table) => {
    if (!isAsked(table)) return Promise.resolve(undefined);
    const key = JSON.stringify([table, 'file' in table ? stateOf(table.file) : 0]);
    const own = known.get(key);
    if (own) return own;
    const found: Found = remoteAnswerer(table, (call) => send(call, nameOfTable(table))).then((outcome) =>
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
  return {
    answerer,
    stop() {
      stopping.abort();
      stopping = new AbortController();
    },
  };
}
