import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type ServedDesk, serveDesk } from 'hexis/node';
import { folderWith, hexis, root } from '../helpers/hexis.js';

const figure = 'hexis: figure/1\n# mine\ndata: t.csv\nchart: { kind: bar, category: bed, value: yield }\n';
const table = 'bed,yield\na,1\na,2\nb,3\nb,5\n';

interface Answer {
  status: number;
  body: Record<string, unknown>;
  headers: Record<string, string | string[] | undefined>;
}

describe('the server of the desk', () => {
  const folder = folderWith({ 'f.figure.yaml': figure, 't.csv': table });
  const outside = folderWith({ 'secret.figure.yaml': 'hexis: figure/1\n' });
  let desk: ServedDesk;
  beforeAll(async () => {
    mkdirSync(folder.at('sub'));
    symlinkSync(outside.path, folder.at('out'));
    symlinkSync(outside.at('secret.figure.yaml'), folder.at('link.figure.yaml'));
    desk = await serveDesk({ folder: folder.path, page: folder.path });
  });
  afterAll(async () => {
    await desk.close();
    folder.remove();
    outside.remove();
  });

  const ask = (path: string, more: { method?: string; body?: string; headers?: Record<string, string> } = {}) =>
    new Promise<Answer>((resolve, reject) => {
      const headers = { authorization: `Bearer ${desk.token}`, 'content-type': 'application/json', ...more.headers };
      const call = request(
        { host: '127.0.0.1', port: desk.port, path, method: more.method ?? 'GET', headers },
        (answer) => {
          const parts: Buffer[] = [];
          answer.on('data', (part: Buffer) => parts.push(part));
          answer.on('end', () => {
            const text = Buffer.concat(parts).toString('utf8');
            const body = text.startsWith('{') ? (JSON.parse(text) as Record<string, unknown>) : { text };
            resolve({ status: answer.statusCode ?? 0, body, headers: answer.headers });
          });
        },
      );
      call.on('error', reject);
      call.end(more.body);
    });
  const post = (path: string, body: unknown, headers = {}) =>
    ask(path, { method: 'POST', body: JSON.stringify(body), headers });
  /** Changes one file; the answer holds its state. */
  const change = async ({ by, ...one }: Record<string, unknown>, headers = {}): Promise<Answer> => {
    const answer = await post('/api/change', { by, changes: [one] }, headers);
    const files = answer.body['files'] as Record<string, unknown>[] | undefined;
    return { ...answer, body: files?.[0] ?? answer.body };
  };
  const state = async () =>
    (await ask('/api/file?path=f.figure.yaml')).body as {
      text: string;
      sha256: string;
      undo: string[];
      redo: string[];
    };

  test('lists the files of figures, without what links lead to', async () => {
    const { status, body } = await ask('/api/folder');
    expect([status, body['files']]).toEqual([
      200,
      [
        { path: 'f.figure.yaml', kind: 'figure' },
        { path: 't.csv', kind: 'table' },
      ],
    ]);
    expect((await ask('/api/bytes?path=t.csv')).body['text']).toBe(table);
  });

  test('binds a report into the folder, and nothing else', async () => {
    const report = {
      path: 'f.report.yaml',
      was: null,
      by: 'first draft',
      text: 'hexis: report/1\nfigures: [f.figure.yaml]\n',
    };
    expect((await change(report)).status).toBe(200);
    const bound = await post('/api/bind', { path: 'f.report.yaml', as: ['html', 'markdown'], into: 'sub' });
    expect([bound.status, bound.body['files']]).toEqual([200, ['f.html', 'f.md', 'figures/hexis-f.svg']]);
    expect(readFileSync(folder.at('sub/f.html'), 'utf8')).toMatch(/^<!doctype html>/);
    for (const [wish, status] of [
      [{ path: 'f.report.yaml', as: ['html'], into: '../out' }, 403],
      [{ path: 'f.report.yaml', as: ['html'], into: 'out' }, 403],
      [{ path: 'f.report.yaml', as: ['exe'] }, 403],
      [{ path: 'f.report.yaml', as: 'html' }, 403],
      [{ path: 'f.figure.yaml', as: ['html'] }, 403],
      [{ path: '../secret.report.yaml', as: ['html'] }, 403],
      [{ path: 'none.report.yaml', as: ['html'] }, 422],
    ] as const)
      expect([wish, (await post('/api/bind', wish)).status]).toEqual([wish, status]);
    expect(
      (await ask('/api/bind', { method: 'POST', body: '{}', headers: { authorization: 'Bearer no' } })).status,
    ).toBe(401);
    rmSync(folder.at('sub'), { recursive: true });
    rmSync(folder.at('f.report.yaml'));
    mkdirSync(folder.at('sub'));
  });

  test('changes a setting, takes it back and makes it again, by name, with comments kept', async () => {
    const before = await state();
    const edits = [{ path: ['axes', 'y', 'title'], value: 'Harvest' }];
    const changed = await change({
      path: 'f.figure.yaml',
      was: before.sha256,
      by: 'title of the vertical axis',
      edits,
    });
    expect([changed.status, changed.body['undo'], changed.body['redo']]).toEqual([
      200,
      ['title of the vertical axis'],
      [],
    ]);
    expect(readFileSync(folder.at('f.figure.yaml'), 'utf8')).toBe(`${figure}axes: { y: { title: Harvest } }\n`);
    const back = await post('/api/undo', { path: 'f.figure.yaml' });
    expect([back.body['text'], back.body['by'], back.body['redo']]).toEqual([
      figure,
      'title of the vertical axis',
      ['title of the vertical axis'],
    ]);
    const again = await post('/api/redo', { path: 'f.figure.yaml' });
    expect([again.body['text'], again.body['redo']]).toEqual([changed.body['text'], []]);
    await post('/api/undo', { path: 'f.figure.yaml' });
    expect((await post('/api/undo', { path: 'f.figure.yaml' })).status).toBe(409);
    // A new act takes away what could have been made again.
    await change({ path: 'f.figure.yaml', was: (await state()).sha256, by: 'a', edits });
    await post('/api/undo', { path: 'f.figure.yaml' });
    const other = await change({
      path: 'f.figure.yaml',
      was: (await state()).sha256,
      by: 'b',
      text: `${figure}# more\n`,
    });
    expect([other.body['undo'], other.body['redo']]).toEqual([['b'], []]);
    expect((await post('/api/redo', { path: 'f.figure.yaml' })).status).toBe(409);
    await post('/api/undo', { path: 'f.figure.yaml' });
    expect(readFileSync(folder.at('f.figure.yaml'), 'utf8')).toBe(figure);
  });

  test('gives the texts as they were before any act, of all files that it changed, and changes none', async () => {
    const style = 'hexis: style/1\ntext: { size: 9pt }\n';
    const none = await ask('/api/earlier?path=f.figure.yaml&steps=1');
    expect([none.status, none.body['codes']]).toEqual([409, ['nothing-to-undo']]);
    await change({ path: 'h.style.yaml', was: null, by: 'house', text: style });
    const { sha256: ofStyle } = (await ask('/api/file?path=h.style.yaml')).body;
    await change({ path: 'f.figure.yaml', was: (await state()).sha256, by: 'a', text: `${figure}# a\n` });
    const both = [
      { path: 'f.figure.yaml', was: (await state()).sha256, text: `${figure}# b\n` },
      { path: 'h.style.yaml', was: ofStyle, text: `${style}# b\n` },
    ];
    expect((await post('/api/change', { by: 'b', changes: both })).status).toBe(200);
    await change({ path: 'f.figure.yaml', was: (await state()).sha256, by: 'c', text: `${figure}# c\n` });
    const texts = async (steps: number) => (await ask(`/api/earlier?path=f.figure.yaml&steps=${steps}`)).body['texts'];
    expect(await texts(1)).toEqual({ 'f.figure.yaml': `${figure}# b\n` });
    expect(await texts(2)).toEqual({ 'f.figure.yaml': `${figure}# a\n`, 'h.style.yaml': style });
    expect(await texts(30)).toEqual({ 'f.figure.yaml': figure, 'h.style.yaml': style });
    expect((await state()).text).toBe(`${figure}# c\n`);
    for (const steps of ['0', '-1', 'x', '1.5'])
      expect((await ask(`/api/earlier?path=f.figure.yaml&steps=${steps}`)).status).toBe(403);
    // What somebody else has changed since is not guessed.
    writeFileSync(folder.at('f.figure.yaml'), `${figure}# by hand\n`);
    const foreign = await ask('/api/earlier?path=f.figure.yaml&steps=1');
    expect([foreign.status, foreign.body['codes']]).toEqual([409, ['changed-since']]);
    writeFileSync(folder.at('f.figure.yaml'), `${figure}# c\n`);
    for (let i = 0; i < 3; i += 1) await post('/api/undo', { path: 'f.figure.yaml' });
    rmSync(folder.at('h.style.yaml'));
    expect(readFileSync(folder.at('f.figure.yaml'), 'utf8')).toBe(figure);
  });

  test('never writes over what another program has changed', async () => {
    const { sha256 } = await state();
    writeFileSync(folder.at('f.figure.yaml'), `${figure}# by hand\n`);
    const refused = await change({ path: 'f.figure.yaml', was: sha256, by: 'x', text: 'lost' });
    expect([refused.status, refused.body['text']]).toEqual([409, `${figure}# by hand\n`]);
    expect(readFileSync(folder.at('f.figure.yaml'), 'utf8')).toBe(`${figure}# by hand\n`);
    writeFileSync(folder.at('f.figure.yaml'), figure);
    // Of two calls at once with the same text before them, one is refused.
    const both = await Promise.all(
      ['1', '2'].map((n) => change({ path: 'f.figure.yaml', was: sha256, by: n, text: `${figure}# ${n}\n` })),
    );
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    await post('/api/undo', { path: 'f.figure.yaml' });
  });

  test('makes a new file, and none where one is', async () => {
    const made = await change({ path: 'sub/new.figure.yaml', was: null, text: figure });
    expect([made.status, readFileSync(folder.at('sub/new.figure.yaml'), 'utf8')]).toEqual([200, figure]);
    expect((await change({ path: 'sub/new.figure.yaml', was: null, text: 'other' })).status).toBe(409);
    expect((await change({ path: 't.csv', was: null, text: 'x' })).status).toBe(403);
  });

  test('changes files and makes new ones together, or none of them', async () => {
    const { sha256 } = await state();
    const one = (was: string | null, path = 'f.figure.yaml') => ({ path, was, text: `${figure}# together\n` });
    const made = { path: 'sub/set.style.yaml', was: null, text: 'hexis: style/1\nname: Set\nextends: apa\n' };
    const send = (changes: unknown) => post('/api/change', { by: 'a set', changes });
    const stale = await send([made, one('0'.repeat(64))]);
    expect([stale.status, (stale.body['files'] as unknown[])[0], existsSync(folder.at(made.path))]).toEqual([
      409,
      null,
      false,
    ]);
    const there = await send([one(sha256), { ...made, path: 'f.figure.yaml' }]);
    expect([there.status, (await state()).text]).toEqual([403, figure]);
    for (const wrong of [[], undefined, 'all', [one(sha256), { ...made, path: '../x.style.yaml' }], [null]])
      expect([wrong, (await send(wrong)).status, (await state()).text]).toEqual([wrong, 403, figure]);
    const both = await send([made, one(sha256)]);
    expect([both.status, (await state()).undo, readFileSync(folder.at(made.path), 'utf8')]).toEqual([
      200,
      ['a set'],
      made.text,
    ]);
    // Asked once more, as by a second click, nothing is made twice or lost.
    expect((await send([made, one((await state()).sha256)])).status).toBe(409);
    await post('/api/undo', { path: 'f.figure.yaml' });
    expect((await state()).text).toBe(figure);
    rmSync(folder.at(made.path));
  });

  test('takes an act on several files back in all of them, and makes it again; what was changed since stays', async () => {
    const paths = ['f.figure.yaml', 'sub/two.figure.yaml', 'own.style.yaml'];
    const first = [figure, figure.replace('t.csv', '../t.csv'), 'hexis: style/1\nextends: apa\n'];
    for (const [i, path] of paths.entries()) writeFileSync(folder.at(path), first[i] as string);
    const texts = () => paths.map((path) => readFileSync(folder.at(path), 'utf8'));
    const act = async (by: string, line: string) => {
      const changes = await Promise.all(
        paths.map(async (path) => {
          const { sha256, text } = (await ask(`/api/file?path=${path}`)).body as { sha256: string; text: string };
          return { path, was: sha256, text: `${text}${line}` };
        }),
      );
      expect((await post('/api/change', { by, changes })).status).toBe(200);
    };
    await act('one', '# one\n');
    await act('two', '# two\n');
    const second = texts();
    // From whichever of them, once; the journal stands beside each file, so that the command does the same.
    const back = await post('/api/undo', { path: paths[1] });
    const states = back.body['others'] as { path: string; text: string; redo: string[] }[];
    expect([back.body['by'], states.map(({ path, redo }) => [path, redo])]).toEqual([
      'two',
      [
        ['f.figure.yaml', ['two']],
        ['own.style.yaml', ['two']],
      ],
    ]);
    expect(texts()).toEqual(first.map((text) => `${text}# one\n`));
    await post('/api/redo', { path: paths[2] });
    expect(texts()).toEqual(second);
    expect(hexis(['undo', folder.at('own.style.yaml')]).out.match(/what two did is taken back/g)).toHaveLength(3);
    expect(texts()).toEqual(first.map((text) => `${text}# one\n`));
    // From a folder below, the file of that folder goes alone: the others are none of its.
    const below = await serveDesk({ folder: folder.at('sub'), page: folder.path });
    await act('three', '# three\n');
    const third = texts();
    const answer = await fetch(`http://127.0.0.1:${below.port}/api/undo`, {
      method: 'POST',
      headers: { authorization: `Bearer ${below.token}`, 'content-type': 'application/json' },
      body: JSON.stringify({ path: 'two.figure.yaml' }),
    });
    await below.close();
    expect([answer.status, ((await answer.json()) as { others: unknown }).others]).toEqual([200, []]);
    expect(texts()).toEqual([third[0], `${first[1]}# one\n`, third[2]]);
    for (const path of [paths[0], paths[2]]) await post('/api/undo', { path });
    expect(texts()).toEqual(first.map((text) => `${text}# one\n`));
    // One of them was changed by hand since: then the file that is asked for goes alone.
    writeFileSync(folder.at('own.style.yaml'), `${first[2]}# by hand\n`);
    const alone = await post('/api/undo', { path: paths[0] });
    expect([alone.status, alone.body['others'], texts()]).toEqual([
      200,
      [],
      [first[0], `${first[1]}# one\n`, `${first[2]}# by hand\n`],
    ]);
    for (const path of paths.slice(1)) rmSync(folder.at(path));
  });

  test('keeps a table that is dropped on the page, bytes as they are, and writes over none', async () => {
    const add = (path: string, body: string) =>
      ask(`/api/add?path=${encodeURIComponent(path)}`, { method: 'POST', body });
    const added = await add('sub/more.csv', 'a,b\r\n1,2\r\n');
    expect([added.status, readFileSync(folder.at('sub/more.csv'), 'utf8')]).toEqual([200, 'a,b\r\n1,2\r\n']);
    expect((await add('sub/more.csv', 'a,b\r\n1,2\r\n')).status).toBe(200);
    expect((await add('sub/more.csv', 'other')).status).toBe(409);
    expect(readFileSync(folder.at('sub/more.csv'), 'utf8')).toBe('a,b\r\n1,2\r\n');
    for (const path of ['../x.csv', 'x.exe', 'f.figure.yaml', 'out/x.csv', '.hexis/x.csv'])
      expect([path, (await add(path, 'x')).status]).toEqual([path, 403]);
  });

  test('takes no table where other programs keep their files', async () => {
    const add = (path: string, body: string) => ask(`/api/add?path=${path}`, { method: 'POST', body });
    expect((await add('rows.json', '[{ "a": 1 }]')).status).toBe(200);
    rmSync(folder.at('rows.json'));
    for (const [path, body] of [
      ['package.json', '{ "name": "x", "scripts": { "prepare": "x" } }'],
      ['.config/t.csv', 'a'],
      ['node_modules/t.csv', 'a'],
      ['sub/.t.csv', 'a'],
    ] as const) {
      expect([path, (await add(path, body)).status]).toEqual([path, 403]);
      expect(existsSync(folder.at(path))).toBe(false);
    }
  });

  test('a body that never ends holds nobody up', async () => {
    const call = request({
      host: '127.0.0.1',
      port: desk.port,
      path: '/api/change',
      method: 'POST',
      headers: { authorization: `Bearer ${desk.token}`, 'content-type': 'application/json', 'content-length': 100 },
    });
    call.on('error', () => undefined);
    call.write('{ "by"');
    const own = await state();
    const edits = [{ path: ['legend', 'place'], value: 'right' }];
    expect((await change({ path: 'f.figure.yaml', was: own.sha256, edits })).status).toBe(200);
    await post('/api/undo', { path: 'f.figure.yaml' });
    call.destroy();
  });

  test.each([
    'null',
    '[]',
    '"x"',
    '{ "changes": [{ "path": "f.figure.yaml", "was": "OWN", "edits": [{ "path": [], "value": 1 }] }] }',
    '{ "changes": [{ "path": "f.figure.yaml", "was": "OWN", "edits": [{ "path": [null], "value": 1 }] }] }',
    `{ "changes": [{ "path": "f.figure.yaml", "was": "OWN", "edits": [{ "path": [${Array(50_000).fill('"x"')}], "value": 1 }] }] }`,
    `{ "changes": [{ "path": "f.figure.yaml", "was": "OWN", "edits": [${Array(20_000).fill('{"path":["x"],"value":1}')}] }] }`,
  ])('refuses a body that no page sends, as no mistake of its own: %.60s', async (body) => {
    const own = (await state()).sha256;
    for (const call of ['change', 'undo', 'redo', 'save', 'bind', 'ask']) {
      const { status } = await ask(`/api/${call}`, { method: 'POST', body: body.replace('OWN', own) });
      expect([call, [400, 403].includes(status)]).toEqual([call, true]);
    }
    expect((await state()).sha256).toBe(own);
  });

  test('answers for tables of its folder and for connections, and for nothing beside them', async () => {
    writeFileSync(folder.at('asked.csv'), 'bed,yield\n1,2\n1,4\n');
    const table = (file: string) => ({ said: file, file, told: {}, engine: 'embedded' });
    const found = await post('/api/ask', { table: table('asked.csv') });
    expect(found.body['columns']).toMatchObject([{ name: 'bed' }, { name: 'yield' }]);
    const columns = [{ column: 'bed', as: 'value' }];
    const question = { rows: 'alike', columns, decimalMark: '.', most: 100 };
    const answer = await post('/api/ask', { table: table('asked.csv'), question });
    expect(answer.body['answer']).toMatchObject({ rows: 1, sizes: [2], columns: [{ column: 'bed', cells: ['1'] }] });
    for (const file of [
      '../asked.csv',
      '/etc/passwd',
      '../*.csv',
      '/etc/*.csv',
      '*/x.csv',
      '.hexis/x.csv',
      'a/../../*.csv',
    ])
      expect([file, (await post('/api/ask', { table: table(file) })).status]).toEqual([file, 403]);
    for (const odd of [{ ...question, most: 1e12 }, { ...question, columns: [{ column: 'bed', as: 'all' }] }, 'all'])
      expect((await post('/api/ask', { table: table('asked.csv'), question: odd })).status).toBe(403);
    const unknown = await post('/api/ask', { table: { said: '', connection: 'nowhere', table: 'plots' } });
    expect(unknown.body['problems']).toMatchObject([{ code: 'connection-unknown' }]);
  });

  test('saves within its folder whatever the figure calls itself, and answers while a large picture is painted', async () => {
    writeFileSync(folder.at('g.figure.yaml'), `${figure}id: ../../sly\n`);
    const saved = await post('/api/save', { path: 'g.figure.yaml', as: ['svg'], into: 'sub' });
    expect([saved.status, saved.body['files']]).toEqual([200, ['sly.svg']]);
    expect(existsSync(folder.at('sub/sly.svg'))).toBe(true);
    let isDone = false;
    const painted = post('/api/save', { path: 'f.figure.yaml', as: ['png'], into: 'sub', dpi: 800 }).then((answer) => {
      isDone = true;
      return answer;
    });
    for (let i = 0; i < 5; i += 1) expect((await state()).text).toContain('mine');
    expect(isDone).toBe(false);
    expect((await painted).status).toBe(200);
    const large = await post('/api/save', {
      path: 'f.figure.yaml',
      as: ['png'],
      dpi: 2400,
      width: '90cm',
      height: '90cm',
    });
    expect([large.status, large.body['codes']]).toEqual([422, ['picture-too-large']]);
    rmSync(folder.at('g.figure.yaml'));
  });

  test('saves at another size without changing the file', async () => {
    const saved = await post('/api/save', {
      path: 'f.figure.yaml',
      as: ['svg'],
      into: 'small',
      width: '8cm',
      height: '5cm',
    });
    expect([saved.status, saved.body['files']]).toEqual([200, ['f.svg']]);
    expect(readFileSync(folder.at('small/f.svg'), 'utf8')).toContain('width="226.772pt" height="141.732pt"');
    expect(readFileSync(folder.at('f.figure.yaml'), 'utf8')).toBe(figure);
    const wrong = await post('/api/save', { path: 'f.figure.yaml', as: ['svg'], into: 'small', width: 'wide' });
    expect([wrong.status, wrong.body['fault']]).toEqual([422, expect.stringContaining('wide')]);
  });

  test('saves what the command draws, and writes over no file that is not a drawing', async () => {
    const saved = await post('/api/save', { path: 'f.figure.yaml', as: ['svg', 'pdf'], into: 'sub' });
    expect([saved.status, saved.body['files']]).toEqual([200, ['f.svg', 'f.pdf']]);
    expect(readFileSync(folder.at('sub/f.svg'), 'utf8')).toContain('<svg');
    writeFileSync(folder.at('sub/f.svg'), 'my own words');
    expect((await post('/api/save', { path: 'f.figure.yaml', as: ['svg'], into: 'sub' })).status).toBe(500);
    expect(readFileSync(folder.at('sub/f.svg'), 'utf8')).toBe('my own words');
    expect((await post('/api/save', { path: 'f.figure.yaml', as: ['exe'] })).status).toBe(403);
  });

  test.each([
    '../secret.figure.yaml',
    'sub/../../secret.figure.yaml',
    '..%2fsecret.figure.yaml',
    '%2e%2e/secret.figure.yaml',
    '/etc/passwd',
    'out/secret.figure.yaml',
    'out/new.figure.yaml',
    'link.figure.yaml',
    '..\\secret.figure.yaml',
    '\\\\host\\secret.figure.yaml',
    'C:secret.figure.yaml',
    '.hexis/f.figure.yaml.journal.json',
    './f.figure.yaml',
    'sub//new.figure.yaml',
    'f.figure.yaml\u0000.csv',
    '',
  ])('gives and writes nothing outside its folder: %j', async (path) => {
    const encoded = path.includes('%') ? path : encodeURIComponent(path);
    for (const call of ['file', 'bytes', 'earlier']) {
      const { status, body } = await ask(`/api/${call}?path=${encoded}&steps=1`);
      expect([403, 404]).toContain(status);
      expect(JSON.stringify(body)).not.toContain('hexis: figure');
    }
    for (const [call, more] of [
      ['change', { was: null, text: 'x' }],
      ['undo', {}],
      ['redo', {}],
      ['save', { as: ['svg'] }],
    ] as const) {
      expect([403, 404]).toContain((await post(`/api/${call}`, { path: decodeURIComponent(encoded), ...more })).status);
    }
    expect(readFileSync(outside.at('secret.figure.yaml'), 'utf8')).toBe('hexis: figure/1\n');
    expect(existsSync(outside.at('new.figure.yaml'))).toBe(false);
  });

  test.each([
    ['no token', { authorization: '' }, 401],
    ['another token', { authorization: 'Bearer abc' }, 401],
    ['a foreign host, as a name that was bound to this machine has', { host: 'evil.example' }, 403],
    ['a foreign port', { host: '127.0.0.1:1' }, 403],
    ['a foreign origin', { origin: 'http://evil.example' }, 403],
    ['the origin of a file', { origin: 'null' }, 403],
    ['a call across sites', { 'sec-fetch-site': 'cross-site' }, 403],
    ['a call from another port', { 'sec-fetch-site': 'same-site' }, 403],
  ])('answers nothing to %s', async (_, headers, expected) => {
    for (const path of ['/api/folder', '/api/file?path=f.figure.yaml', '/api/changes']) {
      const { status, body } = await ask(path, { headers });
      expect([status, Object.keys(body)]).toEqual([expected, ['fault']]);
    }
    expect((await change({ path: 'f.figure.yaml', was: null, text: 'x' }, headers)).status).toBe(expected);
    expect(readFileSync(folder.at('f.figure.yaml'), 'utf8')).toBe(figure);
  });

  test('refuses large bodies by what they say of their length, before they are sent', async () => {
    const status = await new Promise((resolve, reject) => {
      const headers = { authorization: `Bearer ${desk.token}`, 'content-length': 5e6 };
      const to = { host: '127.0.0.1', port: desk.port, path: '/api/change', method: 'POST', headers };
      const call = request(to, (answer) => {
        resolve(answer.statusCode);
        // None of it was sent, and nobody waits for it.
        answer.resume();
        call.on('error', () => undefined);
        call.destroy();
      });
      call.on('error', reject);
      call.flushHeaders();
    });
    expect(status).toBe(413);
  });

  test('refuses broken bodies, and methods and pages that there are not', async () => {
    expect((await ask('/api/change', { method: 'POST', body: '{' })).status).toBe(400);
    expect((await ask('/api/change', { method: 'PUT', body: '{}' })).status).toBe(404);
    for (const path of ['/t.csv', '/f.figure.yaml', '/assets/../t.csv', '/assets/%2e%2e%2ft.csv', '/index.html/x']) {
      expect([path, (await ask(path)).status]).toEqual([path, 404]);
    }
    expect((await ask('/api/file?path=none.figure.yaml')).status).toBe(404);
  });

  test('sends a page that may ask nobody else', async () => {
    const { headers } = await ask('/api/folder');
    expect(headers['content-security-policy']).toMatch(
      /^default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; .*connect-src 'self'/,
    );
    expect(headers['content-security-policy']).toContain("frame-ancestors 'none'");
    expect([headers['x-content-type-options'], headers['cache-control']]).toEqual(['nosniff', 'no-store']);
  });

  test('tells of what other programs change', async () => {
    const heard = new Promise<string>((resolve, reject) => {
      const call = request(
        {
          host: '127.0.0.1',
          port: desk.port,
          path: '/api/changes',
          headers: { authorization: `Bearer ${desk.token}` },
        },
        (answer) => {
          let text = '';
          answer.on('data', (part: Buffer) => {
            text += part.toString('utf8');
            if (!text.includes('t.csv')) return;
            call.destroy();
            resolve(text);
          });
        },
      );
      call.on('error', (fault) => reject(fault));
      call.end();
    });
    const timer = setInterval(() => writeFileSync(folder.at('t.csv'), `${table}c,${Date.now() % 9}\n`), 300);
    expect(await heard).toContain('event: change\ndata: t.csv');
    clearInterval(timer);
    writeFileSync(folder.at('t.csv'), table);
  });
});

test('the command says where the desk is, and ends when it is stopped', async () => {
  const folder = folderWith({ 'f.figure.yaml': figure, 't.csv': table });
  const child = spawn(process.execPath, [`${root}/bin/hexis.cjs`, 'desk', folder.at('f.figure.yaml')], {
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const address = await new Promise<string>((resolve) => {
    let text = '';
    child.stdout.on('data', (part: Buffer) => {
      text += part.toString('utf8');
      const found = /http:\/\/127\.0\.0\.1:\d+\/#\S+/.exec(text)?.[0];
      if (found) resolve(found);
    });
  });
  const [base, token, path] = [address.split('#')[0], ...(address.split('#')[1] as string).split('/')];
  expect(path).toBe('f.figure.yaml');
  const answer = await fetch(`${base}api/folder`, { headers: { authorization: `Bearer ${token}` } });
  expect(answer.status).toBe(200);
  const ended = new Promise((resolve) => child.on('exit', resolve));
  child.kill('SIGTERM');
  expect(await ended).toBe(0);
  folder.remove();
});
