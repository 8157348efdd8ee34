import { ApiError, ask, client, type Schemas } from '../api/client';
import { motorBody, type NewMotor } from './adding';

/** Has the server draw the motor while its form is filled in; the latest answer wins. */
export class MotorDrafting {
  draft = $state<Schemas['DraftOut']>();
  refused = $state<ApiError>();
  #asked = 0;

  /** The delay its label names; null: none, or not said. */
  get delay(): number | null {
    const found = this.#label?.match(/-\s*(\d+)\s*[AT]*\s*$/i)?.[1];
    return found && found !== '0' ? Number(found) : null;
  }
  #label = $state<string>();

  constructor(form: () => NewMotor) {
    $effect(() => {
      const body = motorBody($state.snapshot(form()));
      const timer = setTimeout(() => void this.#read(body), 250);
      return () => clearTimeout(timer);
    });
  }

  async #read(body: Schemas['MotorIn']) {
    const mine = ++this.#asked;
    this.#label = body.label;
    if (!body.label.trim()) {
      this.draft = undefined;
      this.refused = undefined;
      return;
    }
    let draft: Schemas['DraftOut'] | undefined;
    let refused: ApiError | undefined;
    try {
      draft = await ask(client.POST('/api/stores/motors/draft', { body }));
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      refused = error;
    }
    if (mine !== this.#asked) return;
    this.draft = draft;
    this.refused = refused;
  }
}
