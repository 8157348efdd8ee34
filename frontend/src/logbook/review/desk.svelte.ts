import { useQueryClient } from '@tanstack/svelte-query';
import { ApiError, ask, client } from '../../api/client';
import type { Review, ReviewIn } from '../../api/logbook';
import type { Link } from './board';

/** A review being worked on: what is changed is sent at once and comes back with its causes ranked anew. */
export class ReviewDesk {
  refused = $state<ApiError>();
  busy = $state(0);
  #latest: ReviewIn;
  readonly #known = useQueryClient();

  constructor(
    private readonly id: string,
    review: Review,
  ) {
    this.#latest = ReviewDesk.of(review);
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
      phase: r.phase,
      separated: r.separated,
      decided: r.decided,
    };
  }

  /** Change part of it; true when it was kept. */
  async change(part: Partial<ReviewIn>): Promise<boolean> {
    const wanted = { ...this.#latest, ...part };
    this.busy += 1;
    try {
      const found = await ask(
        client.PUT('/api/logbook/flights/{key}/review', { params: { path: { key: this.id } }, body: wanted }),
      );
      this.#latest = ReviewDesk.of(found);
      this.#stands(found);
      return true;
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      this.refused = error;
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
      await this.#known.invalidateQueries();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      this.refused = error;
    }
  }

  #stands(found: Review): void {
    this.refused = undefined;
    this.#known.setQueryData(['logbook', 'review', this.id], found);
    for (const key of ['rockets', 'board']) void this.#known.invalidateQueries({ queryKey: [key] });
    void this.#known.invalidateQueries({ queryKey: ['logbook', 'page', this.id] });
  }
}
