import { createMutation, createQuery, keepPreviousData, QueryClient } from '@tanstack/svelte-query';
import { ApiError, ask, client, whenStale, type Schemas } from './client';

export type Rocket = Schemas['RocketOut'];
export type Motor = Schemas['MotorOut'];
export type Board = Schemas['BoardOut'];
export type MotorVerdict = Schemas['MotorVerdictOut'];
export type DelayVerdict = Schemas['DelayOut'];
export type Forecast = Schemas['FlightOut'];
export type RocketDraft = Schemas['RocketDraftOut'];
export type Logged = Schemas['LoggedOut'];
export type Book = Schemas['LogbookOut'];
export type Mark = Schemas['SeasonMarkOut'];

/** The one client: server state lives here and nowhere else. */
export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      retry: (count, error) => count < 2 && error instanceof ApiError && error.status === 0,
    },
  },
});

whenStale(() => void queryClient.invalidateQueries());

/** What no change of a rocket, a build, a flight or a day reaches; renewed by name where it is changed itself. */
const APART = new Set([
  ...['session', 'preferences', 'terms', 'choices', 'shares', 'shared'],
  ...['motors', 'stock', 'glues', 'fields', 'decode', 'firing'],
  ...['training', 'packing-quiz', 'picture'],
]);

/**
 * After a change: whatever the server said of rockets, builds, flights and days may be different now. What is on
 * show is asked anew at once, the rest when it is shown next. Not so what `stands`: it came with the answer.
 */
export const renew = (stands: (key: readonly unknown[]) => boolean = () => false): Promise<void> =>
  queryClient.invalidateQueries({
    predicate: ({ queryKey }) => !APART.has(String(queryKey[0])) && !stands(queryKey),
  });

/**
 * What a change was answered with is what stands from now on. Whatever was asked before it and has not come yet tells of
 * the time before, and is not waited for.
 */
export async function stands<T>(queryKey: readonly unknown[], found: T): Promise<void> {
  await queryClient.cancelQueries({ queryKey, exact: true });
  queryClient.setQueryData(queryKey, found);
}

const SESSION = 'wobbly-fin:session';

/** Who is signed in; without a network, who last was: the field's screens open then, and the server judges again later. */
async function session(): Promise<Schemas['SessionOut']> {
  try {
    const found = await ask(client.GET('/api/session'));
    if (found.username) localStorage.setItem(SESSION, JSON.stringify(found));
    else localStorage.removeItem(SESSION);
    return found;
  } catch (error) {
    const last = localStorage.getItem(SESSION);
    if (error instanceof ApiError && error.status === 0 && last)
      return JSON.parse(last) as Schemas['SessionOut'];
    throw error;
  }
}

const sessionAsked = { queryKey: ['session'], queryFn: session, networkMode: 'always' as const };
export const useSession = () => createQuery(() => sessionAsked);
/** Ask who is here before anything is drawn. */
export const askSession = () => void queryClient.prefetchQuery(sessionAsked);

export const useRockets = () =>
  createQuery(() => ({ queryKey: ['rockets'], queryFn: () => ask(client.GET('/api/hangar/rockets')) }));

export const useRocket = (id: () => string) =>
  createQuery(() => ({
    queryKey: ['rockets', id()],
    queryFn: () => ask(client.GET('/api/hangar/rockets/{key}', { params: { path: { key: id() } } })),
  }));

export const useBoard = (id: () => string) =>
  createQuery(() => ({
    queryKey: ['board', id()],
    enabled: id() !== '',
    placeholderData: keepPreviousData,
    queryFn: () => ask(client.GET('/api/hangar/rockets/{key}/board', { params: { path: { key: id() } } })),
  }));

/** The same with where its leaders may land worked out: asked once the board is there, and takes its place. */
export const useBoardWithShares = (id: () => string, board: () => Board | undefined) =>
  createQuery(() => ({
    queryKey: ['board', id(), 'shares', board()?.headline ?? ''],
    enabled: id() !== '' && Boolean(board()?.ground_name),
    queryFn: ({ signal }: { signal: AbortSignal }) =>
      ask(
        client.GET('/api/hangar/rockets/{key}/board', {
          params: { path: { key: id() }, query: { shares: true } },
          signal,
        }),
      ),
  }));

export const useForecast = (id: () => string, motor: () => string, delay: () => number | null) =>
  createQuery(() => ({
    queryKey: ['forecast', id(), motor(), delay()],
    enabled: motor() !== '',
    placeholderData: keepPreviousData,
    queryFn: ({ signal }: { signal: AbortSignal }) =>
      ask(
        client.GET('/api/hangar/rockets/{key}/flight', {
          params: { path: { key: id() }, query: { motor: motor(), delay_s: delay() } },
          signal,
        }),
      ),
  }));

export type Readiness = Schemas['ReadinessOut'];

/** May it fly: with a motor named, or the one it is shown with everywhere; `brief` looks for no change. */
export const useReadiness = (
  id: () => string,
  motor: () => string,
  delay: () => number | null,
  brief: () => boolean = () => false,
) =>
  createQuery(() => ({
    queryKey: ['readiness', id(), motor(), delay(), brief()],
    enabled: id() !== '',
    placeholderData: keepPreviousData,
    queryFn: ({ signal }: { signal: AbortSignal }) =>
      ask(
        client.GET('/api/hangar/rockets/{key}/readiness', {
          params: {
            path: { key: id() },
            query: { motor: motor(), delay_s: delay(), change: !brief() },
          },
          signal,
        }),
      ),
  }));

