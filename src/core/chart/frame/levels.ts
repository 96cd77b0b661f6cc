/** The level of intervals, bands and ellipses where the author gives none. */
export const defaultLevel = 0.95;
