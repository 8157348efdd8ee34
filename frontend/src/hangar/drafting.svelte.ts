import { ask, client } from '../api/client';
import type { RocketDraft } from '../api/queries';
import type { BoxTexts } from './boxes';

const PAUSE_MS = 180;

/** Has the server read the form while it is typed; the latest answer wins. */
export class Drafting {
  draft = $state<RocketDraft>();
  problem = $state('');
  readonly #rocketId: string | null;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #asked = 0;

  constructor(texts: () => BoxTexts, rocketId: string | null = null) {
    this.#rocketId = rocketId;
    $effect(() => {
      const typed = { ...texts() };
      clearTimeout(this.#timer);
      this.#timer = setTimeout(() => void this.read(typed), PAUSE_MS);
      return () => clearTimeout(this.#timer);
    });
  }

  /** Read these texts now; returns what they come to, or nothing where the server cannot be reached. */
  async read(typed: BoxTexts): Promise<RocketDraft | undefined> {
    clearTimeout(this.#timer);
    const mine = ++this.#asked;
    try {
      const body = { typed, rocket_id: this.#rocketId };
      const draft = await ask(client.POST('/api/hangar/drafts', { body }));
      if (mine === this.#asked) {
        this.draft = draft;
        this.problem = '';
      }
      return draft;
    } catch (error) {
      if (mine === this.#asked) this.problem = error instanceof Error ? error.message : String(error);
      return undefined;
    }
  }
}
