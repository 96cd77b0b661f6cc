import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from '@jest/globals';
import { check, memory, ok, openProject, plateFaces, readPlate, write } from 'hexis';
import { disk, write as writeAll } from 'hexis/node';
import { overlaid } from '../../src/core/project/read/source.js';
import { columnText } from '../../src/core/type/columnText.js';
import { loadComplex } from '../../src/core/type/complex.js';
import { type ShapedGlyph, startHarfBuzz } from '../../src/core/type/harfBuzz.js';
import { openTypeFace } from '../../src/core/type/openTypeFace.js';
import { facePackages } from '../../src/core/type/scriptFaces.js';
import { isComplex, scriptRuns } from '../../src/core/type/scripts.js';
import { setText } from '../../src/core/type/setText.js';
import { visualOrder } from '../../src/core/type/visualOrder.js';
import { demoFigure, demoIds, folderWith, hexisAlone, root } from '../helpers/hexis.js';
import { barsOf, spoken, spokenSource, wordsIn } from '../helpers/scripts.js';

const folder = folderWith();
afterAll(() => folder.remove());

const shaper = disk.shaper as () => Promise<Uint8Array>;
const fontOf = (face: string) => {
  const name = `NotoSans${face[0]?.toUpperCase()}${face.slice(1)}`;
  return join(root, 'node_modules/@expo-google-fonts', `noto-sans-${face}`, '400Regular', `${name}_400Regular.ttf`);
};

/** The glyphs that the program of the shaping library gives, of texts one on each line. */
function independent(font: string, texts: readonly string[], how: readonly string[]): ShapedGlyph[][] {
  const file = folder.at('texts.txt');
  writeFileSync(file, texts.join('\n'));
  const args = ['--no-glyph-names', '--font-size=upem', `--font-file=${font}`, `--text-file=${file}`, ...how];
  const { stdout } = spawnSync('hb-shape', args, { encoding: 'utf8' });
  return stdout
    .trim()
    .split('\n')
    .map((line) =>
      [...line.matchAll(/(\d+)=(\d+)(?:@(-?\d+),(-?\d+))?\+(-?\d+)/g)].map(([, id, cluster, dx, dy, advance]) => ({
        id: Number(id),
        cluster: Number(cluster),
        advance: Number(advance),
        dx: Number(dx ?? 0),
        dy: Number(dy ?? 0),
      })),
    );
}

