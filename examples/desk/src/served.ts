import type { Reply } from 'hexis/desk';
import { type Database, Files } from './files.js';

const asked = new Set(['list', 'file', 'earlier']);

/** What the statuses of answers mean. */
const meanings: Record<number, Reply['is']> = { 200: 'done', 409: 'conflict', 422: 'unusable' };

/** Milliseconds after which a channel that ended is opened again. */
const again = 800;

/** The files of a folder, by the calls of its server. */
export function servedFiles(token: string): Files {
  const authorization = `Bearer ${token}`;
  const get = (path: string) => fetch(`./api/${path}`, { headers: { authorization } });
  const post = (name: string, body: unknown) =>
    fetch(`./api/${name}`, {
      method: 'POST',
      headers: { authorization, 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  const answerOf = (name: string, ask: Record<string, unknown>): Promise<Response> => {
    if (name === 'list') return get('folder');
    if (asked.has(name)) return get(`${name}?${new URLSearchParams(ask as Record<string, string>)}`);
    if (name !== 'add') return post(name, ask);
    const { path, bytes } = ask as { path: string; bytes: Uint8Array };
    return fetch(`./api/add?path=${encodeURIComponent(path)}`, {
      method: 'POST',
      headers: { authorization },
      body: Uint8Array.from(bytes),
    });
  };
  const call = async (name: string, ask: Record<string, unknown>) => {
    const answer = await answerOf(name, ask);
    return { is: meanings[answer.status] ?? ('failed' as const), body: await answer.json() };
  };
  return new Files(call, {
    isHanded: false,
    databases: async () => (await (await get('databases')).json()) as Database[],
    watch(changed) {
      const listen = async (): Promise<void> => {
        const answer = await get('changes');
        const reader = answer.body?.pipeThrough(new TextDecoderStream()).getReader();
        for (let left = ''; reader; ) {
          const { value, done } = await reader.read();
          if (done) return;
          left += value;
          const parts = left.split('\n\n');
          left = parts.pop() ?? '';
          for (const part of parts) changed(/^data: ?(.*)$/m.exec(part)?.[1] ?? '');
        }
      };
      const keepOn = (): Promise<void> =>
        listen()
          .catch(() => undefined)
          .then(() => void setTimeout(keepOn, again));
      void keepOn();
    },
  });
}
