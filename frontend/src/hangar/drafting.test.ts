import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { BoxTexts } from './boxes';

const api = vi.hoisted(() => ({ ask: vi.fn() }));
vi.mock('../api/client', () => ({ ask: api.ask, client: { POST: (_: string, rest: object) => rest } }));
const { Drafting } = await import('./drafting.svelte');

const texts = (mass: string) => ({ mass }) as unknown as BoxTexts;

describe('a form read while it is typed', () => {
  beforeEach(() => vi.resetAllMocks());

  it('shows the answer to the latest texts, though an earlier one comes after it', async () => {
    const answers: ((found: unknown) => void)[] = [];
    api.ask.mockImplementation(() => new Promise((done) => answers.push(done)));
    const drafting = new Drafting(() => texts(''), 'r');
    const [first, second] = [drafting.read(texts('1 oz')), drafting.read(texts('10 oz'))];
    answers[1]?.({ said: 'ten' });
    answers[0]?.({ said: 'one' });
    expect([await first, await second]).toEqual([{ said: 'one' }, { said: 'ten' }]);
    expect(drafting.draft).toEqual({ said: 'ten' });
    expect(api.ask.mock.calls.map((c) => (c[0] as { body: object }).body)).toEqual([
      { typed: { mass: '1 oz' }, rocket_id: 'r' },
      { typed: { mass: '10 oz' }, rocket_id: 'r' },
    ]);
  });

  it('says what went wrong, keeps what it knew, and forgets the trouble once it is over', async () => {
    const drafting = new Drafting(() => texts(''));
    api.ask.mockResolvedValueOnce({ said: 'one' });
    await drafting.read(texts('1 oz'));
    api.ask.mockRejectedValueOnce(new Error('cannot be reached'));
    expect(await drafting.read(texts('2 oz'))).toBeUndefined();
    expect([drafting.draft, drafting.problem]).toEqual([{ said: 'one' }, 'cannot be reached']);
    api.ask.mockResolvedValueOnce({ said: 'two' });
    await drafting.read(texts('2 oz'));
    expect([drafting.draft, drafting.problem]).toEqual([{ said: 'two' }, '']);
  });
});
