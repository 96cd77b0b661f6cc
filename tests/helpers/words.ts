import { unzipSync, zipSync } from 'fflate';
import { markName } from '../../src/core/report/ownMarks.js';
import { tagsOf } from '../../src/node/bind/update/xmlTags.js';

/** The parts of a document of a word processor. */
export const partsOf = (bytes: Uint8Array): Record<string, Uint8Array> => unzipSync(bytes);

export const textOf = (bytes: Uint8Array | undefined): string => new TextDecoder().decode(bytes);

/** A document of some parts. */
export const packed = (parts: Record<string, Uint8Array | string>): Uint8Array =>
  zipSync(
    Object.fromEntries(
      Object.entries(parts).map(([name, part]) => [
        name,
        typeof part === 'string' ? new TextEncoder().encode(part) : part,
      ]),
    ),
  );

const namespaces = [
  'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"',
  'xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"',
  'xmlns:wp="http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing"',
  'xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main"',
  'xmlns:pic="http://schemas.openxmlformats.org/drawingml/2006/picture"',
  'xmlns:mc="http://schemas.openxmlformats.org/markup-compatibility/2006"',
  'xmlns:wps="http://schemas.microsoft.com/office/word/2010/wordprocessingShape"',
  'xmlns:asvg="http://schemas.microsoft.com/office/drawing/2016/SVG/main"',
].join(' ');

/** A picture as a word processor writes one. @param width and height in points */
export function pictureXml(
  name: string,
  relation: string,
  { width = 300, height = 200, descr = 'old words', lines = '', anchored = false } = {},
): string {
  const [cx, cy] = [Math.round(width * 12700), Math.round(height * 12700)];
  const svg = lines === '' ? '' : `<a:extLst><a:ext uri="lines"><asvg:svgBlip r:embed="${lines}"/></a:ext></a:extLst>`;
  const said = descr === '' ? '' : ` descr="${descr}"`;
  const inner = `<wp:extent cx="${cx}" cy="${cy}"/><wp:effectExtent l="0" t="0" r="0" b="0"/><wp:docPr id="7" name="${name}"${said}/><a:graphic><a:graphicData uri="http://schemas.openxmlformats.org/drawingml/2006/picture"><pic:pic><pic:nvPicPr><pic:cNvPr id="7" name="${name}"/><pic:cNvPicPr/></pic:nvPicPr><pic:blipFill><a:blip r:embed="${relation}">${svg}</a:blip><a:stretch><a:fillRect/></a:stretch></pic:blipFill><pic:spPr><a:xfrm><a:off x="0" y="0"/><a:ext cx="${cx}" cy="${cy}"/></a:xfrm></pic:spPr></pic:pic></a:graphicData></a:graphic>`;
  return anchored
    ? `<w:drawing><wp:anchor distT="0" distB="0" distL="0" distR="0" simplePos="0" relativeHeight="2" behindDoc="0" locked="0" layoutInCell="1" allowOverlap="1">${inner}</wp:anchor></w:drawing>`
    : `<w:drawing><wp:inline distT="0" distB="0" distL="0" distR="0">${inner}</wp:inline></w:drawing>`;
}

export const run = (content: string) => `<w:r>${content}</w:r>`;

let marks = 0;
/** A picture in a run of its own, between the marks that Hexis puts about it with its old words. */
export function pictureRun(name: string, relation: string, form: Parameters<typeof pictureXml>[2] = {}): string {
  marks += 1;
  const id = 900_000 + marks;
  const mark = markName('picture', name.replace(/^hexis-/, ''), form.descr ?? 'old words');
  const [start, end] = [`<w:bookmarkStart w:id="${id}" w:name="${mark}"/>`, `<w:bookmarkEnd w:id="${id}"/>`];
  return `${start}${run(pictureXml(name, relation, form))}${end}`;
}
export const paragraph = (content: string, style = '') =>
  `<w:p>${style === '' ? '' : `<w:pPr><w:pStyle w:val="${style}"/></w:pPr>`}${content}</w:p>`;
export const words = (text: string) => run(`<w:t xml:space="preserve">${text}</w:t>`);

/** A count as a word processor saves it: a field of several runs, cut where somebody edited. */
export const count = (number: number) =>
  `${words('Figure ')}${run('<w:fldChar w:fldCharType="begin"/>')}${run('<w:instrText xml:space="preserve"> SEQ Figure \\* ARABIC </w:instrText>')}${run('<w:fldChar w:fldCharType="separate"/>')}${run(`<w:rPr><w:noProof/></w:rPr><w:t>${number}</w:t>`)}${run('<w:fldChar w:fldCharType="end"/>')}`;

