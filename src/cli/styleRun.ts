import { views } from '../core/color/views.js';
import { error } from '../core/problem/problem.js';
import { reportStyle, type StyleReport } from '../core/project/acts/styleReport.js';
import { openProject } from '../core/project/project.js';
import { inColumns } from '../core/schema/columns.js';
import { disk } from '../node/disk.js';
import { exit } from './command.js';
import { exitCode, reportProblems, say, sayJson } from './report.js';

const valueText = (value: unknown) => {
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text.length > 44 ? `${text.slice(0, 43)}…` : text;
};

/** Texts in columns, set in from the left. */
const columns = (...table: Parameters<typeof inColumns>) => inColumns(...table).map((line) => `  ${line}`);

function settingLines({ sets, inherited }: StyleReport): string[] {
  const rows = sets.map(({ path, value, before }) => [
    path,
    valueText(value),
    before ? `in place of ${valueText(before.value)} of ${before.layer}` : '',
  ]);
  return [
    `sets ${sets.length}`,
    ...columns(rows),
    ...inherited.map(({ layer, count }) => `inherits ${count} from ${layer}`),
  ];
}

function paletteLines({ palettes }: StyleReport): string[] {
  if (palettes.length === 0) return [];
  const head = ['palette', 'colours', ...views, 'nearest'];
  const rows = palettes.map(({ palette, count, distances, nearest }) => [
    palette,
    String(count),
    ...views.map((view) => distances[view].toFixed(1)),
    nearest.join(' and '),
  ]);
  return [
    'distances of the two nearest colours (CIEDE2000; in grey, steps of L*)',
    ...columns([head, ...rows], { isRight: (column) => column > 0 && column <= views.length + 1 }),
  ];
}

function reportText(report: StyleReport): string {
  const { cues, inks, smallest, findings, name } = report;
  const contrasts = inks.map(({ path, color, contrast, least }) => [
    path,
    color,
    `${contrast.toFixed(1)}:1`,
    contrast < least - 0.005 ? `below ${least}:1` : '',
  ]);
  return [
    `style ${name}`,
    ...settingLines(report),
    'contrast on the paper',
    ...columns(contrasts, { isRight: (column) => column === 2 }),
    `smallest text: ${smallest.size}pt (${smallest.path})`,
    ...paletteLines(report),
    `told apart beside colours by ${cues.patterns} patterns, ${cues.markers} markers, ${cues.dashes} dashes`,
    ...(findings.length === 0
      ? ['nothing falls short']
      : ['falls short:', ...findings.map((finding) => `  ${finding}`)]),
  ].join('\n');
}

/** Measures a style and says what falls short. */
export async function runStyle(
  style = 'plain',
  call: { json?: boolean; output?: string; replace?: boolean },
): Promise<number> {
  if (call.output !== undefined || call.replace) {
    const facts = {
      option: call.output === undefined ? '--replace' : '--output',
      found: call.output ?? 'it',
      expects: 'a call with --from, which writes a style',
      example: '--from thesis.docx -o thesis.style.yaml',
    };
    reportProblems([error('bad-option', facts)]);
    return exit.wrongInput;
  }
  const report = await reportStyle(openProject(disk), style);
  reportProblems(report.problems);
  if (!report.ok) return exitCode(report.problems);
  if (call.json) sayJson(report.value);
  else say(reportText(report.value));
  return report.value.findings.length > 0 ? exit.findings : exit.done;
}
