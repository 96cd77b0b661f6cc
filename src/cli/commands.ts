import type { CommandSpec } from './command.js';
import { demoCommand } from './demo.js';
import { drawCommand } from './draw.js';
import { kindsCommand } from './kinds.js';
import { matchCommand } from './match.js';
import { numbersCommand } from './numbers.js';
import { startCommand } from './startCommand.js';
import { styleCommand } from './style.js';
import { swatchCommand } from './swatch.js';

/** Every command. A new one is a file of its own and a line here. */
export const commands: readonly CommandSpec[] = [
  startCommand,
  drawCommand,
  numbersCommand,
  matchCommand,
  kindsCommand,
  styleCommand,
  swatchCommand,
  demoCommand,
];
