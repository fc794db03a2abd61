import { createServer, type Server } from 'node:http';
import { expect, test } from '@playwright/test';
import { Program } from './program.ts';

const portOf = (server: Server): number => {
  const own = server.address();
  if (own === null || typeof own === 'string') throw new Error('It listens on no port.');
  return own.port;
};
const IMKE = 'a1c0e9d2-0001-4c1a-9a01-000000000001';

/** What a page of another origin can try without asking first, or by asking: each says how it was answered. */
const TRIES = `
  async function tryAll(program, id) {
    const found = [];
    const ways = ['/api', '/API', '/Api', '//api', '/api/', '/%61pi'];
    const headers = [
      {},
      { 'Content-Type': 'text/plain' },
      { 'Content-Type': 'application/json' },
      { 'Content-Type': 'application/jsonx' },
      { 'Content-Type': 'application/json', 'X-Angled-Chalk': 'page' },
    ];
    const things = [
      ['GET', '/students'], ['GET', '/backup'], ['POST', '/students/' + id + '/restore'],
      ['DELETE', '/students/' + id + '/erase'], ['DELETE', '/students/' + id], ['POST', '/students'],
    ];
    for (const way of ways)
      for (const [method, path] of things)
        for (const set of headers)
          for (const mode of ['cors', 'no-cors']) {
            const body = method === 'POST' ? JSON.stringify({ id: crypto.randomUUID(), value: { name: 'Intruder' } }) : undefined;
            try {
              const answer = await fetch(program + way + path, { method, mode, headers: set, body, credentials: 'include' });
              const text = answer.type === 'opaque' ? '' : await answer.text();
              if (text.includes('Imke')) found.push(method + ' ' + way + path);
            } catch { /* the browser or the program said no */ }
          }
    return found;
  }`;

test('a page of another origin reads nothing, adds nothing, brings nothing back and erases nobody', async ({
  page,
}) => {
  const program = await Program.withDemoClub();
  const other = createServer((_request, response) => {
    response.setHeader('Content-Type', 'text/html');
    response.end(`<!doctype html><title>Another page</title><script>${TRIES}</script>
      <form id="form" method="post" enctype="text/plain" target="frame" action="${program.url}/api/students/${IMKE}/restore">
        <input name='{"a":"' value='"}'></form><iframe name="frame"></iframe>`);
  });
  await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve));
  try {
    const everything = async (): Promise<string> =>
      (await fetch(`${program.url}/api/students/everyone`)).text();
    const before = await everything();
    expect(before).toContain('Imke Varga');
    await page.goto(`http://127.0.0.1:${portOf(other)}/`);
    // Called by its text: what the page defines is not known here.
    const read = await page.evaluate(`tryAll(${JSON.stringify(program.url)}, ${JSON.stringify(IMKE)})`);
    expect(read).toEqual([]);
    await page.locator('#form').evaluate((form: HTMLFormElement) => form.submit());
    await expect
      .poll(() =>
        page
          .frames()
          .some((frame) => frame.url().startsWith(program.url) || frame.url().startsWith('chrome-error')),
      )
      .toBe(true);
    expect(await everything()).toBe(before);
    // Nor does it listen to a tracker's feet.
    const state = await page.evaluate(
      (url) =>
        new Promise<string>((resolve) => {
          const socket = new WebSocket(`${url.replace('http', 'ws')}/api/live/screen`);
          socket.addEventListener('open', () => resolve('open'));
          socket.addEventListener('error', () => resolve('refused'));
        }),
      program.url,
    );
    expect(state).toBe('refused');
  } finally {
    other.close();
    await program.end();
  }
});
