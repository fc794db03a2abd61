/**
 * A disk with a volatile write cache, for a power cut in a test: loaded before the program
 * (`node --import`), it lets everything through to the directory DISK, and keeps in DISK_DURABLE only
 * what a disk would still have after the power goes: the contents of a file as of its last fsync, and
 * names as of the last fsync of their folder (or of the new file itself, as the usual file systems do).
 * With DISK_LIES=1 an fsync does nothing, as if it never reached the disk.
 */
import fs from 'node:fs';
import { syncBuiltinESMExports } from 'node:module';
import path from 'node:path';

const root = fs.realpathSync(process.env.DISK);
const durable = fs.realpathSync(process.env.DISK_DURABLE);
const lies = process.env.DISK_LIES === '1';
const real = { ...fs };
/** Open files of the disk: path, and what was written since the last fsync of the inode. */
const open = new Map();
/** By inode: ranges written, or everything when it was cut. */
const dirty = new Map();
/** Where an inode's durable contents are, when it has a durable name. */
const stable = new Map();

const inside = (file) => {
  const whole = path.resolve(String(file));
  return whole === root || whole.startsWith(`${root}/`) ? whole : null;
};
const mirror = (file) => durable + file.slice(root.length);
const inode = (fd) => real.fstatSync(fd).ino;

const note = (fd, from, to) => {
  const ino = inode(fd);
  const ranges = dirty.get(ino) ?? [];
  const last = ranges.at(-1);
  if (last && last[1] === from) last[1] = to;
  else ranges.push([from, to]);
  dirty.set(ino, ranges);
};

fs.openSync = (file, flags, ...more) => {
  const fd = real.openSync(file, flags, ...more);
  const whole = inside(file);
  if (whole) open.set(fd, whole);
  return fd;
};
fs.closeSync = (fd) => {
  open.delete(fd);
  return real.closeSync(fd);
};
fs.writeSync = (fd, buffer, ...where) => {
  const position = where[2];
  const before = open.has(fd) && typeof position !== 'number' ? real.fstatSync(fd).size : position;
  const written = real.writeSync(fd, buffer, ...where);
  if (open.has(fd)) note(fd, Number(before), Number(before) + written);
  return written;
};
fs.ftruncateSync = (fd, size) => {
  const done = real.ftruncateSync(fd, size);
  if (open.has(fd)) note(fd, 0, Math.max(size ?? 0, 1));
  return done;
};

/** The file's contents reach the disk; a new file's name with them. */
const syncFile = (fd, whole) => {
  const ino = inode(fd);
  const { size } = real.fstatSync(fd);
  const at = stable.get(ino) ?? mirror(whole);
  real.mkdirSync(path.dirname(at), { recursive: true });
  const known = stable.has(ino) && real.existsSync(at);
  const to = real.openSync(at, known ? 'r+' : 'w+');
  const ranges = known ? (dirty.get(ino) ?? []) : [[0, size]];
  const from = real.openSync(whole, 'r');
  for (const [start, end] of ranges) {
    const length = Math.min(end, size) - start;
    if (length <= 0) continue;
    const chunk = Buffer.alloc(length);
    const got = real.readSync(from, chunk, 0, length, start);
    real.writeSync(to, chunk, 0, got, start);
  }
  real.ftruncateSync(to, size);
  real.closeSync(from);
  real.closeSync(to);
  stable.set(ino, at);
  dirty.delete(ino);
};

/** The names in a folder reach the disk: new, gone and renamed ones. */
const syncFolder = (whole) => {
  const there = mirror(whole);
  real.mkdirSync(there, { recursive: true });
  const own = real.statSync(whole).ino;
  if (!stable.has(own)) stable.set(own, there);
  const names = new Set(real.readdirSync(whole));
  for (const name of names) {
    const [now, then] = [path.join(whole, name), path.join(there, name)];
    const stat = real.lstatSync(now);
    const at = stable.get(stat.ino);
    if (stat.isDirectory()) {
      if (!at && !real.existsSync(then)) real.mkdirSync(then);
      if (at && at !== then && real.existsSync(at)) {
        real.rmSync(then, { recursive: true, force: true });
        real.renameSync(at, then);
        for (const [ino, file] of stable)
          if (file.startsWith(`${at}/`)) stable.set(ino, then + file.slice(at.length));
      }
      stable.set(stat.ino, then);
    } else if (at && at !== then) {
      // A renamed file whose contents are on the disk already: both names until the old folder is synced.
      if (real.existsSync(at)) real.copyFileSync(at, then);
      stable.set(stat.ino, then);
    } else if (!at) {
      // A name without contents: what was never synced is empty after the cut.
      real.writeFileSync(then, '');
      stable.set(stat.ino, then);
      dirty.set(stat.ino, [[0, stat.size]]);
    }
  }
  for (const name of real.readdirSync(there))
    if (!names.has(name)) real.rmSync(path.join(there, name), { recursive: true, force: true });
};

const sync = (name) => (fd) => {
  const whole = open.get(fd);
  if (whole && !lies) {
    if (real.fstatSync(fd).isDirectory()) syncFolder(whole);
    else syncFile(fd, whole);
  }
  return whole ? undefined : real[name](fd);
};
fs.fsyncSync = sync('fsyncSync');
fs.fdatasyncSync = sync('fdatasyncSync');
syncBuiltinESMExports();
