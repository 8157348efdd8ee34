import { ApiError } from '../../api/client';
import { alertsSince } from '../../api/launchdays';

const EVERY_MS = 4000;
/** Called on this very screen, where it is shown already. */
const own: string[] = [];

/** A key for a call from here. */
export function ownCall(): string {
  const key = crypto.randomUUID();
  own.push(key);
  return key;
}

/** Heads-ups that others called, for an effect: asked for every few seconds, each shown once. */
export class Alerts {
  who = $state('');
  #after: string | undefined;

  run = (): (() => void) => {
    const ask = async () => {
      try {
        const found = await alertsSince(this.#after);
        // The first answer only says from when on: what was called before this page was open is over.
        const other = found.alerts.find((a) => !own.includes(a.id));
        if (this.#after !== undefined && other) this.who = other.who;
        this.#after = found.now;
      } catch (error) {
        if (!(error instanceof ApiError)) throw error; // not reached: asked again
      }
    };
    void ask();
    const timer = setInterval(() => void ask(), EVERY_MS);
    return () => clearInterval(timer);
  };
}
