import { messageOf } from '../messageOf.js';
import { error, type Problem } from '../problem/problem.js';

/** A JSON object with its members by name. */
export type JsonObject = Readonly<Record<string, unknown>>;

export const isObject = (value: unknown): value is JsonObject =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

export const textIn = (value: unknown): string | undefined =>
  typeof value === 'string' && value.trim() !== '' ? value : undefined;

/** A list, or a single thing as one. */
export const listIn = (value: unknown): readonly unknown[] =>
  value === undefined || value === null ? [] : Array.isArray(value) ? value : [value];

/** A code as a text: a text, or a number or truth value as it is written. */
export const codeIn = (value: unknown): string | undefined =>
  typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean' ? String(value) : undefined;

/** A JSON text as an object; a problem where it is none. */
export function parsedJson(text: string, file: string): { value: JsonObject } | { problem: Problem } {
  try {
    const value: unknown = JSON.parse(text.replace(/^\ufeff/, ''));
    if (isObject(value)) return { value };
    return { problem: error('codebook-foreign', { found: 'JSON that is no object' }, { file, line: 1, column: 1 }) };
  } catch (fault) {
    const reason = messageOf(fault);
    const at = Number(/position (\d+)/.exec(reason)?.[1] ?? Number.NaN);
    const before = Number.isNaN(at) ? undefined : text.slice(0, at).split('\n');
    const place = before ? { file, line: before.length, column: (before.at(-1)?.length ?? 0) + 1 } : { file };
    return {
      problem: error(
        'codebook-broken',
        { form: 'JSON', reason: reason.replace(/ in JSON at position.*$/s, '') },
        place,
      ),
    };
  }
}

/** A value of a chain of members; undefined where one is not there. */
export const memberOf = (value: unknown, ...names: readonly string[]): unknown =>
  names.reduce<unknown>((own, name) => (isObject(own) && Object.hasOwn(own, name) ? own[name] : undefined), value);

/** The least and greatest possible value, where both are numbers. */
export function rangeFrom(low: unknown, high: unknown): readonly [number, number] | undefined {
  const [least, most] = [low, high].map((one) =>
    typeof one === 'number' ? one : typeof one === 'string' && one.trim() !== '' ? Number(one) : Number.NaN,
  );
  return Number.isFinite(least) && Number.isFinite(most) && (least as number) < (most as number)
    ? [least as number, most as number]
    : undefined;
}
