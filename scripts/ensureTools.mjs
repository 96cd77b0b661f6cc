/**
 * Installs what the tests need beyond npm, where it is missing and this user may: a browser, and readers of PDF and EPS files.
 * Where it may not, says what is missing, and fails.
 */
import { spawnSync } from 'node:child_process';

/** What is called, the best first, and the packages that it comes in. */
const tools = [
  {
    // The same browser without a window of its own starts sooner, and paints in half the time.
    commands: ['chromium-headless-shell', 'chromium'],
    packages: ['chromium-headless-shell', 'chromium'],
    purpose: 'tests of the examples and of SVG in a browser',
  },
  { commands: ['pdftotext'], packages: ['poppler-utils'], purpose: 'tests of PDF with an independent reader' },
  { commands: ['gs'], packages: ['ghostscript'], purpose: 'tests of EPS with an independent reader' },
  {
    commands: ['/usr/lib/postgresql/*/bin/initdb'],
    packages: ['postgresql'],
    purpose: 'tests of tables in databases',
  },
  {
    commands: ['hb-shape'],
    packages: ['libharfbuzz-bin'],
    purpose: 'tests of shaped text with an independent program',
  },
  {
    commands: ['/usr/share/unicode/BidiCharacterTest.txt'],
    packages: ['unicode-data'],
    purpose: 'tests of the order of text from both sides',
  },
];

const works = (command, ...args) => spawnSync(command, args, { stdio: 'ignore' }).status === 0;
const isFound = (command) => works('sh', '-c', `command -v ${command} || test -e ${command}`);
const wanted = tools.filter(({ commands }) => !isFound(commands[0]));

/** What calls the installer of packages; none where this user may not. */
function installer() {
  if (!works('sh', '-c', 'command -v apt-get')) return undefined;
  const lead = process.getuid?.() === 0 ? [] : works('sudo', '-n', 'true') ? ['sudo', '-n'] : undefined;
  return lead && [...lead, 'apt-get'];
}

function install([command, ...args]) {
  spawnSync(command, args, {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
}

const call = wanted.length > 0 ? installer() : undefined;
if (call) install([...call, 'update', '-qq']);
for (const { commands, packages, purpose } of wanted) {
  for (const name of call ? packages : []) {
    console.log(`installing ${name} for the tests`);
    install([...call, 'install', '-y', '-qq', '--no-install-recommends', name]);
    if (commands.some(isFound)) break;
  }
  if (commands.some(isFound)) continue;
  console.error(`missing: ${commands[0]}, for ${purpose}; install it with: apt-get install ${packages[0]}`);
  process.exitCode = 1;
}
