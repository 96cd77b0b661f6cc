/** Units in the last place by which numbers may differ and count as equal: what a few roundings leave. */
const units = 4;

/**
 * How far apart two numbers may lie and still count as equal: four units in the last place of the largest number that
 * they came from.
 */
export const slackOf = (...sizes: readonly number[]): number =>
  units * Number.EPSILON * sizes.reduce((most, size) => Math.max(most, Math.abs(size)), 0);
