import { ApiError, asSeen, ask, client, standing } from '../../api/client';
import type { Review, ReviewIn } from '../../api/logbook';
import { inOrder } from '../../api/order';
import { renew, stands } from '../../api/queries';
import type { Link } from './board';

/** A change, made to whatever stands when its turn comes. */
type Edit = (now: ReviewIn) => Partial<ReviewIn>;

/** A review being worked on: what is changed is sent at once and comes back with its causes ranked anew. */
export class ReviewDesk {
  refused = $state<ApiError>();
  #kept: ReviewIn;
  #waiting: Edit[] = [];
  #version: string | undefined;
  readonly #next = inOrder();

  constructor(
    private readonly id: string,
    review: Review,
  ) {
    this.#kept = ReviewDesk.of(review);
    this.#version = review.version;
  }

  static of(r: Review): ReviewIn {
    return {
      answers: Object.fromEntries(
        r.questions.filter((q) => q.answer !== null).map((q) => [q.key, q.answer === true]),
      ),
      parts: Object.fromEntries(r.parts.filter((x) => x.state).map((x) => [x.key, x.state])),
      cause: r.cause,
      chain: r.chain,
      changes: r.changes,
      lesson: r.lesson,
      repairs: r.repairs.map((x) => x.damage),
      mended: r.is_quick ? r.repairs.filter((x) => x.done).map((x) => x.damage) : [],
      grounds: r.grounds,
      phase: r.phase_told ? r.phase : '',
      separated: r.separated,
      decided: r.decided,
    };
  }

  /** Change part of it; true when it was kept. Changes go one after another, each to what the last left: a quick hand loses none. */
  change(part: Partial<ReviewIn> | Edit): Promise<boolean> {
    // What was refused stays said until the next change after it.
    if (!this.#waiting.length) this.refused = undefined;
    const edit = typeof part === 'function' ? part : () => part;
    this.#waiting.push(edit);
    return this.#next(() => this.#send(edit)).finally(() => this.#waiting.shift());
  }

  async #send(edit: Edit): Promise<boolean> {
    const body = { ...this.#kept, ...edit(this.#kept) };
    const path = { params: { path: { key: this.id } } };
    try {
      const found = await ask(
        client.PUT('/api/logbook/flights/{key}/review', { ...path, body, ...asSeen(this.#version) }),
      );
      await this.#stands(found);
      return true;
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      this.refused = error;
      if (standing(error)) {
        // Changed elsewhere: what stands there is what the next change is made to.
        await this.#stands(await ask(client.GET('/api/logbook/flights/{key}/review', path)));
      }
      return false;
    }
  }

  answer(key: string, value: boolean | null): Promise<boolean> {
    return this.change((now) => {
      const answers = { ...now.answers };
      if (value === null) delete answers[key];
      else answers[key] = value;
      return { answers };
    });
  }

  part(key: string, state: string): Promise<boolean> {
    return this.change((now) => {
      const parts = { ...now.parts };
      if (state) parts[key] = state;
      else delete parts[key];
      return { parts };
    });
  }

  mend(damage: string, wanted: boolean): Promise<boolean> {
    return this.change((now) => {
      const others = (now.repairs ?? []).filter((d) => d !== damage);
      return { repairs: wanted ? [...others, damage] : others };
    });
  }

  chain(make: (links: Link[]) => Link[]): Promise<boolean> {
    return this.change((now) => ({ chain: make((now.chain ?? []) as Link[]) }));
  }

  salvage(part: string): Promise<void> {
    return this.#after(async () => {
      const found = await ask(
        client.POST('/api/logbook/flights/{key}/review/salvage', {
          params: { path: { key: this.id } },
          body: { part, key: crypto.randomUUID() },
        }),
      );
      await this.#stands(found);
    });
  }

  /** Begin the repair in Build under a key of its own. */
  repair(rocket: string, damage: string): Promise<void> {
    return this.#after(async () => {
      await ask(
        client.PUT('/api/workshop/rockets/{key}/builds/{build}', {
          params: { path: { key: rocket, build: crypto.randomUUID() } },
          body: { kind: 'repair', damage },
        }),
      );
      await renew();
    });
  }

  /** What hangs on the review, once every change of it is in. */
  #after(act: () => Promise<void>): Promise<void> {
    return this.#next(async () => {
      this.refused = undefined;
      try {
        await act();
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        this.refused = error;
      }
    });
  }

  async #stands(found: Review): Promise<void> {
    this.#kept = ReviewDesk.of(found);
    this.#version = found.version;
    await stands(['logbook', 'review', this.id], found);
    void renew(([what, kind, id]) => what === 'logbook' && kind === 'review' && id === this.id);
  }
}
