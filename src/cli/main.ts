import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Command, CommanderError } from 'commander';
import { packageRoot } from '../node/packageRoot.js';
import { type CommandSpec, exit } from './command.js';
import { commands } from './commands.js';

const version = () => JSON.parse(readFileSync(join(packageRoot, 'package.json'), 'utf8')).version as string;

const exampleText = (example: string) => `\nExample:\n  ${example}\n`;

function addCommand(program: Command, spec: CommandSpec, finished: (code: number) => void): void {
  const command = program.command(`${spec.name} ${spec.arguments}`).description(spec.summary).summary(spec.summary);
  for (const [flags, description] of spec.options) command.option(flags, description);
  command.addHelpText('after', exampleText(spec.example));
  command.action(async (operands: string | string[] | undefined, options: Record<string, unknown>) => {
    finished(await spec.run([operands ?? []].flat(), options));
  });
}

/** Reads the call and runs its command; gives the exit code. */
export async function main(argv: readonly string[]): Promise<number> {
  let code: number = exit.done;
  const program = new Command('hexis')
    .description('Finished statistical figures for documents: laid out, measured and drawn in a house style.')
    .showHelpAfterError('(hexis --help shows how)')
    .addHelpText('after', exampleText('hexis demo lanternfield'))
    .exitOverride();
  if (argv.some((word) => word === '--version' || word === '-V')) program.version(version());
  else program.option('-V, --version', 'say the version');
  for (const spec of commands)
    addCommand(program, spec, (finished) => {
      code = finished;
    });
  for (const command of program.commands) command.exitOverride();
  try {
    await program.parseAsync([...argv], { from: 'user' });
  } catch (fault) {
    if (!(fault instanceof CommanderError)) throw fault;
    return fault.exitCode === 0 ? exit.done : exit.wrongInput;
  }
  return code;
}
