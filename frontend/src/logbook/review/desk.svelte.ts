import { ApiError, asSeen, ask, client, standing } from '../../api/client';
import type { Review, ReviewIn } from '../../api/logbook';
import { queryClient, renew } from '../../api/queries';
import type { Link } from './board';

/** A review being worked on: what is changed is sent at once and comes back with its causes ranked anew. */
export class ReviewDesk {
  refused = $state<ApiError>();
  busy = $state(0);
  #latest: ReviewIn;
  #version: string | undefined;
  #queue: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly id: string,
    review: Review,
  ) {
    this.#latest = ReviewDesk.of(review);
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

  /** Damages wanted mended, as last said. */
  get repairs(): string[] {
    return this.#latest.repairs ?? [];
  }

  /** Change part of it; true when it was kept. Changes go one after another, each on top of the last: a quick hand loses none. */
  change(part: Partial<ReviewIn>): Promise<boolean> {
    const before = this.#latest;
    this.#latest = { ...before, ...part };
    this.busy += 1;
    const sent = this.#queue.then(() => this.#send(part, before));
    this.#queue = sent.catch(() => false);
    return sent;
  }

  async #send(part: Partial<ReviewIn>, before: ReviewIn): Promise<boolean> {
    try {
      const body = this.#latest;
      const found = await ask(
        client.PUT('/api/logbook/flights/{key}/review', {
          params: { path: { key: this.id } },
          body,
          ...asSeen(this.#version),
        }),
      );
      this.#stands(found);
      return true;
    } catch (error) {
      // What was refused is taken back, and only that.
      const back = Object.keys(part).map((k) => [k, before[k as keyof ReviewIn]]);
      this.#latest = { ...this.#latest, ...(Object.fromEntries(back) as Partial<ReviewIn>) };
      if (!(error instanceof ApiError)) throw error;
      this.refused = error;
      if (standing(error)) {
        // Changed elsewhere: what stands there is what the next change is made to.
        const found = await ask(
          client.GET('/api/logbook/flights/{key}/review', { params: { path: { key: this.id } } }),
        );
        this.#latest = ReviewDesk.of(found);
        this.#stands(found);
        this.refused = error;
      }
      return false;
    } finally {
      this.busy -= 1;
    }
  }

  answer(key: string, value: boolean | null): Promise<boolean> {
    const answers = { ...this.#latest.answers };
    if (value === null) delete answers[key];
    else answers[key] = value;
    return this.change({ answers });
  }

  part(key: string, state: string): Promise<boolean> {
    const parts = { ...this.#latest.parts };
    if (state) parts[key] = state;
    else delete parts[key];
    return this.change({ parts });
  }

  chain(links: Link[]): Promise<boolean> {
    return this.change({ chain: links });
  }

  async salvage(part: string): Promise<void> {
    try {
      const found = await ask(
        client.POST('/api/logbook/flights/{key}/review/salvage', {
          params: { path: { key: this.id } },
          body: { part, key: crypto.randomUUID() },
        }),
      );
      this.#stands(found);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      this.refused = error;
    }
  }

  /** Begin the repair in Build under a key of its own; its build's key. */
  async repair(rocket: string, damage: string): Promise<void> {
    try {
      await ask(
        client.PUT('/api/workshop/rockets/{key}/builds/{build}', {
          params: { path: { key: rocket, build: crypto.randomUUID() } },
          body: { kind: 'repair', damage },
        }),
      );
      await renew();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      this.refused = error;
    }
  }

  #stands(found: Review): void {
    this.refused = undefined;
    this.#version = found.version;
    queryClient.setQueryData(['logbook', 'review', this.id], found);
    void renew(([what, kind, id]) => what === 'logbook' && kind === 'review' && id === this.id);
  }
}
