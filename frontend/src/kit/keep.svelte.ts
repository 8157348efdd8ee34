/** Text that survives a reload until it is saved or thrown away. */
import { notify } from './notices.svelte';

function stored<T>(key: string): Partial<T> {
  const text = localStorage.getItem(key);
  if (!text) return {};
  try {
    return JSON.parse(text) as Partial<T>;
  } catch {
    localStorage.removeItem(key);
    return {};
  }
}

export class Kept<T extends object> {
  value = $state() as T;
  readonly #key: string;
  #warned = false;

  constructor(key: string, initial: T) {
    this.#key = `wobbly-fin:${key}`;
    this.value = { ...initial, ...stored<T>(this.#key) };
    $effect(() => this.#store(JSON.stringify(this.value)));
  }

  #store(text: string): void {
    try {
      localStorage.setItem(this.#key, text);
    } catch {
      if (!this.#warned)
        notify('This is too large for the browser to keep over a reload; save it before you leave.');
      this.#warned = true;
    }
  }

  /** Forget it: it has been saved, or is not wanted. */
  drop(initial: T): void {
    this.value = initial;
    localStorage.removeItem(this.#key);
  }
}