describe('letters of a script', () => {
  test.each(spoken)('of $language are the glyphs of an independent program', async (one) => {
    const { words, script, direction, language } = one;
    // Each word alone, and with each that follows it.
    const texts = [...words, ...words.flatMap((a, i) => words.slice(i + 1, i + 4).map((b) => `${a} (${b})`))];
    const font = (await startHarfBuzz(await shaper())).font(readFileSync(fontOf(one.face)));
    const own = texts.map((text) => font.shape(text, { script, direction, language }));
    const how = [`--script=${script}`, `--direction=${direction}`, `--language=${language}`, '--utf8-clusters'];
    // The program counts clusters in bytes: they are held against each other by their order.
    const ranked = (glyphs: readonly ShapedGlyph[]) => {
      const order = [...new Set(glyphs.map(({ cluster }) => cluster))].sort((a, b) => a - b);
      return glyphs.map((glyph) => ({ ...glyph, cluster: order.indexOf(glyph.cluster) }));
    };
    expect(texts.length).toBeGreaterThan(20);
    expect(own.map(ranked)).toEqual(independent(fontOf(one.face), texts, how).map(ranked));
  });

  /** Words of scripts that stand side by side as they are typed, with where their face is. */
  const plain = [
    ['Hebr', 'he', 'rtl', 'assets/faces/arimo/regular.ttf', 'ערוגה יבול קיץ סתיו מוגבהת (12) חיפוי אביב'],
    ['Hani', 'ja', 'ltr', 'tests/languages/faces/NotoSansJP-400Regular.ttf', '裸地 堆肥 敷き藁 高畝 季節 収量 水やり'],
    ['Hani', 'zh', 'ltr', 'tests/languages/faces/NotoSansSC-400Regular.ttf', '裸土 堆肥 覆盖物 高床 季节 产量 浇水'],
    ['Hang', 'ko', 'ltr', 'tests/languages/faces/NotoSansKR-400Regular.ttf', '맨흙 퇴비 멀칭 두둑 계절 수확량'],
    ['Latn', 'vi', 'ltr', 'assets/faces/arimo/regular.ttf', 'Năng suất Đất trống AVATAR fjord Tư. Yield “V”'],
    ['Grek', 'el', 'ltr', 'assets/faces/arimo/regular.ttf', 'Απόδοση Κομπόστ Εδαφοκάλυψη Άνοιξη'],
    ['Cyrl', 'uk', 'ltr', 'assets/faces/arimo/regular.ttf', 'Урожай ґрунт їжак Мульча Грядка'],
  ] as const;

  test.each(plain)(
    'of %s in %s are as wide as those of an independent program',
    async (script, language, direction, file, text) => {
      const words = text.split(' ');
      const bytes = readFileSync(join(root, file));
      const shaping = { shaper: await startHarfBuzz(await shaper()), language };
      const face = await openTypeFace('own', 'regular', bytes, shaping);
      const how = [
        `--script=${script}`,
        `--direction=${direction}`,
        `--language=${language}`,
        '--features=-liga,-clig',
      ];
      const found = independent(join(root, file), words, how);
      const widths = found.map((glyphs) => glyphs.reduce((sum, { advance }) => sum + advance, 0));
      expect(words.map((word) => face.advance(word, direction))).toEqual(widths);
      expect(widths.every((width) => width > 0)).toBe(true);
    },
  );

  test('are told from those that stand side by side as they are typed', () => {
    for (const { words } of spoken) expect(words.every(isComplex)).toBe(true);
    for (const text of ['Yield (kg/m²)', 'Врожай', 'κήπος', 'vườn rau', '−12 % ± 3', '√x ≤ ½'])
      expect([text, isComplex(text)]).toEqual([text, false]);
    expect(scriptRuns('الماء and 水').map(({ text, shaped }) => [text, shaped])).toEqual([
      ['الماء ', 'Arab'],
      ['and ', undefined],
      ['水', 'Hani'],
    ]);
  });
});

