import { spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { closeSync, copyFileSync, ftruncateSync, mkdirSync, mkdtempSync, openSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensurePackages, OWN_PAGE, ROOT } from './steps.mjs';

/**
 * Snapshots of a block device while the built program writes: a file system of its own on a loop device,
 * whose blocks are copied as they are at a random moment, as a power cut would leave them, in turn while several writers
 * add, update and erase, and while the program starts; then opened on the copy. Needs root. `node scripts/power-cut.mjs [rounds]`
 */
ensurePackages();
const { buildAll } = await import('./build.mjs');
const ROUNDS = Number(process.argv[2] ?? 8);
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

function launch(data) {
  const child = spawn(process.execPath, [SERVER, '--data', data, '--port', '0'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const end = async (signal) => {
    if (child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill(signal);
    await gone;
  };
  return { child, end };
}

async function start(data) {
  const { child, end } = launch(data);
  const url = await new Promise((resolve, reject) => {
    child.stdout.on('data', (chunk) => {
      const found = /http:\/\/127\.0\.0\.1:\d+/.exec(String(chunk));
      if (found) resolve(found[0]);
    });
    child.once('exit', (code) => reject(new Error(`the program ended with ${code}`)));
  });
  return { url, child, end };
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

/** What was acknowledged: who is there by which note, and who was erased. */
const club = () => ({ notes: new Map(), erased: new Set() });

const ask = (url, method, path, body) =>
  fetch(`${url}/api${path}`, {
    method,
    headers: OWN_PAGE,
    ...(body ? { body: JSON.stringify(body) } : {}),
  });

/** One change after another of some kind, each noted once it is acknowledged, until the power goes. */
async function lane(url, kind, known, isOver) {
  const own = [];
  for (let n = 0; !isOver(); n++) {
    const erases = kind === 'erases' && own.length > 2;
    const updates = kind === 'updates' && own.length > 0;
    try {
      if (erases) {
        const { id } = own.shift();
        const answer = await ask(url, 'DELETE', `/students/${id}/erase`);
        // What was asked for may be done although nobody heard of it: it is in neither list then.
        known.notes.delete(id);
        if (answer.ok) known.erased.add(id);
      } else if (updates) {
        const one = own[n % own.length];
        const note = `note ${n}`;
        const next = { ...value(one.name), note };
        one.asked = note;
        const answer = await ask(url, 'PUT', `/students/${one.id}`, { version: one.version, value: next });
        if (answer.ok) {
          one.version++;
          known.notes.set(one.id, n);
        }
      } else {
        const id = randomUUID();
        const name = `Number ${n}`;
        const answer = await ask(url, 'POST', '/students', { id, value: { ...value(name), note: 'note 0' } });
        if (!answer.ok) continue;
        own.push({ id, name, version: 1 });
        known.notes.set(id, 0);
      }
    } catch {
      return;
    }
  }
}

const LANES = 4;
const KINDS = ['adds', 'updates', 'erases', 'starts'];

async function round(n) {
  const kind = KINDS[n % KINDS.length];
  const root = mkdtempSync(join(tmpdir(), 'angled-chalk-power-'));
  const image = join(root, 'disk.img');
  const file = openSync(image, 'w');
  ftruncateSync(file, MEGABYTES * 2 ** 20);
  closeSync(file);
  sh('mkfs.ext4', '-q', '-F', image);
  const unmount = mount(image, join(root, 'mnt'));
  const known = club();
  let isCut = false;
  try {
    let program = await start(join(root, 'mnt/data'));
    const lanes = Array.from({ length: LANES }, () => lane(program.url, kind, known, () => isCut));
    await new Promise((resolve) => setTimeout(resolve, 300 + Math.random() * 4000));
    if (kind === 'starts') {
      await program.end('SIGKILL');
      await Promise.all(lanes);
      program = launch(join(root, 'mnt/data'));
      await new Promise((resolve) => setTimeout(resolve, Math.random() * 1500));
    }
    // The power goes in the middle of what is under way: nothing runs on, and what the device holds now is all there is.
    program.child.kill('SIGSTOP');
    isCut = true;
    const [notes, erased] = [new Map(known.notes), new Set(known.erased)];
    copyFileSync(image, join(root, 'cut.img'));
    program.child.kill('SIGCONT');
    await program.end('SIGKILL');
    await Promise.all(lanes);
    Object.assign(known, { notes, erased });
  } finally {
    unmount();
  }
  const unmountCut = mount(join(root, 'cut.img'), join(root, 'cut'));
  try {
    const { url, end } = await start(join(root, 'cut/data'));
    const stored = await (await fetch(`${url}/api/students`)).json();
    await end('SIGTERM');
    const there = new Map(stored.map(({ id, note }) => [id, Number(note.split(' ')[1])]));
    // A later change than the last acknowledged one may be there: it was under way.
    const lost = [...known.notes].filter(([id, least]) => !(there.get(id) >= least)).length;
    const back = [...known.erased].filter((id) => there.has(id)).length;
    console.log(
      `cut ${n} during ${kind}: ${known.notes.size} kept and ${known.erased.size} erased, ${lost} lost, ${back} came back`,
    );
    return lost + back;
  } finally {
    unmountCut();
    rmSync(root, { recursive: true, force: true });
  }
}

let lost = 0;
for (let n = 0; n < ROUNDS; n++) lost += await round(n);
console.log(
  lost === 0 ? `Nothing acknowledged was lost in ${ROUNDS} cuts.` : `${lost} acknowledged writes were lost.`,
);
process.exit(lost === 0 ? 0 : 1);
