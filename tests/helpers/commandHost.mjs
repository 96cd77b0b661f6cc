import { closeSync, openSync, writeSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { main } from '../../dist/cli/main.js';
import { readLine } from './readLine.mjs';

// The command in a process that stays for one call after another: what a call prints, and its exit code, go back as one line.

const [calls, answers] = process.argv.slice(2).map((path, i) => openSync(path, i === 0 ? 'r' : 'w'));
process.argv[1] = fileURLToPath(new URL('../../bin/hexis.cjs', import.meta.url));

/** The next call, waited for; none once nobody can call any more. */
const nextCall = () => {
  const line = readLine(calls);
  return line === undefined ? undefined : JSON.parse(line);
};

/** Takes what is written to a stream from now on. */
function caught(stream) {
  const parts = [];
  const { write } = stream;
  stream.write = (part, encoding, done) => {
    parts.push(Buffer.from(part, typeof encoding === 'string' ? encoding : 'utf8'));
    const after = typeof encoding === 'function' ? encoding : done;
    if (after) process.nextTick(after);
    return true;
  };
  return () => {
    stream.write = write;
    return Buffer.concat(parts).toString('utf8');
  };
}

for (let call = nextCall(); call; call = nextCall()) {
  process.chdir(call.cwd);
  const [out, err] = [caught(process.stdout), caught(process.stderr)];
  const code = await main(call.args).catch((fault) => `${fault.stack}`);
  writeSync(answers, `${JSON.stringify({ code, out: out(), err: err() })}\n`);
}
closeSync(answers);
