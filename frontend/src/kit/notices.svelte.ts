/** Short notices at the foot of the page, some with a way back. */

export interface Notice {
  id: number;
  text: string;
  undo?: () => void | Promise<void>;
  danger?: boolean;
  stays_ms: number;
  timer?: ReturnType<typeof setTimeout>;
}

export const notices = $state<Notice[]>([]);
let last = 0;

export function dismiss(id: number): void {
  const at = notices.findIndex((n) => n.id === id);
  if (at >= 0) clearTimeout(notices.splice(at, 1)[0]?.timer);
}

function stay(notice: Notice): void {
  clearTimeout(notice.timer);
  notice.timer = setTimeout(() => dismiss(notice.id), notice.stays_ms);
}

/** Somebody is on the way to them, by key or pointer: those with a way back wait from now on anew. */
export function linger(): void {
  notices.filter((notice) => notice.undo).forEach(stay);
}

/** Say something; it goes by itself after a while, one with an undo stays longer. */
export function notify(
  text: string,
  options: { undo?: () => void | Promise<void>; danger?: boolean } = {},
): void {
  const stays_ms = options.undo ? 20_000 : options.danger ? 12_000 : 5_000;
  const many = notices.push({ id: ++last, text, stays_ms, ...options });
  stay(notices[many - 1]!); // as the page knows it, not as it was put in
}
