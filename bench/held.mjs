/**
 * What rows are held at that have not come to their goal: what they reached last on a quiet machine, and a tenth more for what
 * the machine adds. A row that comes to its goal leaves this list; a number here never rises without a reason in the commit.
 */
export const held = {
  'draw to SVG, a process': 3.2,
  'check in a process that has just drawn': 0.07,
  'draw to PDF, a process': 1.35,
  'draw to PNG, a process': 2.05,
  'compose yield-by-bed, warm': 9,
  'compose kale-season, warm': 3.5,
  'compose plots-in-space, warm': 15,
  'fifty figures of one table, less one reading': 2.3,
  'check bed-shares, warm': 0.62,
  'check yield-and-water, warm': 0.85,
  'check yield-by-bed, warm': 0.6,
  'check yield-points, warm': 0.8,
  'mends of mulch-trials, warm': 5,
  'compose 10000 points in space': 3.7,
  'compose 1000 points in space with shells': 11.5,
  'compose 1000 points in space with drop lines': 16.5,
  'a million CSV rows to bars of means, a process': 1.25,
  'the same million rows, peak memory': 250,
  'a hundred million rows of Parquet to means, a process': 2,
  'ten million rows on a server to means, a process': 2.15,
  'a million points to PNG, peak memory': 440,
  '50 figures bound as DOCX, HTML and PDF, a process': 2.05,
  'refusing a million texts for numbers': 1.8,
  'desk: a key to painted bars, p95': 2.85,
  'desk: a key to 10 000 painted points, p95': 4.5,
  'desk: a key to a painted board of four, p95': 3.2,
  'desk: a view to 10 000 painted points in space, p95': 3.4,
};
