import { ApiError, csrfToken, type ErrorBody } from './client';

/** Send a file with words beside it; the answer, or the API's own refusal. */
export async function send<T>(
  path: string,
  file: File,
  field: string,
  words: Record<string, string>,
): Promise<T> {
  const body = new FormData();
  body.set(field, file, file.name);
  for (const [name, value] of Object.entries(words)) body.set(name, value);
  let response: Response;
  try {
    response = await fetch(path, { method: 'POST', body, headers: { 'X-CSRFToken': csrfToken() } });
  } catch {
    throw new ApiError(0, {
      code: 'offline',
      message: 'Wobbly Fin cannot be reached. What you sent is still where it was; try again.',
      fields: [],
      current: null,
    });
  }
  const told = (await response.json().catch(() => ({}))) as T & Partial<ErrorBody>;
  if (response.ok) return told;
  throw new ApiError(response.status, {
    code: told.code ?? 'failed',
    message: response.status === 413 ? 'That is too large to send.' : (told.message ?? 'That did not work.'),
    fields: told.fields ?? [],
    current: null,
  });
}
