import jsep from 'jsep';
import { nearest } from '../problem/nearest.js';

/** Functions that an expression may call. */
const functions: Record<string, { takes: number; of(...values: number[]): number }> = {
  sin: { takes: 1, of: Math.sin },
  cos: { takes: 1, of: Math.cos },
  tan: { takes: 1, of: Math.tan },
  asin: { takes: 1, of: Math.asin },
  acos: { takes: 1, of: Math.acos },
  atan: { takes: 1, of: Math.atan },
  sinh: { takes: 1, of: Math.sinh },
  cosh: { takes: 1, of: Math.cosh },
  tanh: { takes: 1, of: Math.tanh },
  exp: { takes: 1, of: Math.exp },
  ln: { takes: 1, of: Math.log },
  log10: { takes: 1, of: Math.log10 },
  log2: { takes: 1, of: Math.log2 },
  sqrt: { takes: 1, of: Math.sqrt },
  cbrt: { takes: 1, of: Math.cbrt },
  abs: { takes: 1, of: Math.abs },
  sign: { takes: 1, of: Math.sign },
  floor: { takes: 1, of: Math.floor },
  ceil: { takes: 1, of: Math.ceil },
  round: { takes: 1, of: Math.round },
  min: { takes: 2, of: Math.min },
  max: { takes: 2, of: Math.max },
  mod: { takes: 2, of: (a, b) => a - b * Math.floor(a / b) },
};

const constants: Record<string, number> = { pi: Math.PI, e: Math.E };

const operators: Record<string, (a: number, b: number) => number> = {
  '+': (a, b) => a + b,
  '-': (a, b) => a - b,
  '*': (a, b) => a * b,
  '/': (a, b) => a / b,
  '^': (a, b) => a ** b,
};

export const functionNames = Object.keys(functions);

/** An expression that can be evaluated: a number for values of its names. */
export type Expression = (values: Readonly<Record<string, number>>) => number;

/** What is wrong with an expression, and the name that may have been meant. */
export interface ExpressionFault {
  fault: string;
  nearest?: string | undefined;
}

class Refused extends Error {
  readonly nearest: string | undefined;

  constructor(fault: string, nearest?: string) {
    super(fault);
    this.nearest = nearest;
  }
}

type Node = jsep.Expression;

let prepared = false;

/** The language is that of arithmetic: powers are written `^`, and nothing but numbers, names and calls is left. */
function prepare(): void {
  if (prepared) return;
  jsep.removeAllBinaryOps();
  jsep.removeAllUnaryOps();
  jsep.removeAllLiterals();
  for (const [sign, precedence] of [
    ['+', 1],
    ['-', 1],
    ['*', 2],
    ['/', 2],
  ] as const)
    jsep.addBinaryOp(sign, precedence);
  jsep.addBinaryOp('^', 4, true);
  jsep.addUnaryOp('-');
  jsep.addUnaryOp('+');
  prepared = true;
}

function number(node: Node): Expression {
  const { value } = node as jsep.Literal;
  if (typeof value !== 'number') throw new Refused(`${JSON.stringify(value)} is not a number`);
  return () => value;
}

function name(node: Node, known: readonly string[]): Expression {
  const { name: wanted } = node as jsep.Identifier;
  if (known.includes(wanted)) return (values) => values[wanted] ?? Number.NaN;
  const constant = Object.hasOwn(constants, wanted) ? constants[wanted] : undefined;
  if (constant !== undefined) return () => constant;
  throw new Refused(`"${wanted}" is not known`, nearest(wanted, [...known, ...Object.keys(constants)]));
}

function call(node: Node, known: readonly string[]): Expression {
  const { callee, arguments: given } = node as jsep.CallExpression;
  const called = callee.type === 'Identifier' ? (callee as jsep.Identifier).name : '';
  const [inner, ...more] = given;
  if (called === bracket) {
    if (!inner || more.length > 0) throw new Refused('brackets hold one expression');
    return built(inner, known);
  }
  const found = Object.hasOwn(functions, called) ? functions[called] : undefined;
  if (!found)
    throw new Refused(
      called === '' ? 'only functions can be called' : `there is no function "${called}"`,
      nearest(called, functionNames),
    );
  if (given.length !== found.takes)
    throw new Refused(`${called} takes ${found.takes === 1 ? 'one value' : 'two values'}, not ${given.length}`);
  const parts = given.map((part) => built(part, known));
  return (values) => found.of(...parts.map((part) => part(values)));
}

