import { DEMO_STUDENTS } from '../sim/index.ts';
import { the } from '../measure/index.ts';
import { LIBRARY, libraryDrill } from '../library/index.ts';
import { eventsOf, expand } from '../pattern/index.ts';
import { takeHomePage } from './index.ts';

const STUDENT = the(DEMO_STUDENTS[0]);
const MOST_BYTES = 300_000;

interface PageSide {
  readonly events: readonly (readonly (string | number)[])[];
}

/** What the page's own script knows, read as the data it is. */
function dataOf(page: string): readonly PageSide[] {
  const [, data = ''] = /const SIDES=(.*?),BEAT=/.exec(page) ?? [];
  const sides: readonly PageSide[] = JSON.parse(data);
  return sides;
}

test('every drill of the library is one page under 300 kB that asks for nothing from anywhere', () => {
  for (const entry of LIBRARY) {
    const page = takeHomePage(libraryDrill(entry, STUDENT), 'metric');
    expect(new TextEncoder().encode(page).length).toBeLessThan(MOST_BYTES);
    // No address, no import, no picture, no font: nothing a browser would fetch.
    expect(page).not.toMatch(/https?:|src=|href=|url\(|@import|fetch\(|XMLHttp/i);
  }
});

test('both sides are in it with every landing, to the millimetre', () => {
  const drill = libraryDrill(the(LIBRARY[0]), STUDENT);
  const SIDES = dataOf(takeHomePage(drill, 'metric'));
  const own = eventsOf(expand(drill).moves);
  expect(SIDES).toHaveLength(2);
  expect(the(SIDES[0]).events).toHaveLength(own.length);
  the(SIDES[0]).events.forEach((event, i) => {
    const { foot, landS, to } = the(own[i]);
    expect(event[0]).toBe(foot);
    expect(event[2]).toBeCloseTo(landS, 1);
    expect(event[3]).toBeCloseTo(to.x, 2);
    expect(event[4]).toBeCloseTo(to.y, 2);
  });
  // To the other side the other foot goes.
  expect(the(SIDES[1]).events.map(([foot]) => foot)).toEqual(
    own.map(({ foot }) => (foot === 'left' ? 'right' : 'left')),
  );
});

test('a name that is written like a page stays a name', () => {
  const drill = libraryDrill(the(LIBRARY[0]), { ...STUDENT, name: `</script><b>&"'` });
  const page = takeHomePage({ ...drill, plan: { ...drill.plan, name: '<img>' } }, 'metric');
  expect(page).not.toContain('<img>');
  expect(page.match(/<\/script>/g)).toHaveLength(1);
  expect(page).toContain('&lt;/script&gt;&lt;b&gt;&amp;&quot;&#39;');
});
