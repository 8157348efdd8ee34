import { beforeEach, expect, it, vi } from 'vitest';
import { ApiError } from './client';

const api = vi.hoisted(() => ({ send: vi.fn() }));
vi.mock('./send', () => api);
const { sendPhoto } = await import('./launchdays');

/** A server that keeps what fits on to what it has, and now and then loses the way there or the way back. */
class Server {
  bytes = new Uint8Array();
  requests = 0;
  constructor(readonly lost: (n: number) => '' | 'there' | 'back') {}
  take = async (_: string, piece: File, __: string, words: Record<string, string>) => {
    const lost = this.lost((this.requests += 1));
    const gone = new ApiError(0, { code: 'offline', message: '', fields: [], current: null });
    if (lost === 'there') throw gone;
    const data = new Uint8Array(await piece.arrayBuffer());
    if (Number(words['begins']) === this.bytes.length) this.bytes = new Uint8Array([...this.bytes, ...data]);
    if (lost === 'back') throw gone;
    return { kept: this.bytes.length, done: this.bytes.length === Number(words['whole']) };
  };
}

const photo = new Blob([Uint8Array.from({ length: 250_000 }, (_, n) => n % 251)]);
beforeEach(() => vi.resetAllMocks());

it('goes on where it was cut off, whichever way, and sends each piece once more at most', async () => {
  const server = new Server((n) => (n % 3 === 0 ? 'back' : n % 4 === 0 ? 'there' : ''));
  api.send.mockImplementation(server.take);
  let tries = 0;
  for (let done = false; !done; tries += 1) {
    expect(tries).toBeLessThan(9);
    done = await sendPhoto('f', 'k', photo, 'On the pad').then(
      () => true,
      () => false,
    );
  }
  expect(tries).toBeGreaterThan(1);
  expect(server.bytes).toEqual(new Uint8Array(await photo.arrayBuffer()));
  expect(server.requests).toBeLessThan(12);
});

it('does not try for ever where nothing grows', async () => {
  api.send.mockResolvedValue({ kept: 0, done: false });
  await expect(sendPhoto('f', 'k', photo, '')).rejects.toThrow(ApiError);
  expect(api.send.mock.calls.length).toBe(2);
});