/** A node without the signs before it, and whether they come to a minus. */
function unsigned(node: Node): [minus: boolean, bare: Node] {
  let [minus, bare] = [false, node];
  while (bare.type === 'UnaryExpression') {
    const { operator, argument } = bare as jsep.UnaryExpression;
    if (operator === '-') minus = !minus;
    bare = argument;
  }
  return [minus, bare];
}

/** The kinds of nodes that arithmetic has; every other one is refused. */
const nodes: Record<string, (node: Node, known: readonly string[]) => Expression> = {
  Literal: number,
  Identifier: name,
  CallExpression: call,
  UnaryExpression(node, known) {
    const { operator, argument } = node as jsep.UnaryExpression;
    const part = built(argument, known);
    return operator === '-' ? (values) => -part(values) : part;
  },
  BinaryExpression(node, known) {
    const { operator, left, right } = node as jsep.BinaryExpression;
    const apply = operators[operator] as (a: number, b: number) => number;
    // Signs before a power belong to the power: -x^2 is -(x^2), and --x^2 is x^2.
    if (operator === '^' && left.type === 'UnaryExpression') {
      const [minus, bare] = unsigned(left);
      const [base, power] = [built(bare, known), built(right, known)];
      return (values) => (minus ? -(base(values) ** power(values)) : base(values) ** power(values));
    }
    const [a, b] = [built(left, known), built(right, known)];
    return (values) => apply(a(values), b(values));
  },
};

function built(node: Node, known: readonly string[]): Expression {
  const make = Object.hasOwn(nodes, node.type) ? nodes[node.type] : undefined;
  if (!make) throw new Refused('only numbers, names, + − * / ^, brackets and functions can stand here');
  return make(node, known);
}

/** The name of the function that brackets become before parsing, which forgets them: `(-x)^2` is not `-x^2`. */
const bracket = '$';

/** A text with its brackets as calls, and where they were put in. A bracket after a name or another one is a call already. */
function bracketed(given: string): { text: string; at: number[] } {
  let text = '';
  let last = '';
  const at: number[] = [];
  for (const sign of given.replaceAll('\u2212', '-').replaceAll('**', '^')) {
    if (sign === '(' && !/[\p{L}\p{M}\p{N}_)]/u.test(last)) {
      at.push(text.length);
      text += bracket;
    }
    text += sign;
    if (!/\s/.test(sign)) last = sign;
  }
  return { text, at };
}

const mostLength = 2000;
const mostDepth = 60;

/** Why a text is not even parsed: it is too long, nests too deep, or holds what no arithmetic has. */
function unfit(text: string): string | undefined {
  if (text.length > mostLength) return `it has ${text.length} characters, and at most ${mostLength} can be read`;
  let [depth, deepest] = [0, 0];
  for (const sign of text) {
    depth += sign === '(' ? 1 : sign === ')' ? -1 : 0;
    deepest = Math.max(deepest, depth);
  }
  if (deepest > mostDepth) return `its brackets stand ${deepest} deep, and at most ${mostDepth} can be read`;
  if (/[+\-\u2212\s]{61,}/.test(text)) return 'it has too many signs in a row';
  return text.includes(bracket) ? `"${bracket}" has no meaning here` : undefined;
}

/**
 * Reads an expression of arithmetic. It is parsed by a library and evaluated here over a closed list of nodes and
 * functions, so nothing but arithmetic can come of it.
 *
 * @param known names that stand for numbers
 */
export function readExpression(text: string, known: readonly string[]): Expression | ExpressionFault {
  const fault = unfit(text);
  if (fault !== undefined) return { fault };
  prepare();
  const marked = bracketed(text);
  try {
    return built(jsep(marked.text), known);
  } catch (fault) {
    if (fault instanceof Refused) return { fault: fault.message, nearest: fault.nearest };
    const { description, index = 0 } = fault as { description?: string; index?: number };
    if (description === undefined) throw fault;
    const place = index - marked.at.filter((at) => at < index).length;
    return { fault: `${description.replaceAll(bracket, '').toLowerCase()} at character ${place + 1}` };
  }
}
