/** The start page: what it is in ten seconds, by one figure before and after. */
import { join } from 'node:path';
import { check, ok, openProject, write } from '../dist/core/index.js';
import { disk } from '../dist/node/index.js';
import { escaped } from './markdown.mjs';

async function pictureOf(path) {
  const { drawing, problems } = await openProject(disk).draw(path);
  const svg = ok(await write(drawing, 'svg', { ground: 'paper', carries: 'nothing' }));
  const findings = check(drawing, problems).filter(({ waived }) => waived === undefined);
  return { svg, alt: drawing.plate.description, findings };
}

export async function startPage(root, put) {
  const before = await pictureOf(join(root, 'demo', 'flawed', 'first-try.figure.yaml'));
  const after = await pictureOf(join(root, 'demo', 'figures', 'yield-by-bed.figure.yaml'));
  put('pictures/before.svg', before.svg);
  put('pictures/after.svg', after.svg);
  const findings = before.findings
    .slice(0, 5)
    .map(({ rule, found }) => `<li><strong>${escaped(rule)}</strong> ${escaped(found)}</li>`);
  const body = `<section class="hero">
<h1>Figures that pass the pickiest supervisor</h1>
<p class="lead">Hexis formats finished statistical figures for documents: titles, units, ticks, typefaces, legends, colours, patterns and size, to APA or to your house style. It measures the laid-out figure, and says what breaks the style before anyone else sees it.</p>
<p class="ways"><a class="main" href="./desk/">Open the desk</a> <a href="./docs/first-figure.html">Your first figure</a> <a href="./docs/work/index.html">What authors need</a></p>
</section>
<section class="sides" aria-label="One figure, before and after">
<fieldset><legend>The same table, the same chart</legend>
<label><input type="radio" name="side" id="side-before" checked> Before</label>
<label><input type="radio" name="side" id="side-after"> After</label>
</fieldset>
<div class="before"><figure><img src="./pictures/before.svg" alt="${escaped(before.alt)}"></figure>
<div><h2>What the check says of it</h2><ol class="findings">${findings.join('')}</ol><p>And ${before.findings.length - findings.length} more.</p></div></div>
<div class="after"><figure><img src="./pictures/after.svg" alt="${escaped(after.alt)}"></figure>
<div><h2>What the check says now</h2><p>Nothing. Limits begin at zero, letters can be read in print, colours tell apart without colour vision, the axis has its unit, and the note says what the error bars are.</p></div></div>
</section>
<section class="three">
<div><h2>For those who install nothing</h2><p>The <a href="./desk/">desk</a> works in this browser, on your own files: drop a table, choose the chart that shows it, click on what you want to change. It works without a network once it was opened.</p></div>
<div><h2>For those who write files</h2><pre tabindex="0"><code>npx hexis draw yield.figure.yaml
npx hexis check yield.figure.yaml</code></pre><p>A figure is a small text file beside its table: it can be compared, kept in version control, and drawn again to the same bytes.</p></div>
<div><h2>For reports</h2><p>Fifty figures go into one <a href="./docs/reports.html">document</a> with captions that count, for word processors, LaTeX, print and the web, and are held against each other: one scale, one look, one name for one thing.</p></div>
</section>`;
  return {
    title: 'Hexis: finished statistical figures',
    description:
      'Formats, measures and checks finished statistical figures for documents, against APA or a house style.',
    body,
  };
}
