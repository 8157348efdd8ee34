import { flushSync } from 'svelte';

/** Work that need not be done in one breath: a little at a time, so that a press or a key is answered in between. */
const BREATH_MS = 4;
const waiting: (() => void)[] = [];
let awake = false;

function work(): void {
  const begun = performance.now();
  do flushSync(() => waiting.shift()?.());
  while (waiting.length && performance.now() - begun < BREATH_MS);
  awake = waiting.length > 0;
  if (awake) setTimeout(work);
}

/** Do something soon, after what was asked for earlier; the answer takes it back. */
export function soon(job: () => void): () => void {
  waiting.push(job);
  if (!awake) {
    awake = true;
    setTimeout(work);
  }
  return () => {
    const at = waiting.indexOf(job);
    if (at >= 0) waiting.splice(at, 1);
  };
}

/** A list that is shown from its beginning, some at a time, until it is there whole. */
export function inTurns<T>(list: () => readonly T[], first = 8, step = 6): { readonly shown: readonly T[] } {
  let count = $state(first);
  $effect(() => (count < list().length ? soon(() => (count += step)) : undefined));
  return {
    get shown() {
      return list().slice(0, count);
    },
  };
}
