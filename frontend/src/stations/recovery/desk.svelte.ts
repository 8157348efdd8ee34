import { ApiError, ask, client } from '../../api/client';
import { inOrder } from '../../api/order';
import { queryClient, renew, stands } from '../../api/queries';
import type { Recovery } from '../../api/workshop';

type Told = Record<string, string | boolean>;
type Tested = { event: 'first' | 'main'; charge: string; result: 'threw' | 'moved' | 'nothing' | 'damaged' };

/** The recovery of one rocket being decided: what is on its way, and what was refused. */
export class Desk {
  pending = $state(0);
  refused = $state<ApiError>();
  changed = $state(0);

  readonly id: string;
  readonly #next = inOrder();

  constructor(id: string) {
    this.id = id;
  }

  get #now(): Recovery | undefined {
    return queryClient.getQueryData<Recovery>(['recovery', this.id]);
  }

  get #head() {
    return { 'If-Match': this.#now?.revision ?? null };
  }

  choose(told: Told) {
    return this.#do(() =>
      ask(
        client.PUT('/api/hangar/rockets/{key}/recovery', {
          params: { path: { key: this.id }, header: this.#head },
          body: { told },
        }),
      ),
    );
  }

  /** A rocket without a canopy has no station yet, and no revision known here. */
  tumble(revision: number) {
    return this.#do(() =>
      ask(
        client.PUT('/api/hangar/rockets/{key}/recovery', {
          params: { path: { key: this.id }, header: { 'If-Match': revision } },
          body: { told: { first: 'tumble_only' } },
        }),
      ),
    );
  }

  test(told: Tested, key: string) {
    return this.#do(() =>
      ask(
        client.PUT('/api/hangar/rockets/{key}/ground-tests/{test}', {
          params: { path: { key: this.id, test: key }, header: this.#head },
          body: { ...told, on: '', remark: '' },
        }),
      ),
    );
  }

  drop(test: string) {
    return this.#do(() =>
      ask(
        client.DELETE('/api/hangar/rockets/{key}/ground-tests/{test}', {
          params: { path: { key: this.id, test }, header: this.#head },
        }),
      ),
    );
  }

  /** Another canopy off the shelf, or a hole cut into the one there is. */
  reshape(edit: { op: 'swap'; stock: string } | { op: 'set'; field: string; value: number }) {
    const part = this.#now?.canopy_part;
    if (!part) return Promise.resolve(false);
    return this.#do(async () => {
      await ask(
        client.POST('/api/hangar/rockets/{key}/shape/edit', {
          params: { path: { key: this.id }, header: this.#head },
          body: { edits: [{ field: '', type: '', ...edit, part }], selected: null, load: null },
        }),
      );
      return this.#fetched();
    });
  }

  undo() {
    return this.#do(async () => {
      await ask(client.POST('/api/hangar/rockets/{key}/undo', { params: { path: { key: this.id } } }));
      return this.#fetched();
    }, -1);
  }

  #fetched() {
    return ask(client.GET('/api/hangar/rockets/{key}/recovery', { params: { path: { key: this.id } } }));
  }

  /** One after another, each from the revision the one before left; true when it was kept. */
  #do(change: () => Promise<Recovery>, counts = 1): Promise<boolean> {
    // What was refused stays said until the next change after it.
    if (!this.pending) this.refused = undefined;
    this.pending += 1;
    return this.#next(async () => {
      try {
        await this.#keep(await change(), counts);
        return true;
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        this.refused = error;
        // Somebody else changed it meanwhile: what they left is fetched, so that the next change starts from there.
        if (error.status === 409) {
          const theirs = await this.#fetched().catch(() => undefined);
          if (theirs) await stands(['recovery', this.id], theirs);
        }
        return false;
      } finally {
        this.pending -= 1;
      }
    });
  }

  async #keep(found: Recovery, counts: number) {
    this.changed += counts;
    await stands(['recovery', this.id], found);
    void renew(([what, id]) => what === 'recovery' && id === this.id);
  }
}
