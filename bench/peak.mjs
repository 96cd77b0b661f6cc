/** Runs a script of Node in this process's place and prints the peak of its memory in kilobytes. */
import { spawnSync } from 'node:child_process';

const watcher = 'process.on("exit", () => process.stderr.write("peak " + process.resourceUsage().maxRSS));';
const { stderr } = spawnSync(
  process.execPath,
  ['--import', `data:text/javascript,${encodeURIComponent(watcher)}`, ...process.argv.slice(2)],
  { encoding: 'utf8' },
);
process.stdout.write(/peak (\d+)/.exec(stderr)?.[1] ?? '');
