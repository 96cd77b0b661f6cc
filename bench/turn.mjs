import { build } from 'esbuild';
import { chromium } from 'playwright-core';

/** What runs in the page: a cloud of so many cases, turned by three degrees for each frame. */
const script = `
import { memory, openProject, write } from 'hexis';
import { turntable, turnedBy } from 'hexis/desk';
window.turn = async (table, chart, frames) => {
  const project = openProject(memory({ 't.csv': table, 'f.yaml': 'hexis: figure/1\\ndata: t.csv\\nchart: ' + chart + '\\n' }));
  const { value } = await turntable(project, 'f.yaml');
  const painted = () => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
  const times = [];
  let view = value.view;
  for (let i = 0; i < frames; i += 1) {
    const start = performance.now();
    view = turnedBy(view, 3, i % 20 < 10 ? 1 : -1);
    const svg = await write(value.at(view).value, 'svg');
    document.body.innerHTML = svg.value.replace(/^<\\?xml.*\\?>\\n/, '');
    await painted();
    if (i >= 10) times.push(performance.now() - start);
  }
  return times;
};`;

/** Milliseconds from a new view to its painted figure, for each frame of a turn in the browser. */
export async function turnTimes(table, chart, frames = 90) {
  const { outputFiles } = await build({
    stdin: { contents: script, resolveDir: process.cwd() },
    bundle: true,
    write: false,
    format: 'iife',
    minify: true,
  });
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu'],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.setContent('<body></body>');
    await page.addScriptTag({ content: outputFiles[0].text });
    return await page.evaluate(([rows, kind, count]) => window.turn(rows, kind, count), [table, chart, frames]);
  } finally {
    await browser.close();
  }
}
