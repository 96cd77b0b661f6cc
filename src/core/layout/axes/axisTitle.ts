import type { AxisPlan, AxisTitle } from '../../chart/plan.js';
import type { SecondUnit } from '../../style/settings.js';
import { columnText } from '../../type/columnText.js';
import { inCase } from '../../type/letterCase.js';
import type { TextBlock } from '../../type/textBlock.js';
import type { Sheet } from '../sheet.js';
import { type Label, textLabel } from '../words/textAt.js';
import { caseForm, setRole, type Typesetter } from '../words/typesetter.js';

/** A unit in the form of the style. Compound units are bracketed after a slash. */
export function withUnit(title: string, unit: string, form: Sheet['settings']['words']['unit']): string {
  if (form === 'brackets') return `${title} [${unit}]`;
  if (form === 'slash') return /[/·×\s]/.test(unit) ? `${title} / (${unit})` : `${title} / ${unit}`;
  return `${title} (${unit})`;
}

const words = ({ label }: AxisTitle, { settings }: Pick<Typesetter, 'settings'>): string =>
  inCase(label, settings.words.case, caseForm(settings));

/** The text of an axis title with its unit, and its setting; undefined if the author wants none. */
export function axisTitleText(
  axis: AxisPlan,
  at: 'x' | 'y',
  sheet: Typesetter,
  second?: SecondUnit,
): { text: string; from: string } | undefined {
  const settings = sheet.settings.axes[at];
  const unit = second?.unit ?? settings.unit ?? axis.title.unit;
  const text = second?.title ?? settings.title ?? words(axis.title, sheet);
  if (text === '') return undefined;
  return {
    text: unit === undefined || unit === '' ? text : withUnit(text, unit, sheet.settings.words.unit),
    from: settings.title === undefined ? axis.title.from : `axes.${at}.title`,
  };
}

/** An axis title set in lines no longer than its axis; or in a column, its letters one below the other. */
export function axisTitle(
  axis: AxisPlan,
  at: 'x' | 'y',
  length: number,
  sheet: Typesetter,
  inColumn = false,
): { block: TextBlock; label: Label } | undefined {
  const title = axisTitleText(axis, at, sheet);
  if (!title) return undefined;
  const text = inColumn ? columnText(title.text) : title.text;
  const block = setRole(sheet, 'axisTitle', text, { width: length, balanced: true, breakWords: true });
  return { block, label: textLabel(sheet, 'axisTitle', { role: `axes.${at}.title`, from: title.from }) };
}
