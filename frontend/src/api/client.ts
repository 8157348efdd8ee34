import createClient, { type Middleware } from 'openapi-fetch';
import type { components, paths } from './generated/types';

export type Schemas = components['schemas'];
export type ErrorBody = Schemas['ErrorOut'];

/** What the API said no with: a stable code, a sentence, and the boxes at fault. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly body: ErrorBody,
  ) {
    super(body.message);
  }

  /** The sentence for one box, if it is at fault. */
  of(field: string): string | undefined {
    return this.body.fields?.find((f) => f.field === field || f.field.endsWith(`.${field}`))?.message;
  }
}

function cookie(name: string): string {
  const found = document.cookie.split('; ').find((c) => c.startsWith(`${name}=`));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : '';
}

/** What every write carries to show that it comes from this page. */
export const csrfToken = (): string => cookie('csrftoken');

/**
 * After an edit of what had been changed elsewhere: the version that stands, with which keeping it once more is meant.
 * Undefined for any other error.
 */
export function standing(error: unknown): string | undefined {
  const stale = error instanceof ApiError && error.body.code === 'stale';
  const version = stale ? error.body.current?.['version'] : undefined;
  return typeof version === 'string' ? version : undefined;
}

const csrf: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-CSRFToken', csrfToken());
    return request;
  },
};

// Which version this page's own edits led to from which: what was begun before one of them is no edit of something stale.
const led = new Map<string, string>();
/** What a version has become by this page's own edits. */
export function newest(version: string | undefined): string | undefined {
  const next = version ? led.get(version) : undefined;
  return next === undefined ? version : newest(next);
}
/** An edit of this page's was kept: of this version it made that one. */
export function ledTo(from: string | undefined, to: string): void {
  if (from && from !== to) led.set(from, to);
}

/** Sent with an edit of something: what it looked like then. Changed elsewhere since, it is refused instead of written over. */
export const asSeen = (version: string | undefined) => (version ? { headers: { 'If-Match': version } } : {});

const stale: (() => void)[] = [];
/** What is done when an edit was refused because the thing had been changed elsewhere. */
export const whenStale = (then: () => void) => void stale.push(then);

export const client = createClient<paths>({ baseUrl: '/' });
client.use(csrf);

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer, or an ApiError; a lost connection becomes one too. */
export async function ask<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await call;
  } catch {
    throw new ApiError(0, {
      code: 'offline',
      message: 'Wobbly Fin cannot be reached. What you typed is still here; try again.',
      fields: [],
      current: null,
    });
  }
  if (answer.response.ok) return answer.data as T;
  const body = answer.error as Partial<ErrorBody> | undefined;
  const message =
    answer.response.status === 413
      ? 'That is too large to send.'
      : (body?.message ?? 'Something went wrong on our side; nothing was changed.');
  // A rocket comes with both its versions to choose from; anything else is read anew.
  if (body?.code === 'stale' && !body.current?.['document']) for (const then of stale) then();
  throw new ApiError(answer.response.status, {
    code: body?.code ?? 'failed',
    message,
    fields: body?.fields ?? [],
    current: body?.current ?? null,
  });
}
