import { lift } from './lift.ts';

const SVG = 'http://www.w3.org/2000/svg';

/** A drawing of 10 m by 5 m on 500 px by 250 px, with two things in it. */
function drawing() {
  document.body.innerHTML = `<div><svg xmlns="${SVG}" role="group" aria-label="Floor">
    <g id="lane" tabindex="0" role="button"><rect width="1" height="3"/><text>Lane</text></g>
    <g id="bag" tabindex="0" role="button"><circle r="0.2"/></g></svg></div>`;
  const svg = document.querySelector('svg')!;
  Object.defineProperties(svg, {
    viewBox: { value: { baseVal: { x: 0, y: 0, width: 10, height: 5 } } },
    clientWidth: { value: 500 },
    clientHeight: { value: 250 },
  });
  const lane = document.querySelector<SVGGElement>('#lane')!;
  Object.assign(lane, { getBBox: () => ({ x: 2, y: 1, width: 1, height: 3 }) });
  return { svg, lane, bag: document.querySelector<SVGGElement>('#bag')!, holder: svg.parentElement! };
}

test('what is lifted lies on a sheet of its own over its place, and is hidden below', () => {
  const { svg, lane, bag, holder } = drawing();
  lift(svg, [lane]);
  const sheet = holder.querySelector<HTMLElement>(':scope > div')!;
  const copy = sheet.querySelector('svg')!;
  expect(parseFloat(sheet.style.left)).toBeCloseTo(92.5, 6);
  expect(parseFloat(sheet.style.width)).toBeCloseTo(65, 6);
  expect(copy.querySelector('text')!.textContent).toBe('Lane');
  expect([...lane.children].map((child) => (child as SVGElement).style.display)).toEqual(['none', 'none']);
  expect((bag.firstElementChild as SVGElement).style.display).toBe('');
  expect(svg.hasAttribute('data-lifted')).toBe(true);
});

test('the copy is not a second thing to reach by keys or to hear', () => {
  const { svg, lane, holder } = drawing();
  lift(svg, [lane]);
  const copy = holder.querySelector(':scope > div svg')!;
  expect(copy).toHaveAttribute('aria-hidden', 'true');
  expect(copy.querySelector('[tabindex], [role]')).toBeNull();
  expect(copy).not.toHaveAttribute('aria-label');
  expect(lane).toHaveAttribute('tabindex', '0');
});

test('the sheet follows the hand in true measure; no drawing is shifted, so no word is laid out anew', () => {
  const { svg, lane, holder } = drawing();
  const { moveTo } = lift(svg, [lane]);
  const [sheet, words] = holder.querySelectorAll<HTMLElement>(':scope > div');
  moveTo(1.5, 2, '3.50 m right, 4.00 m away', [3.5, 1]);
  expect(sheet!.style.transform).toBe('translate3d(75px, -100px, 0)');
  expect(words!.textContent).toBe('3.50 m right, 4.00 m away');
  for (const one of holder.querySelectorAll('svg')) expect(one.style.transform).toBe('');
});

test('dropped, the drawing is as it was', () => {
  const { svg, lane, holder } = drawing();
  const before = holder.innerHTML;
  const { moveTo, drop } = lift(svg, [lane]);
  moveTo(1, 1, 'x', [1, 1]);
  drop();
  expect(holder.innerHTML.replaceAll(' style=""', '')).toBe(before);
});
