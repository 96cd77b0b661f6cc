import { joined } from '../pick.js';
import type { Codebook, Variable } from './codebook.js';
import { repeated } from './longTable.js';
import { type CategoryColumn, type Table, tableOf } from './table.js';

/** The columns that replace those of several questions in a long table. */
export interface AnswerNames {
  question: string;
  answer: string;
}

const listed = ({ categories, bands = [] }: Variable): string =>
  JSON.stringify([categories.map(({ code, name }) => [code, name]), bands]);

/** Whether two questions offer the same answers, as far as the codebook lists any. */
const isAlike = (a: Variable, b: Variable): boolean => {
  const clashes = (one: Variable, other: Variable) => other.categories.some(({ code }) => one.missing.has(code));
  return listed(a) === listed(b) && !clashes(a, b) && !clashes(b, a);
};

/** The first question whose answers are not those of the first of all; none where they share a scale. */
export function unlikeQuestion(codebook: Codebook, questions: readonly string[]): string | undefined {
  const [first, ...others] = questions.map((name) => codebook.variable(name));
  return first && others.find((other) => !isAlike(first, other))?.name;
}

/** Names that no column of the table has. */
export function answerNames({ columnNames }: Table): AnswerNames {
  const free = (name: string) => {
    let found = name;
    for (let i = 2; columnNames.includes(found); i += 1) found = `${name}${i}`;
    return found;
  };
  return { question: free('question'), answer: free('answer') };
}

/**
 * The columns of several questions below each other: a row becomes one for each question, which names it and holds the
 * answer.
 *
 * @param questions columns that share a scale
 */
export function longAnswers(
  table: Table,
  codebook: Codebook,
  questions: readonly string[],
): { table: Table; codebook: Codebook; names: AnswerNames } {
  const names = answerNames(table);
  const { rowCount, sizes } = table;
  const count = questions.length;
  const codes = new Int32Array(rowCount * count);
  const asked = new Int32Array(rowCount * count);
  const places = new Map<string, number>();
  for (const [q, name] of questions.entries()) {
    const column = table.category(name);
    // A text stands for the same answer in each column.
    const own = column.texts.map((text) => {
      const at = places.get(text) ?? places.size;
      places.set(text, at);
      return at;
    });
    for (let row = 0; row < rowCount; row += 1) {
      codes[q * rowCount + row] = own[column.codes[row] as number] as number;
      asked[q * rowCount + row] = q;
    }
  }
  const answer: CategoryColumn = { as: 'category', name: names.answer, codes, texts: [...places.keys()] };
  const question: CategoryColumn = { as: 'category', name: names.question, codes: asked, texts: [...questions] };
  const variables = questions.map((name) => codebook.variable(name));
  const made = new Map<string, Variable>([
    [names.question, questionVariable(names.question, variables, codebook)],
    [names.answer, answerVariable(names.answer, variables)],
  ]);
  return {
    table: tableOf({
      ...table,
      rowCount: rowCount * count,
      sizes: sizes && joined(questions.map(() => sizes)),
      columns: [answer, question, ...table.columns.map((column) => repeated(column, count))],
      measured: [],
      totals: [],
    }),
    names,
    codebook: {
      ...codebook,
      cases: codebook.terms.values,
      variable: (name) => made.get(name) ?? codebook.variable(name),
    },
  };
}

const questionVariable = (name: string, variables: readonly Variable[], { terms }: Codebook): Variable => ({
  name,
  label: '',
  spoken: terms.column,
  labelled: true,
  measure: 'nominal',
  categories: variables.map((own) => ({ code: own.name, name: own.label })),
  colors: new Map(),
  missing: new Set(),
});

/** What the questions have in common: the answers, and the codes of those that are missing in any. */
function answerVariable(name: string, variables: readonly Variable[]): Variable {
  const [first] = variables;
  const measures = new Set(variables.map(({ measure }) => measure));
  const [measure] = measures;
  return {
    name,
    label: '',
    labelled: true,
    ...(measure === undefined || measures.size > 1 ? {} : { measure }),
    categories: first?.categories ?? [],
    colors: first?.colors ?? new Map(),
    missing: new Set(variables.flatMap(({ missing }) => [...missing])),
    ...(first?.bands ? { bands: first.bands, bandNames: first.bandNames ?? [] } : {}),
  };
}
