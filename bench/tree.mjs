/** A built tree of the product: this one, or that of another revision in a folder of its own. */
import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

export const here = fileURLToPath(new URL('..', import.meta.url));

const git = (...args) => execFileSync('git', args, { cwd: here, encoding: 'utf8' }).trim();

/** The folder of a revision, checked out and built once; the next run finds it there. */
export function treeOf(revision) {
  const [hash] = git('rev-list', '--abbrev-commit', '--abbrev=12', '-n', '1', '--ignore-missing', revision, '--').split(
    '\n',
  );
  if (!hash) return undefined;
  const folder = join(tmpdir(), 'hexis-revisions', hash);
  if (existsSync(join(folder, 'built'))) return { folder, hash };
  process.stderr.write(`building ${hash} in ${folder}\n`);
  execFileSync('rm', ['-rf', folder]);
  mkdirSync(folder, { recursive: true });
  const archive = execFileSync('git', ['archive', hash], { cwd: here, maxBuffer: 1e9 });
  execFileSync('tar', ['-x', '-C', folder], { input: archive });
  // What it needs is taken from here, unless it asks for other versions.
  const isSame = git('show', `${hash}:package-lock.json`) === git('show', 'HEAD:package-lock.json');
  const npm = (...args) => execFileSync('npm', args, { cwd: folder, stdio: ['ignore', 'ignore', 'inherit'] });
  if (isSame) {
    for (const of of ['.', ...readdirSync(join(folder, 'examples')).map((name) => join('examples', name))]) {
      const modules = join(here, of, 'node_modules');
      if (existsSync(modules)) symlinkSync(modules, join(folder, of, 'node_modules'));
    }
  } else npm('ci', '--no-audit', '--no-fund');
  npm('run', 'build');
  mkdirSync(join(folder, 'built'));
  return { folder, hash };
}

/** A tree as rows see it: its modules and its command. */
export function opened(folder) {
  const load = (file) => import(pathToFileURL(join(folder, file)).href);
  return { folder, load, command: join(folder, 'bin/hexis.cjs'), demo: join(folder, 'demo') };
}
