import { spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { closeSync, copyFileSync, ftruncateSync, mkdirSync, mkdtempSync, openSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensurePackages, OWN_PAGE, ROOT } from './steps.mjs';

/**
 * Snapshots of a block device while the built program writes: a file system of its own on a loop device,
 * whose blocks are copied as they are at a random moment, as a power cut would leave them; then opened on
 * the copy. Needs root. `node scripts/power-cut.mjs [rounds]`
 */
ensurePackages();
const { buildAll } = await import('./build.mjs');
const ROUNDS = Number(process.argv[2] ?? 5);
const SERVER = `${ROOT}server/dist/main.js`;
const MEGABYTES = 400;

const sh = (command, ...args) => {
  const done = spawnSync(command, args, { encoding: 'utf8' });
  if (done.status !== 0) throw new Error(`${command} ${args.join(' ')}: ${done.stderr}`);
  return done.stdout.trim();
};

if (process.getuid?.() !== 0) {
  console.error('Only root can make a file system on a loop device: nothing was tried.');
  process.exit(2);
}
await buildAll();

async function start(data) {
  const child = spawn(process.execPath, [SERVER, '--data', data, '--port', '0'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise((resolve, reject) => {
    child.stdout.on('data', (chunk) => {
      const found = /http:\/\/127\.0\.0\.1:\d+/.exec(String(chunk));
      if (found) resolve(found[0]);
    });
    child.once('exit', (code) => reject(new Error(`the program ended with ${code}`)));
  });
  const end = async (signal) => {
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill(signal);
    await gone;
  };
  return { url, end };
}

function mount(image, at) {
  const device = sh('losetup', '--find', '--show', image);
  mkdirSync(at, { recursive: true });
  sh('mount', device, at);
  return () => {
    sh('umount', at);
    sh('losetup', '-d', device);
  };
}

const value = (name) => ({
  name,
  leadSide: 'left',
  schoolId: 'neutral',
  lengths: { statureM: 1.7 },
  birthYear: null,
  note: '',
});

async function round(n) {
  const root = mkdtempSync(join(tmpdir(), 'angled-chalk-power-'));
  const image = join(root, 'disk.img');
  const file = openSync(image, 'w');
  ftruncateSync(file, MEGABYTES * 2 ** 20);
  closeSync(file);
  sh('mkfs.ext4', '-q', '-F', image);
  const unmount = mount(image, join(root, 'mnt'));
  const acknowledged = new Map();
  try {
    const { url, end } = await start(join(root, 'mnt/data'));
    const forMs = 300 + Math.random() * 4000;
    const until = Date.now() + forMs;
    while (Date.now() < until) {
      const [id, name] = [randomUUID(), `Number ${acknowledged.size}`];
      const answer = await fetch(`${url}/api/students`, {
        method: 'POST',
        headers: OWN_PAGE,
        body: JSON.stringify({ id, value: value(name) }),
      });
      if (answer.status === 201) acknowledged.set(id, name);
    }
    // The power goes: what the device holds now is all there is.
    copyFileSync(image, join(root, 'cut.img'));
    await end('SIGKILL');
  } finally {
    unmount();
  }
  const unmountCut = mount(join(root, 'cut.img'), join(root, 'cut'));
  try {
    const { url, end } = await start(join(root, 'cut/data'));
    const stored = await (await fetch(`${url}/api/students`)).json();
    await end('SIGTERM');
    const names = new Map(stored.map((one) => [one.id, one.name]));
    const lost = [...acknowledged].filter(([id, name]) => names.get(id) !== name).length;
    console.log(`cut ${n}: ${acknowledged.size} acknowledged, ${lost} lost`);
    return lost;
  } finally {
    unmountCut();
    rmSync(root, { recursive: true, force: true });
  }
}

let lost = 0;
for (let n = 1; n <= ROUNDS; n++) lost += await round(n);
console.log(
  lost === 0 ? `Nothing acknowledged was lost in ${ROUNDS} cuts.` : `${lost} acknowledged writes were lost.`,
);
process.exit(lost === 0 ? 0 : 1);