export interface DocumentParts {
  body: string;
  /** Files by the ids of their references from the body. */
  media?: Record<string, { path: string; bytes: Uint8Array }>;
  header?: string;
  more?: Record<string, Uint8Array | string>;
}

const relation = (id: string, kind: string, target: string) =>
  `<Relationship Id="${id}" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/${kind}" Target="${target}"/>`;
const relationships = (content: string) =>
  `<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">${content}</Relationships>`;

/** A document as another program would write it. */
export function documentOf({ body, media = {}, header, more = {} }: DocumentParts): Uint8Array {
  const images = Object.entries(media).map(([id, { path }]) => relation(id, 'image', path));
  const heads = header === undefined ? [] : [relation('rIdHead', 'header', 'header1.xml')];
  return packed({
    '[Content_Types].xml':
      '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Default Extension="png" ContentType="image/png"/></Types>',
    '_rels/.rels': relationships(relation('rId1', 'officeDocument', 'word/document.xml')),
    'word/document.xml': `<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\r\n<w:document ${namespaces}><w:body>${body}<w:sectPr/></w:body></w:document>`,
    'word/_rels/document.xml.rels': relationships([...(body.includes('r:embed') ? images : []), ...heads].join('')),
    ...(header === undefined
      ? {}
      : {
          'word/header1.xml': `<?xml version="1.0"?><w:hdr ${namespaces}>${header}</w:hdr>`,
          'word/_rels/header1.xml.rels': relationships(images.join('')),
        }),
    ...Object.fromEntries(Object.values(media).map(({ path, bytes }) => [`word/${path}`, bytes])),
    'word/styles.xml': `<?xml version="1.0"?><w:styles ${namespaces}><w:style w:type="paragraph" w:styleId="Caption"><w:name w:val="caption"/></w:style></w:styles>`,
    'docProps/core.xml':
      '<?xml version="1.0"?><cp:coreProperties xmlns:cp="http://schemas.openxmlformats.org/package/2006/metadata/core-properties"><cp:revision>4</cp:revision></cp:coreProperties>',
    ...more,
  });
}

/** The order in which elements stand within others (ISO/IEC 29500-1, annex A), of those that figures and captions need. */
const orders: Record<string, string> = {
  pPr: 'pStyle keepNext keepLines pageBreakBefore framePr widowControl numPr suppressLineNumbers pBdr shd tabs suppressAutoHyphens kinsoku wordWrap overflowPunct topLinePunct autoSpaceDE autoSpaceDN bidi adjustRightInd snapToGrid spacing ind contextualSpacing mirrorIndents suppressOverlap jc textDirection textAlignment textboxTightWrap outlineLvl divId cnfStyle rPr sectPr pPrChange',
  rPr: 'rStyle rFonts b bCs i iCs caps smallCaps strike dstrike outline shadow emboss imprint noProof snapToGrid vanish webHidden color spacing w kern position sz szCs highlight u effect bdr shd fitText vertAlign rtl cs em lang eastAsianLayout specVanish oMath',
  inline: 'extent effectExtent docPr cNvGraphicFramePr graphic',
  style:
    'name aliases basedOn next link autoRedefine hidden uiPriority semiHidden unhideWhenUsed qFormat locked personal personalCompose personalReply rsid pPr rPr tblPr trPr tcPr tblStylePr',
  sectPr:
    'headerReference footerReference footnotePr endnotePr type pgSz pgMar paperSrc pgBorders lnNumType pgNumType cols formProt vAlign noEndnote titlePg textDirection bidi rtlGutter docGrid printerSettings',
  pic: 'nvPicPr blipFill spPr',
  blipFill: 'blip srcRect tile stretch',
};

/** Elements of a part that stand where the standard has no place for them. */
export function misplaced(xml: string): string[] {
  const found: string[] = [];
  const open: { name: string; last: number }[] = [];
  for (const { name, kind } of tagsOf(xml)) {
    if (kind === 'close') {
      open.pop();
      continue;
    }
    const parent = open.at(-1);
    const order = parent && orders[parent.name]?.split(' ');
    if (parent && order) {
      const at = order.indexOf(name);
      if (at < parent.last) found.push(`${name} in ${parent.name}`);
      else parent.last = at;
    }
    if (kind === 'open') open.push({ name, last: -1 });
  }
  return found;
}
