const told = new WeakMap<Element, (width: number) => void>();
let watch: ResizeObserver | undefined;

/**
 * For an element: tells its width, padding and all, once it is laid out and whenever that changes. A drawing that asks by itself
 * (`bind:clientWidth`) makes the browser lay the whole page out at once, each drawing anew.
 */
export const laidOut = (tell: (width: number) => void) => (element: Element) => {
  watch ??= new ResizeObserver((seen) => {
    for (const { target } of seen) told.get(target)?.(target.clientWidth);
  });
  told.set(element, tell);
  watch.observe(element);
  return () => watch?.unobserve(element);
};

/** What a page and a card leave free at their sides on a phone, together. */
const SIDES_PX = 42;

/** How wide a drawing is likely to be, at most `most`, before it is told: begun about right, it need not be drawn twice. */
export const likely = (most: number): number => Math.min(most, (globalThis.screen?.width ?? most) - SIDES_PX);
