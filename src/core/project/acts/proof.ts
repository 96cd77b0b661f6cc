import type { Finding } from '../../check/finding.js';
import type { Plate } from '../../plate/plate.js';
import { fail, hasErrors, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import { figurePage } from '../../proof/figurePage.js';
import { foundWords, proofTitle } from '../../proof/findingWords.js';
import { indexPage } from '../../proof/indexPage.js';
import type { ProofFigure, ProofPage } from '../../proof/proved.js';
import { type Faces, joinedFaces } from '../../type/faces.js';
import { formsOf, sentenceKeys } from '../../words/sentenceNames.js';
import { plainWords, type Words } from '../../words/words.js';
import type { Drawing } from '../compose/drawing.js';
import { openProject, type Project, type ProjectOptions } from '../project.js';
import { gatherStyle } from '../read/gatherStyle.js';
import { hashed, remembering } from '../read/inputs.js';
import type { Source } from '../read/source.js';
import { type CheckOptions, check } from './check.js';

/** A figure that is proved as it stands in a document. */
export interface ProofSubject {
  path: string;
  /** How the document has it drawn. */
  options: ProjectOptions;
  /** Its width in the document, in points. */
  placed: number;
  /** Its number in the document. */
  label: string;
}

/** How figures are drawn and checked for a proof. */
export interface ProofOptions extends ProjectOptions, Omit<CheckOptions, 'placed'> {
  /** The width of the figures in the document in points, by the widths of their style; left out: as they say. */
  placed?: ((widths: Readonly<Record<string, number>>) => number | undefined) | undefined;
  /** What was found across the figures, for the first page. */
  across?: readonly Finding[] | undefined;
}

/** The pages of a proof, and what is on them. */
export interface Proof {
  /** Its pages, the first of several an index. */
  pages: Plate[];
  /** The faces that its pages need. */
  faces: Faces;
  /** The figures that were proved. */
  figures: { path: string; id: string; title: string; description: string; findings: Finding[]; words: Words }[];
  /** The words of its first page, and of all of it. */
  words: Words;
}

/** What a page is called and says, for those who cannot see it. */
interface PageWords {
  id: string;
  title: string;
  description: string;
}

function plateOf({ items, width, height }: ProofPage, { id, title, description }: PageWords): Plate {
  const panel = { x: 0, y: 0, width, height };
  return { hexis: 'plate/1', id, width, height, title, description, paper: '#ffffff', panel, items };
}

/** A figure that has been drawn and checked. */
type Proved = ProofFigure & { drawing: Drawing; findings: Finding[] };

/** Draws and checks figures, and finds what they are made of. */
async function provedFigures(
  from: Source,
  paths: readonly (string | ProofSubject)[],
  options: ProofOptions,
): Promise<{ project: Project; figures: Proved[]; problems: Problem[] }> {
  const { source, asked } = remembering(from);
  const project = openProject(source, { caption: true, ...options });
  const problems: Problem[] = [];
  const figures: Proved[] = [];
  for (const subject of paths) {
    const { path, options: own, placed: told, label } = typeof subject === 'string' ? { path: subject } : subject;
    asked.clear();
    const drawn = await project.draw(path, own);
    if (!drawn.ok) {
      problems.push(...drawn.problems);
      continue;
    }
    const drawing = drawn.value;
    const { plate, settings, about, numbers } = drawing;
    const width = told ?? options.placed?.(settings.widths);
    const placed = width === undefined ? settings.placed : width / plate.width;
    figures.push({
      ...(label === undefined ? {} : { label }),
      drawing,
      path,
      style: about.style,
      plate,
      placed,
      textWidth: settings.widths['text'] ?? plate.width * placed,
      findings: check(drawing, drawn.problems, { rules: options.rules, placed: width }),
      numbers,
      words: drawing.words,
      inputs: await hashed(from, [...asked]),
    });
  }
  return { project, figures, problems };
}

/** Letters that the words of a proof may have beside those of its figures. */
const usualLetters = 'abcdefghijklmnopqrstuvwxyz ABCDEFGHIJKLMNOPQRSTUVWXYZ 0123456789 .,:;()/%×…−–-"\'**bold**';

/** All words that are written about a figure. */
const wordsAbout = ({ plate, findings, numbers, inputs, path }: Proved): string[] => [
  plate.title,
  path,
  ...inputs.map(({ file }) => file),
  ...numbers.columns.map(({ title }) => title),
  ...numbers.rows.flat().filter((cell) => typeof cell === 'string'),
  ...numbers.leftOut.map(({ reason }) => reason),
  ...findings.flatMap(({ found, expected = '', why, waived = '', mend }) => [
    found,
    expected,
    why,
    waived,
    mend?.says ?? '',
  ]),
];

/** The page of a figure as it is called and described. */
function pageWords({ plate, findings, words }: Proved): PageWords {
  const found = findings.length === 0 ? '' : `: ${findings.map((finding) => finding.found).join('; ')}`;
  const description = `${plate.description} ${foundWords(findings, words)}${found}.`;
  return { id: `${plate.id}-proof`, title: plate.title, description };
}

/** All letters that a language says anything with. */
const sentencesOf = ({ language }: Words): string[] => sentenceKeys.flatMap((key) => formsOf(language, key));

/** The words of a figure, if the proof has letters for them; else English. */
const wordsWith = (words: Words, lacking: ReadonlySet<string>): Words =>
  sentencesOf(words).some((text) => [...text].some((letter) => lacking.has(letter))) ? plainWords : words;

/**
 * Draws a proof of some figures, one page for each: at its true size between lines of text, in grey and in three
 * deficiencies of colour vision, with its findings pinned on the ink, its numbers, and the hashes of what it was made of.
 * Several figures have a first page that shows all of them.
 */
export async function proof(
  from: Source,
  paths: readonly (string | ProofSubject)[],
  options: ProofOptions = {},
): Promise<Outcome<Proof>> {
  const { project, figures: drawn, problems } = await provedFigures(from, paths, options);
  if (hasErrors(problems)) return fail(problems);
  const across = options.across ?? [];
  const languages = new Set(drawn.map(({ words }) => words));
  const texts = [...drawn.flatMap(wordsAbout), ...across.map(({ found }) => found)];
  const letters = [usualLetters, ...[...languages].flatMap(sentencesOf), ...texts];
  const style = await gatherStyle(project.store, 'plain', letters);
  if (!style.ok) return fail(style.problems);
  const lacking = new Set(
    style.problems.flatMap(({ code, facts }) => (code === 'glyph-missing' ? facts.characters : [])),
  );
  const figures = drawn.map((figure) => ({ ...figure, words: wordsWith(figure.words, lacking) }));
  const words = figures[0]?.words ?? plainWords;
  const setter = { settings: style.value.resolved.settings, kit: style.value.faces.kit, scale: 1 };
  const faces = joinedFaces([style.value.faces, ...figures.map(({ drawing }) => drawing.faces)]);
  const pages = figures.map((figure) => plateOf(figurePage(setter, figure), pageWords(figure)));
  if (figures.length > 1) {
    const title = proofTitle(
      figures.map(({ plate }) => plate.title),
      words,
    );
    const all = figures.flatMap(({ findings }) => findings);
    const description = `${title}. ${foundWords(all, words)}.`;
    pages.unshift(plateOf(indexPage(setter, figures, { across, words }), { id: 'proof', title, description }));
  }
  return succeed(
    {
      pages,
      faces,
      figures: figures.map(({ path, plate, findings, words: own }) => ({
        path,
        id: plate.id,
        title: plate.title,
        description: plate.description,
        findings,
        words: own,
      })),
      words,
    },
    problems,
  );
}
