/** A point on the plate: from its left edge and from its top edge, in points (1/72 in). */
export type Point = readonly [x: number, y: number];
