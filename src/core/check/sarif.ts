import type { Patch } from '../schema/patch.js';
import { type Finding, measureText } from './finding.js';
import type { Rule } from './rule.js';

/** The findings of a figure, with the changes to its file that would resolve them. */
export interface CheckedFile {
  /** Path of the file. */
  path: string;
  /** Its findings. */
  findings: readonly Finding[];
  /** The change to the file that resolves a finding, if there is one. */
  patchOf?(finding: Finding): Patch | undefined;
}

/** A path as a URI reference. */
const uriOf = (path: string): string =>
  path
    .replaceAll('\\', '/')
    .split('/')
    .map((part) => encodeURIComponent(part))
    .join('/')
    .replace(/^([A-Za-z])%3A\//, 'file:///$1:/');

/** The description of a rule. */
export type SaidRule = Pick<Rule, 'name' | 'asks' | 'measures' | 'reason' | 'source' | 'severity'>;

const ruleOf = ({ name, asks, measures, reason, source, severity }: SaidRule) => ({
  id: name,
  shortDescription: { text: asks },
  fullDescription: { text: `${measures} ${reason}` },
  help: { text: `${reason} Source: ${source}. What is measured: ${measures}` },
  defaultConfiguration: severity === 'off' ? { enabled: false } : { level: severity },
});

/** A finding as one text: what was found, what was expected, and why it matters. */
const messageOf = ({ found, expected, why }: Finding): string =>
  `${found}.${expected === undefined ? '' : ` Expected: ${expected}.`} ${why}`;

function resultOf(file: CheckedFile, finding: Finding, ruleIndex: number) {
  const { rule, severity, place, measured, limit, role, boxes, setting, mend, waived } = finding;
  const patch = file.patchOf?.(finding);
  const artifactLocation = { uri: uriOf(place?.file ?? file.path) };
  const { line, column } = place ?? {};
  const region =
    line === undefined ? {} : { region: { startLine: line, ...(column === undefined ? {} : { startColumn: column }) } };
  return {
    ruleId: rule,
    ...(ruleIndex < 0 ? {} : { ruleIndex }),
    level: severity,
    message: { text: messageOf(finding) },
    locations: [{ physicalLocation: { artifactLocation, ...region } }],
    ...(waived === undefined ? {} : { suppressions: [{ kind: 'inSource', justification: waived }] }),
    ...(patch && mend && patch.length === 1
      ? {
          fixes: [
            {
              description: { text: mend.says },
              artifactChanges: [
                {
                  artifactLocation: { uri: uriOf(file.path) },
                  replacements: patch.map(({ at, removed, inserted }) => ({
                    deletedRegion: { charOffset: at, charLength: removed.length },
                    insertedContent: { text: inserted },
                  })),
                },
              ],
            },
          ],
        }
      : {}),
    properties: {
      setting,
      ...(role === undefined ? {} : { role }),
      ...(measured === undefined ? {} : { measured: measureText(measured) }),
      ...(limit === undefined ? {} : { limit: measureText(limit) }),
      ...(boxes[0] === undefined ? {} : { box: boxes[0] }),
    },
  };
}

/** Findings as SARIF 2.1.0 (OASIS), which code hosts show at their lines. @param version of Hexis */
export function sarifOf(files: readonly CheckedFile[], rules: readonly SaidRule[], version: string): string {
  const log = {
    $schema: 'https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json',
    version: '2.1.0',
    runs: [
      {
        tool: { driver: { name: 'Hexis', version, rules: rules.map(ruleOf) } },
        columnKind: 'utf16CodeUnits',
        results: files.flatMap((file) =>
          file.findings.map((finding) =>
            resultOf(
              file,
              finding,
              rules.findIndex(({ name }) => name === finding.rule),
            ),
          ),
        ),
      },
    ],
  };
  return `${JSON.stringify(log, null, 1)}\n`;
}
