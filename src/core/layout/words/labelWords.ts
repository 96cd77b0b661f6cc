import { entryAt } from '../../at.js';
import type { LabelPart } from '../../chart/chartInput.js';
import type { Plan, Share } from '../../chart/plan.js';
import { decimalsOf, divisorOf, formatTick, type TickFormat } from '../../scale/numberFormat.js';
import { roundedToSum } from '../../statistics/rounding.js';
import type { Settings } from '../../style/settings.js';

/** What a label may say of its mark. */
export interface Labelled {
  value: number;
  count: number;
  share?: Share | undefined;
}

/** Decimals of values where no chart says how finely they were measured. */
const usualDecimals = 2;

/** What the labels at the marks say; nothing where there are none. */
export const labelParts = ({ dataLabels: { show } }: Pick<Settings, 'dataLabels'>): LabelPart[] =>
  show === 'none' ? [] : [show].flat();

/** Decimals that a number needs once it is written as a percentage, or in thousands. */
function scaledDecimals(decimals: number, format: TickFormat): number {
  if (format.as === 'percent') return Math.max(0, decimals - 2);
  return divisorOf(format) === 1 ? decimals : 1;
}

const isShare = ({ value, share }: Labelled): boolean =>
  share !== undefined && Math.abs(value - 100 * share.part) < 1e-9 * Math.max(1, Math.abs(value));

/** Shares in percent by their whole. */
function byWhole(all: readonly Labelled[]): Labelled[][] {
  const wholes = new Map<string, Labelled[]>();
  for (const one of all) {
    if (!one.share) continue;
    const whole = wholes.get(one.share.whole);
    if (whole) whole.push(one);
    else wholes.set(one.share.whole, [one]);
  }
  return [...wholes.values()];
}

const percentOf = ({ share }: Labelled): number => 100 * (share?.part ?? 0);

/** Whether the shares of every whole, rounded one by one, add up to it. */
function addUp(wholes: readonly Labelled[][], decimals: number): boolean {
  const unit = 10 ** decimals;
  return wholes.every((own) => {
    const sum = own.reduce((all, one) => all + percentOf(one), 0);
    const shown = own.reduce((all, one) => all + Math.round(percentOf(one) * unit), 0);
    return shown === Math.round(sum * unit);
  });
}

/** Writes what labels say: the numbers of all of them are known, since shares are rounded so that they add up. */
export class LabelWriter {
  private readonly settings: Pick<Settings, 'dataLabels' | 'numbers'>;
  private readonly wholes: readonly Labelled[][];
  private readonly rounded = new Map<number, ReadonlyMap<Labelled, number>>();
  private readonly percentDecimals: number;
  private readonly valueDecimals: number;

  constructor(
    { plan, settings }: { plan: Plan; settings: Pick<Settings, 'dataLabels' | 'numbers'> },
    all: readonly Labelled[],
  ) {
    this.settings = settings;
    this.wholes = byWhole(all);
    const { format, percent, rounding } = settings.dataLabels;
    this.percentDecimals =
      percent.decimals ?? plan.shareDecimals ?? (rounding === 'sum' || addUp(this.wholes, 0) ? 0 : 1);
    const formatted = () =>
      plan.labelDecimals?.() ??
      Math.min(
        usualDecimals,
        all.reduce((most, { value }) => Math.max(most, decimalsOf(value)), 0),
      );
    this.valueDecimals = format.decimals ?? scaledDecimals(formatted(), format);
  }

  /** A share in percent, rounded with the others of its whole where the style asks for it. */
  private percent(one: Labelled, decimals: number): number {
    if (this.settings.dataLabels.rounding === 'each') return percentOf(one);
    const known = this.rounded.get(decimals) ?? this.allRounded(decimals);
    return known.get(one) ?? percentOf(one);
  }

  private allRounded(decimals: number): ReadonlyMap<Labelled, number> {
    const rounded = new Map(
      this.wholes.flatMap((own) => {
        const values = roundedToSum(own.map(percentOf), decimals);
        return own.map((one, i): [Labelled, number] => [one, entryAt(values, i)]);
      }),
    );
    this.rounded.set(decimals, rounded);
    return rounded;
  }

  value(one: Labelled): string {
    const { format } = this.settings.dataLabels;
    const value = isShare(one) ? this.percent(one, this.valueDecimals) : one.value;
    return formatTick(value, this.valueDecimals, this.settings.numbers, format);
  }

  /** @param isAlone whether no value stands beside it, so that prefix and suffix are its own */
  private count({ count }: Labelled, isAlone: boolean): string {
    const { prefix, suffix } = isAlone ? this.settings.dataLabels.format : { prefix: '', suffix: '' };
    return formatTick(count, 0, this.settings.numbers, { as: 'plain', per: 'ones', prefix, suffix, leadingZero: true });
  }

  /** The words of a label: its first part, the others in parentheses; nothing of a share that there is none of. */
  words(one: Labelled, parts: readonly LabelPart[]): string {
    const { percent } = this.settings.dataLabels;
    const texts = parts.flatMap((part): string[] => {
      if (part === 'value') return [this.value(one)];
      if (part === 'count') return [this.count(one, !parts.includes('value'))];
      if (!one.share) return [];
      return [
        formatTick(this.percent(one, this.percentDecimals), this.percentDecimals, this.settings.numbers, percent),
      ];
    });
    const [first = '', ...others] = texts;
    return others.length === 0 ? first : `${first} (${others.join(', ')})`;
  }
}
