import { ApiError, client, type Schemas } from './client';

/** The messages of an answer that streams, as they come; ends with the answer, or where `signal` stops it. */
async function* events<T>(body: ReadableStream<Uint8Array>): AsyncGenerator<T> {
  const reader = body
    .pipeThrough(new TextDecoderStream() as unknown as TransformStream<Uint8Array, string>)
    .getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    const pieces = (rest + value).split('\n\n');
    rest = pieces.pop() ?? '';
    for (const piece of pieces) yield JSON.parse(piece.replace(/^data: /, '')) as T;
  }
}

/** Whole rockets for what somebody has, one after another. */
export async function* begin(
  body: Schemas['BeginRocketIn'],
  signal: AbortSignal,
): AsyncGenerator<Schemas['BeginRocketOut']> {
  const { data, error, response } = await client.POST('/api/hangar/begin', {
    body,
    parseAs: 'stream',
    signal,
  });
  if (!response.ok || !data) throw new ApiError(response.status, error as Schemas['ErrorOut']);
  yield* events<Schemas['BeginRocketOut']>(data as unknown as ReadableStream<Uint8Array>);
}
