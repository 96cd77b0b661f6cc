import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { memory, ok, openProject, readCodebook } from 'hexis';
import { disk } from 'hexis/node';
import type { Archive, ArchiveVariable, CodebookForm } from '../../src/core/codebooks/archive.js';
import { codebookForms } from '../../src/core/codebooks/forms.js';
import { archiveOf, draftWith, ownText } from '../../src/core/codebooks/own.js';
import { codebookAs } from '../../src/core/project/acts/codebookAs.js';
import { nastyTexts } from '../fuzz/nasty.mjs';
import { demo, folderWith, hexis, root } from '../helpers/hexis.js';

const place = join(root, 'tests', 'codebooks');
const folder = folderWith();
afterAll(() => folder.remove());

const files = ['garden.xml', 'datapackage.json', 'garden-metadata.json'];
const formNamed = (name: string) => codebookForms.find((form) => form.name === name) as CodebookForm;
const readOwn = (text: string): Archive => {
  const { value, source } = ok(readCodebook(text, 'c.yaml'));
  return archiveOf(value as never, (name) => source.keys(['variables', name, 'values']));
};

/** A figure of the demo's plots by some codebook. */
async function drawnWith(codebook: string) {
  const figure = `hexis: figure/1\ndata: ${demo('data/plots.csv')}\ncodebook: ${codebook}\nchart: { kind: bar, category: bed, value: yield, group: season }\n`;
  writeFileSync(folder.at('f.figure.yaml'), figure);
  return openProject(disk).draw(folder.at('f.figure.yaml'));
}

