import { execFileSync, spawn, spawnSync } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { build } from 'esbuild';
import { root } from '../helpers/hexis.js';

/** The programs of the README, as a reader copies them. */
const programs = () =>
  [...readFileSync(join(root, 'README.md'), 'utf8').matchAll(/```ts\n([\s\S]*?)```/g)].map(
    ([, text]) => text as string,
  );

describe('the package, installed in an empty folder', () => {
  let folder = '';
  const at = (...parts: string[]) => join(folder, ...parts);
  const own = (...parts: string[]) => at('node_modules', 'hexis', ...parts);
  const run = (command: string, args: string[]) => {
    const { status, stdout, stderr } = spawnSync(command, args, { cwd: folder, encoding: 'utf8' });
    return { code: status, out: stdout, err: stderr };
  };

  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'hexis-package-'));
    const packed = execFileSync('npm', ['pack', '--ignore-scripts', '--silent', '--pack-destination', folder], {
      cwd: root,
      encoding: 'utf8',
    });
    writeFileSync(at('package.json'), '{ "name": "thesis", "private": true, "type": "module" }\n');
    const install = ['install', '--no-audit', '--no-fund', '--prefer-offline', '--ignore-scripts'];
    execFileSync('npm', [...install, `./${packed.trim().split('\n').at(-1)}`], { cwd: folder, stdio: 'pipe' });
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  test('runs the programs of the README', () => {
    cpSync(own('demo'), at('demo'), { recursive: true });
    const outs = programs().map((program, i) => {
      writeFileSync(at(`program${i}.ts`), program);
      // What is left of the types is what the compiler checks.
      writeFileSync(at(`program${i}.mjs`), program.replace(': Record<string, string>', ''));
      const { code, out, err } = run(process.execPath, [`program${i}.mjs`]);
      expect([code, err.replace(/^yield-board .*\n/gm, '')]).toEqual([0, '']);
      return out;
    });
    expect(outs[0]).toMatch(/^<\?xml[\s\S]*<\/svg>\s*$/);
    expect(outs[1]).toMatch(/^yield-by-bed \d+ bytes of PDF\nyield-board \d+ bytes of PDF\n$/);
  });

  test('satisfies a strict compiler, its own types and those that it names included', () => {
    writeFileSync(
      at('tsconfig.json'),
      JSON.stringify({
        compilerOptions: {
          strict: true,
          skipLibCheck: false,
          exactOptionalPropertyTypes: true,
          noUncheckedIndexedAccess: true,
          module: 'nodenext',
          target: 'es2023',
          lib: ['es2023', 'dom'],
          types: [],
          noEmit: true,
        },
        files: programs().map((_, i) => `program${i}.ts`),
      }),
    );
    const { code, out } = run(process.execPath, [join(root, 'node_modules/typescript/bin/tsc'), '-p', 'tsconfig.json']);
    expect([code, out]).toEqual([0, '']);
  });

  test('draws by its command in every format, and makes its compiled form by the way', () => {
    mkdirSync(at('out'));
    const command = own('bin', 'hexis.cjs');
    const besides = ['bidi-js', 'chokidar', 'linebreak', 'markdown-it', 'parquet', 'parse5', 'pdf', 'zip.js'];
    const bundles = [...besides, 'hexis'].map((name) => `${name}.cjs`);
    expect(readdirSync(own('dist', 'bin')).sort()).toEqual([...bundles, 'words'].sort());
    expect(run(process.execPath, [command, 'demo', 'garden']).code).toBe(0);
    expect(readdirSync(own('dist', 'bin'))).toHaveLength(bundles.length + 3);
    const figure = join('garden', 'figures', 'yield-by-bed.figure.yaml');
    const drawn = run(process.execPath, [command, 'draw', figure, '--as', 'svg,pdf,eps,png,tiff,plate', '-o', 'out/']);
    expect([drawn.code, drawn.err]).toEqual([0, '']);
    expect(readdirSync(at('out'))).toHaveLength(6);
    const spoken = run(process.execPath, [command, 'numbers', figure, '--language', 'de']);
    expect([spoken.code, spoken.err]).toEqual([0, '']);
    expect(spoken.out).toContain('Mittelwert');
    const live = run(process.execPath, [command, 'draw', figure, '--text', 'live', '-o', 'out/live.svg']);
    expect([live.code, live.err]).toEqual([0, '']);
  });

  test('reads pages, markup and letters of wide scripts by what lies beside the command', () => {
    writeFileSync(at('beds.html'), '<table><tr><th>bed<th>yield<tr><td>土<td>2.5<tr><td>b<td>3</table>');
    const caption = "heading: { show: true }\ncaption: { title: 'H~2~O by *bed*' }";
    writeFileSync(
      at('wide.figure.yaml'),
      `hexis: figure/1\ndata: beds.html\nchart: { kind: bar, category: bed, value: yield, summary: given }\n${caption}\n`,
    );
    const { code, out } = run(process.execPath, [own('bin', 'hexis.cjs'), 'numbers', 'wide.figure.yaml']);
    expect(code).toBe(0);
    // A letter that takes two places is followed by as many blanks fewer.
    expect(out).toMatch(/^土 {3}1 {3}2\.50\nb {4}1 {3}3\.00$/m);
  });

  test('binds a report into every form of document, on all cores', () => {
    const { code, out, err } = run(process.execPath, [
      ...[own('bin', 'hexis.cjs'), 'bind', join('garden', 'garden.report.yaml')],
      ...['--as', 'docx,html,tex,markdown,pdf', '-o', 'bound/'],
    ]);
    expect([code, err]).toEqual([0, '']);
    expect(out).toContain('5 figures');
    expect(readdirSync(at('bound')).sort()).toEqual([
      'figures',
      ...['docx', 'html', 'md', 'pdf', 'tex'].map((ending) => `garden.${ending}`),
    ]);
  });

  test('serves the built page of the desk with all that it loads', async () => {
    mkdirSync(at('mine'));
    const child = spawn(process.execPath, [own('bin', 'hexis.cjs'), 'desk', at('mine')], { cwd: folder });
    const ended = new Promise((resolve) => child.on('exit', resolve));
    const address = await new Promise<string>((resolve) => {
      let text = '';
      child.stdout.on('data', (part: Buffer) => {
        text += part.toString('utf8');
        const found = /http:\S+/.exec(text)?.[0];
        if (found) resolve(found);
      });
    });
    try {
      const [base = '', token] = address.split('#');
      const get = async (path: string) => {
        const answer = await fetch(new URL(path, base), { headers: { authorization: `Bearer ${token}` } });
        return { status: answer.status, text: await answer.text() };
      };
      const page = await get('/');
      const named = [...page.text.matchAll(/(?:src|href)="\.?\/?(assets\/[^"]+)"/g)].map(([, path]) => path as string);
      expect(named.length).toBeGreaterThan(1);
      const script = await get(named.find((path) => path.endsWith('.js')) as string);
      const worker = /worker-[\w-]+\.js/.exec(script.text)?.[0];
      for (const path of [...named, `assets/${worker}`]) expect([path, (await get(path)).status]).toEqual([path, 200]);
      const told = JSON.parse((await get('/api/folder')).text) as { formats: { name: string }[] };
      expect(told).toMatchObject({ folder: 'mine', files: [] });
      // All that the command writes can be saved by the page.
      expect(told.formats.map(({ name }) => name)).toEqual(['svg', 'pdf', 'eps', 'plate', 'png', 'tiff']);
    } finally {
      child.kill('SIGTERM');
    }
    expect(await ended).toBe(0);
  });

  test('says what to install where it was installed without the libraries of pictures', () => {
    const figure = own('demo', 'figures', 'yield-by-bed.figure.yaml');
    for (const [ending, libraries] of [
      ['png', '@resvg/resvg-js'],
      ['tiff', '@resvg/resvg-js sharp'],
    ] as const) {
      const aside = libraries.split(' ').map((name) => [at('node_modules', name), at(name.replace('/', '-'))] as const);
      for (const [there, kept] of aside) renameSync(there, kept);
      const { code, err } = run(process.execPath, [own('bin', 'hexis.cjs'), 'draw', figure, '-o', `f.${ending}`]);
      for (const [there, kept] of aside) renameSync(kept, there);
      expect([code, existsSync(at(`f.${ending}`))]).toEqual([2, false]);
      expect(err).toMatch(/^error: .* need @resvg\/resvg-js/);
      expect(err).toContain(`write: npm install ${libraries}\n`);
    }
  });

  test('bundles for a browser without anything of Node', async () => {
    writeFileSync(at('page.mjs'), programs()[0] as string);
    const made = await build({
      absWorkingDir: folder,
      entryPoints: ['page.mjs'],
      bundle: true,
      platform: 'browser',
      format: 'esm',
      splitting: true,
      outdir: 'page',
      logLevel: 'silent',
      metafile: true,
    });
    expect(made.errors).toEqual([]);
    const named = Object.values(made.metafile.outputs).flatMap(({ imports }) =>
      imports.filter(({ external }) => external),
    );
    expect(named.map(({ path }) => path)).toEqual([]);
  });

  test('has what its README links, the licences of its faces, and nothing of the workshop', () => {
    const readme = readFileSync(own('README.md'), 'utf8');
    const links = [...readme.matchAll(/\]\(((?!https?:)[^)#]+)/g)].map(([, path]) => path as string);
    // Pictures are shown where the README is read: on the pages of the project.
    const pages = links.filter((path) => !path.startsWith('docs/screenshots/'));
    expect(pages.length).toBeGreaterThan(10);
    for (const path of pages) expect([path, existsSync(own(path))]).toEqual([path, true]);
    for (const family of readdirSync(own('dist', 'faces'))) {
      expect(readFileSync(own('assets', 'faces', family, 'LICENSE'), 'utf8')).toMatch(/SIL OPEN FONT LICENSE/i);
    }
    expect(JSON.parse(readFileSync(own('package.json'), 'utf8')).license).toBe('(MIT AND OFL-1.1)');
    const files = readdirSync(own(), { recursive: true, encoding: 'utf8' });
    expect(files.filter((name) => /\.map$|tsbuildinfo|^src|^tests/.test(name))).toEqual([]);
    for (const name of readdirSync(own('dist', 'core', 'type', 'generated')).filter((file) => file.endsWith('.d.ts'))) {
      expect(readFileSync(own('dist', 'core', 'type', 'generated', name), 'utf8').length).toBeLessThan(300);
    }
  });
});
