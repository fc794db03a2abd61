import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { certificateOf } from './certificate.ts';

/** Certificates made by a general-purpose tool, OpenSSL: one that signs, one that it signed, one of its own. */
const made = (() => {
  const folder = mkdtempSync(join(tmpdir(), 'angled-chalk-certificates-'));
  const openssl = (line: string): boolean =>
    spawnSync('openssl', line.split(' '), { cwd: folder }).status === 0;
  try {
    writeFileSync(join(folder, 'ca.ext'), 'basicConstraints=critical,CA:true');
    const done =
      openssl('req -x509 -newkey rsa:2048 -nodes -days 30 -subj /CN=Signer -keyout ca.key -out ca.pem') &&
      openssl('req -newkey rsa:2048 -nodes -subj /CN=localhost -keyout own.key -out own.csr') &&
      openssl('x509 -req -in own.csr -CA ca.pem -CAkey ca.key -CAcreateserial -days 20 -out own.pem') &&
      openssl('rsa -aes256 -passout pass:secret -in own.key -out locked.key');
    const file = (name: string): Buffer => readFileSync(join(folder, name));
    return done
      ? {
          ca: file('ca.pem'),
          caKey: file('ca.key'),
          own: file('own.pem'),
          key: file('own.key'),
          locked: file('locked.key'),
        }
      : null;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
})();
const DAY_MS = 24 * 3600_000;
const now = new Date();

if (made === null) {
  test('certificates', () => {
    console.warn('SKIPPED: openssl is not here to make a certificate.');
  });
} else {
  const { ca, caKey, own, key, locked } = made;
  const other = Buffer.from('no certificate at all');
  const cut = Buffer.from(own.toString().replace(/\n.{64}\n/, '\nAAAA\n'));
  const cutKey = Buffer.from(key.toString().replace(/\n.{64}\n/, '\nAAAA\n'));

  test.each([
    ['another file for the certificate', other, key, now, /--tls-cert: this file holds no certificate/],
    ['another file for the key', own, other, now, /--tls-key: this file holds no key/],
    ['the two swapped', key, own, now, /holds a key, not a certificate\. Are the two files swapped/],
    ['a certificate twice', own, own, now, /holds a certificate, not a key/],
    ['a damaged certificate', cut, key, now, /--tls-cert: the certificate in this file is damaged/],
    ['a damaged key', own, cutKey, now, /--tls-key: the key in this file is damaged/],
    ['a key that is locked', own, locked, now, /locked with a passphrase/],
    ['a key of another certificate', own, caKey, now, /do not belong together/],
    ['the chain upside down', Buffer.concat([ca, own]), key, now, /must stand first in the file/],
    ['one that has run out', own, key, new Date(now.getTime() + 21 * DAY_MS), /ran out on \d{4}-\d\d-\d\d/],
    ['one that has not begun', own, key, new Date(now.getTime() - DAY_MS), /begins on \d{4}-\d\d-\d\d/],
  ])('%s is told for what it is', (_what, cert, secret, at, says) => {
    expect(() => certificateOf(cert, secret, at)).toThrow(says);
  });

  test('only one that somebody signed whom browsers know is known', () => {
    const known = [ca.toString()];
    expect(certificateOf(own, key, now, known).isKnown).toBe(true);
    expect(certificateOf(Buffer.concat([own, ca]), key, now, known).isKnown).toBe(true);
    expect(certificateOf(own, key, now).isKnown).toBe(false);
    expect(certificateOf(ca, caKey, now).isKnown).toBe(false);
    // Who signed it is not shown: a stranger in the chain makes nothing good.
    expect(certificateOf(Buffer.concat([own, own]), key, now, known).isKnown).toBe(false);
  });
}
