import { queryClient } from '../api/queries';
import { notify } from './notices.svelte';
import { said } from './said';

interface Bin {
  /** What is told once it is gone, beside the way back. */
  says: string;
  away: () => Promise<unknown>;
  back: () => Promise<unknown>;
  /** To somewhere that does not show it. */
  leave?: () => Promise<unknown>;
}

/** Throw something out, with a way back. A refusal of either is said, and nothing else changes. */
export async function throwOut({ says, away, back, leave }: Bin): Promise<void> {
  try {
    await away();
  } catch (error) {
    said(error);
    return;
  }
  notify(says, {
    undo: async () => {
      try {
        await back();
      } catch (error) {
        said(error);
      }
      await queryClient.invalidateQueries();
    },
  });
  await leave?.();
  await queryClient.invalidateQueries();
}
