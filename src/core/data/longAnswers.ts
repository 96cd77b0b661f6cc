import type { Codebook, Variable } from './codebook.js';
import { freeName, longer } from './longer.js';
import { repeated } from './longTable.js';
import type { CategoryColumn, Table } from './table.js';

/** The columns that replace those of several questions in a long table. */
export interface AnswerNames {
  question: string;
  answer: string;
}

/** The question with the most answers in the codebook, whose scale is that of all; the first of several. */
const widest = (variables: readonly Variable[]): Variable | undefined =>
  variables.reduce<Variable | undefined>(
    (most, own) => (most && most.categories.length >= own.categories.length ? most : own),
    undefined,
  );

/** Whether the answers of a question are among those of a scale, under the same names, and no missing code is one of them. */
function isOn(scale: Variable, own: Variable): boolean {
  const names = new Map(scale.categories.map(({ code, name }) => [code, name]));
  const isSame = own.categories.every(({ code, name }) => names.get(code) === name);
  const isListed = (own.categories.length === 0) === (scale.categories.length === 0);
  const clashes =
    scale.categories.some(({ code }) => own.missing.has(code)) ||
    own.categories.some(({ code }) => scale.missing.has(code));
  return isSame && isListed && !clashes && String(own.bands ?? '') === String(scale.bands ?? '');
}

/** The first question whose answers are not on the scale of all, and the question that has that scale; none where all are. */
export function unlikeQuestion(
  codebook: Codebook,
  questions: readonly string[],
): { column: string; other: string } | undefined {
  const variables = questions.map((name) => codebook.variable(name));
  const scale = widest(variables);
  const found = scale && variables.find((own) => !isOn(scale, own));
  return scale && found && { column: found.name, other: scale.name };
}

/** Names that no column of the table has. */
export function answerNames(table: Table): AnswerNames {
  const free = (name: string) => freeName(table, name);
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
  const { rowCount } = table;
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
  const made = [questionVariable(names.question, variables, codebook), answerVariable(names.answer, variables)];
  const columns = [answer, question, ...table.columns.map((column) => repeated(column, count))];
  return { ...longer({ table, codebook }, { times: count, columns, variables: made }), names };
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
  const first = widest(variables);
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
