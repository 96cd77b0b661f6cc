import { alignedEdges, equalEdges, niceWidth } from './bins.js';

/** The numbers that the cells of a grid hold. */
export interface Gridded {
  least: number;
  greatest: number;
  /** The distance that all keep among each other: 1 of whole numbers. Undefined where there is none. */
  grain: number | undefined;
}

/** Numbers with more decimals have no grain: finer cells would leave no stripes between them. */
export const mostOfGrain = 4;

/** Cells so many grains wide need not hold equally many of the numbers that there can be. */
const coarse = 20;

/**
 * The width of cells of which about so many lie along some numbers: 1, 2, 2.5 or 5 times a power of ten, or a multiple of their
 * grain where that shows; and how many numbers each then holds.
 */
export function gridWidth({ least, greatest, grain }: Gridded, cells: number): { width: number; each?: number } {
  const width = niceWidth((greatest - least || Math.max(1, Math.abs(least))) / cells);
  if (grain === undefined || width >= coarse * grain) return { width };
  const each = Math.max(1, Math.round(width / grain));
  return { width: Number((each * grain).toPrecision(12)), each };
}

/** The edges of the cells of a grid along some numbers: multiples of their width, or halfway between those that are one number each. */
export function gridEdges(numbers: Gridded, cells: number): number[] {
  const { least, greatest, grain = 0 } = numbers;
  const { width, each } = gridWidth(numbers, cells);
  if (each === undefined) return alignedEdges(least, greatest, width);
  if (each > 1) return alignedEdges(least, greatest + grain / 2, width);
  const count = Math.round((greatest - least) / grain) + 1;
  return Array.from({ length: count + 1 }, (_, i) => Number((least + (i - 0.5) * grain).toPrecision(12)));
}

/** Edges at equal distances on an axis that is not linear, found by halving. */
export function bentEdges(
  least: number,
  greatest: number,
  count: number,
  transform: (value: number) => number,
): number[] {
  return equalEdges(transform(least), transform(greatest), count).map((place, i) => {
    if (i === 0) return least;
    if (i === count) return greatest;
    let [low, high] = [least, greatest];
    for (let step = 0; step < 60; step += 1) {
      const middle = (low + high) / 2;
      if (transform(middle) < place) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  });
}
