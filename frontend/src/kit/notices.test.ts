import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { dismiss, linger, notices, notify } from './notices.svelte';

beforeEach(() => vi.useFakeTimers());
afterEach(() => {
  for (const { id } of [...notices]) dismiss(id);
  vi.useRealTimers();
});

test('a notice goes by itself, one with a way back later', () => {
  notify('Saved');
  notify('In the bin', { undo: () => {} });
  vi.advanceTimersByTime(5_000);
  expect(notices.map((n) => n.text)).toEqual(['In the bin']);
  vi.advanceTimersByTime(15_000);
  expect(notices).toEqual([]);
});

test('a way back waits while somebody is on the way to it; a mere word does not', () => {
  notify('In the bin', { undo: () => {} });
  notify('Saved');
  for (let key = 0; key < 5; key++) {
    vi.advanceTimersByTime(4_000);
    linger();
  }
  expect(notices.map((n) => n.text)).toEqual(['In the bin']);
  vi.advanceTimersByTime(19_999);
  expect(notices).toHaveLength(1);
  vi.advanceTimersByTime(1);
  expect(notices).toEqual([]);
});
