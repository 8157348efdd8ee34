import { ApiError } from '../api/client';
import { notify } from './notices.svelte';

/** Say a refusal where there is no form to say it in. */
export function said(error: unknown): void {
  if (!(error instanceof ApiError)) throw error;
  notify(error.message, { danger: true });
}
