import type { Schemas } from '../../api/client';
import { begin } from '../../api/stream';
import type { Way } from './ways';

const PAUSE_MS = 400;

/** Rockets as they are found for what is typed; what is typed next stops the search before it. */
export class Beginning {
  rockets = $state.raw<Schemas['BegunOut'][]>([]);
  kinds = $state.raw<string[][]>([]);
  fronts = $state.raw<Record<string, number[]>>({});
  said = $state.raw<Record<string, string>>({});
  errors = $state.raw<Record<string, string>>({});
  missing = $state.raw<Record<string, string>>({});
  tried = $state(0);
  of = $state(0);
  running = $state(false);
  why = $state('');
  #timer: ReturnType<typeof setTimeout> | undefined;
  #stop: AbortController | undefined;

  /** Search for this, once the hand rests. */
  ask(way: Way, typed: Record<string, string>): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#search(way, typed), PAUSE_MS);
  }

  stop = (): void => {
    clearTimeout(this.#timer);
    this.#stop?.abort();
    this.running = false;
  };

  async #search(way: Way, typed: Record<string, string>): Promise<void> {
    this.stop();
    const mine = new AbortController();
    this.#stop = mine;
    this.running = true;
    this.why = '';
    let fresh = true;
    try {
      for await (const message of begin({ way, typed }, mine.signal)) {
        if (fresh) {
          ({ said: this.said, errors: this.errors, missing: this.missing, of: this.of } = whole(message));
          this.tried = 0;
          // What was found before stays in sight until the first of the new ones comes, or there is none.
          fresh = false;
          if (Object.keys({ ...this.errors, ...this.missing }).length) this.#show([]);
          else this.#next = [];
          continue;
        }
        this.#hear(message);
      }
    } catch (error) {
      if (!mine.signal.aborted) this.why = error instanceof Error ? error.message : String(error);
    }
    if (mine === this.#stop) this.running = false;
  }

  #next: Schemas['BegunOut'][] = [];

  #hear(message: Schemas['BeginRocketOut']): void {
    this.tried = message.tried ?? this.tried;
    if (message.rocket) {
      this.#next = [...this.#next, message.rocket];
      this.#show(this.#next);
      this.kinds = message.kinds ?? [];
      this.fronts = message.fronts ?? {};
    }
    if (!message.ended) return;
    this.errors = { ...this.errors, ...message.errors };
    this.why = message.why ?? '';
    if (!this.#next.length) this.#show([]);
  }

  #show(rockets: Schemas['BegunOut'][]): void {
    this.rockets = rockets;
    if (!rockets.length) this.kinds = [];
  }
}

const whole = (m: Schemas['BeginRocketOut']) => ({
  said: m.said ?? {},
  errors: m.errors ?? {},
  missing: m.missing ?? {},
  of: m.of ?? 0,
});
