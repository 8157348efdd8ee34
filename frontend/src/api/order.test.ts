import { beforeEach, describe, expect, it, vi } from 'vitest';
import { inOrder, latestOf } from './order';
import { queryClient, stands } from './queries';

/** A promise, and what settles it. */
function later<T>() {
  let settle: { keep: (found: T) => void; fail: (error: unknown) => void } | undefined;
  const promise = new Promise<T>((keep, fail) => (settle = { keep, fail }));
  return { promise, keep: (found: T) => settle?.keep(found), fail: (e: unknown) => settle?.fail(e) };
}

describe('work in order', () => {
  it('begins each only when the one before is answered, with its own answer', async () => {
    const next = inOrder();
    const first = later<string>();
    const second = vi.fn(() => Promise.resolve('second'));
    const both = [next(() => first.promise), next(second)];
    await Promise.resolve();
    expect(second).not.toHaveBeenCalled();
    first.keep('first');
    expect(await Promise.all(both)).toEqual(['first', 'second']);
  });

  it('is not held up by what fails, whose failure its own asker is told', async () => {
    const next = inOrder();
    const broken = next(() => Promise.reject(new Error('no')));
    const thrown = next(() => {
      throw new Error('a slip');
    });
    const after = next(() => Promise.resolve('after'));
    await expect(broken).rejects.toThrow('no');
    await expect(thrown).rejects.toThrow('a slip');
    expect(await after).toBe('after');
  });

  it('holds up nothing but its own', async () => {
    const first = later<string>();
    void inOrder()(() => first.promise);
    expect(await inOrder()(() => Promise.resolve('other'))).toBe('other');
  });
});

describe('work that tells the whole', () => {
  it('is done as it stands last: of those that wait only the newest, the others answer nothing', async () => {
    const latest = latestOf();
    const first = later<string>();
    const done: string[] = [];
    const work = (name: string, answer = Promise.resolve(name)) =>
      latest(() => {
        done.push(name);
        return answer;
      });
    const one = work('one', first.promise);
    await Promise.resolve();
    const others = [work('two'), work('three'), work('four')];
    first.keep('one');
    expect([await one, ...(await Promise.all(others))]).toEqual(['one', undefined, undefined, 'four']);
    expect(done).toEqual(['one', 'four']);
  });

  it('waits for its place among other work', async () => {
    const next = inOrder();
    const latest = latestOf(next);
    const first = later<string>();
    const done: string[] = [];
    void next(() => first.promise.then((name) => void done.push(name)));
    const whole = latest(() => Promise.resolve(void done.push('whole')));
    first.keep('before it');
    await whole;
    expect(done).toEqual(['before it', 'whole']);
  });
});

describe('what a change was answered with', () => {
  beforeEach(() => queryClient.clear());

  it('is not overwritten by what was asked before it and comes later', async () => {
    queryClient.setQueryData(['build', 'r'], 'long ago');
    const earlier = later<string>();
    const asked = queryClient
      .fetchQuery({ queryKey: ['build', 'r'], queryFn: () => earlier.promise, staleTime: 0 })
      .catch(() => undefined);
    await stands(['build', 'r'], 'as changed');
    earlier.keep('before the change');
    await asked;
    expect(queryClient.getQueryData(['build', 'r'])).toBe('as changed');
  });

  it('leaves questions about other things on their way', async () => {
    const other = later<string>();
    const asked = queryClient.fetchQuery({ queryKey: ['build', 'r', 'x'], queryFn: () => other.promise });
    await stands(['build', 'r'], 'as changed');
    other.keep('theirs');
    expect(await asked).toBe('theirs');
  });
});
