import type { Found, TemplateStyle } from './found.js';

/** A document with its style, as it is called in messages. */
export interface NamedTemplate {
  name: string;
  style: TemplateStyle;
}

type Single = 'page' | 'body' | 'caption' | 'captionLook' | 'heading' | 'language';

/** What of several documents is the same to an eye: lengths to a tenth of a millimetre, sizes to a tenth of a point. */
const keyOf = (value: unknown): string =>
  JSON.stringify(value, (_, part) => (typeof part === 'number' ? Math.round(part * 4) / 4 : part));

/** What most of some documents say of one thing; the first of them where as many say another. */
function mostSaid<T>(said: readonly { name: string; found: Found<T> }[], of: number): Found<T> | undefined {
  const forms = new Map<string, { name: string; found: Found<T> }[]>();
  for (const one of said) {
    const key = keyOf(one.found.value);
    forms.set(key, [...(forms.get(key) ?? []), one]);
  }
  const [most] = [...forms.values()].sort((a, b) => b.length - a.length);
  const [first] = most ?? [];
  if (!most || !first) return undefined;
  const how = `${most.length} of ${of} documents`;
  return { value: first.found.value, from: `${first.name}: ${first.found.from}; the same in ${how}` };
}

/** One style of several documents: each thing as most of them have it. */
export function combined(all: readonly NamedTemplate[]): TemplateStyle {
  const [only] = all;
  if (only && all.length === 1) return only.style;
  const of = <K extends Single>(key: K): Pick<TemplateStyle, K> => {
    const said = all.flatMap(({ name, style }) => {
      const found = style[key];
      return found ? [{ name, found: found as Found<unknown> }] : [];
    });
    const most = mostSaid(said, all.length);
    return (most ? { [key]: most } : {}) as Pick<TemplateStyle, K>;
  };
  const colors = new Map<string, TemplateStyle['colors'][number]>();
  for (const { name, style } of all)
    for (const { value, from } of style.colors)
      if (!colors.has(value.hex)) colors.set(value.hex, { value, from: `${name}: ${from}` });
  return {
    form: [...new Set(all.map(({ style }) => style.form))].join(', '),
    ...of('page'),
    ...of('body'),
    ...of('caption'),
    ...of('captionLook'),
    ...of('heading'),
    ...of('language'),
    colors: [...colors.values()],
    left: all.flatMap(({ name, style }) => style.left.map((one) => `${name}: ${one}`)),
  };
}
