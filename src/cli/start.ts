import { helperWord } from '../node/bind/helperWord.js';
import { main } from './main.js';

/** Where even the program itself is at fault, a person gets a sentence and not a stack trace. */
function fault(reason: unknown): void {
  const { message, stack } = reason instanceof Error ? reason : new Error(String(reason));
  process.stderr.write(
    `error: Hexis made a mistake of its own: ${message}\n  please report it with the files of the figure\n`,
  );
  if (process.env['HEXIS_TRACE']) process.stderr.write(`${stack}\n`);
  process.exitCode = 3;
}

process.stdout.on('error', (reason: NodeJS.ErrnoException) => {
  // The reader of a pipe may leave early, as `head` does.
  if (reason.code !== 'EPIPE') fault(reason);
});
const [first, data = ''] = process.argv.slice(2);
if (first === helperWord && process.send)
  void import('../node/bind/helper.js').then(({ drawForBind }) => drawForBind(data), fault);
else
  main(process.argv.slice(2)).then((code) => {
    process.exitCode = code;
  }, fault);
