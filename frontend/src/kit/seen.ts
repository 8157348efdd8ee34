import type { Attachment } from 'svelte/attachments';

const NEAR = '100px'; // so that what is scrolled to is there when it comes

const waiting = new WeakMap<Element, () => void>();
// One for all: each would be asked at every frame.
const watcher =
  typeof IntersectionObserver === 'function'
    ? new IntersectionObserver(
        (entries, self) => {
          for (const { isIntersecting, target } of entries) {
            if (!isIntersecting) continue;
            self.unobserve(target);
            waiting.get(target)?.();
          }
        },
        { rootMargin: NEAR },
      )
    : undefined;

/** Do something once, when the element is in sight or near it. */
export function seen(job: () => void): Attachment {
  return (node) => {
    waiting.set(node, job);
    watcher?.observe(node);
    return () => watcher?.unobserve(node);
  };
}
