import { ApiError, ask, client } from '../../api/client';
import { queryClient, renew, shapeKey, type EditIn, type Shape } from '../../api/queries';
import type { Drag } from '../../drawing/airframe';

type Edits = Partial<EditIn>[];

/** What is asked by revision is asked anew by itself. */
const BY_REVISION: unknown[] = ['what-if', 'templates', 'versions', 'compare'];

/** An airframe on the bench: what is selected, what is being dragged, edits on their way, and what was refused. */
export class Bench {
  selected = $state<string>();
  cut = $state(false);
  drag = $state<Drag>();
  /** The answer to the last try of a drag; older than the pointer while `stale`. */
  tried = $state<Shape>();
  #triedValue = $state<number>();
  pending = $state(0);
  problem = $state('');
  /** Refusals by box, of the selected part or of the rocket. */
  errors = $state<Record<string, string>>({});
  conflict = $state<Edits>();
  said = $state('');

  readonly id: string;
  /** What the server said last; set by whoever asks it. */
  #latest = $state.raw<() => Shape | undefined>(() => undefined);
  #queue: Promise<unknown> = Promise.resolve();
  #trying = false;

  constructor(id: string) {
    this.id = id;
  }

  follow(latest: () => Shape | undefined) {
    this.#latest = latest;
  }

  get stale(): boolean {
    return this.drag !== undefined && this.#triedValue !== this.drag.value;
  }

  get shape(): Shape | undefined {
    return this.tried ?? this.#latest();
  }

  select(id: string | undefined) {
    this.selected = id;
    this.errors = {};
  }

  set(field: string, text: string, part = this.selected) {
    return this.edit([{ op: 'set', part, field, text }]);
  }

  choose(field: string, value: unknown, part = this.selected) {
    return this.edit([{ op: 'set', part, field, value }]);
  }

  /** Edits one after another, each from the revision the one before left. */
  edit(edits: Edits): Promise<Shape | undefined> {
    const done = this.#queue.then(() => this.#send(edits));
    this.#queue = done;
    return done;
  }

  async #send(edits: Edits): Promise<Shape | undefined> {
    const now = this.#latest();
    if (!now) return undefined;
    this.pending += 1;
    try {
      const answer = await ask(
        client.POST('/api/hangar/rockets/{key}/shape/edit', {
          params: { path: { key: this.id }, header: { 'If-Match': now.rocket.revision } },
          body: { edits: edits as EditIn[], selected: this.selected ?? null },
        }),
      );
      this.problem = '';
      this.#forget(edits);
      this.take(answer);
      return answer;
    } catch (error) {
      this.#refused(error, edits);
      return undefined;
    } finally {
      this.pending -= 1;
    }
  }

  /** A new answer from the server becomes what is shown. */
  take(answer: Shape) {
    queryClient.setQueryData(shapeKey(this.id, this.selected), answer);
    queryClient.setQueryData(['rockets', this.id], answer.rocket);
    this.#forgetOthers();
    const mine = this.selected ?? '';
    void renew(
      ([what, id, which]) =>
        id === this.id &&
        (what === 'rockets' || (what === 'shape' && (which === mine || BY_REVISION.includes(which)))),
    );
  }

  /** The bench as it was with other parts in hand: an edit must not begin from a revision that has gone. */
  #forgetOthers() {
    const mine = this.selected ?? '';
    queryClient.removeQueries({
      queryKey: ['shape', this.id],
      predicate: ({ queryKey: [, , which] }) => which !== mine && !BY_REVISION.includes(which),
    });
  }

  #forget(edits: Edits) {
    const kept = { ...this.errors };
    for (const e of edits) if (e.field) delete kept[e.field];
    this.errors = kept;
  }

  #refused(error: unknown, edits: Edits) {
    if (!(error instanceof ApiError)) throw error;
    if (error.body.code === 'stale') {
      this.conflict = edits;
      return;
    }
    const boxes = Object.fromEntries(
      (error.body.fields ?? []).map((f) => [f.field.split('.').pop() ?? f.field, f.message]),
    );
    this.errors = { ...this.errors, ...boxes };
    const first = error.body.fields?.[0];
    this.problem = first ? first.message : error.message;
  }

  /** The same edits on what somebody else left. */
  async again() {
    const edits = this.conflict;
    this.conflict = undefined;
    await queryClient.refetchQueries({ queryKey: shapeKey(this.id, this.selected) });
    if (edits) await this.edit(edits);
  }

  async leave() {
    this.conflict = undefined;
    await queryClient.refetchQueries({ queryKey: shapeKey(this.id, this.selected) });
  }

  dragTo(drag: Drag) {
    this.drag = drag;
    void this.#tryLatest();
  }

  /** One question at a time; when its answer comes the newest value is asked next, what lay between never is. */
  async #tryLatest() {
    if (this.#trying || !this.drag) return;
    this.#trying = true;
    const { part, field, value } = this.drag;
    try {
      const answer = await ask(
        client.POST('/api/hangar/rockets/{key}/shape/try', {
          params: { path: { key: this.id } },
          body: { edits: [{ op: 'set', part, field, value, type: '' }], selected: this.selected ?? null },
        }),
      );
      if (this.drag) {
        this.tried = answer;
        this.#triedValue = value;
        this.problem = '';
      }
    } catch (error) {
      if (error instanceof ApiError) this.problem = error.body.fields?.[0]?.message ?? error.message;
      this.#triedValue = value;
    } finally {
      this.#trying = false;
    }
    if (this.drag && this.drag.value !== value) void this.#tryLatest();
  }

  async drop() {
    const held = this.drag;
    if (held) await this.choose(held.field, held.value, held.part);
    this.drag = this.tried = this.#triedValue = undefined;
  }

  letGo() {
    this.drag = this.tried = this.#triedValue = undefined;
  }

  async step(direction: 'undo' | 'redo') {
    try {
      await ask(
        client.POST(`/api/hangar/rockets/{key}/${direction}`, { params: { path: { key: this.id } } }),
      );
      await queryClient.invalidateQueries({ queryKey: ['shape', this.id] });
      this.#forgetOthers();
      void renew(([what, id]) => what === 'shape' && id === this.id);
    } catch (error) {
      this.problem = error instanceof Error ? error.message : String(error);
    }
  }
}
