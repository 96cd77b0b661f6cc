/** Draws what is written in an example, and says what breaks the style. */
import { check, memory, openProject, problemText, type Severity, type Source, SourceFault, write } from 'hexis';
import { composed } from '../composed.mjs';

/** What became of a text. */
export interface Drawn {
  svg?: string;
  alt?: string;
  /** Problems and findings, in words. */
  says: { severity: Severity; text: string }[];
  /** The whole figure file, for a folder of the demo. */
  whole: string;
}

interface Asked {
  id: number;
  base: string;
  at: string;
  around: string;
  isChart: boolean;
  text: string;
}

const known = new Map<string, Promise<Uint8Array>>();

/** A file of the site; each is fetched once. */
function bytesOf(base: string, path: string): Promise<Uint8Array> {
  const own = known.get(path);
  if (own) return own;
  const found = fetch(new URL(path, base)).then(async (answer) => {
    if (!answer.ok) throw new SourceFault('missing', 'there is no such file here');
    return new Uint8Array(await answer.arrayBuffer());
  });
  known.set(path, found);
  found.catch(() => known.delete(path));
  return found;
}

const sourceOf = (base: string, at: string, text: string): Source => ({
  ...memory({ [at]: text }),
  text: async (path) => (path === at ? text : new TextDecoder().decode(await bytesOf(base, path))),
  bytes: async (path) => (path === at ? new TextEncoder().encode(text) : bytesOf(base, path)),
  stamp: async (path) => (path === at ? text : path),
  near: async () => [],
});

async function drawn({ base, at, around, isChart, text }: Omit<Asked, 'id'>): Promise<Drawn> {
  const own = around === '' ? text : composed(around, text, isChart);
  const whole = own.replaceAll(/(\.\.\/)*demo\//g, '../');
  const { drawing, problems } = await openProject(sourceOf(base, at, own)).draw(at);
  const errors = problems.filter(({ severity }) => severity === 'error');
  const told = (errors.length > 0 ? errors : problems).map((problem) => {
    const { place: _, ...rest } = problem;
    return { severity: problem.severity, text: problemText(rest as typeof problem) };
  });
  if (!drawing || errors.length > 0) return { says: told, whole };
  const svg = await write(drawing, 'svg', { ground: 'paper', carries: 'nothing' });
  const findings = check(drawing, problems)
    .filter(({ waived }) => waived === undefined)
    .map(({ severity, rule, found }) => ({ severity, text: `${rule}: ${found}` }));
  return { ...(svg.ok ? { svg: svg.value } : {}), alt: drawing.plate.description, says: findings, whole };
}

self.addEventListener('message', ({ data: { id, ...asked } }: MessageEvent<Asked>) => {
  void drawn(asked)
    .catch((fault): Drawn => ({ says: [{ severity: 'error', text: String(fault) }], whole: asked.text }))
    .then((own) => self.postMessage({ id, drawn: own }));
});
