/**
 * Makes the whole site from the pages of docs/: `dist/site`, which any web server can hold, beside the desk that the build has
 * put there. Every block of YAML of a figure is drawn beside it and can be changed; search works from static files.
 *
 *   npm run build && npm run site
 *   npm run site -- --earlier FOLDER     with the pages of a site that was made before, under versions/
 */
import { copyFileSync, cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { basename, dirname, join, relative, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import MarkdownIt from 'markdown-it';
import { build, defaultClientConditions } from 'vite';
import { Examples } from '../site/examples.mjs';
import { anchorOf, escaped, rendered } from '../site/markdown.mjs';
import { settingAnchor, settingsOf, settingsTable } from '../site/settings.mjs';
import { shell } from '../site/shell.mjs';
import { startPage } from '../site/start.mjs';
import { sameWords } from '../site/words.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const out = join(root, 'dist', 'site');
const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
const read = (path) => readFileSync(join(root, path), 'utf8');

const [, earlier] = /^--earlier=(.+)$/.exec(process.argv.slice(2).join('=')) ?? [];
if (earlier !== undefined && (resolve(earlier) === resolve(out) || !existsSync(join(earlier, 'versions.json')))) {
  process.stderr.write(
    `--earlier ${earlier}: not a site that was made before and lies elsewhere; write: the copy of such a site\n`,
  );
  process.exit(2);
}

/** Everything of the site but the desk is made anew. */
mkdirSync(out, { recursive: true });
for (const name of readdirSync(out)) if (name !== 'desk') rmSync(join(out, name), { recursive: true });

/** Versions of the pages, the latest first: these, and those of the site that was made before. */
const versions = [{ version, address: '' }];
if (earlier !== undefined) {
  const listed = JSON.parse(readFileSync(join(earlier, 'versions.json'), 'utf8'));
  for (const own of listed) {
    if (own.version === version) continue;
    const address = `versions/${own.version}/`;
    // With their desk, whose settings are those of their pages.
    const isOwn = (path) => !relative(join(earlier, own.address), path).split(/[\\/]/).includes('versions');
    cpSync(join(earlier, own.address), join(out, address), { recursive: true, filter: isOwn });
    versions.push({ version: own.version, address });
  }
}

function put(path, text) {
  mkdirSync(dirname(join(out, path)), { recursive: true });
  writeFileSync(join(out, path), text);
}

const markdowns = ['docs', 'docs/work', 'docs/rules'].flatMap((folder) =>
  readdirSync(join(root, folder))
    .filter((name) => name.endsWith('.md'))
    .map((name) => `${folder}/${name}`),
);

const titleOf = (text) => /^# (.+)$/m.exec(text)[1].replace(/`/g, '');

/** Pages by their paths in the repository, with their addresses and titles. */
const pages = new Map(
  markdowns.map((path) => {
    const address = path.replace(/README\.md$/, 'index.md').replace(/\.md$/, '.html');
    return [path, { address, title: titleOf(read(path)) }];
  }),
);
pages.get('docs/work/README.md').title = 'What authors need';
pages.get('docs/rules/README.md').title = 'Rules';

/** Files of the repository that pages lead to, as they lie in the site. */
const wanted = new Set();

const linker = (base) => (path) => {
  if (path === 'README.md' || path === '.') return `${base}index.html`;
  if (path === 'docs') return `${base}docs/first-figure.html`;
  const page = pages.get(path) ?? pages.get(`${path}/README.md`);
  if (page) return base + page.address;
  if (!existsSync(join(root, path))) return undefined;
  wanted.add(path);
  return `${base}files/${path}`;
};

const examples = new Examples(root);
const inlineWith = (path, base) => {
  const linkTo = linker(base);
  return (text) => {
    const { body } = rendered(text, { path, linkTo, blockOf: () => undefined });
    return body.trim().replace(/^<p>|<\/p>$/g, '');
  };
};

/** What is searched: parts of pages. */
const found = [];
const plain = new MarkdownIt();
const wordsOf = (text) =>
  plain
    .render(text)
    .replace(/<[^>]+>/g, ' ')
    .replace(/&[a-z]+;/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

/** Cuts a page into parts by its headings, each to be found by itself. */
function remember(text, address, page, needs = '') {
  const parts = text.replace(/<!--[\s\S]*?-->/g, '').split(/^(?=#{1,3} )/m);
  for (const part of parts) {
    const [, level, head] = /^(#+) (.+)$/m.exec(part) ?? [];
    if (head === undefined) continue;
    const body = wordsOf(part.replace(/^#+ .+$/m, ''));
    found.push({
      title: head.replace(/[`*_]/g, ''),
      page,
      address: level === '#' ? address : `${address}#${anchorOf(head)}`,
      needs: level === '#' ? needs : '',
      body,
    });
  }
}

/** Settings by the names that they have in a figure file: a style and a report have most of them too, and are found by those alone. */
const known = new Set();

function rememberSettings(rows, address, page) {
  for (const { name, what, example } of rows) {
    const plainName = name.replace(/^shared\./, '');
    if (known.has(plainName) && page !== 'Figure file') continue;
    known.add(plainName);
    found.push({
      title: name,
      page,
      address: `${address}#${settingAnchor(name)}`,
      needs: name.replace(/[.[\]…]/g, ' ').replace(/([a-z])([A-Z])/g, '$1 $2'),
      body: `${wordsOf(what)} ${wordsOf(example)}`.trim(),
    });
  }
}

let pictures = 0;

/** A page of the site of some text. */
async function pageOf(path, text, { address, title, more = '' }) {
  const base = '../'.repeat(address.split('/').length - 1) || './';
  // Blocks are drawn before the page is put together.
  const blocks = [...text.matchAll(/^```yaml\n([\s\S]*?)^```/gm)].map(([, block]) => block);
  const live = new Map();
  for (const block of new Set(blocks)) {
    const example = await examples.of(block, path);
    if (!example) continue;
    pictures += 1;
    const picture = `pictures/${basename(address, '.html')}-${pictures}.svg`;
    put(picture, example.svg);
    live.set(block, { ...example, picture });
  }
  // The picture of a whole figure stands beside its block already.
  const shown =
    live.size > 0 ? text.replace(/^!\[[^\]]*\]\([^)]*\.svg\)\n/gm, path.startsWith('docs/work/') ? '' : '$&') : text;
  const { body } = rendered(shown, {
    path,
    linkTo: linker(base),
    blockOf(language, block, count) {
      const example = language === 'yaml' ? live.get(block) : undefined;
      if (!example) return undefined;
      const { at, around, isChart, picture, alt } = example;
      return `<section class="live" aria-label="Example ${count}, which can be changed" data-at="${escaped(at)}" data-around="${escaped(around)}" data-chart="${isChart ? 'yes' : 'no'}">
<div class="bar"></div>
<pre tabindex="0"><code>${escaped(block)}</code></pre>
<figure><img src="${base}${picture}" alt="${escaped(alt)}" loading="lazy"></figure>
</section>
`;
    },
  });
  const [, first = ''] = /^(?!#|<!--|```|\||-|!)(\S.*)$/m.exec(text.replace(/<!--[\s\S]*?-->/g, '')) ?? [];
  const html = shell({
    title,
    description: wordsOf(first).slice(0, 180),
    body: body + more,
    base,
    versions,
    pages,
    path,
    scripts: [...(live.size > 0 ? ['live.js'] : []), ...(more.includes('id="filter"') ? ['settings.js'] : [])],
  });
  put(address, html);
}

// The figure file first: what others share with it is found there.
const isFirst = (path) => path === 'docs/figure-file.md';
for (const path of markdowns.toSorted((a, b) => Number(isFirst(b)) - Number(isFirst(a)))) {
  const text = read(path);
  const { address, title } = pages.get(path);
  const [, needs = ''] = /^Needs: (.+)$/m.exec(text) ?? [];
  const settings = settingsOf(text);
  if (!settings) {
    remember(text, address, title, needs);
    await pageOf(path, text, { address, title });
    continue;
  }
  // A table of hundreds of settings is a page for each of the first level, and one to find them all.
  const { groups, rest } = settings;
  const folder = address.replace(/\.html$/, '');
  const list = groups.map(({ name, title: said, rows }) => {
    const count = rows.length === 1 ? '' : ` <span class="count">${rows.length}</span>`;
    const what = name === said ? inlineWith(path, '../')(rows[0].what) : '';
    return `<li><a href="${basename(folder)}/${name}.html"><code>${escaped(said)}</code></a>${count} ${what}</li>`;
  });
  remember(rest, address, title);
  const more = `<h2 id="every-setting">Every setting</h2>
<form class="filter" role="search" aria-label="Settings"><label for="filter">Find a setting</label> <input id="filter" type="search" autocomplete="off" data-from="${basename(folder)}/settings.json" placeholder="limits, legend, colour …"></form>
<div id="filtered" role="region" aria-label="Settings found" hidden></div>
<ul class="groups">
${list.join('\n')}
</ul>
`;
  await pageOf(path, rest, { address, title, more });
  const inline = inlineWith(path, '../../');
  for (const { name, title: said, intro, rows } of groups) {
    const at = `${folder}/${name}.html`;
    rememberSettings(rows, at, title);
    const { body: before } = rendered(intro, { path, linkTo: linker('../../'), blockOf: () => undefined });
    const body = `<p class="up"><a href="../${basename(address)}">${escaped(title)}</a></p>\n<h1><code>${escaped(said)}</code></h1>\n${before}${settingsTable(rows, inline)}`;
    const description = wordsOf(rows[0].what).slice(0, 180);
    put(at, shell({ title: `${said}, ${title}`, description, body, base: '../../', versions, pages, path }));
  }
  const json = groups.flatMap(({ name, rows }) =>
    rows.map((own) => [own.name, wordsOf(own.what), `${basename(folder)}/${name}.html#${settingAnchor(own.name)}`]),
  );
  put(`${folder}/settings.json`, JSON.stringify(json));
}

put('index.html', shell({ ...(await startPage(root, put)), base: './', versions, pages, path: '', isStart: true }));

put('versions.json', JSON.stringify(versions));

// The page makes the index of it, which is smaller on its way than the index itself.
put(
  'search.json',
  JSON.stringify({
    parts: found.map(({ title, page, address, needs, body }) => [title, page, address, needs, body]),
    words: sameWords,
  }),
);

// What examples are drawn of, and what pages lead to.
for (const path of [
  'demo/data',
  'demo/garden.codebook.yaml',
  'demo/survey.codebook.yaml',
  'demo/trials.codebook.yaml',
  'demo/lanternfield.style.yaml',
])
  wanted.add(path);
for (const path of wanted) {
  mkdirSync(dirname(join(out, 'files', path)), { recursive: true });
  cpSync(join(root, path), join(out, 'files', path), { recursive: true, filter: (from) => !from.includes('.hexis') });
}
copyFileSync(join(root, 'site', 'site.css'), join(out, 'site.css'));

const client = join(root, 'site', 'client');
const files = { entryFileNames: '[name].js', chunkFileNames: 'parts/[name]-[hash].js' };
const entries = ['page', 'live', 'settings'].map((name) => [name, join(client, `${name}.ts`)]);
await build({
  root: client,
  configFile: false,
  logLevel: 'error',
  base: './',
  resolve: { conditions: ['@hexis/source', ...defaultClientConditions] },
  worker: { format: 'es', rolldownOptions: { output: files } },
  build: {
    outDir: out,
    emptyOutDir: false,
    target: 'es2022',
    modulePreload: false,
    rolldownOptions: { input: Object.fromEntries(entries), output: files },
  },
});

process.stdout.write(`dist/site: ${pages.size} pages, ${pictures} examples, ${found.length} parts to be found\n`);
