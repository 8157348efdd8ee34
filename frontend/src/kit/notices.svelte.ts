/** Short notices at the foot of the page, some with a way back. */

export interface Notice {
  id: number;
  text: string;
  undo?: () => void | Promise<void>;
  danger?: boolean;
}

export const notices = $state<Notice[]>([]);
let last = 0;

export function dismiss(id: number): void {
  const at = notices.findIndex((n) => n.id === id);
  if (at >= 0) notices.splice(at, 1);
}

/** Say something; it goes by itself after a while, one with an undo stays longer. */
export function notify(
  text: string,
  options: { undo?: () => void | Promise<void>; danger?: boolean } = {},
): void {
  const id = ++last;
  notices.push({ id, text, ...options });
  setTimeout(() => dismiss(id), options.undo || options.danger ? 12_000 : 5_000);
}
