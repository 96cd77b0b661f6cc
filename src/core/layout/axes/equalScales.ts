import type { Box } from '../../plate/plate.js';
import type { AxisSettings } from '../../style/settings.js';
import type { Typesetter } from '../words/typesetter.js';
import type { AnyAxis } from './anyAxis.js';

/** How often axes are fitted again at most; ticks settle after the first or second time. */
const rounds = 4;

const share = ({ gap = [0, 0] }: AxisSettings): number => 1 - gap[0] - gap[1];

/**
 * The largest box in the middle of a panel in which one unit has the same length along both axes, with the axes fitted to
 * it; the whole panel where an axis shows no numbers.
 */
export function equalPanel(
  sheet: Typesetter,
  whole: Box,
  fit: (panel: Box) => { x: AnyAxis; y: AnyAxis },
): { panel: Box; axes: { x: AnyAxis; y: AnyAxis } } {
  const { x: across, y: upright } = sheet.settings.axes;
  let [panel, axes] = [whole, fit(whole)];
  for (let round = 0; round < rounds; round += 1) {
    const { x, y } = axes;
    if (x.shows !== 'value' || y.shows !== 'value') return { panel, axes };
    const spans = { x: (x.ticks.high - x.ticks.low) / share(across), y: (y.ticks.high - y.ticks.low) / share(upright) };
    const unit = Math.min(whole.width / spans.x, whole.height / spans.y);
    const [width, height] = [unit * spans.x, unit * spans.y];
    panel = { x: whole.x + (whole.width - width) / 2, y: whole.y + (whole.height - height) / 2, width, height };
    if (round < rounds - 1) axes = fit(panel);
  }
  return { panel, axes };
}
