import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, statfsSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));

const groups = new Set();
const endGroup = (pid) => {
  try {
    process.kill(-pid, 'SIGKILL');
  } catch {
    // It has ended already.
  }
};
process.on('exit', () => groups.forEach(endGroup));
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => process.exit(130));

/**
 * Runs a command in the project, its output shown or kept to itself; resolves to the exit code and the text. After so many
 * seconds it is ended, with everything it started, and the code is 124. Nothing it started outlives it.
 */
export function run(command, args, { env = {}, seconds = 1200, show = true } = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
      detached: true,
    });
    groups.add(child.pid);
    let late = false;
    const timer = setTimeout(() => {
      late = true;
      console.error(`\nEnded after ${seconds} s: ${[command, ...args].join(' ')}`);
      endGroup(child.pid);
    }, seconds * 1000);
    let text = '';
    for (const [stream, out] of [
      [child.stdout, process.stdout],
      [child.stderr, process.stderr],
    ]) {
      stream.on('data', (chunk) => {
        text += chunk;
        if (show) out.write(chunk);
      });
    }
    child.on('error', (error) => resolve({ code: 127, text: `${text}${error.message}` }));
    child.on('close', (code) => {
      clearTimeout(timer);
      endGroup(child.pid);
      groups.delete(child.pid);
      resolve({ code: late ? 124 : (code ?? 1), text });
    });
  });
}

const SHARED_MEMORY = '/dev/shm';
const SCRATCH_BYTES = 4 * 2 ** 30;

/**
 * A new folder in memory for what tests throw away, so that they wait for no disk; null where there is
 * no room for one, and then the usual folder for such files serves. What a disk does when the power goes
 * is tested on disks of those tests' own.
 */
export function fastScratch() {
  try {
    const { bavail, bsize } = statfsSync(SHARED_MEMORY);
    if (bavail * bsize < SCRATCH_BYTES) return null;
    const folder = mkdtempSync(`${SHARED_MEMORY}/angled-chalk-`);
    // As the usual folder for such files: any user may make things in it.
    chmodSync(folder, 0o1777);
    return folder;
  } catch {
    return null;
  }
}

const mtime = (path) => (existsSync(path) ? statSync(path).mtimeMs : 0);

/** Installs the packages of the lock file when they are missing or older than it. */
export function ensurePackages() {
  if (mtime(`${ROOT}node_modules/.package-lock.json`) >= mtime(`${ROOT}package-lock.json`)) return;
  console.log('Installing packages (npm ci) ...');
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund'], { cwd: ROOT, stdio: 'inherit' });
  if (done.status !== 0) {
    console.error('npm ci failed; see its message above. Try again with the registry in reach.');
    process.exit(1);
  }
}

const CHROMIUM = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

export const chromiumPath = () =>
  process.env.CHROMIUM_PATH ?? CHROMIUM.find((candidate) => existsSync(candidate));

/** Finds Chromium, or installs Debian's where that is allowed; else says what to install. */
export function ensureChromium() {
  if (chromiumPath()) return true;
  const isRoot = process.getuid?.() === 0;
  if (isRoot && existsSync('/usr/bin/apt-get')) {
    console.log('Installing Chromium (apt-get install chromium) ...');
    const options = { stdio: 'inherit', env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } };
    spawnSync('apt-get', ['update', '-qq'], options);
    spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], options);
  }
  if (chromiumPath()) return true;
  console.error(
    'The browser tests need Chromium. As root: apt-get update && apt-get install -y chromium. ' +
      'A Chromium elsewhere is named with CHROMIUM_PATH=/path/to/chromium.',
  );
  return false;
}

/** What a call of JSON from one of the program's own pages carries. */
export const OWN_PAGE = {
  'Content-Type': 'application/json',
  'X-Angled-Chalk': 'page',
  'Sec-Fetch-Site': 'same-origin',
};
