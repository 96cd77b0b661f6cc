import { entryAt } from '../../at.js';

/** A label that wants to stand at a place and takes some room about it. */
export interface Wanted {
  at: number;
  size: number;
}

interface Block {
  members: number[];
  /** Where the first member stands best, given the room that those before it in the block take. */
  start: number;
  length: number;
  sum: number;
}

/**
 * Places for labels along a line so that none overlap, moved as little as possible in the sum of squares, in the order
 * in which they want to stand: neighbours that touch join into blocks about the mean of what they want (pool adjacent
 * violators; Barlow et al. 1972).
 *
 * @returns the middle of each label, in the order given
 */
export function spread(labels: readonly Wanted[], low: number, high: number): number[] {
  const order = labels.map((_, i) => i).sort((a, b) => entryAt(labels, a).at - entryAt(labels, b).at || a - b);
  const blocks: Block[] = [];
  const held = (start: number, length: number) => Math.max(low, Math.min(start, high - length));
  for (const i of order) {
    const { at, size } = entryAt(labels, i);
    let block: Block = { members: [i], start: held(at - size / 2, size), length: size, sum: at - size / 2 };
    for (let last = blocks.at(-1); last && last.start + last.length > block.start; last = blocks.at(-1)) {
      blocks.pop();
      const members: number[] = [...last.members, ...block.members];
      const sum: number = last.sum + block.sum - last.length * block.members.length;
      const length: number = last.length + block.length;
      block = { members, sum, length, start: held(sum / members.length, length) };
    }
    blocks.push(block);
  }
  const middles = new Array<number>(labels.length);
  for (const { members, start } of blocks) {
    let at = start;
    for (const i of members) {
      const { size } = entryAt(labels, i);
      middles[i] = at + size / 2;
      at += size;
    }
  }
  return middles;
}
