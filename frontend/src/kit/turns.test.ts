import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { atLeisure, soon } from './turns.svelte';

// Tests run where nothing is drawn: there Svelte has no changes to bring to the screen.
vi.mock('svelte', async (original) => ({
  ...(await original<object>()),
  flushSync: (job: () => void) => job(),
}));

describe('turns', () => {
  let now = performance.now();
  let timers: { at: number; work: () => void }[] = [];
  let done: string[] = [];
  const job = (name: string) => () => void done.push(name);

  /** Lets time pass. [ms] */
  function pass(ms: number): void {
    const end = now + ms;
    for (;;) {
      const due = timers.toSorted((a, b) => a.at - b.at).find((t) => t.at <= end);
      if (!due) break;
      timers = timers.filter((t) => t !== due);
      now = Math.max(now, due.at);
      due.work();
    }
    now = Math.max(now, end);
  }

  beforeEach(() => {
    done = [];
    vi.stubGlobal('setTimeout', (work: () => void, ms = 0) => timers.push({ at: now + ms, work }));
    vi.spyOn(performance, 'now').mockImplementation(() => now);
  });
  afterEach(() => {
    pass(5000);
    vi.unstubAllGlobals();
    vi.restoreAllMocks();
  });

  it('come in the order they were asked for, and not at once', () => {
    soon(job('first'));
    soon(job('second'));
    expect(done).toEqual([]);
    pass(0);
    expect(done).toEqual(['first', 'second']);
  });

  it('leave time in between for what takes long', () => {
    soon(() => (now += 20));
    soon(job('second'));
    pass(0);
    expect(done).toEqual([]);
    pass(0);
    expect(done).toEqual(['second']);
  });

  it('are not begun that would not be done in time', () => {
    for (const name of ['first', 'second', 'third']) soon(() => ((now += 2.5), done.push(name)));
    pass(0);
    expect(done).toEqual(['first']);
    pass(10);
    expect(done).toEqual(['first', 'second', 'third']);
  });

  it('let what is out of sight wait until the page has been still', () => {
    atLeisure(job('unseen'));
    soon(job('seen'));
    pass(300);
    soon(job('seen later'));
    pass(400); // 700 ms after the first, 400 after the last
    expect(done).toEqual(['seen', 'seen later']);
    pass(200);
    expect(done).toEqual(['seen', 'seen later', 'unseen']);
  });

  it('can be taken back', () => {
    const back = [soon(job('seen')), atLeisure(job('unseen'))];
    soon(job('other'));
    back.forEach((take) => take());
    pass(2000);
    expect(done).toEqual(['other']);
  });

  it('are kept from nobody by one that fails', () => {
    soon(() => {
      throw new Error('a drawing that cannot be drawn');
    });
    soon(job('next'));
    expect(() => pass(0)).toThrow('cannot be drawn');
    pass(0);
    expect(done).toEqual(['next']);
  });
});
