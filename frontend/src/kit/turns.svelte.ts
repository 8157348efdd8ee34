import { flushSync } from 'svelte';

/** Work that need not be done in one breath: a little at a time, so that a press or a key is answered in between. */
const BREATH_MS = 4;
/** A page that was just drawn is left in peace this long before what nobody sees yet is added to it. */
const PEACE_MS = 500;
/** How long what nobody sees yet waits for a page that is never idle. */
const PATIENCE_MS = 1000;

type Job = () => void;

/** When something was last asked for or done that is looked at. [ms, as the page counts] */
let stirred = performance.now();
const stir = () => (stirred = performance.now());

class Turns {
  readonly #jobs: Job[] = [];
  readonly #breath: (work: Job) => unknown;
  readonly #after: Job;
  #awake = false;

  /** `breath` brings the time for the next few, `after` is called after them. */
  constructor(breath: (work: Job) => unknown, after: Job = () => undefined) {
    this.#breath = breath;
    this.#after = after;
  }

  /** Whether nothing waits for its turn. */
  get idle(): boolean {
    return !this.#awake;
  }

  /** Put a job last; the answer takes it back. */
  put(job: Job): () => void {
    this.#jobs.push(job);
    this.#wake();
    return () => {
      const at = this.#jobs.indexOf(job);
      if (at >= 0) this.#jobs.splice(at, 1);
    };
  }

  /** Do all there is, at once; says whether there was any. */
  finish(): boolean {
    const any = this.#jobs.length > 0;
    while (this.#jobs.length) flushSync(() => this.#jobs.shift()?.());
    return any;
  }

  #wake(): void {
    if (this.#awake || !this.#jobs.length) return;
    this.#awake = true;
    this.#breath(() => this.#work());
  }

  #work(): void {
    const begun = performance.now();
    let last = begun;
    let took: number;
    try {
      // Another only where one that takes as long as the last would still be done in time.
      do {
        flushSync(() => this.#jobs.shift()?.());
        const now = performance.now();
        took = now - last;
        last = now;
      } while (this.#jobs.length && last + took - begun < BREATH_MS);
    } finally {
      // One that fails keeps none of the others from their turn.
      this.#awake = false;
      this.#wake();
      this.#after();
    }
  }
}

const inSight = new Turns((work) => setTimeout(work), stir);
const outOfSight = new Turns(function inPeace(work): void {
  const wait = Math.ceil(stirred + PEACE_MS - performance.now());
  if (wait > 0) setTimeout(() => inPeace(work), wait);
  else if (typeof requestIdleCallback === 'function') requestIdleCallback(work, { timeout: PATIENCE_MS });
  else setTimeout(work, BREATH_MS); // some browsers do not tell when they are idle
});

// Paper shows all of a page, whatever was seen of it; what is drawn late may have more to draw within it.
if (typeof addEventListener === 'function')
  addEventListener('beforeprint', () => {
    while (inSight.finish() || outOfSight.finish());
  });

/** Do something soon, after what was asked for earlier; the answer takes it back. */
export function soon(job: Job): () => void {
  stir();
  return inSight.put(job);
}

/** Do something once the page has been still for a while; the answer takes it back. */
export function atLeisure(job: Job): () => void {
  if (outOfSight.idle) stir(); // the page was just made, or changed
  return outOfSight.put(job);
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
