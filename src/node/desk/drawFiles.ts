import { type DrawnFiles, drawFiles as drawFrom, type FilesWanted } from '../../core/folder/drawFiles.js';
import type { Outcome } from '../../core/problem/problem.js';
import { disk } from '../disk.js';
import { formats } from '../formats.js';

/** Draws a figure of the disk and gives its files. */
export const drawFiles = (wanted: FilesWanted): Promise<Outcome<DrawnFiles>> => drawFrom(disk, wanted, formats);
