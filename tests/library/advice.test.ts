import { describe, expect, test } from '@jest/globals';
import { describe as inWords, memory, openProject, type Problem } from 'hexis';
import { composed } from '../helpers/figures.js';

const survey =
  'region,answer,score,comment,when\nNorth,yes,3,fine,12/05/2026\nSouth,no,4,,13/05/2026\nSouth,yes,n/a,good,1/6/2026\nNorth,no,5,,1/6/2026\n';

/** What is said of a figure of the survey. */
async function said(more: string, table = survey): Promise<Problem[]> {
  const files = { 'f.yaml': `hexis: figure/1\ndata: survey.csv\n${more}\n`, 'survey.csv': table };
  return (await openProject(memory(files)).draw('f.yaml')).problems;
}
const first = async (more: string, table?: string) => inWords((await said(more, table))[0] as Problem);
const bar = 'chart: { kind: bar, category: region }';

describe('advice is of use to the author', () => {
  test('columns are those of his table', async () => {
    expect((await first('chart: { kind: scatter, x: score }')).expected).toBe(
      'a column of survey.csv: region, answer, score, comment or when',
    );
    expect(await first('chart: { kind: pie, category: 5 }')).toEqual({
      found: 'survey.csv has no column "5"',
      expected: 'region, answer, score, comment or when',
    });
    expect((await first('chart: { kind: bar, category: region, values: score }')).write).toBe('values: [score]');
    expect((await first('chart: { kind: box, category: region }')).expected).toBe(
      'one of answer, score, comment or when',
    );
  });

  test('settings are those of the kind', async () => {
    expect((await first('chart: { kind: pie, categry: region }')).expected).not.toMatch(/whiskers|bins|direction/);
    expect((await first('chart: { kind: curve, functons: [] }')).expected).not.toMatch(/category/);
    expect((await first('chart: { category: region }')).expected).toMatch(/^bar, interval, .*curve$/);
    expect((await first(`${bar}\naccents: [{ for: { region: North } }]`)).expected).not.toMatch(/marker|size/);
  });

  test('a column of names is not declared missing', async () => {
    const { found, expected, write } = await first('chart: { kind: bar, category: region, value: comment }');
    expect(found).toBe('chart.value is comment, a column of names ("fine", "good"), and numbers are needed here');
    expect([expected, write]).toEqual(['a column of numbers: region, answer, score or when', undefined]);
    expect((await first('chart: { kind: bar, category: region, value: score }')).write).toContain('missing: ["n/a"]');
  });

  test('lines are thin and letters small', async () => {
    expect((await first(`${bar}\nbars: { outline: { width: 2 } }`)).write).toBe('width: 2pt');
    expect((await first(`${bar}\ntext: { size: 12 }`)).write).toBe('size: 12pt');
    expect((await first(`${bar}\nsize: { width: 12 }`)).write).toBe('width: 12cm');
  });

  test('texts with a colon or a comma in braces get quotation marks', async () => {
    expect(await first(`${bar}\ncaption: { title: Answers: by region, number: 1 }`)).toEqual({
      found: 'a text with a colon in it needs quotation marks',
      write: 'title: "Answers: by region"',
    });
    expect(await said(`${bar}\ncaption: { title: Answers, by region, and more, number: 1 }`)).toHaveLength(2);
    expect(await first(`${bar}\ncaption: { title: Answers, by region, and more, number: 1 }`)).toEqual({
      found: 'a comma inside { } ends the text of "title"',
      expected: 'quotation marks around a text with a comma',
      write: 'title: "Answers, by region, and more"',
    });
    expect((await first(`${bar}\nheading: { shw, align: start }`)).found).toBe('there is no setting "shw" in heading');
  });

  test('yes and no are taken as they are meant, edges and percentiles put in order', async () => {
    expect((await first(`${bar}\nheading: { show: "no" }`)).write).toBe('show: false');
    const histogram = (bins: string) =>
      first(
        `chart: { kind: histogram, value: score, bins: ${bins} }\ncodebook: { variables: { score: { missing: [n/a] } } }`,
      );
    expect((await histogram('{ edges: [3, 2, 4] }')).write).toBe('edges: [2, 3, 4]');
    const day =
      'chart: { kind: line, x: when, value: score }\ncodebook: { variables: { when: { measure: date }, score: { missing: [n/a] } } }';
    expect((await first(day)).write).toBe('variables:\n  when: { dateOrder: day-month }');
    expect((await first(day, survey.replace('12/05/2026', 'soon'))).write).toBeUndefined();
  });

  test('a measured variable is no category, and bands of its own size are the way out', async () => {
    const codebook = 'codebook: { variables: { score: { measure: numeric, missing: [n/a] } } }';
    const { found, write } = await first(`chart: { kind: bar, category: score }\n${codebook}`);
    expect(found).toContain('chart.category is score, a measured variable');
    expect(write).toBe('variables:\n  score: { bands: [3, 3.5, 4, 4.5, 5] }');
    expect(await said('chart: { kind: bar, category: score }')).toEqual([]);
    const many = `a\n${Array.from({ length: 20 }, (_, i) => `${i / 4}\n`).join('')}`;
    expect((await said('chart: { kind: bar, category: a }', many))[0]?.code).toBe('numeric-as-category');
    expect(
      await said('chart: { kind: bar, category: a }\ncodebook: { variables: { a: { measure: ordinal } } }', many),
    ).toEqual([]);
  });
});

describe('descriptions for those who cannot see', () => {
  const wide = 'region,x,y\nNorth,1,2\nSouth,3,4\n';
  const description = async (chart: string, codebook: string, table = wide) =>
    (await composed({ chart, codebook: `hexis: codebook/1\n${codebook}`, table })).plate.description;

  test.each(['bar', 'interval', 'box', 'points', 'line', 'slope'])(
    'of a wide table have no gaps (%s)',
    async (kind) => {
      const along = kind === 'line' ? 'x' : kind === 'slope' ? 'item' : 'category';
      const words = await description(`{ kind: ${kind}, ${along}: region, values: [x, y] }`, '');
      expect(words).not.toMatch(/ {2}|and[:.,]|by[:.,]|of[:.,]| [:.,]|undefined/);
    },
  );

  test('have no markup', async () => {
    const codebook =
      'variables: { region: { label: "*Region*\\nof the garden" }, x: { label: "*x*~max~", unit: m^2^ } }\n';
    const words = await description('{ kind: bar, category: region, value: x }', codebook);
    expect(words).toBe('Bar chart of mean xmax in m2 by region of the garden. North 1; South 3.');
  });

  test('name the groups of strips', async () => {
    const words = await description('{ kind: points, category: a, value: v, group: b }', '', 'a,b,v\n1,x,1\n1,y,2\n');
    expect(words).toBe('Points of v by a and b. Medians: 1, x 1.00; 1, y 2.00.');
  });
});
