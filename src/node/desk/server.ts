import { createHash, randomBytes } from 'node:crypto';
import { readFile, realpath } from 'node:fs/promises';
import { basename, join, relative } from 'node:path';
import { serve } from '@hono/node-server';
import { watch } from 'chokidar';
import { type Context, Hono } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { streamSSE } from 'hono/streaming';
import { readCall, replyTo } from '../../core/ask/remote.js';
import { isPattern, type TableRef } from '../../core/ask/tableRef.js';
import { tableEndings, tableForm } from '../../core/data/tableForms.js';
import { hasErrors, type Outcome, type Problem, problemText } from '../../core/problem/problem.js';
import { SourceFault } from '../../core/project/read/source.js';
import { fileSafe } from '../../core/report/fileSafe.js';
import { type Edit, type Patch, patchBetween, patched, patchFor } from '../../core/schema/patch.js';
import { documentOutputs, picturesFor } from '../bind/bind.js';
import { drawReport } from '../bind/bindReport.js';
import { documents } from '../bind/documents.js';
import { disk } from '../disk.js';
import { connectionNames } from '../engines/connection.js';
import { stoppable } from '../engines/stopped.js';
import { formats } from '../formats.js';
import {
  type Change,
  changeOutputs,
  earlierTexts,
  type MayGoAlong,
  redoChange,
  stepsOf,
  type Undone,
  undoChange,
} from '../journal.js';
import { packageRoot } from '../packageRoot.js';
import { inputProblems, type Output, save } from '../save.js';
import { drawApart } from './drawApart.js';
import { filesOf, isHidden, isRead, kindOf } from './folder.js';
import { headersFor, isOwnCall, withToken } from './guard.js';
import { insideOf, Refused, slashed } from './inside.js';
import { typeCalls } from './typeCalls.js';

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

const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex');

const types: Record<string, string> = {
  html: 'text/html; charset=utf-8',
  js: 'text/javascript; charset=utf-8',
  css: 'text/css; charset=utf-8',
  svg: 'image/svg+xml',
  woff2: 'font/woff2',
};

/** A change to one file that a page asks for: edits of single settings, or a whole new text. */
interface Wanted {
  path?: unknown;
  /** SHA-256 of the file as the page knows it; null for a new file. */
  was?: unknown;
  edits?: unknown;
  text?: unknown;
}

/** Limits that no honest change reaches: depth of a setting, and settings changed by one act. */
const [deepestEdit, mostEdits] = [40, 5000];

const isEdit = (value: unknown): value is Edit => {
  const { path } = (value ?? {}) as { path?: unknown };
  const isPart = (part: unknown) => typeof part === 'string' || Number.isInteger(part);
  return Array.isArray(path) && path.length > 0 && path.length <= deepestEdit && path.every(isPart);
};

/** The body of a call, read before the call is queued, so that a body that never ends blocks nobody. */
async function bodyOf(context: Context): Promise<Record<string, unknown>> {
  const body: unknown = await context.req.json();
  if (typeof body !== 'object' || body === null || Array.isArray(body)) throw new Refused('the body is no object');
  return body as Record<string, unknown>;
}

/** The patch that a change makes to a text. */
function patchOf(before: string, { text, edits }: Wanted): Patch {
  if (typeof text === 'string') return patchBetween(before, text);
  if (Array.isArray(edits) && edits.length <= mostEdits && edits.every(isEdit)) return patchFor(before, edits);
  throw new Refused('neither edits nor a text');
}

const faultOf = (problems: readonly Problem[]) => ({
  fault: problems.map(problemText).join('\n'),
  codes: problems.map(({ code }) => code),
});

/** The calls that a desk answers about the files of a folder. */
class Desk {
  private readonly folder: string;
  /** The queue of changes: they are made one after the other. */
  private turn: Promise<unknown> = Promise.resolve();

  constructor(folder: string) {
    this.folder = folder;
  }

  /** Runs a change after those before it. */
  private inTurn<T>(step: () => Promise<T>): Promise<T> {
    const next = this.turn.then(step, step);
    this.turn = next.catch(() => undefined);
    return next;
  }