export type Shape = Schemas['ShapeOut'];
export type EditIn = Schemas['EditIn'];

export const shapeKey = (id: string, selected: string | undefined) => ['shape', id, selected ?? ''];

export const useShape = (id: () => string, selected: () => string | undefined) =>
  createQuery(() => ({
    queryKey: shapeKey(id(), selected()),
    placeholderData: keepPreviousData,
    queryFn: () =>
      ask(
        client.GET('/api/hangar/rockets/{key}/shape', {
          params: { path: { key: id() }, query: { selected: selected() ?? null } },
        }),
      ),
  }));

export const useWhatIf = (id: () => string, revision: () => number) =>
  createQuery(() => ({
    queryKey: ['shape', id(), 'what-if', revision()],
    placeholderData: keepPreviousData,
    queryFn: () => ask(client.GET('/api/hangar/rockets/{key}/what-if', { params: { path: { key: id() } } })),
  }));

export const usePaint = (id: () => string, revision: () => number) =>
  createQuery(() => ({
    queryKey: ['shape', id(), 'paint', revision()],
    placeholderData: keepPreviousData,
    queryFn: () => ask(client.GET('/api/hangar/rockets/{key}/paint', { params: { path: { key: id() } } })),
  }));

export const useTemplates = (id: () => string, revision: () => number) =>
  createQuery(() => ({
    queryKey: ['shape', id(), 'templates', revision()],
    placeholderData: keepPreviousData,
    queryFn: () =>
      ask(client.GET('/api/hangar/rockets/{key}/templates', { params: { path: { key: id() } } })),
  }));

export const useVersions = (id: () => string, revision: () => number) =>
  createQuery(() => ({
    queryKey: ['shape', id(), 'versions', revision()],
    queryFn: () => ask(client.GET('/api/hangar/rockets/{key}/versions', { params: { path: { key: id() } } })),
  }));

export const useCompared = (id: () => string, left: () => number, right: () => number) =>
  createQuery(() => ({
    queryKey: ['shape', id(), 'compare', left(), right()],
    enabled: left() !== right(),
    retry: false,
    queryFn: () =>
      ask(
        client.GET('/api/hangar/rockets/{key}/compare', {
          params: { path: { key: id() }, query: { left: left(), right: right() } },
        }),
      ),
  }));

export const useStock = () =>
  createQuery(() => ({ queryKey: ['stock'], queryFn: () => ask(client.GET('/api/stores/parts')) }));

export const useMotors = () =>
  createQuery(() => ({ queryKey: ['motors'], queryFn: () => ask(client.GET('/api/stores/motors')) }));

export const useMotor = (key: () => string) =>
  createQuery(() => ({
    queryKey: ['motors', key()],
    enabled: key() !== '',
    queryFn: () => ask(client.GET('/api/stores/shelf/{key}', { params: { path: { key: key() } } })),
  }));

export const useMotorCard = (key: () => string) =>
  createQuery(() => ({
    queryKey: ['motors', key(), 'card'],
    enabled: key() !== '',
    queryFn: () => ask(client.GET('/api/stores/shelf/{key}/card', { params: { path: { key: key() } } })),
  }));

export const useDecoded = (label: () => string) =>
  createQuery(() => ({
    queryKey: ['decode', label()],
    enabled: label() !== '',
    queryFn: () => ask(client.GET('/api/stores/motors/decode', { params: { query: { label: label() } } })),
  }));

export const useFields = () =>
  createQuery(() => ({ queryKey: ['fields'], queryFn: () => ask(client.GET('/api/stores/fields')) }));

export const useBox = () =>
  createQuery(() => ({ queryKey: ['box'], queryFn: () => ask(client.GET('/api/stores/box')) }));

export const useConditions = () =>
  createQuery(() => ({ queryKey: ['conditions'], queryFn: () => ask(client.GET('/api/conditions')) }));

export const usePreferences = () =>
  createQuery(() => ({ queryKey: ['preferences'], queryFn: () => ask(client.GET('/api/preferences')) }));

export interface LogbookFilter {
  rocket?: string;
  outcome?: string;
  year?: number;
  /** From 1; 0 is all of them on one page. */
  page?: number;
}

export const useLogbook = (filter: () => LogbookFilter) =>
  createQuery(() => ({
    queryKey: ['logbook', filter()],
    placeholderData: keepPreviousData,
    queryFn: () => ask(client.GET('/api/logbook/flights', { params: { query: filter() } })),
  }));

export const useChoices = () =>
  createQuery(() => ({
    queryKey: ['choices'],
    staleTime: Infinity,
    queryFn: () => ask(client.GET('/api/logbook/choices')),
  }));

/** A change of the world; afterwards the server's state is read anew, the named parts before the change counts as done. */
export function useChange<In, Out>(run: (input: In) => Promise<Out>, awaited: string[]) {
  return createMutation(() => ({
    mutationFn: run,
    onSuccess: () => {
      void renew((key) => awaited.includes(String(key[0])));
      return Promise.all(awaited.map((key) => queryClient.invalidateQueries({ queryKey: [key] })));
    },
  }));
}

/** A change of how everything is said: all of it is read anew. */
export function useChangeOfWords<In, Out>(run: (input: In) => Promise<Out>) {
  return createMutation(() => ({ mutationFn: run, onSuccess: () => queryClient.invalidateQueries() }));
}
