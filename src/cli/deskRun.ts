import { spawn } from 'node:child_process';
import { stat } from 'node:fs/promises';
import { basename, dirname } from 'node:path';
import { error, type Problem } from '../core/problem/problem.js';
import { serveDesk } from '../node/desk/server.js';
import { systemReason } from '../node/disk.js';
import { exit } from './command.js';
import { exitCode, reportProblems, say } from './report.js';

/** Opens an address in the browser of this machine, where there is one. */
function openPage(address: string): void {
  const { platform, env } = process;
  if (platform === 'linux' && !env['DISPLAY'] && !env['WAYLAND_DISPLAY']) return;
  const [command, ...args] =
    platform === 'darwin'
      ? ['open', address]
      : platform === 'win32'
        ? ['rundll32', 'url.dll,FileProtocolHandler', address]
        : ['xdg-open', address];
  const child = spawn(command as string, args, { stdio: 'ignore', detached: true });
  child.on('error', () => undefined);
  child.unref();
}

const said = (problem: Problem): number => {
  reportProblems([problem]);
  return exitCode([problem]);
};

/** Serves the desk until it is stopped. */
export async function runDesk(path: string, call: { port?: string; open?: boolean }): Promise<number> {
  const port = call.port === undefined ? 0 : Number(call.port);
  if (!(Number.isInteger(port) && port >= 0 && port < 65_536)) {
    const expects = 'a whole number from 0 to 65535';
    return said(error('bad-option', { option: '--port', found: String(call.port), expects, example: '8080' }));
  }
  const found = await stat(path).catch(() => undefined);
  if (!found) {
    return said(error('file-missing', { path, what: 'a folder of figures', named: false, nearest: undefined }));
  }
  const folder = found.isDirectory() ? path : dirname(path);
  try {
    const desk = await serveDesk({ folder, port });
    // Whoever reads the address may stop the desk at once.
    const stopped = new Promise<void>((resolve) => {
      for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => resolve());
    });
    const address = found.isDirectory() ? desk.address : `${desk.address}/${encodeURIComponent(basename(path))}`;
    say(`The desk for ${folder} is at\n\n  ${address}\n\nOnly this machine reaches it. Stop it with Ctrl+C.`);
    if (call.open !== false && process.stdout.isTTY) openPage(address);
    await stopped;
    await desk.close();
    return exit.done;
  } catch (fault) {
    const taken = (fault as NodeJS.ErrnoException).code === 'EADDRINUSE';
    const reason = taken ? `port ${port} is in use` : systemReason(fault);
    return said(error('file-unreadable', { path: `the desk for ${folder}`, reason }));
  }
}