  async state(path: string): Promise<{ text: string; sha256: string; undo: string[]; redo: string[] }> {
    const file = await insideOf(this.folder, path);
    const text = await disk.text(file);
    return { text, sha256: sha256(text), ...(await stepsOf(file)) };
  }

  readonly list = async (context: Context) =>
    context.json({
      folder: basename(this.folder),
      files: await filesOf(this.folder),
      formats: formats.map(({ name, description }) => ({ name, description })),
    });

  readonly read = async (context: Context) => context.json(await this.state(context.req.query('path') as string));

  readonly bytes = async (context: Context) => {
    const file = await insideOf(this.folder, context.req.query('path'));
    const bytes = await disk.bytes(file);
    return context.body(Uint8Array.from(bytes), 200, { 'Content-Type': 'application/octet-stream' });
  };

  /** What becomes of a file: a change, a new file, or nothing if somebody else has changed it meanwhile. */
  private async wanted(one: Wanted, by: string): Promise<{ made: Output } | { changed: Change } | undefined> {
    const path = await insideOf(this.folder, one.path);
    if (kindOf(path) === undefined || kindOf(path) === 'table') throw new Refused('no file that the desk changes');
    const before = await disk.text(path).catch((fault) => {
      if (fault instanceof SourceFault && fault.kind === 'missing' && one.was === null) return undefined;
      throw fault;
    });
    if (before === undefined) {
      if (typeof one.text !== 'string') throw new Refused('a new file needs its text');
      return { made: { path, bytes: one.text } };
    }
    if (one.was !== sha256(before)) return undefined;
    const patch = patchOf(before, one);
    return { changed: { path, before, after: patched(before, patch), patch, by } };
  }

  /**
   * Changes files that are still as the page has them, and makes new ones: all of them or none. Where somebody else has
   * changed one, or a new one is there already, all are given back as they are.
   */
  readonly change = async (context: Context) => {
    const { by, changes } = await bodyOf(context);
    return this.inTurn(async () => {
      const wanted = (Array.isArray(changes) ? changes : []).map((one) => (one ?? {}) as Wanted);
      const paths = wanted.map(({ path }) => path as string);
      if (paths.length === 0 || new Set(paths).size !== paths.length) throw new Refused('no list of files to change');
      const name = typeof by === 'string' && by !== '' ? by.slice(0, 200) : 'desk';
      const found = await Promise.all(wanted.map((one) => this.wanted(one, name)));
      const isOther = found.includes(undefined);
      const made = found.flatMap((one) => (one && 'made' in one ? [one.made] : []));
      const changed = found.flatMap((one) => (one && 'changed' in one ? [one.changed] : []));
      const outputs = [
        ...made,
        ...(await changeOutputs(
          changed.filter(({ before, after }) => before !== after),
          true,
        )),
      ];
      const problems = isOther || outputs.length === 0 ? [] : await save(outputs);
      if (hasErrors(problems)) return context.json(faultOf(problems), 500);
      // A new file that could not be made is not reported as one.
      const files = await Promise.all(paths.map((path) => this.state(path).catch(() => undefined)));
      return context.json({ files }, isOther ? 409 : 200);
    });
  };

  /** Stores a table that was dropped on the page. No existing file is overwritten. */
  readonly add = async (context: Context) => {
    const path = context.req.query('path') as string;
    const bytes = new Uint8Array(await context.req.arrayBuffer());
    return this.inTurn(async () => {
      const file = await insideOf(this.folder, path);
      if (kindOf(file) !== 'table') throw new Refused(`no table: its name ends in ${tableEndings.join(', ')}`);
      if (path.split('/').some(isHidden)) throw new Refused('no place for a table: other programs keep theirs there');
      if (tableForm(path).isTable?.(bytes) === false) throw new Refused('no table: JSON is one as a list of rows');
      const there = await disk.bytes(file).catch(() => undefined);
      if (there) {
        const isSame = Buffer.compare(Buffer.from(there), Buffer.from(bytes)) === 0;
        return isSame
          ? context.json({ path })
          : context.json({ fault: `${path} is there already, and is another` }, 409);
      }
      const problems = await save([{ path: file, bytes }]);
      return hasErrors(problems) ? context.json(faultOf(problems), 500) : context.json({ path });
    });
  };

