import { ApiError } from '../../api/client';
import { alertsSince } from '../../api/launchdays';

const EVERY_MS = 4000;

/** Heads-ups that others called, for an effect: asked for every few seconds, each shown once. */
export class Alerts {
  who = $state('');
  #after: string | undefined;

  run = (): (() => void) => {
    const ask = async () => {
      try {
        const found = await alertsSince(this.#after);
        // The first answer only says from when on: what was called before this page was open is over.
        if (this.#after !== undefined && found.alerts[0]) this.who = found.alerts[0].who;
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
