import { configure } from '@testing-library/react';
import '@testing-library/jest-dom';

/** jsdom lays nothing out; drawings then keep their usual size. */
class NoLayout {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}
globalThis.ResizeObserver ??= NoLayout as unknown as typeof ResizeObserver;
globalThis.matchMedia ??= ((query: string) => ({
  matches: false,
  media: query,
  addEventListener: () => undefined,
  removeEventListener: () => undefined,
})) as unknown as typeof matchMedia;

// What is hidden is hidden by our own choice in a test; looking that up for every element takes most of its time.
// No test depends on how fast the machine is: waiting ends only what never comes.
configure({ defaultHidden: true, asyncUtilTimeout: 300_000 });

// jsdom weighs every rule of every style sheet for each element it is asked about, and finding something by
// its role asks about all of them. No test here is about style: what an element itself says is enough.
globalThis.getComputedStyle = ((element: HTMLElement) => {
  const own = element.style as CSSStyleDeclaration | undefined;
  return {
    display: own?.display || 'block',
    visibility: own?.visibility || 'visible',
    pointerEvents: own?.pointerEvents || 'auto',
    getPropertyValue: (name: string) => own?.getPropertyValue(name) ?? '',
  };
}) as unknown as typeof getComputedStyle;
