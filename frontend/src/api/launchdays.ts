import { createQuery, keepPreviousData } from '@tanstack/svelte-query';
import { ApiError, asSeen, ask, client, type Schemas } from './client';
import { queryClient, renew, stands } from './queries';
import { send } from './send';

export type Plan = Schemas['DayPlanOut'];
export type PlanLine = Schemas['ManifestLineOut'];
export type Pack = Schemas['FieldPackOut'];
export type ListItem = Schemas['ChecklistItemOut'];
export type FiringAnswer = Schemas['FiringOut'];
export type Panel = Schemas['PanelOut'];
export type EventOut = Schemas['DayEventIn'];

const at = (key: string) => ({ params: { path: { key } } });

export const useDays = () =>
  createQuery(() => ({ queryKey: ['days'], queryFn: () => ask(client.GET('/api/launchdays/days')) }));

export const usePlan = (id: () => string) =>
  createQuery(() => ({
    queryKey: ['day', id()],
    placeholderData: keepPreviousData,
    queryFn: () => ask(client.GET('/api/launchdays/days/{key}', at(id()))),
  }));

/** Under `day`, so that whatever makes a day stale asks for this again. */
export const useChangedLines = () =>
  createQuery(() => ({
    queryKey: ['day', 'changes'],
    queryFn: () => ask(client.GET('/api/launchdays/changes')),
  }));

export const noteChanges = (id: string) => ask(client.POST('/api/launchdays/days/{key}/noted', at(id)));

export const useCloud = (id: () => string, line: () => string) =>
  createQuery(() => ({
    queryKey: ['day-cloud', id(), line()],
    enabled: line() !== '',
    queryFn: () =>
      ask(
        client.GET('/api/launchdays/days/{key}/lines/{line}/cloud', {
          params: { path: { key: id(), line: line() } },
        }),
      ),
  }));

export const useCar = (id: () => string) =>
  createQuery(() => ({
    queryKey: ['car', id()],
    queryFn: () => ask(client.GET('/api/launchdays/days/{key}/car', at(id()))),
  }));

const seen = (id: string) => asSeen(queryClient.getQueryData<Plan>(['day', id])?.version);

export const keepDay = (id: string, body: Schemas['LaunchDayIn'], version?: string) =>
  ask(client.PUT('/api/launchdays/days/{key}', { ...at(id), body, ...asSeen(version) }));

export const keepLine = (id: string, line: string, body: Schemas['ManifestLineIn']) =>
  ask(
    client.PUT('/api/launchdays/days/{key}/lines/{line}', {
      params: { path: { key: id, line } },
      body,
      ...seen(id),
    }),
  );

export const dropLine = (id: string, line: string) =>
  ask(client.DELETE('/api/launchdays/days/{key}/lines/{line}', { params: { path: { key: id, line } } }));

export const askWeather = (id: string, document?: Record<string, unknown>) =>
  ask(client.POST('/api/launchdays/days/{key}/weather', { ...at(id), body: document ? { document } : {} }));

export const typeWeather = (id: string, typed: Schemas['ForecastIn']['typed']) =>
  ask(client.POST('/api/launchdays/days/{key}/weather', { ...at(id), body: { typed } }));

export const packFor = (id: string, device: string) =>
  ask(client.GET('/api/launchdays/days/{key}/pack', { params: { path: { key: id }, query: { device } } }));

/** So much of a photo at a time: what a bad network brings across before it drops (our own figure). [bytes] */
const PIECE = 96_000;

/** In pieces, from where the server says: cut off, the next try goes on instead of beginning again. */
export async function sendPhoto(flight: string, key: string, photo: Blob, title: string): Promise<void> {
  const path = `/api/logbook/flights/${flight}/photos/${key}/pieces`;
  const words = { title, whole: String(photo.size) };
  let at = { kept: 0, done: false };
  for (let size = 0, last = -1; !at.done; size = PIECE) {
    // It neither grows nor is done: better said than tried for ever.
    if (at.kept <= last) throw new ApiError(503, { code: 'stuck', message: '', fields: [], current: null });
    if (size) last = at.kept;
    const piece = new File([photo.slice(at.kept, at.kept + size)], 'piece');
    at = await send<Schemas['PieceOut']>(path, piece, 'piece', { ...words, begins: String(at.kept) });
  }
}

export const callHeadsUp = (key: string) =>
  ask(client.PUT('/api/launchdays/alerts/{key}', { params: { path: { key } } }));

export const alertsSince = (after: string | undefined) =>
  ask(client.GET('/api/launchdays/alerts', { params: { query: after ? { after } : {} } }));

export const useFlightHolds = (flight: () => string) =>
  createQuery(() => ({
    queryKey: ['flight-holds', flight()],
    queryFn: () =>
      ask(client.GET('/api/launchdays/flights/{flight}/holds', { params: { path: { flight: flight() } } })),
  }));

export const tellEvents = (id: string, body: Schemas['DayEventsIn']) =>
  ask(client.PUT('/api/launchdays/days/{key}/events', { ...at(id), body }));

/** A new board becomes what is shown, and what hangs on it is asked anew. */
export async function takePlan(plan: Plan): Promise<void> {
  await stands(['day', plan.id], plan);
  void renew((key) => key[0] === 'day' && key[1] === plan.id);
}