describe('the order of a line', () => {
  const levelsOf = (text: string) => text.split(' ').filter((level) => level !== 'x');
  const cases = readFileSync('/usr/share/unicode/BidiCharacterTest.txt', 'utf8')
    .split('\n')
    .filter((line) => line !== '' && !line.startsWith('#'))
    .map((line) => line.split(';'));

  test('from the left is that of the published cases, by how deep its letters lie', () => {
    expect(cases.length).toBeGreaterThan(90_000);
    for (const [, , , levels = '', order = ''] of cases) {
      const shown = levels.split(' ').flatMap((level, i) => (level === 'x' ? [] : [i]));
      const found = visualOrder(levelsOf(levels).map(Number)).map((place) => shown[place]);
      if (found.join(' ') !== order) expect([levels, found.join(' ')]).toEqual([levels, order]);
    }
  });

  test('has how deep letters lie from the published cases', async () => {
    const { levels: levelsIn } = await loadComplex();
    for (const [codes = '', direction, , levels = ''] of cases.filter((_, i) => i % 40 === 0)) {
      if (direction === '2') continue;
      const text = String.fromCodePoint(...codes.split(' ').map((code) => Number.parseInt(code, 16)));
      const found = levelsIn(text, direction === '1' ? 'rtl' : 'ltr');
      const places = [...text].map((_, i, all) => all.slice(0, i).join('').length);
      const expected = levels.split(' ');
      // A sign belongs to its number here, as with a mark before it; what is taken out has no level.
      if (/[-+±]\d/.test(text)) continue;
      const own = expected.map((level, i) => (level === 'x' ? 'x' : String(found[places[i] as number])));
      if (own.join(' ') !== levels) expect([codes, own.join(' ')]).toEqual([codes, levels]);
    }
  });

  test('of a figure: signs before numbers, numbers from the left, brackets about their words', async () => {
    const { drawing } = await barsOf(['الحديقة (12%)', '−5 درجات', 'ماء'], 'language: ar');
    const lines = wordsIn(drawing, /axes\.x\.labels/).map(({ pieces }) => pieces.map(({ text }) => text));
    expect(lines).toContainEqual(['%)', '12', '(', 'الحديقة ']);
    expect(lines).toContainEqual(['درجات', ' ', '−5']);
    // Words of other languages stand as they do elsewhere.
    const { drawing: mixed } = await barsOf(['10 or more (kg)', 'ماء'], 'language: ar');
    expect(wordsIn(mixed, /axes\.x\.labels/)[0]?.pieces.map(({ text }) => text)).toEqual(['10 or more (kg)']);
    const { drawing: english } = await barsOf(['ماء (12).', 'Garden']);
    expect(wordsIn(english, /axes\.x\.labels/)[0]?.pieces.map(({ text }) => text)).toEqual([').', '12', '(', 'ماء ']);
    const numbers = wordsIn(drawing, /axes\.y\.labels/).flatMap(({ pieces }) => pieces);
    expect(numbers.every(({ turned }) => !turned)).toBe(true);
  });

  test('is not changed by signs of direction in another text', async () => {
    const names = ['الحديقة', 'Garden', 'ماء 12'];
    const piecesOf = async (last: string) => {
      const { drawing } = await barsOf([...names, last], 'language: ar');
      return wordsIn(drawing, /axes\.x\.labels/)
        .slice(0, names.length)
        .map(({ pieces }) => pieces.map(({ text }) => text));
    };
    expect(await piecesOf('\u202e\u2067abc')).toEqual(await piecesOf('abc'));
    // The signs themselves are no ink, whatever the face has of them.
    const { drawing, problems } = await barsOf(['a\u200fbc', '\u202aabc\u202c', 'abc']);
    expect(problems).toEqual([]);
    const widths = wordsIn(drawing, /axes\.x\.labels/).map(({ box }) => box.width);
    expect(new Set(widths.map((width) => width.toFixed(6))).size).toBe(1);
  });
});

