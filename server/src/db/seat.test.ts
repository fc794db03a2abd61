import type { Engine } from './engine.ts';
import { DatabaseAway, Seat } from './seat.ts';

/** A database that answers with its name, and can be made to die. */
function fake(name: string): Engine & { die: () => void; closed: () => boolean } {
  let death: Error | null = null;
  let closed = false;
  return {
    pg: {
      query: async () => {
        if (death) throw death;
        return { rows: [name] };
      },
    } as unknown as Engine['pg'],
    death: () => death,
    close: async () => {
      closed = true;
    },
    die: () => {
      death = new Error('no space');
    },
    closed: () => closed,
    abandon: () => {
      closed = true;
    },
  };
}

const ask = async (seat: Seat): Promise<unknown> => (await seat.query('select')).rows[0];

test('while another database takes its place, calls wait and are answered by the new one', async () => {
  const [first, second] = [fake('first'), fake('second')];
  const seat = new Seat(first, async () => second);
  let go = (): void => undefined;
  const replaced = seat.replace(
    () =>
      new Promise((resolve) => {
        go = resolve;
      }),
    async () => undefined,
  );
  const waiting = ask(seat);
  await new Promise((resolve) => setTimeout(resolve, 20));
  go();
  await replaced;
  expect(await waiting).toBe('second');
  expect(first.closed()).toBe(true);
});

test('when the other cannot be put in its place, or not be opened, the one before is back', async () => {
  for (const fails of ['put', 'open'] as const) {
    const first = fake('first');
    const steps: string[] = [];
    let opened = 0;
    const seat = new Seat(first, async () => {
      if (fails === 'open' && opened++ === 0) throw new Error('cannot be opened');
      return fake('first again');
    });
    await expect(
      seat.replace(
        async () => {
          if (fails === 'put') throw new Error('cannot be put there');
        },
        async () => {
          steps.push('undone');
        },
      ),
    ).rejects.toThrow('cannot be');
    expect(steps).toEqual(['undone']);
    expect(await ask(seat)).toBe('first again');
  }
});

test('one that died fails every call at once, and is opened again by itself', async () => {
  const first = fake('first');
  const seat = new Seat(first, async () => fake('again'));
  first.die();
  await expect(ask(seat)).rejects.toThrow(DatabaseAway);
  await expect(ask(seat)).rejects.toThrow(/what was saved before is safe/);
  for (;;) {
    const answer = await ask(seat).catch(() => null);
    if (answer === 'again') break;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  await seat.close();
});
