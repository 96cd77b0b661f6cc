/**
 * Installs what the tests need beyond npm, where it is missing and this user may: a browser, and readers of PDF and EPS files.
 * Where it may not, says what is missing, and fails.
 */
import { spawnSync } from 'node:child_process';

const tools = [
  { command: 'chromium', package: 'chromium', purpose: 'tests of the examples and of SVG in a browser' },
  { command: 'pdftotext', package: 'poppler-utils', purpose: 'tests of PDF with an independent reader' },
  { command: 'gs', package: 'ghostscript', purpose: 'tests of EPS with an independent reader' },
];

const works = (command, ...args) => spawnSync(command, args, { stdio: 'ignore' }).status === 0;
const found = ({ command }) => works('sh', '-c', `command -v ${command}`);
const missing = () => tools.filter((tool) => !found(tool));

function install(packages) {
  if (!works('sh', '-c', 'command -v apt-get')) return;
  const lead = process.getuid?.() === 0 ? [] : works('sudo', '-n', 'true') ? ['sudo', '-n'] : undefined;
  if (!lead) return;
  console.log(`installing ${packages.join(' ')} for the tests`);
  for (const call of [
    ['update', '-qq'],
    ['install', '-y', '-qq', '--no-install-recommends', ...packages],
  ]) {
    const [command, ...args] = [...lead, 'apt-get', ...call];
    spawnSync(command, args, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  }
}

if (missing().length > 0) install(missing().map((tool) => tool.package));
for (const tool of missing()) {
  console.error(`missing: ${tool.command}, for ${tool.purpose}; install it with: apt-get install ${tool.package}`);
  process.exitCode = 1;
}