  /** A file that a call may change with another one: it lies in the folder. */
  private readonly isInside: MayGoAlong = async (file) => {
    const name = slashed(relative(await realpath(this.folder), file));
    return insideOf(this.folder, name).then(
      () => true,
      () => false,
    );
  };

  /** The texts of a file, and of those changed with it, before its last acts. */
  readonly earlier = async (context: Context) => {
    const steps = Number(context.req.query('steps'));
    if (!Number.isInteger(steps) || steps < 1) throw new Refused('the number of steps is none');
    const root = await realpath(this.folder);
    const file = await insideOf(this.folder, context.req.query('path'));
    // One that is not there is said to be missing, as everywhere.
    await disk.text(file);
    const found = await earlierTexts(file, steps, this.isInside);
    if (!found.ok) return context.json(faultOf(found.problems), 409);
    const texts = Array.from(found.value, ([own, text]) => [slashed(relative(root, own)), text]);
    return context.json({ texts: Object.fromEntries(texts) });
  };

  private readonly step =
    (take: (file: string, mayGoAlong: MayGoAlong) => Promise<Outcome<Undone>>) => async (context: Context) => {
      const { path } = await bodyOf(context);
      return this.inTurn(async () => {
        const root = await realpath(this.folder);
        const nameOf = (file: string) => slashed(relative(root, file));
        // An act made from a parent folder may have changed files outside this one.
        const done = await take(await insideOf(this.folder, path), this.isInside);
        if (!done.ok) return context.json({ ...faultOf(done.problems), ...(await this.state(path as string)) }, 409);
        const { by, others } = done.value;
        const files = await Promise.all(
          others.map(async (other) => ({ path: nameOf(other.path), ...(await this.state(nameOf(other.path))) })),
        );
        return context.json({ by, others: files, ...(await this.state(path as string)) });
      });
    };

  readonly undo = this.step((file, mayGoAlong) => undoChange(file, false, mayGoAlong));
  readonly redo = this.step(redoChange);

  /** Draws a figure into files of the folder, with the same code as the command but in its own thread. */
  readonly save = async (context: Context) => {
    const { path, as, dpi, caption, into, width, height } = await bodyOf(context);
    const file = await insideOf(this.folder, path);
    const target = into === '' || into === undefined ? this.folder : await insideOf(this.folder, into);
    const wanted = (Array.isArray(as) ? as : []).flatMap((name) => formats.filter((format) => format.name === name));
    if (wanted.length === 0 || wanted.length !== (as as unknown[]).length) throw new Refused('no such format');
    const isSide = (value: unknown): value is string => typeof value === 'string' && value !== '';
    await disk.text(file);
    const drawn = await drawApart({
      file,
      formats: wanted.map(({ name }) => name),
      dpi: typeof dpi === 'number' && dpi >= 36 && dpi <= 2400 ? dpi : undefined,
      caption: caption === true,
      width: isSide(width) ? width : undefined,
      height: isSide(height) ? height : undefined,
    });
    if (!drawn.ok) return context.json(faultOf(drawn.problems), 422);
    const { id, files } = drawn.value;
    const outputs: Output[] = wanted.map((format, i) => ({
      path: join(target, `${fileSafe(id)}.${format.ending}`),
      bytes: files[i] as Uint8Array | string,
      replaces: format.isOwn,
    }));
    const asked = await inputProblems(outputs, drawn.value.read);
    const problems = hasErrors(asked) ? asked : await save(outputs);
    if (hasErrors(problems)) return context.json(faultOf(problems), 500);
    return context.json({ files: outputs.map((output) => basename(output.path)) });
  };

  /** The tables of the databases that the environment knows. */
  readonly databases = async (context: Context) => {
    const found = await Promise.all(
      connectionNames().map(async (connection) => {
        const tables = await (await import('../engines/database.js')).tablesOf(connection);
        return tables.ok
          ? { connection, tables: tables.value }
          : { connection, tables: [], ...faultOf(tables.problems) };
      }),
    );
    return context.json(found);
  };

