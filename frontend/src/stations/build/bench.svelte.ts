import { ask, client } from '../../api/client';
import { inOrder } from '../../api/order';
import { queryClient } from '../../api/queries';
import { sendPhoto, useBuildChange, zone, type Station, type Step } from '../../api/workshop';
import { notify } from '../../kit/notices.svelte';

type Told = Record<string, string | boolean | null>;
type Hours = { weekly?: string[]; exceptions?: Record<string, string | null> };
type PlanChange = {
  kind: 'add' | 'drop' | 'move';
  key: string;
  title?: string;
  hands_on?: string;
  cure?: string;
  after?: string[];
  before?: string[];
  note?: string;
};

/** What is done at the bench: every act is one change whose answer is the whole station. */
export class Bench {
  /** The step whose card is open; empty: the first that can be begun. */
  chosen = $state('');
  /** What the last act was about: there its refusal is said. */
  about = $state<'plan' | 'step'>('plan');
  readonly change;
  readonly #station: () => Station | undefined;
  readonly #id: () => string;
  readonly #next = inOrder();

  constructor(id: () => string, station: () => Station | undefined) {
    this.#id = id;
    this.#station = station;
    this.change = useBuildChange(id, (act: () => Promise<Station>) => act());
  }

  get build(): string {
    return this.#station()?.build?.id ?? '';
  }

  get steps(): Step[] {
    return this.#station()?.steps ?? [];
  }

  get open(): Step | undefined {
    const found = this.#station();
    const wanted =
      this.chosen || found?.now[0] || found?.curing[0] || found?.next[0] || this.steps.at(-1)?.key;
    return this.steps.find((s) => s.key === wanted) ?? this.steps[0];
  }

  step(key: string): Step | undefined {
    return this.steps.find((s) => s.key === key);
  }

  /** Run an act after those before it; what it refuses stays with `change.error` and is shown at its box. */
  #run(act: () => Promise<Station>, about: 'plan' | 'step' = 'plan'): Promise<boolean> {
    return this.#next(async () => {
      this.about = about;
      try {
        await this.change.mutateAsync(act);
        return true;
      } catch {
        return false;
      }
    });
  }

  begin(id: string, kind: 'build' | 'repair', damage = '') {
    return this.#run(() =>
      ask(
        client.PUT('/api/workshop/rockets/{key}/builds/{build}', {
          params: { path: { key: id, build: crypto.randomUUID() }, query: { zone: zone() } },
          body: { kind, damage },
        }),
      ),
    );
  }

  #event(body: {
    kind: 'started' | 'done' | 'undone' | 'looked' | 'remark';
    step: string;
    minutes?: string;
    remark?: string;
    with_before?: boolean;
  }) {
    return this.#run(
      () =>
        ask(
          client.PUT('/api/workshop/builds/{build}/events/{key}', {
            params: { path: { build: this.build, key: crypto.randomUUID() } },
            body: { minutes: '', remark: '', with_before: false, ...body },
          }),
        ),
      'step',
    );
  }

  start(step: string) {
    return this.#event({ kind: 'started', step });
  }

  async tick(step: Step, minutes = '', remark = '', withBefore = false) {
    const done = await this.#event({
      kind: 'done',
      step: step.key,
      minutes,
      remark,
      with_before: withBefore,
    });
    if (!done) return false;
    this.chosen = '';
    notify(`Ticked: ${step.title}.`, { undo: () => void this.takeBack(step.key) });
    return true;
  }

  /** A step that asks for something else since: it still fits. */
  looked(step: string) {
    return this.#event({ kind: 'looked', step });
  }

  takeBack(step: string) {
    return this.#event({ kind: 'undone', step });
  }

  remark(step: string, remark: string) {
    return this.#event({ kind: 'remark', step, remark });
  }

  weigh(step: string, text: string) {
    return this.#run(
      () =>
        ask(
          client.PUT('/api/workshop/builds/{build}/weighings/{key}', {
            params: { path: { build: this.build, key: crypto.randomUUID() } },
            body: { step, text },
          }),
        ),
      'step',
    );
  }

  ballast(step: string) {
    return this.#run(
      () =>
        ask(
          client.POST('/api/workshop/builds/{build}/ballast', {
            params: { path: { build: this.build } },
            body: { step, part: crypto.randomUUID() },
          }),
        ),
      'step',
    );
  }

  photo(step: Step, file: File) {
    return this.#run(() => sendPhoto(this.build, step.key, step.title, file), 'step');
  }

  dropPhoto(key: string) {
    return this.#run(
      () => ask(client.DELETE('/api/workshop/photos/{key}', { params: { path: { key } } })),
      'step',
    );
  }

  restorePhoto(key: string) {
    return this.#run(
      () => ask(client.POST('/api/workshop/photos/{key}/restore', { params: { path: { key } } })),
      'step',
    );
  }

  schools(told: Told) {
    return this.#run(() =>
      ask(
        client.PATCH('/api/workshop/builds/{build}/schools', {
          params: { path: { build: this.build } },
          body: { told },
        }),
      ),
    );
  }

  deadline(text: string) {
    return this.#run(() =>
      ask(
        client.PUT('/api/workshop/builds/{build}/deadline', {
          params: { path: { build: this.build } },
          body: { text, zone: zone() },
        }),
      ),
    );
  }

  /** Free hours made of those that stand when the change's turn comes. */
  hours(change: (now: Station | undefined) => Hours) {
    return this.#run(() => {
      const { weekly = null, exceptions = null } = change(
        queryClient.getQueryData<Station>(['build', this.#id()]) ?? this.#station(),
      );
      return ask(
        client.PUT('/api/workshop/builds/{build}/hours', {
          params: { path: { build: this.build } },
          body: { weekly, exceptions, zone: zone() },
        }),
      );
    });
  }

  changePlan(told: PlanChange) {
    return this.#run(() =>
      ask(
        client.POST('/api/workshop/builds/{build}/changes', {
          params: { path: { build: this.build } },
          body: { title: '', hands_on: '', cure: '', after: [], before: [], note: '', ...told },
        }),
      ),
    );
  }

  takeBackChange(number: number) {
    return this.#run(() =>
      ask(
        client.DELETE('/api/workshop/builds/{build}/changes/{number}', {
          params: { path: { build: this.build, number } },
        }),
      ),
    );
  }
}
