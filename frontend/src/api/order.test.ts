import { beforeEach, describe, expect, it, vi } from 'vitest';
import { inOrder } from './order';
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
