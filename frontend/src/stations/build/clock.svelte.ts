/** A clock that ticks while somebody looks at it, and what is left until a moment. */

export class Clock {
  now = $state(Date.now());
  #timer: ReturnType<typeof setInterval> | undefined;

  /** For an effect: ticks until the effect ends. */
  run = (): (() => void) => {
    this.#timer = setInterval(() => (this.now = Date.now()), 1000);
    return () => clearInterval(this.#timer);
  };
}

/** What is left, as '3 h 07 min', '42 min', '55 s'; '' when nothing is. */
export function left(until: string, now: number): string {
  const seconds = Math.round((Date.parse(until) - now) / 1000);
  if (seconds <= 0) return '';
  if (seconds < 100) return `${seconds} s`;
  const minutes = Math.ceil(seconds / 60);
  if (minutes < 60) return `${minutes} min`;
  return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
}

/** Cures that ended since this page was opened, told once each: as a notice, and by the system where it is allowed. */
export class CureBell {
  readonly #opened = Date.now();
  readonly #told: Record<string, true> = {};

  /** Titles of cures that have just ended. */
  ring(cures: { key: string; title: string; until: string | null }[], now: number): string[] {
    const fresh = cures.filter((c) => {
      const ends = c.until ? Date.parse(c.until) : 0;
      return ends > this.#opened && ends <= now && !this.#told[c.key];
    });
    for (const c of fresh) this.#told[c.key] = true;
    return fresh.map((c) => c.title);
  }
}

/** Keep the screen awake where the browser allows; says whether it does. */
export class Awake {
  on = $state(false);
  readonly possible = typeof navigator !== 'undefined' && 'wakeLock' in navigator;
  #lock: WakeLockSentinel | undefined;

  toggle = async (): Promise<void> => {
    if (this.#lock) {
      await this.#lock.release();
      this.#lock = undefined;
      this.on = false;
      return;
    }
    try {
      this.#lock = await navigator.wakeLock.request('screen');
      this.on = true;
      this.#lock.addEventListener('release', () => {
        this.on = false;
        this.#lock = undefined;
      });
    } catch {
      // Refused by the browser, for instance on a low battery: the button then stays as it was.
      this.on = false;
    }
  };
}
