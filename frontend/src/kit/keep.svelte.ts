/** Text that survives a reload until it is saved or thrown away. */

export class Kept<T extends object> {
  value = $state() as T;
  readonly #key: string;

  constructor(key: string, initial: T) {
    this.#key = `wobbly-fin:${key}`;
    const stored = localStorage.getItem(this.#key);
    this.value = { ...initial, ...(stored ? (JSON.parse(stored) as Partial<T>) : {}) };
    $effect(() => {
      localStorage.setItem(this.#key, JSON.stringify(this.value));
    });
  }

  /** Forget it: it has been saved, or is not wanted. */
  drop(initial: T): void {
    this.value = initial;
    localStorage.removeItem(this.#key);
  }
}