describe('lines', () => {
  test('of Chinese and Japanese break between letters, not before or behind what keeps to its neighbour', async () => {
    const { breaks } = await loadComplex();
    const parts = (word: string) => [0, ...breaks(word)].map((from, i, all) => word.slice(from, all[i + 1]));
    expect(parts('「畑」の、収穫（kg）。')).toEqual(['「畑」', 'の、', '収', '穫', '（kg）。']);
    expect(parts('収穫kg/m²は12%')).toEqual(['収', '穫', 'kg/m²', 'は', '12%']);
    expect(parts('kg/m²')).toEqual(['kg/m²']);
  });

  test('of Chinese and Japanese break where the published cases do', async () => {
    const { breaks } = await loadComplex();
    const isEast = (letter: string | undefined) => letter !== undefined && scriptRuns(letter)[0]?.shaped === 'Hani';
    let count = 0;
    for (const line of readFileSync('/usr/share/unicode/auxiliary/LineBreakTest.txt', 'utf8').split('\n')) {
      const signs = (line.split('#')[0] as string).trim().split(/\s+/);
      const letters = signs.flatMap((sign, i) =>
        i % 2 === 1 ? [String.fromCodePoint(Number.parseInt(sign, 16))] : [],
      );
      const word = letters.join('');
      if (/[\s\p{Script=Thai}\p{Script=Khmer}]/u.test(word) || !letters.some(isEast)) continue;
      const places = letters.map((_, i) => letters.slice(0, i).join('').length);
      const wanted = places.filter((_, i) => i > 0 && signs[2 * i] === '÷' && letters.slice(i - 1, i + 1).some(isEast));
      const found = breaks(word);
      count += 1;
      expect([line, found.filter((at) => !wanted.includes(at))]).toEqual([line, []]);
      // The library keeps a Latin word together with a wide bracket behind it.
      const missed = wanted.filter((at) => !found.includes(at));
      expect([line, missed.filter((at) => word[at] !== '（')]).toEqual([line, []]);
    }
    expect(count).toBeGreaterThan(200);
  });

  test('are cut between letters where the published cases are', async () => {
    const { letters } = await loadComplex();
    const cases = readFileSync('/usr/share/unicode/auxiliary/GraphemeBreakTest.txt', 'utf8').matchAll(/^÷ (.*) ÷\t/gm);
    let count = 0;
    for (const [, line = ''] of cases) {
      const expected = line
        .split(' ÷ ')
        .map((one) => String.fromCodePoint(...one.split(' × ').map((code) => Number.parseInt(code, 16))));
      // Half a pair of units is no text; of one sign it was decided anew whether it is a picture.
      if (/[\p{Surrogate}\u2701]/u.test(expected.join(''))) continue;
      expect(letters(expected.join(''))).toEqual(expected);
      count += 1;
    }
    expect(count).toBeGreaterThan(500);
    expect(letters('ក្តីស្រូវ')).toEqual(['ក្តី', 'ស្រូ', 'វ']);
  });

  test('of Thai break between words that a dictionary knows, else between letters with their marks', async () => {
    const word = 'สวนผักและน้ำ';
    const { breaks } = await loadComplex(disk.wordBreaks);
    expect([0, ...breaks(word)].map((from, i, all) => word.slice(from, all[i + 1]))).toEqual([
      'สวน',
      'ผัก',
      'และ',
      'น้ำ',
    ]);
    const { letters, breaks: between } = await loadComplex();
    expect(letters('น้ำที่ क्षेत्र').join('|')).toBe('น้ำ|ที่| |क्षे|त्र');
    expect(between('น้ำที่').length).toBe(1);
  });

  test('of an upright title stand in a column where that is asked for', async () => {
    expect(columnText('収量（kg/m²）「ー」')).toBe('収\n量\n︵\nkg/m²\n︶\n﹁\n︱\n﹂');
    expect(columnText('Yield 수확 12')).toBe('Yield\n수\n확\n12');
    const { drawing } = await barsOf(['a', 'b'], 'axes: { y: { title: 収量, unit: kg/m², titleAngle: column } }');
    const [title] = wordsIn(drawing, /axes\.y\.title/);
    expect(title?.angle).toBe(0);
    expect(title?.pieces.map(({ text }) => text)).toEqual(['収', '量', '(kg/m²)']);
    const middles = new Set(title?.pieces.map(({ x, width }) => (x + width / 2).toFixed(3)));
    expect(middles.size).toBe(1);
    // One that is longer than its axis is turned.
    const long = await barsOf(['a', 'b'], `axes: { y: { title: ${'収量'.repeat(20)}, titleAngle: column } }`);
    expect(wordsIn(long.drawing, /axes\.y\.title/)[0]?.angle).toBe(90);
  });

  test('of a narrow title are no wider than they may be', async () => {
    const title = 'सब बगीचों की उपज और पानी के बारे में एक बहुत लंबा शीर्षक जो एक पंक्ति में नहीं आता';
    const { drawing } = await barsOf(['अ', 'आ'], `axes: { x: { title: ${title} } }\nsize: { width: 7cm, height: 7cm }`);
    const [item] = wordsIn(drawing, /axes\.x\.title/);
    expect(new Set(item?.pieces.map(({ y }) => y)).size).toBeGreaterThan(1);
    expect(item?.box.width).toBeLessThan((7 / 2.54) * 72);
  });

  test.each(spoken)('of $language are no wider than they may be, at any width', async ({ words, direction }) => {
    const { drawing } = await barsOf(words, `language: ${direction === 'rtl' ? 'ar' : 'en'}`);
    const setting = { family: 'Arimo', size: 10, bold: false, italic: false };
    const text = [...words, '(12 kg).', ...words.map((word) => `${word}.`), '3:', ...words].join(' ');
    for (let width = 80; width < 400; width += 7) {
      for (const balanced of [false, true]) {
        const block = setText(drawing.faces.kit, text, setting, { width, balanced });
        expect(block.tooWide).toBe(false);
        expect(block.lines.length).toBeGreaterThan(1);
        for (const line of block.lines) expect(line.width).toBeLessThanOrEqual(width + 0.01);
      }
    }
  });
});

