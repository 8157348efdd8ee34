/**
 * What is locked while its answer is on its way loses the keyboard, and whoever uses no mouse would have to begin at the
 * top of the page. It gets it back when it is free again, unless the keyboard has gone elsewhere meanwhile.
 */
export function keepFocus(page: Document): void {
  let last: Element | undefined;
  let lost: Element | undefined;
  page.addEventListener('focusin', ({ target }) => {
    last = target instanceof Element ? target : undefined;
    lost = undefined;
  });
  new MutationObserver((changes) => {
    for (const { target } of changes) {
      if (!(target instanceof HTMLElement)) continue;
      if (target.matches(':disabled')) {
        if (target === last) lost = target;
      } else if (target === lost) {
        lost = undefined;
        if (page.activeElement === page.body) target.focus({ preventScroll: true });
      }
    }
  }).observe(page, { subtree: true, attributeFilter: ['disabled'] });
}
