import { bindCommand } from './bind.js';
import { checkCommand } from './check.js';
import { codebookCommand } from './codebook.js';
import type { CommandSpec } from './command.js';
import { compareCommand } from './compare.js';
import { demoCommand } from './demo.js';
import { deskCommand } from './desk.js';
import { drawCommand } from './draw.js';
import { keepCommand } from './keep.js';
import { kindsCommand } from './kinds.js';
import { matchCommand } from './match.js';
import { mendCommand } from './mend.js';
import { numbersCommand } from './numbers.js';
import { proofCommand } from './proof.js';
import { rulesCommand } from './rules.js';
import { startCommand } from './startCommand.js';
import { styleCommand } from './style.js';
import { swatchCommand } from './swatch.js';
import { turnCommand } from './turn.js';
import { undoCommand } from './undo.js';
import { unpackCommand } from './unpack.js';

/** Every command. A new one is a file of its own and a line here. */
export const commands: readonly CommandSpec[] = [
  startCommand,
  codebookCommand,
  drawCommand,
  checkCommand,
  mendCommand,
  undoCommand,
  proofCommand,
  numbersCommand,
  compareCommand,
  unpackCommand,
  matchCommand,
  turnCommand,
  bindCommand,
  keepCommand,
  kindsCommand,
  rulesCommand,
  styleCommand,
  swatchCommand,
  deskCommand,
  demoCommand,
];
