import { ApiError } from '../api/client';
import { notify } from './notices.svelte';

/** Say a refusal where no box is at fault; one for having been changed elsewhere is said already. */
export function said(error: unknown): void {
  if (!(error instanceof ApiError)) throw error;
  if (!error.standing) notify(error.message, { danger: true });
}
