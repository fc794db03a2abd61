import { PALETTE } from '../app/palette.ts';

/** Half the thickest line of a mark, metres, and a little. */
const LINE_M = 0.15;

/** Things lifted off a drawing while they are dragged; the drawing says so in `data-lifted`. */
export interface Lifted {
  /** Shows them so many metres to the right and away, with words beside the hand. */
  readonly moveTo: (rightM: number, awayM: number, words: string, wordsAt: readonly [number, number]) => void;
  /** Puts the drawing back as it was. */
  readonly drop: () => void;
}

const WORDS_STYLE: Partial<CSSStyleDeclaration> = {
  position: 'absolute',
  left: '0',
  top: '0',
  padding: '1px 6px',
  font: '750 13px "Archivo Variable", sans-serif',
  whiteSpace: 'nowrap',
  color: PALETTE.planned,
  background: PALETTE.chalk,
  border: `1px solid ${PALETTE.rule}`,
  pointerEvents: 'none',
  willChange: 'transform',
};

/**
 * Copies nodes of a drawing onto a sheet of their own above it and hides them below: the sheet is painted
 * once and then only shifted, however many marks it holds. Sizes are those of the drawing unmagnified; the
 * sheet lies inside what is zoomed.
 */
export function lift(svg: SVGSVGElement, nodes: readonly SVGGElement[]): Lifted {
  const { width, height } = svg.viewBox.baseVal;
  const pxPerM = Math.min(svg.clientWidth / width, svg.clientHeight / height);
  const [left, top] = [(svg.clientWidth - width * pxPerM) / 2, (svg.clientHeight - height * pxPerM) / 2];
  const box = around(nodes);
  const sheet = svg.cloneNode(false) as SVGSVGElement;
  for (const name of ['aria-label', 'role', 'style']) sheet.removeAttribute(name);
  sheet.setAttribute('aria-hidden', 'true');
  sheet.setAttribute('viewBox', `${box.x} ${box.y} ${box.width} ${box.height}`);
  Object.assign(sheet.style, { display: 'block', width: '100%', height: '100%' });
  // The holder is shifted, not the drawing in it: a drawing that is shifted lays out its words anew.
  const shifted = document.createElement('div');
  Object.assign(shifted.style, {
    position: 'absolute',
    contain: 'strict',
    left: `${left + box.x * pxPerM}px`,
    top: `${top + box.y * pxPerM}px`,
    width: `${box.width * pxPerM}px`,
    height: `${box.height * pxPerM}px`,
    pointerEvents: 'none',
    willChange: 'transform',
  });
  for (const node of nodes) {
    const copy = node.cloneNode(true) as SVGGElement;
    copy.removeAttribute('tabindex');
    copy.removeAttribute('role');
    copy.removeAttribute('style');
    sheet.append(copy);
  }
  const words = document.createElement('div');
  Object.assign(words.style, WORDS_STYLE);
  const holder = svg.parentElement!;
  svg.setAttribute('data-lifted', '');
  shifted.append(sheet);
  holder.append(shifted, words);
  // What is in a node is hidden, not the node: it keeps the focus and the pointer.
  const inside = nodes.flatMap((node) => [...node.children] as SVGElement[]);
  for (const child of inside) child.style.display = 'none';
  return {
    moveTo: (rightM, awayM, text, [x, y]) => {
      shifted.style.transform = `translate3d(${rightM * pxPerM}px, ${-awayM * pxPerM}px, 0)`;
      if (words.textContent !== text) words.textContent = text;
      words.style.transform = `translate3d(${left + x * pxPerM + 14}px, ${top + y * pxPerM - 30}px, 0)`;
    },
    drop: () => {
      svg.removeAttribute('data-lifted');
      shifted.remove();
      words.remove();
      for (const child of inside) child.style.display = '';
    },
  };
}

/** The box around nodes in metres of the drawing, with room for their lines. */
function around(nodes: readonly SVGGElement[]): DOMRect {
  const boxes = nodes.map((node) => node.getBBox());
  const x = Math.min(...boxes.map((box) => box.x)) - LINE_M;
  const y = Math.min(...boxes.map((box) => box.y)) - LINE_M;
  const right = Math.max(...boxes.map((box) => box.x + box.width)) + LINE_M;
  const bottom = Math.max(...boxes.map((box) => box.y + box.height)) + LINE_M;
  return new DOMRect(x, y, right - x, bottom - y);
}
