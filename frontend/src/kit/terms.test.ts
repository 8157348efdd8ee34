import { beforeEach, describe, expect, it, vi } from 'vitest';

const api = vi.hoisted(() => ({ GET: vi.fn() }));
vi.mock('../api/client', () => ({ ask: (call: Promise<unknown>) => call, client: api }));
vi.mock('../api/queries', async () => {
  const { QueryClient } = await import('@tanstack/svelte-query');
  return { queryClient: new QueryClient({ defaultOptions: { queries: { retry: false } } }) };
});

const found = { terms: { apogee: 'The top.' }, words: { 'peaks at': 'apogee' } };

describe('what figures are', () => {
  beforeEach(async () => {
    vi.resetModules();
    api.GET.mockReset();
    (await import('../api/queries')).queryClient.clear();
  });

  it('is asked once, however many words want to say it', async () => {
    api.GET.mockResolvedValue(found);
    const { terms } = await import('./terms.svelte');
    for (let n = 0; n < 100; n += 1) expect(terms()).toBeUndefined();
    await vi.waitFor(() => expect(terms()).toEqual(found));
    expect(api.GET).toHaveBeenCalledOnce();
  });

  it('is asked again by the next word after it could not be had', async () => {
    api.GET.mockRejectedValueOnce(new Error('not reached')).mockResolvedValue(found);
    const { terms } = await import('./terms.svelte');
    expect(terms()).toBeUndefined();
    await vi.waitFor(() => {
      terms();
      expect(api.GET).toHaveBeenCalledTimes(2);
    });
    await vi.waitFor(() => expect(terms()).toEqual(found));
  });
});
