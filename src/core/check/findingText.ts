import { placeText } from '../problem/problem.js';
import { plainWords, type Words } from '../words/words.js';
import { type Finding, measureText } from './finding.js';

/** How many findings of each severity there are, in a language; none where nothing was found. */
export function countsIn(findings: readonly Pick<Finding, 'severity' | 'waived'>[], words: Words): string[] {
  const open = findings.filter(({ waived }) => waived === undefined);
  const errors = open.filter(({ severity }) => severity === 'error').length;
  const [warnings, waived] = [open.length - errors, findings.length - open.length];
  const counts = { errors, warnings, waived } as const;
  return (['errors', 'warnings', 'waived'] as const).flatMap((key) =>
    counts[key] === 0 ? [] : [words.say(key, { count: counts[key] })],
  );
}

/** How many findings of each severity there are: `1 error`, `2 warnings` or `nothing found`. */
export function countText(findings: readonly Pick<Finding, 'severity' | 'waived'>[]): string {
  const said = countsIn(findings, plainWords);
  return said.length === 0 ? 'nothing found' : said.join(', ');
}

/** The measured value and its limit, if a finding has both. */
const measuredText = ({ measured, limit, found }: Finding): string =>
  measured === undefined || found.includes(String(measured.value))
    ? ''
    : ` (${measureText(measured)}${limit === undefined ? '' : `; the limit is ${measureText(limit)}`})`;

/** The layer that decides the setting of a finding, unless its place says so already. */
const deciderText = ({ layer, setting }: Finding): string =>
  layer?.startsWith('style ') ? `${setting}, from ${layer}` : setting;

/** A finding as lines of text for a terminal. */
export function findingText(finding: Finding): string {
  const { rule, severity, place, found, expected, why, source, mend, waived } = finding;
  const lines = [
    `  ${waived === undefined ? severity : 'waived'} ${rule}  ${placeText(place)}`,
    `    ${found}${measuredText(finding)}`,
    `    set by: ${deciderText(finding)}`,
    ...(expected === undefined ? [] : [`    expected: ${expected}`]),
    ...(waived === undefined ? [`    why: ${why} Source: ${source}.`] : [`    waived: ${waived}`]),
    ...(mend === undefined || waived !== undefined
      ? []
      : [
          `    mend: ${mend.says}${mend.keepsMeaning ? '' : '; this changes what the figure says, so it is yours to do'}`,
        ]),
  ];
  return lines.join('\n');
}
