/**
 * Makes the template of the garden's annual report, a document of an office program as `hexis style --from` reads it, and a
 * picture of a page of it with a figure: as the plain style draws it, and with the style that is drafted from the template. The
 * picture needs an office program (libreoffice-writer-nogui); without one, the template alone is made.
 *
 *   npm run build && node scripts/makeTemplate.mjs
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';

const file = 'demo/annual-report.odt';
const mimetype = 'application/vnd.oasis.opendocument.text';
const names = {
  office: 'office:1.0',
  style: 'style:1.0',
  text: 'text:1.0',
  draw: 'drawing:1.0',
  fo: 'xsl-fo-compatible:1.0',
  svg: 'svg-compatible:1.0',
};
const declared = [
  ...Object.entries(names).map(([prefix, name]) => `xmlns:${prefix}="urn:oasis:names:tc:opendocument:xmlns:${name}"`),
  'xmlns:xlink="http://www.w3.org/1999/xlink"',
].join(' ');
const part = (name, content) =>
  `<?xml version="1.0" encoding="UTF-8"?><office:${name} ${declared} office:version="1.3">${content}</office:${name}>`;
const style = (name, parent, paragraph, text) =>
  `<style:style style:name="${name}" style:family="paragraph" style:parent-style-name="${parent}"><style:paragraph-properties ${paragraph}/><style:text-properties ${text}/></style:style>`;

const styles = part(
  'document-styles',
  `<office:styles><style:default-style style:family="paragraph"><style:text-properties fo:font-family="Carlito" fo:font-size="11pt" fo:language="en" fo:country="GB"/></style:default-style><style:style style:name="Standard" style:family="paragraph"/>${style('Text_20_body', 'Standard', 'fo:margin-bottom="6pt" fo:line-height="125%"', 'fo:font-size="11pt"')}${style('Heading_20_1', 'Standard', 'fo:margin-bottom="10pt"', 'fo:font-size="19pt" fo:font-weight="bold" fo:color="#31653e"')}${style('Caption', 'Standard', 'fo:margin-top="4pt" fo:margin-bottom="10pt"', 'fo:font-size="9.5pt"')}${style('Figure', 'Caption', '', '')}</office:styles><office:automatic-styles><style:page-layout style:name="P"><style:page-layout-properties fo:page-width="17.6cm" fo:page-height="25cm" fo:margin-top="2cm" fo:margin-bottom="2.2cm" fo:margin-left="2.4cm" fo:margin-right="1.8cm"/></style:page-layout></office:automatic-styles><office:master-styles><style:master-page style:name="Standard" style:page-layout-name="P"/></office:master-styles>`,
);
const words =
  'The garden keeps its books by hand, plot by plot. What was sown, watered and gathered is written down on the day, and at the end of the season somebody adds it up.';
const content = part(
  'document-content',
  `<office:automatic-styles><style:style style:name="T1" style:family="text"><style:text-properties fo:font-weight="bold" fo:color="#31653e"/></style:style></office:automatic-styles><office:body><office:text><text:sequence-decls><text:sequence-decl text:display-outline-level="0" text:name="Figure"/></text:sequence-decls><text:h text:style-name="Heading_20_1" text:outline-level="1">Annual report</text:h><text:p text:style-name="Text_20_body">${words}</text:p><text:p text:style-name="Text_20_body"><draw:frame draw:name="Sample" text:anchor-type="as-char" svg:width="6cm" svg:height="4cm"><draw:image xlink:href="Pictures/sample.svg"/></draw:frame></text:p><text:p text:style-name="Figure"><text:span text:style-name="T1">Fig. <text:sequence text:ref-name="r1" text:name="Figure" text:formula="ooow:Figure+1" style:num-format="1">1</text:sequence></text:span> A sample, and where its caption stands</text:p><text:p text:style-name="Text_20_body">${words}</text:p></office:text></office:body>`,
);
const sample =
  '<svg xmlns="http://www.w3.org/2000/svg" width="60" height="40"><rect width="60" height="40" fill="#dfe6dd"/></svg>';
const list = ['/', 'content.xml', 'styles.xml', 'Pictures/sample.svg'].map(
  (path) =>
    `<manifest:file-entry manifest:full-path="${path}" manifest:media-type="${path === '/' ? mimetype : path.endsWith('.svg') ? 'image/svg+xml' : 'text/xml'}"/>`,
);
const mtime = new Date(1980, 0, 1);
const packed = zipSync({
  mimetype: [strToU8(mimetype), { level: 0, mtime }],
  'META-INF/manifest.xml': [
    strToU8(
      `<?xml version="1.0" encoding="UTF-8"?><manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0" manifest:version="1.3">${list.join('')}</manifest:manifest>`,
    ),
    { mtime },
  ],
  'content.xml': [strToU8(content), { mtime }],
  'styles.xml': [strToU8(styles), { mtime }],
  'Pictures/sample.svg': [strToU8(sample), { mtime }],
});
writeFileSync(file, packed);

const office = (...args) => spawnSync('soffice', ['--headless', ...args], { encoding: 'utf8', timeout: 240_000 });
if (office('--version').status !== 0) {
  console.log('no office program is at hand: the template alone was made');
  process.exit();
}

const folder = mkdtempSync(join(tmpdir(), 'hexis-template-'));
const hexis = (...args) => execFileSync(process.execPath, ['bin/hexis.cjs', ...args], { encoding: 'utf8' });
const drafted = join(folder, 'annual-report.style.yaml');
hexis('style', '--from', file, '-o', drafted);

/** The page of the template with a figure in place of its sample, as an office program prints it. */
async function pageWith(name, styleOf) {
  const figures = `${process.cwd()}/demo/figures`;
  const report = join(folder, `${name}.report.yaml`);
  writeFileSync(
    report,
    `hexis: report/1\nid: ${name}\nstyle: ${styleOf}\nshared: { size: { width: 13.4cm, ratio: 1.6 } }\nfigures: [${figures}/yield-by-bed.figure.yaml]\n`,
  );
  hexis('bind', report, '-o', join(folder, `${name}.odt`), '--fresh');
  const bound = unzipSync(readFileSync(join(folder, `${name}.odt`)));
  const text = strFromU8(bound['content.xml']);
  const [placed] = /<text:p text:style-name="Figure_20_Picture_20_kept">.*<\/text:p>(?=<\/office:text>)/s.exec(
    text,
  ) ?? [text.slice(text.indexOf('</text:illustration-index>') + 26, text.indexOf('</office:text>'))];
  const own = unzipSync(readFileSync(file));
  const forms = /<style:style style:name="T\d+".*?(?=<style:style style:name="Picture")/s.exec(text)?.[0] ?? '';
  const into = strFromU8(own['content.xml'])
    .replace(
      /<text:p text:style-name="Text_20_body"><draw:frame.*?<\/draw:frame><\/text:p><text:p text:style-name="Figure">.*?<\/text:p>/s,
      () => placed.replace(/style-name="T(\d+)"/g, 'style-name="B$1"'),
    )
    .replace(
      '</office:automatic-styles>',
      `${forms.replace(/style:name="T(\d+)"/g, 'style:name="B$1"')}</office:automatic-styles>`,
    );
  const ours = strFromU8(bound['styles.xml']);
  const looks = [...ours.matchAll(/<style:style style:name="(?:Caption|Figure[^"]*)".*?<\/style:style>/gs)]
    .map(([one]) => one)
    .join('');
  const parts = { mimetype: [own.mimetype, { level: 0 }], 'content.xml': strToU8(into) };
  const named = strFromU8(own['styles.xml']).replace(
    /<style:style style:name="Caption".*(?=<\/office:styles>)/s,
    looks,
  );
  parts['styles.xml'] = strToU8(named);
  for (const [path, bytes] of Object.entries(bound))
    if (path.startsWith('Pictures/') || path.startsWith('META-INF/')) parts[path] = bytes;
  writeFileSync(join(folder, `${name}-page.odt`), zipSync(parts));
  office('--convert-to', 'pdf', '--outdir', folder, join(folder, `${name}-page.odt`));
  spawnSync('pdftoppm', [
    '-r',
    '98',
    '-f',
    '1',
    '-l',
    '1',
    '-singlefile',
    '-png',
    join(folder, `${name}-page.pdf`),
    join(folder, name),
  ]);
  const [width, height] = [679, 640];
  return sharp(join(folder, `${name}.png`))
    .extract({ left: 0, top: 0, width, height })
    .toBuffer();
}

const pages = [await pageWith('before', 'plain'), await pageWith('after', drafted)];
await sharp({ create: { width: 679 * 2 + 60, height: 680, channels: 3, background: '#e4e6e3' } })
  .composite(pages.map((input, i) => ({ input, left: 20 + i * 699, top: 20 })))
  .png({ compressionLevel: 9, palette: true })
  .toFile('docs/screenshots/template.png');
rmSync(folder, { recursive: true });
