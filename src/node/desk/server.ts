import { randomBytes } from 'node:crypto';
import { readFile, realpath } from 'node:fs/promises';
import { basename, join, relative } from 'node:path';
import { promisify } from 'node:util';
import { brotliDecompress } from 'node:zlib';
import { serve } from '@hono/node-server';
import { watch } from 'chokidar';
import { type Context, Hono } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { streamSSE } from 'hono/streaming';
import { readCall, replyTo } from '../../core/ask/remote.js';
import { isPattern, type TableRef } from '../../core/ask/tableRef.js';
import { type BoundFile, documentFiles } from '../../core/folder/bindFiles.js';
import { DeskFolder, type DeskPlace, faultOf, type Reply } from '../../core/folder/deskFolder.js';
import { isRead } from '../../core/folder/kinds.js';
import { Refused } from '../../core/folder/refused.js';
import { fail, hasErrors, succeed } from '../../core/problem/problem.js';
import { SourceFault } from '../../core/project/read/source.js';
import { picturesFor } from '../bind/bind.js';
import { drawReport } from '../bind/bindReport.js';
import { documents } from '../bind/documents.js';
import { disk } from '../disk.js';
import { connectionNames } from '../engines/connection.js';
import { stoppable } from '../engines/stopped.js';
import { formats } from '../formats.js';
import { keeper } from '../journal.js';
import { packageRoot } from '../packageRoot.js';
import { inputProblems, save } from '../save.js';
import { drawApart } from './drawApart.js';
import { filesOf } from './folder.js';
import { headersFor, isOwnCall, withToken } from './guard.js';
import { insideOf, slashed } from './inside.js';
import { typeCalls, typeFiles } from './typeCalls.js';

/** The largest accepted bodies, in bytes: of calls, and of tables. */
const [mostBody, mostTable] = [4e6, 100e6];
/** Milliseconds within which a call must have arrived completely. */
const patience = 30_000;
/** Length of the token of a session, in bytes. */
const tokenBytes = 24;

/** A running desk. */
export interface ServedDesk {
  /** Its port. */
  port: number;
  /** The token that calls to it must carry. */
  token: string;
  /** The address of the page. The token comes after `#`, which browsers never send to a server. */
  address: string;
  /** Stops it. */
  close(): Promise<void>;
}

/** What a desk serves, and where. */
export interface DeskOptions {
  /** The folder to work on. */
  folder: string;
  /** The port. Left out: any free one. */
  port?: number | undefined;
  /** The folder of the built page. Left out: the one in the package. */
  page?: string | undefined;
}

const types: Record<string, string> = {
  html: 'text/html; charset=utf-8',
  js: 'text/javascript; charset=utf-8',
  css: 'text/css; charset=utf-8',
  svg: 'image/svg+xml',
  woff2: 'font/woff2',
};

/** The body of a call, read before the call is queued, so that a body that never ends blocks nobody. */
async function bodyOf(context: Context): Promise<Record<string, unknown>> {
  const body: unknown = await context.req.json();
  if (typeof body !== 'object' || body === null || Array.isArray(body)) throw new Refused('the body is no object');
  return body as Record<string, unknown>;
}

/** What a reply is called between programs. */
const statuses = { done: 200, conflict: 409, unusable: 422, failed: 500 } as const;

const told = (context: Context, { is, body }: Reply) => context.json(body, statuses[is]);

/** A folder of the disk as a desk works on it. */
const placeOf = (root: string): DeskPlace => ({
  name: basename(root),
  keeper: { ...keeper, text: disk.text },
  formats,
  documents,
  list: () => filesOf(root),
  inside: (path) => insideOf(root, path),
  nameOf: async (file) => slashed(relative(root, file)),
  draw: drawApart,
  async bind(file, forms) {
    const drawn = await drawReport(file, picturesFor(forms));
    if (!drawn.ok) return drawn;
    const { document, cache, inputs } = drawn.value;
    const files: BoundFile[] = [];
    for (const form of forms) {
      const own = await documentFiles(form, document, formats);
      if (!own.ok) return own;
      files.push(...own.value);
    }
    return succeed({ files, read: [], kept: () => cache.remember(document.figures, inputs) });
  },
  async hand(files, into, read) {
    const outputs = files.map(({ name, bytes, replaces }) => ({ path: join(root, into, name), bytes, replaces }));
    const asked = await inputProblems(outputs, read);
    const problems = hasErrors(asked) ? asked : await save(outputs);
    return hasErrors(problems) ? fail(problems) : succeed([]);
  },
});

