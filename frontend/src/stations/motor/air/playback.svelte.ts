/** A flight played back: where in it one looks, and whether it runs. */
export class Playback {
  at = $state(0);
  playing = $state(false);
  rate = $state(1);
  readonly #lasts: () => number;
  #frame = 0;
  #last = 0;

  constructor(lasts: () => number) {
    this.#lasts = lasts;
  }

  toggle(): void {
    if (this.playing) this.stop();
    else {
      if (this.at >= this.#lasts() - 0.01) this.at = 0;
      this.playing = true;
      this.#last = performance.now();
      this.#frame = requestAnimationFrame((now) => this.#step(now));
    }
  }

  stop(): void {
    this.playing = false;
    cancelAnimationFrame(this.#frame);
  }

  seek(time: number): void {
    this.at = Math.min(Math.max(0, time), this.#lasts());
  }

  #step(now: number): void {
    if (!this.playing) return;
    this.seek(this.at + ((now - this.#last) / 1000) * this.rate);
    this.#last = now;
    if (this.at >= this.#lasts()) this.stop();
    else this.#frame = requestAnimationFrame((next) => this.#step(next));
  }
}