describe('a figure of a language', () => {
  const languages = spoken.filter(({ language }) => ['ar', 'fa', 'hi'].includes(language));
  test.each(languages)('such as $language has all its letters, and nothing is found', async ({ language, words }) => {
    const names = words.slice(0, 4);
    const title = `axes: { x: { title: ${words[4]} }, y: { title: ${words[5]} (kg/m²) } }`;
    const { drawing, problems } = await barsOf(names, `language: ${language}\n${title}`);
    expect(problems).toEqual([]);
    expect(check(drawing, problems).map(({ rule, found }) => [rule, found])).toEqual([]);
    expect(drawing.plate.language).toBe(language);
    const labels = wordsIn(drawing, /axes\.x\.labels/);
    expect(labels.map(({ text }) => text)).toEqual(names);
    expect(labels.every(({ pieces }) => pieces.every(({ family }) => family.startsWith('Noto Sans')))).toBe(true);
  });

  test('has the digits of its language where they are asked for, with their marks', async () => {
    const rows = ['1,0.5', '2,-1234.5', '3,10'].join('\n');
    const figure = (more: string) =>
      `hexis: figure/1\nlanguage: fa\ndata: t.csv\nchart: { kind: bar, category: a, value: b }\ndataLabels: { show: [value] }\n${more}\n`;
    const textsWith = async (more: string) => {
      const source = spokenSource({ 'f.yaml': figure(more), 't.csv': `a,b\n${rows}\n` });
      const { drawing, problems } = await openProject(source, { caption: true }).draw('f.yaml');
      const found = drawing ? check(drawing, problems).map(({ rule }) => rule) : [];
      return { labels: drawing && wordsIn(drawing, /\.labels/).map(({ text }) => text), found };
    };
    const own = await textsWith('numbers: { digits: language }');
    expect(own.labels).toEqual(expect.arrayContaining(['۰٫۵', '−۱٬۲۳۴٫۵', '۱۰٫۰']));
    // The names of the categories are those of the table.
    expect(own.found).toContain('digits');
    const western = await textsWith('');
    expect(western.labels).toEqual(expect.arrayContaining(['0.5', '10.0']));
    expect(western.found).not.toContain('digits');
  });

  test.each(spoken)('in PDF is read as it was written: $language', async ({ words, language }) => {
    const { drawing } = await barsOf(words.slice(0, 3), `language: ${language === 'fa' ? 'fa' : 'en'}`);
    const pdf = (await writeAll(drawing, 'pdf')) as { ok: true; value: Uint8Array };
    writeFileSync(folder.at('f.pdf'), pdf.value);
    const { stdout } = spawnSync('pdftotext', ['-enc', 'UTF-8', folder.at('f.pdf'), '-'], { encoding: 'utf8' });
    const bare = (text: string) => text.normalize('NFC').replace(/[\s\p{Cf}]/gu, '');
    for (const word of words.slice(0, 3)) expect(bare(stdout)).toContain(bare(word));
  });

  test.each(['ar', 'ja', 'th'])('is drawn by the command as by the library: %s', async (language) => {
    const names = {
      ar: ['ماء (12)', '«باغ» − 5'],
      ja: ['「畑」の収穫（kg）は、とても長い名前です', '水'],
      th: ['สวนผักและน้ำที่ดิน', 'น้ำ'],
    };
    const rows = names[language as 'ar'].map((name, i) => `"${name}",${i + 1}`);
    const said = language === 'th' ? '' : `language: ${language}\n`;
    writeFileSync(folder.at('t.csv'), `name,yield\n${rows.join('\n')}\n`);
    writeFileSync(
      folder.at('c.figure.yaml'),
      `hexis: figure/1\n${said}data: t.csv\nchart: { kind: bar, category: name, value: yield }\nsize: { width: 6cm, height: 6cm }\n`,
    );
    const { code } = hexisAlone(['draw', folder.at('c.figure.yaml'), '-o', folder.at('c.svg'), '--replace']);
    expect(code).toBe(0);
    const { drawing } = await openProject(disk).draw(folder.at('c.figure.yaml'));
    const svg = drawing && (await write(drawing, 'svg'));
    expect(readFileSync(folder.at('c.svg'), 'utf8')).toBe(svg?.ok ? svg.value : '');
  });

  test.each(['svg', 'eps'] as const)('is written as %s from its plate as it was drawn', async (format) => {
    const names = ['ماء (12)', '**क्षेत्र**', 'שלום', 'น้ำ', 'Mulch'];
    const { drawing } = await barsOf(names, 'language: ar');
    const source = spokenSource({});
    const plate = ok(readPlate(ok(await write(drawing, 'plate', { carries: 'nothing' }))));
    const again = { plate, faces: await plateFaces(plate, source) };
    const plain = { plate: drawing.plate, faces: drawing.faces };
    // A plate's file holds thousandths of points.
    const number = /-?\d+(\.\d+)?/g;
    const textOf = async (one: typeof again) => String(ok(await writeAll(one, format)));
    const [is, was] = [await textOf(again), await textOf(plain)];
    expect(is.replace(number, '#')).toBe(was.replace(number, '#'));
    const wanted = was.match(number)?.map(Number) ?? [];
    for (const [i, value] of (is.match(number) ?? []).entries())
      expect(Math.abs(Number(value) - (wanted[i] ?? 0))).toBeLessThan(0.01);
    const alone = plateFaces(plate, memory({}, { shippedFont: disk.shippedFont }));
    await expect(alone).rejects.toThrow('the typeface Noto Sans Arabic is not at hand');
  });

  test('in live SVG says from which side its words run, and has their faces inside', async () => {
    const { drawing } = await barsOf(['الحديقة', 'ماء (12)'], 'language: ar');
    const svg = ((await write(drawing, 'svg', { text: 'live' })) as { ok: true; value: string }).value;
    expect(svg).toContain('lang="ar"');
    expect(svg).toMatch(/<text [^>]*direction="rtl"[^>]*>الحديقة<\/text>/);
    expect(svg.match(/@font-face\{font-family:[^;]*Noto Sans Arabic/g)).toHaveLength(1);
  });

  test('of letters that no face has says what to install', async () => {
    const { problems } = await barsOf(['ქართული', 'ლ']);
    expect(problems.map(({ code, facts }) => [code, facts])).toEqual([
      [
        'glyph-missing',
        expect.objectContaining({ scripts: ['Georgian'], packages: ['@expo-google-fonts/noto-sans-georgian'] }),
      ],
    ]);
  });

  test('has them for the caption of its board', async () => {
    const files = {
      'f.yaml': 'hexis: figure/1\ndata: t.csv\nchart: { kind: bar, category: a, value: b }\n',
      't.csv': 'a,b\nx,1\ny,2\n',
      'b.yaml':
        'hexis: board/1\nstyle: apa\nsize: { width: 12cm, height: 6cm }\nfigures: [f.yaml]\ncaption: { number: 1, title: لوحة, note: { en: क्षेत्र } }\n',
    };
    const { drawing, problems } = await openProject(spokenSource(files), { caption: true }).draw('b.yaml');
    expect(problems).toEqual([]);
    const families =
      drawing && wordsIn(drawing, /^caption/).flatMap(({ pieces }) => pieces.map(({ family }) => family));
    expect(families).toEqual(expect.arrayContaining(['Noto Sans Arabic', 'Noto Sans Devanagari']));
  });

  test('has them for letters of its own script as well', async () => {
    const more = 'text: { face: Carlito, further: [Arimo] }';
    const { drawing, problems } = await barsOf(['Note Ꞩ here', 'b'], more);
    expect(problems).toEqual([]);
    const [label] = wordsIn(drawing, /axes\.x\.labels/);
    expect(label?.pieces.map(({ text, family }) => [text, family])).toEqual([
      ['Note ', 'Carlito'],
      ['Ꞩ ', 'Arimo'],
      ['here', 'Carlito'],
    ]);
  });

  test('says of a font whose shaped letters are damaged that it cannot be read', async () => {
    const font = Buffer.from(readFileSync(fontOf('arabic')));
    const tables = Array.from({ length: font.readUInt16BE(4) }, (_, i) => 12 + 16 * i);
    const startOf = (tag: string) => {
      const entry = tables.find((at) => font.toString('latin1', at, at + 4) === tag) as number;
      return font.readUInt32BE(entry + 8);
    };
    // All outlines but those of the first glyphs.
    font.fill(0x7f, startOf('glyf') + 200, startOf('glyf') + 60_000);
    writeFileSync(folder.at('damaged.ttf'), font);
    const more = 'faces: { A: { regular: damaged.ttf } }\ntext: { further: [A] }';
    const figure = `hexis: figure/1\ndata: d.csv\nchart: { kind: bar, category: name, value: yield }\n${more}\n`;
    writeFileSync(folder.at('d.figure.yaml'), figure);
    writeFileSync(folder.at('d.csv'), 'name,yield\nماء,1\nGarden,2\n');
    const { problems } = await openProject(disk).draw(folder.at('d.figure.yaml'));
    expect(problems.map(({ code }) => code)).toEqual(['font-unreadable']);
  });

  test('takes faces that go with its own, and with its language', () => {
    const first = (...asked: Parameters<typeof facePackages>) => facePackages(...asked)[0]?.family;
    expect(first('Arab', 'fa')).toBe('Noto Sans Arabic');
    expect(first('Arab', 'fa', true)).toBe('Noto Naskh Arabic');
    expect(['ja', 'zh', 'zh-Hant', 'ko', 'en'].map((language) => first('Hani', language))).toEqual([
      'Noto Sans JP',
      'Noto Sans SC',
      'Noto Sans TC',
      'Noto Sans KR',
      'Noto Sans JP',
    ]);
    expect(first('Hani', 'zh', true)).toBe('Noto Serif SC');
  });

  test('without what shapes it says that its letters do not join', async () => {
    const { shippedFont, scriptFace } = disk;
    const { problems } = await barsOf(['माली', 'पानी'], '', (files) => memory(files, { shippedFont, scriptFace }));
    expect(problems.map(({ code }) => code)).toEqual(['shaping-missing']);
  });

  test('has the faces that its style names for it first', async () => {
    const font = fontOf('arabic');
    const more = `faces: { Garden Arabic: { regular: ${font} } }\ntext: { further: [Garden Arabic] }`;
    const figure = `hexis: figure/1\ndata: t.csv\nchart: { kind: bar, category: name, value: yield }\n${more}\n`;
    writeFileSync(folder.at('f.figure.yaml'), figure);
    writeFileSync(folder.at('t.csv'), 'name,yield\nماء,1\nGarden,2\n');
    const { drawing, problems } = await openProject(disk).draw(folder.at('f.figure.yaml'));
    expect(problems).toEqual([]);
    const families = drawing?.plate.items.flatMap((item) => (item.type === 'text' ? item.pieces : []));
    expect(new Set(families?.map(({ family }) => family))).toEqual(new Set(['Garden Arabic', 'Arimo']));
  });
});

const drawnWith = async (path: string, more: string) => {
  const text = `${readFileSync(path, 'utf8')}\n${more}\n`;
  return openProject(overlaid(disk, { [path]: text }), { caption: true }).draw(path);
};

describe('a figure whose own words are Latin', () => {
  test.each(['ar', 'fa', 'he', 'hi', 'th'])('has the letters that the language %s brings', async (language) => {
    for (const id of demoIds) {
      const drawn = await drawnWith(demoFigure(id), `language: ${language}\nnumbers: { digits: language }`);
      const items = drawn.drawing?.plate.items ?? [];
      const boxes = items.flatMap((item) =>
        item.type === 'text'
          ? item.pieces.flatMap(({ text, family, variant }) =>
              [...text].filter((letter) => {
                const face = drawn.drawing?.faces.kit.face(family, variant);
                return /[\p{L}\p{N}]/u.test(letter) && !face?.covers(letter);
              }),
            )
          : [],
      );
      expect([id, boxes.join('')]).toEqual([id, '']);
    }
  });
});

describe('a figure from the right', () => {
  test.each(demoIds.filter((id) => id !== 'plots-in-space'))(
    'is that from the left in a mirror, with words as they are read: %s',
    async (id) => {
      const [left, right] = await Promise.all(
        ['', 'direction: right-to-left'].map(async (more) => drawnWith(demoFigure(id), more)),
      );
      const [one, other] = [left?.drawing?.plate, right?.drawing?.plate];
      const width = one?.width as number;
      expect(one?.items.length).toBeGreaterThan(5);
      expect(one?.items.length).toBe(other?.items.length);
      for (const [i, item] of (one?.items ?? []).entries()) {
        const twin = other?.items[i];
        const { box } = item;
        expect(twin?.role).toBe(item.role);
        expect(twin?.box.x).toBeCloseTo(width - box.x - box.width, 6);
        expect([twin?.box.y, twin?.box.width, twin?.box.height]).toEqual([box.y, box.width, box.height]);
        if (item.type !== 'text' || twin?.type !== 'text') continue;
        expect(twin.pieces.map(({ text }) => text)).toEqual(item.pieces.map(({ text }) => text));
        if (twin.angle !== 0) continue;
        // Words lie as they lay from the other side.
        const ends = (pieces: typeof twin.pieces) => pieces.flatMap(({ x, width: own }) => [x, x + own]);
        expect(twin.x + Math.min(...ends(twin.pieces))).toBeCloseTo(width - item.x - Math.max(...ends(item.pieces)), 6);
      }
      expect(right?.problems.map(({ code }) => code)).toEqual(left?.problems.map(({ code }) => code));
      const findings = [left, right].map((made) => made?.drawing && check(made.drawing, made.problems));
      expect(findings[1]?.map(({ rule }) => rule)).toEqual(findings[0]?.map(({ rule }) => rule));
    },
  );

  test('keeps a scene in space as it is seen, and has its words and its legend from there', async () => {
    for (const more of ['', 'legend: { place: right }', 'panels: { by: season }']) {
      const figure = demoFigure('plots-in-space');
      const [left, right] = await Promise.all(
        ['', '\ndirection: right-to-left'].map(async (direction) => drawnWith(figure, more + direction)),
      );
      const itemsOf = (one: typeof left, isScene: boolean) =>
        one?.drawing?.plate.items.filter(({ role }) => /scene|series|axes/.test(role) === isScene) ?? [];
      const shifts = itemsOf(right, true).map(({ box }, i) => box.x - (itemsOf(left, true)[i]?.box.x ?? 0));
      const panels = left?.drawing?.parts[0]?.panels.length ?? 0;
      // Each panel has come to stand elsewhere as a whole.
      expect(new Set(shifts.map((shift) => shift.toFixed(6))).size).toBeLessThanOrEqual(panels);
      const { width = 0 } = left?.drawing?.plate ?? {};
      for (const [i, { box, role }] of itemsOf(right, false).entries()) {
        const was = itemsOf(left, false)[i]?.box;
        expect([role, box.x]).toEqual([role, expect.closeTo(width - (was?.x ?? 0) - (was?.width ?? 0), 6)]);
      }
    }
  });

  test('is that of a language that runs so, where nothing else is said', async () => {
    const plates = await Promise.all(
      ['', 'language: he', 'language: he\ndirection: left-to-right'].map(async (more) =>
        drawnWith(demoFigure('yield-plain'), more),
      ),
    );
    const axisAt = plates.map(({ drawing }) => {
      const title = drawing?.plate.items.find(({ role }) => role === 'axes.y.title');
      return (title?.box.x ?? 0) > (drawing?.plate.width ?? 0) / 2 ? 'right' : 'left';
    });
    expect(axisAt).toEqual(['left', 'right', 'left']);
  });
});