/** The tables of the databases that the environment knows. */
async function databases(context: Context) {
  const found = await Promise.all(
    connectionNames().map(async (connection) => {
      const tables = await (await import('../engines/database.js')).tablesOf(connection);
      return tables.ok ? { connection, tables: tables.value } : { connection, tables: [], ...faultOf(tables.problems) };
    }),
  );
  return context.json(found);
}

/** Answers what a page asks of a table that is not read: files of the folder, and databases that the environment knows. */
const asking = (root: string) => async (context: Context) => {
  const call = readCall(await bodyOf(context));
  if (!call) throw new Refused('no question');
  const { table } = call;
  const { signal } = context.req.raw;
  const reply = (ref: TableRef) => stoppable(signal, async () => replyTo(await disk.answerer?.(ref), call));
  if (!('file' in table)) return context.json(await reply(table as TableRef));
  const at = table.file.lastIndexOf('/') + 1;
  const [folder, name] = [table.file.slice(0, at).replace(/\/$/, ''), table.file.slice(at)];
  if (isPattern(folder)) throw new Refused('a pattern of folders');
  const within = folder === '' ? root : await insideOf(root, folder);
  const file = isPattern(name) ? join(within, name) : await insideOf(root, table.file);
  return context.json(await reply({ ...table, file } as TableRef));
};

/** A file that lies there packed; undefined where there is none. */
const unpackedFile = (path: string): Promise<Buffer | undefined> =>
  readFile(`${path}.br`).then(
    (packed) => promisify(brotliDecompress)(packed),
    () => undefined,
  );

/** The page as a server gives it: its policy comes by header, and what makes a site of it is left out. */
const servedPage = (page: string, nonce: string): string =>
  page.replace(/<!-- site -->[\s\S]*?<!-- \/site -->\s*/, '').replaceAll('nonce="desk"', `nonce="${nonce}"`);

/** A file of the page. Each time `index.html` is served it gets a new nonce, for the styles that the editor creates. */
async function pageFile(
  page: string,
  path: string,
  nonce: string,
): Promise<{ body: Uint8Array | string; type: string } | undefined> {
  const name = path === '/' ? 'index.html' : path.slice(1);
  if (!/^(index\.html|assets\/[\w.-]+)$/.test(name)) return undefined;
  const bytes = await unpackedFile(join(page, name));
  const type = types[name.split('.').at(-1) as string];
  if (!bytes || !type) return undefined;
  return {
    body: name === 'index.html' ? servedPage(bytes.toString('utf8'), nonce) : Uint8Array.from(bytes),
    type,
  };
}

