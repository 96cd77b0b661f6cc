/** Sums of numbers of about the size of a scale are sure to about so much of it. */
const share = 1e-12;

/** A number that is nothing but what sums are rounded by, such as the mean of deviations, as the 0 that it is. */
export const settled = (value: number | undefined, scale: number | undefined): number | undefined =>
  value !== undefined && scale !== undefined && Math.abs(value) < share * scale ? 0 : value;