describe('a codebook of an archive', () => {
  test.each(files)('serves a figure as one of ours does: %s', async (file) => {
    const { problems, ...drawn } = await drawnWith(join(place, file));
    expect(problems).toEqual([]);
    const { numbers, plate } = ok({ ...drawn, problems } as never) as NonNullable<typeof drawn.drawing>;
    expect([numbers.read, numbers.used]).toEqual([240, 228]);
    if (file === 'garden-metadata.json') return;
    expect(plate.description).toMatch(/^Bar chart of mean yield in kg\/m² by type of bed and season\. Bare soil/);
  });

  test.each([...files.map((file) => join(place, file)), demo('garden.codebook.yaml')])(
    'is turned into each form, and said to be the same again but for what is lost: %s',
    async (file) => {
      const project = openProject(disk);
      const own = readOwn(ok(await codebookAs(project, file, 'hexis')).text);
      for (const form of codebookForms) {
        const made = ok(await codebookAs(project, file, form.name));
        const again = ok(await form.read(made.text, 'x', [])).archive;
        const names = new Set(again.variables.map(({ name }) => name));
        for (const { name } of own.variables) expect([form.name, names.has(name)]).toEqual([form.name, true]);
        const measured = (all: Archive) =>
          all.variables.filter(({ measure }) => measure === 'numeric').map(({ name }) => name);
        expect(new Set(measured(again))).toEqual(new Set(measured(own)));
        const codesOf = ({ missing = [] }: ArchiveVariable) => [...missing].sort();
        for (const variable of own.variables)
          expect(codesOf(again.variables.find(({ name }) => name === variable.name) as ArchiveVariable)).toEqual(
            codesOf(variable),
          );
      }
      expect(ok(await codebookAs(project, file, 'ddi')).lost.join()).not.toContain('names of values');
      expect(ok(await codebookAs(project, demo('garden.codebook.yaml'), 'csvw')).lost).toEqual(
        expect.arrayContaining([
          'what one row is called',
          expect.stringMatching(/^units \(/),
          expect.stringMatching(/^names of values \(/),
        ]),
      );
    },
  );

  test('keeps every word through DDI and Table Schema, whatever its signs', async () => {
    const text = fc.constantFrom(
      ...nastyTexts.filter((one) => one.trim() !== '' && !/[\u0000-\u001f\ufffe\uffff]|\p{Surrogate}/u.test(one)),
    );
    const plain = text.map((one) => one.replace(/\s+/g, ' ').trim()).filter((one) => one !== '');
    const codes = fc.uniqueArray(fc.oneof(fc.integer({ min: 0, max: 300 }).map(String), plain), {
      minLength: 1,
      maxLength: 6,
    });
    const variables = fc.uniqueArray(
      fc.record({
        name: plain,
        label: plain,
        values: codes.chain((own) => fc.tuple(...own.map((code) => fc.tuple(fc.constant(code), plain)))),
      }),
      { minLength: 1, maxLength: 4, selector: ({ name }) => name },
    );
    await fc.assert(
      fc.asyncProperty(variables, async (given) => {
        const archive: Archive = { variables: given.map((one) => ({ ...one, measure: 'ordinal' as const })) };
        for (const form of [formNamed('ddi'), formNamed('table-schema')]) {
          const again = ok(await form.read((await form.write(archive)).text, 'x', [])).archive;
          expect(again.variables).toEqual(archive.variables);
        }
        expect(readOwn(ownText(archive)).variables).toEqual(
          archive.variables.map((variable) => ({ ...variable, label: variable.label })),
        );
      }),
      { numRuns: 60 },
    );
  });

  test('of several hundred variables is read as quickly as one of few', async () => {
    const variables = Array.from({ length: 900 }, (_, i) => `<var name="v${i}"><labl>Question ${i}</labl></var>`).join(
      '\n',
    );
    const { text, variables: count } = ok(
      await codebookAs(
        openProject(memory({ 'c.xml': `<codeBook><dataDscr>${variables}</dataDscr></codeBook>` })),
        'c.xml',
        'hexis',
      ),
    );
    expect([count, text.split('label:').length]).toEqual([900, 901]);
  });

  test.each([
    [
      'bytes of Latin letters, as it says',
      '<?xml version="1.0" encoding="ISO-8859-1"?><codeBook><var name="a"><labl>Grün</labl></var></codeBook>',
      'latin1',
      'label: Grün',
    ],
    ['UTF-16', '\ufeff<codeBook><var name="a"><labl>Grün</labl></var></codeBook>', 'utf16le', 'label: Grün'],
    [
      'its own entities of signs',
      '<codeBook><var name="a"><labl>a &lt; b &#8211; c</labl></var></codeBook>',
      'utf8',
      'label: a < b – c',
    ],
    [
      'a prefix of its namespace',
      '<d:codeBook xmlns:d="ddi:codebook:2_5"><d:var name="a"><d:labl>Grün</d:labl></d:var></d:codeBook>',
      'utf8',
      'label: Grün',
    ],
  ])('is read in %s', async (_, text, encoding, wanted) => {
    writeFileSync(folder.at('c.xml'), Buffer.from(text, encoding as BufferEncoding));
    expect(ok(await codebookAs(openProject(disk), folder.at('c.xml'), 'hexis')).text).toContain(wanted);
  });

  test.each([
    [
      'entities that grow',
      '<!DOCTYPE c [<!ENTITY a "ha"><!ENTITY b "&a;&a;">]><codeBook><var name="a"><labl>&b;</labl></var></codeBook>',
      /undefined entity/,
    ],
    ['an element that is not closed', '<codeBook>\n<var name="a"></codeBook>', /c\.xml:2:\d+: the codebook is no XML/],
    ['XML of another kind', '<html><body/></html>', /no codebook, but XML of another kind \(html\)/],
    ['no variables', '<codeBook/>', /names no variables/],
  ])('is refused where it has %s, at its place', async (_, text, wanted) => {
    writeFileSync(folder.at('c.xml'), text);
    const { code, err } = hexis(['codebook', folder.at('c.xml'), '-o', folder.at('c.yaml')]);
    expect([code, err]).toEqual([2, expect.stringMatching(wanted)]);
    const { problems } = await drawnWith('c.xml');
    expect(problems[0]?.code).toMatch(/^codebook-(broken|foreign|bare)$/);
  });

  test.each([
    ['{ "en": "Yield", "de": "Ertrag" }', { en: 'Yield', de: 'Ertrag' }],
    ['{ "en": ["yield", "Yield"], "de": "Ertrag" }', { en: 'Yield', de: 'Ertrag' }],
    ['{ "und": "yield", "en": "Yield" }', 'Yield'],
    ['["yield", "Yield"]', 'Yield'],
    ['"Yield"', 'Yield'],
  ])('keeps the titles of a column in every language: %s', async (titles, label) => {
    const text = `{ "tableSchema": { "columns": [{ "name": "y", "titles": ${titles} }] } }`;
    const { variables } = ok(await formNamed('csvw').read(text, 'x', [])).archive;
    expect(variables.map((variable) => variable.label)).toEqual(variables.map(() => label));
  });

  test('that is broken JSON is refused at its line', () => {
    writeFileSync(folder.at('c.json'), '{ "fields": [\n  { "name": "a" },,\n] }');
    const { err } = hexis(['codebook', folder.at('c.json')]);
    expect(err).toMatch(/c\.json.*the codebook is no JSON/);
  });
});

/** Codebooks of two tables that have a column of one name, by their forms. */
const ofTwo = {
  'two.xml': `<codeBook xmlns="ddi:codebook:2_5">
<fileDscr ID="F1"><fileTxt><fileName>visits.dat</fileName></fileTxt></fileDscr>
<fileDscr ID="F2"><fileTxt><fileName>Beds.dat</fileName></fileTxt></fileDscr>
<dataDscr><var name="region" files="F1"><labl>Region of the visit</labl></var>
<var name="region" files="F2"><labl>Region of the bed</labl></var><var name="size" intrvl="contin"><labl>Size</labl></var></dataDscr></codeBook>`,
  'two.json': `{ "resources": [
{ "name": "visits", "path": "data/visits.csv", "schema": { "fields": [{ "name": "region", "title": "Region of the visit" }] } },
{ "name": "b", "path": ["data/beds.csv"], "schema": { "missingValues": ["-9", "-8"], "fields": [{ "name": "region", "title": "Region of the bed" },
{ "name": "size", "type": "number", "title": "Size", "missingValues": ["-1"] }] } }] }`,
  'two-metadata.json': `{ "@context": "http://www.w3.org/ns/csvw", "tables": [
{ "url": "visits.csv", "tableSchema": { "columns": [{ "titles": ["region", "Region of the visit"] }] } },
{ "url": "data/beds.csv", "tableSchema": { "columns": [{ "titles": ["region", "Region of the bed"] }, { "titles": ["size", "Size"], "datatype": "number" }] } }] }`,
};

describe.each(Object.entries(ofTwo))('a codebook of several tables: %s', (name, text) => {
  const own = folderWith({ [name]: text });
  const table = 'region,size\nN,2\nS,3\nN,-1\nS,5\n';
  for (const file of ['beds.csv', 'plots.csv']) writeFileSync(own.at(file), table);
  afterAll(() => own.remove());
  const drawn = async (data: string) => {
    const figure = `hexis: figure/1\ndata: ${data}\ncodebook: ${name}\nchart: { kind: bar, category: region, value: size }\n`;
    writeFileSync(own.at('f.figure.yaml'), figure);
    return openProject(disk).draw(own.at('f.figure.yaml'));
  };

  test('serves the one that the figure draws', async () => {
    const { drawing, problems } = await drawn('beds.csv');
    expect(drawing?.plate.description).toMatch(/size by region of the bed/);
    expect(problems.map(({ code }) => code)).not.toContain('codebook-unclear');
  });

  test('is in doubt where it knows none of that name', async () => {
    const { drawing, problems } = await drawn('plots.csv');
    expect(drawing?.plate.description).toMatch(/size by region of the visit/);
    const doubts = problems.filter(({ code }) => code === 'codebook-unclear');
    expect(doubts.map(({ facts }) => (facts as { column: string }).column)).toEqual(['region']);
    expect(hexis(['start', own.at('plots.csv'), '--codebook', own.at(name), '--replace']).err).toMatch(
      /describes region for several tables \((data\/)?visits\.\w+, (data\/)?beds\.\w+\), each in its own way/i,
    );
  });

  test('is turned into one of the table that is named', async () => {
    const { out, err } = hexis(['codebook', own.at(name), '--table', 'beds']);
    expect(out).toMatch(/region:\n {4}label: Region of the bed/);
    expect(err).not.toContain('several tables');
    expect(hexis(['codebook', own.at(name), '--table', 'shed']).err).toMatch(
      /--table is "shed"\n +expected: one of .*visits/,
    );
  });
});

test('missing codes of one field stand in place of those of all', async () => {
  const { variables } = ok(await formNamed('table-schema').read(ofTwo['two.json'], 'x', ['beds.csv'])).archive;
  expect(variables.map(({ missing }) => missing)).toEqual([['-9', '-8'], ['-1']]);
});

describe('the command', () => {
  test('writes a codebook, says what has no place, and replaces nothing unasked', () => {
    const out = folder.at('garden.codebook.yaml');
    const call = ['codebook', join(place, 'garden.xml'), '-o', out];
    const first = hexis(call);
    expect([first.code, first.err]).toEqual([0, '']);
    expect(first.out).toContain('a DDI Codebook of 3 variables');
    expect(first.out).toContain('left, since a codebook has no place for it: qstn, sumStat, names of missing codes');
    const text = readFileSync(out, 'utf8');
    expect(text).toContain('values: { 1: Bare soil & stones, 2: Compost, 3: Mulch, 4: Raised bed }');
    expect(text).toContain('missing: [ 98, 99, 9 ]');
    expect(hexis(call).err).toContain('is already there and is left as it is');
    expect(readFileSync(out, 'utf8')).toBe(text);
    expect(hexis(['codebook', out, '--as', 'schema']).err).toContain('table-schema');
  });

  test('drafts a first figure with what a codebook knows', () => {
    writeFileSync(folder.at('plots.csv'), readFileSync(demo('data/plots.csv')));
    const { code, out } = hexis([
      'start',
      folder.at('plots.csv'),
      '--codebook',
      join(place, 'garden.xml'),
      '--value',
      'yield',
      '--category',
      'bed',
    ]);
    expect(code).toBe(0);
    expect(out).toContain('a DDI Codebook, which knows 3 of the 11 columns');
    const draft = readFileSync(folder.at('plots.codebook.yaml'), 'utf8');
    expect(draft).toMatch(
      /bed:\n {4}label: \{ en: Type of bed, de: Beetart \(Kübel\) \}\n {4}measure: nominal\n {4}values: \{ 1: Bare soil/,
    );
    // Doubts about what it knows are settled; those about other columns stay.
    expect(draft).not.toMatch(/#.*\n {2}(bed|yield):/);
    expect(draft).toMatch(/# does 9 stand for "no value"\?.*\n.*\n {2}satisfaction:/);
    expect(hexis(['draw', folder.at('plots.figure.yaml'), '-o', folder.at('p.svg')]).code).toBe(0);
  });

  test('gives a draft what one of ours knows as well', () => {
    const draft = 'hexis: codebook/1\nvariables:\n  # what is it?\n  a:\n    label: A\n  b:\n    label: B\n';
    const known = readOwn('hexis: codebook/1\ncases: plots\nvariables: { a: { label: Yield, unit: kg } }\n');
    expect(draftWith(draft, known)).toBe(
      'hexis: codebook/1\nvariables:\n  a:\n    label: Yield\n    unit: kg\n  b:\n    label: B\ncases: plots\n',
    );
  });
});