/** Serves the desk for a folder on the loopback address to whoever has the token. */
export async function serveDesk({
  folder,
  port = 0,
  page = join(packageRoot, 'dist', 'site', 'desk'),
}: DeskOptions): Promise<ServedDesk> {
  const token = randomBytes(tokenBytes).toString('base64url');
  const root = await realpath(folder);
  const app = new Hono();
  const desk = new DeskFolder(placeOf(root));
  let own = port;
  app.use(async (context, next) => {
    const nonce = randomBytes(12).toString('base64url');
    context.set('nonce' as never, nonce as never);
    for (const [name, value] of Object.entries(headersFor(nonce))) context.header(name, value);
    if (!isOwnCall(context, own)) return context.json({ fault: 'this address is for its own page' }, 403);
    await next();
    return undefined;
  });
  const api = new Hono();
  api.use(withToken(token));
  const limitedTo = (maxSize: number) =>
    bodyLimit({ maxSize, onError: (context) => context.json({ fault: 'the body is too large' }, 413) });
  api.post('/add', limitedTo(mostTable), async (context) => {
    const bytes = new Uint8Array(await context.req.arrayBuffer());
    return told(context, await desk.add(context.req.query('path') as string, bytes));
  });
  api.use(limitedTo(mostBody));
  const asked = (context: Context) => Promise.resolve(context.req.query());
  const answered =
    (say: (asked: Record<string, unknown>) => Promise<Reply>, from: typeof bodyOf) => async (context: Context) =>
      told(context, await say(await from(context)));
  api.get('/folder', async (context) => told(context, await desk.list()));
  api.get(
    '/file',
    answered((own) => desk.file(own), asked),
  );
  api.get('/bytes', async (context) => {
    const bytes = await disk.bytes(await insideOf(root, context.req.query('path')));
    return context.body(Uint8Array.from(bytes), 200, { 'Content-Type': 'application/octet-stream' });
  });
  api.get(
    '/earlier',
    answered((own) => desk.earlier(own), asked),
  );
  for (const name of ['change', 'undo', 'redo', 'save', 'bind'] as const)
    api.post(
      `/${name}`,
      answered((own) => desk[name](own), bodyOf),
    );
  api.post('/ask', asking(root));
  api.get('/databases', databases);
  const type = typeCalls(root);
  api.get('/script-face', type.scriptFace);
  const watcher = watch(root, {
    ignoreInitial: true,
    ignored: (path) => /[/\\](\.[^/\\]+|node_modules)([/\\]|$)/.test(path.slice(root.length)),
  });
  const seen = (path: string) => slashed(path.slice(root.length + 1));
  api.get('/changes', (context) =>
    streamSSE(context, async (stream) => {
      // Drawings written into the folder do not count as its files.
      const tell = (event: string) => (path: string) =>
        isRead(path) ? void stream.writeSSE({ event, data: seen(path) }) : undefined;
      const tells = { change: tell('change'), add: tell('add'), unlink: tell('unlink') };
      for (const [event, own] of Object.entries(tells)) watcher.on(event as 'change', own);
      await new Promise<void>((resolve) => stream.onAbort(resolve));
      for (const [event, own] of Object.entries(tells)) watcher.off(event as 'change', own);
    }),
  );
  app.route('/api', api);
  app.get('/type/harfbuzz.wasm', typeFiles.shaper);
  app.get('/type/:family/:file', typeFiles.face);
  app.get('*', async (context) => {
    const nonce = context.get('nonce' as never) as string;
    const found = await pageFile(page, context.req.path, nonce);
    if (!found) return context.json({ fault: 'there is no such page' }, 404);
    // The names of assets contain a hash of their content: a new build has new names.
    if (context.req.path.startsWith('/assets/'))
      context.header('Cache-Control', 'private, max-age=31536000, immutable');
    return context.body(found.body as string, 200, { 'Content-Type': found.type });
  });
  app.onError((fault, context) => {
    if (fault instanceof Refused) return context.json({ fault: fault.message }, 403);
    if (fault instanceof SourceFault)
      return context.json({ fault: fault.message }, fault.kind === 'missing' ? 404 : 422);
    if (fault instanceof SyntaxError) return context.json({ fault: 'the body is no JSON' }, 400);
    return context.json({ fault: `a mistake of Hexis itself: ${fault.message}` }, 500);
  });
  const server = await new Promise<ReturnType<typeof serve>>((resolve, reject) => {
    const serverOptions = { requestTimeout: patience, headersTimeout: patience, connectionsCheckingInterval: 1000 };
    const made = serve({ fetch: app.fetch, hostname: '127.0.0.1', port, serverOptions }, (info) => {
      own = info.port;
      resolve(made);
    });
    made.once('error', reject);
  });
  return {
    port: own,
    token,
    address: `http://127.0.0.1:${own}/#${token}`,
    close: async () => {
      await watcher.close();
      if ('closeAllConnections' in server) server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}
