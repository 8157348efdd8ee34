import { ApiError, ask, client } from '../../api/client';
import { inOrder } from '../../api/order';
import { queryClient, renew, shapeKey, stands, type EditIn, type Shape } from '../../api/queries';
import { handles, type Drag } from '../../drawing/airframe';
import { snap } from './marks';

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
  /** The one this page's own last edit led to; of a part just taken in hand an older one may be shown. */
  #revision = 0;
  readonly #next = inOrder();
  #trying = false;
  /** Steps by key that wait for their turn, added up. */
  #nudged: { part: string; field: string; by: number } | undefined;

  constructor(id: string) {
    this.id = id;
  }

  follow(latest: () => Shape | undefined) {
    this.#latest = latest;
  }

  /** As the last answer has it; what is shown follows a moment later. */
  get #now(): Shape | undefined {
    return queryClient.getQueryData<Shape>(shapeKey(this.id, this.selected)) ?? this.#latest();
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

  /** A step by key: from where the part is when its turn comes; steps that wait for theirs go as one edit. */
  nudge(part: string, field: string, by: number) {
    const waits = this.#nudged;
    if (waits?.part === part && waits.field === field) {
      waits.by += by;
      return;
    }
    const mine = { part, field, by };
    this.#nudged = mine;
    void this.#next(async () => {
      if (this.#nudged === mine) this.#nudged = undefined;
      const drawn = this.#now?.drawn.find((d) => d.id === part);
      const grip = drawn && handles(drawn).find((h) => h.field === field);
      if (grip) await this.#send([{ op: 'set', part, field, value: snap(grip.value + mine.by) }]);
    });
  }

  /** Edits one after another, each from the revision the one before left. */
  edit(edits: Edits): Promise<Shape | undefined> {
    return this.#next(() => this.#send(edits));
  }

  async #send(edits: Edits): Promise<Shape | undefined> {
    const now = this.#now;
    if (!now) return undefined;
    // Another part may be in hand by the time this is answered.
    const asked = this.selected;
    this.pending += 1;
    try {
      const answer = await ask(
        client.POST('/api/hangar/rockets/{key}/shape/edit', {
          params: {
            path: { key: this.id },
            header: { 'If-Match': Math.max(this.#revision, now.rocket.revision) },
          },
          body: { edits: edits as EditIn[], selected: asked ?? null, load: now.load },
        }),
      );
      this.problem = '';
      this.#forget(edits);
      await this.#take(answer, asked);
      return answer;
    } catch (error) {
      this.#refused(error, edits);
      return undefined;
    } finally {
      this.pending -= 1;
    }
  }

  /** The server's answer to an edit becomes what is shown. */
  async #take(answer: Shape, asked: string | undefined) {
    this.#revision = answer.rocket.revision;
    await stands(shapeKey(this.id, asked), answer);
    await stands(['rockets', this.id], answer.rocket);
    this.#forgetOthers(asked);
    void renew(
      ([what, id, which]) =>
        id === this.id &&
        (what === 'rockets' ||
          (what === 'shape' && (which === (asked ?? '') || BY_REVISION.includes(which)))),
    );
  }

  /** The bench as it was with other parts in hand: an edit must not begin from a revision that has gone. */
  #forgetOthers(asked = this.selected) {
    const kept: unknown[] = [asked ?? '', this.selected ?? '', ...BY_REVISION];
    queryClient.removeQueries({
      queryKey: ['shape', this.id],
      predicate: ({ queryKey: [, , which] }) => !kept.includes(which),
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
          body: {
            edits: [{ op: 'set', part, field, value, type: '' }],
            selected: this.selected ?? null,
            load: this.#now?.load ?? null,
          },
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

  /** One edit back or forth, once those on their way are in. */
  step(direction: 'undo' | 'redo'): Promise<void> {
    this.#nudged = undefined;
    return this.#next(async () => {
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
    });
  }
}
