import { beforeEach, describe, expect, it, vi } from 'vitest';

const kit = vi.hoisted(() => ({ notify: vi.fn(), said: vi.fn(), invalidateQueries: vi.fn() }));
vi.mock('./notices.svelte', () => ({ notify: kit.notify }));
vi.mock('./said', () => ({ said: kit.said }));
vi.mock('../api/queries', () => ({ queryClient: { invalidateQueries: kit.invalidateQueries } }));
const { throwOut } = await import('./bin');

describe('what is thrown out', () => {
  const done: string[] = [];
  const doing = (name: string) => () => Promise.resolve(void done.push(name));
  beforeEach(() => {
    vi.resetAllMocks();
    done.length = 0;
  });

  it('is left, told of, and can be had back', async () => {
    await throwOut({ says: 'Gone.', away: doing('away'), back: doing('back'), leave: doing('leave') });
    const [says, { undo }] = kit.notify.mock.calls[0] as [string, { undo: () => Promise<void> }];
    expect([says, done]).toEqual(['Gone.', ['away', 'leave']]);
    await undo();
    expect(done).toEqual(['away', 'leave', 'back']);
    expect(kit.invalidateQueries).toHaveBeenCalledTimes(2);
  });

  it('stays where it is when that is refused, and the refusal is said', async () => {
    const no = new Error('somebody needs it');
    await throwOut({
      says: 'Gone.',
      away: () => Promise.reject(no),
      back: doing('back'),
      leave: doing('leave'),
    });
    expect(done).toEqual([]);
    expect(kit.said).toHaveBeenCalledWith(no);
    expect(kit.notify).not.toHaveBeenCalled();
  });

  it('can be had back even if the page cannot be left', async () => {
    const away = throwOut({
      says: 'Gone.',
      away: doing('away'),
      back: doing('back'),
      leave: () => Promise.reject(new Error('no such page')),
    });
    await expect(away).rejects.toThrow('no such page');
    expect(kit.notify).toHaveBeenCalledOnce();
  });

  it('says when it cannot be had back', async () => {
    const no = new Error('its name is taken');
    await throwOut({ says: 'Gone.', away: doing('away'), back: () => Promise.reject(no) });
    const { undo } = kit.notify.mock.calls[0]?.[1] as { undo: () => Promise<void> };
    await undo();
    expect(kit.said).toHaveBeenCalledWith(no);
    expect(kit.invalidateQueries).toHaveBeenCalledTimes(2); // what stands is read either way
  });
});