  /** Answers what a page asks of a table that is not read: files of the folder, and databases that the environment knows. */
  readonly ask = async (context: Context) => {
    const call = readCall(await bodyOf(context));
    if (!call) throw new Refused('no question');
    const { table } = call;
    const { signal } = context.req.raw;
    const reply = (ref: TableRef) => stoppable(signal, async () => replyTo(await disk.answerer?.(ref), call));
    if (!('file' in table)) return context.json(await reply(table as TableRef));
    const at = table.file.lastIndexOf('/') + 1;
    const [folder, name] = [table.file.slice(0, at).replace(/\/$/, ''), table.file.slice(at)];
    if (isPattern(folder)) throw new Refused('a pattern of folders');
    const within = folder === '' ? this.folder : await insideOf(this.folder, folder);
    const file = isPattern(name) ? join(within, name) : await insideOf(this.folder, table.file);
    return context.json(await reply({ ...table, file } as TableRef));
  };

  /** Binds a report into documents in the folder, with the same code as the command. */
  readonly bind = async (context: Context) => {
    const { path, as, into } = await bodyOf(context);
    const file = await insideOf(this.folder, path);
    if (kindOf(file) !== 'report') throw new Refused('no report');
    const target = into === '' || into === undefined ? this.folder : await insideOf(this.folder, into);
    const wanted = (Array.isArray(as) ? as : []).flatMap((name) => documents.filter((form) => form.name === name));
    if (wanted.length === 0 || wanted.length !== (as as unknown[]).length)
      throw new Refused('no such form of document');
    const drawn = await drawReport(file, picturesFor(wanted));
    if (!drawn.ok) return context.json(faultOf(drawn.problems), 422);
    const { document, cache, inputs } = drawn.value;
    const outputs: Output[] = [];
    for (const form of wanted) {
      const main = join(target, `${fileSafe(document.id)}.${form.ending}`);
      const made = await documentOutputs(form, document, { folder: target, name: document.id, main });
      if (!made.ok) return context.json(faultOf(made.problems), 422);
      outputs.push(...made.value);
    }
    // Existing files that are not our documents are kept.
    const problems = await save(outputs);
    if (hasErrors(problems)) return context.json(faultOf(problems), 409);
    await cache.remember(document.figures, inputs);
    return context.json({ files: outputs.map((output) => slashed(relative(target, output.path))) });
  };
}

/** A file of the page. Each time `index.html` is served it gets a new nonce, for the styles that the editor creates. */
async function pageFile(
  page: string,
  path: string,
  nonce: string,
): Promise<{ body: Uint8Array | string; type: string } | undefined> {
  const name = path === '/' ? 'index.html' : path.slice(1);
  if (!/^(index\.html|assets\/[\w.-]+)$/.test(name)) return undefined;
  const bytes = await readFile(join(page, name)).catch(() => undefined);
  const type = types[name.split('.').at(-1) as string];
  if (!bytes || !type) return undefined;
  return {
    body: name === 'index.html' ? bytes.toString('utf8').replaceAll('%NONCE%', nonce) : Uint8Array.from(bytes),
    type,
  };
}

/** Serves the desk for a folder on the loopback address to whoever has the token. */
export async function serveDesk({
  folder,
  port = 0,
  page = join(packageRoot, 'dist', 'desk'),
}: DeskOptions): Promise<ServedDesk> {
  const token = randomBytes(tokenBytes).toString('base64url');
  const root = await realpath(folder);
  const app = new Hono();
  const desk = new Desk(root);
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
  api.post('/add', limitedTo(mostTable), desk.add);
  api.use(limitedTo(mostBody));
  api.get('/folder', desk.list);
  api.get('/file', desk.read);
  api.get('/bytes', desk.bytes);
  api.get('/earlier', desk.earlier);
  api.post('/change', desk.change);
  api.post('/undo', desk.undo);
  api.post('/redo', desk.redo);
  api.post('/save', desk.save);
  api.post('/bind', desk.bind);
  api.post('/ask', desk.ask);
  api.get('/databases', desk.databases);
  const type = typeCalls(root);
  api.get('/face', type.face);
  api.get('/script-face', type.scriptFace);
  api.get('/shaper', type.shaper);
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
