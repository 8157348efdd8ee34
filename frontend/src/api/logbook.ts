import { createQuery, keepPreviousData } from '@tanstack/svelte-query';
import { asSeen, ask, client, ledTo, newest, type Schemas } from './client';
import { inOrder } from './order';
import { renew, stands } from './queries';
import { send } from './send';

export type Page = Schemas['FlightPageOut'];
export type Log = Schemas['LogOut'];
export type Curve = Schemas['CurveOut'];
export type Review = Schemas['ReviewOut'];
export type ReviewIn = Schemas['ReviewIn'];
export type Reading = Schemas['ReadingIO'];

export const useFlightPage = (id: () => string) =>
  createQuery(() => ({
    queryKey: ['logbook', 'page', id()],
    placeholderData: keepPreviousData,
    queryFn: () => ask(client.GET('/api/logbook/flights/{key}/page', { params: { path: { key: id() } } })),
  }));

export const useReview = (id: () => string) =>
  createQuery(() => ({
    queryKey: ['logbook', 'review', id()],
    queryFn: () => ask(client.GET('/api/logbook/flights/{key}/review', { params: { path: { key: id() } } })),
  }));

export const useStatistics = (filter: () => { rocket?: string; year?: number }) =>
  createQuery(() => ({
    queryKey: ['logbook', 'statistics', filter()],
    placeholderData: keepPreviousData,
    queryFn: () => ask(client.GET('/api/logbook/statistics', { params: { query: filter() } })),
  }));

export const useTeardown = (rocket: () => string) =>
  createQuery(() => ({
    queryKey: ['logbook', 'teardown', rocket()],
    queryFn: () =>
      ask(client.GET('/api/logbook/teardowns/{rocket}', { params: { path: { rocket: rocket() } } })),
  }));

export const useAdvice = () =>
  createQuery(() => ({
    queryKey: ['logbook', 'advice'],
    queryFn: () => ask(client.GET('/api/logbook/advice')),
  }));

/** A flight's page with its changes: each answers with the whole page, which then stands. */
export function useDesk(id: () => string) {
  // A key held down must not overtake its own last edit and be taken for somebody else's.
  const next = inOrder();
  const kept = (call: () => Promise<Page>): Promise<Page> =>
    next(async () => {
      const found = await call();
      await stands(['logbook', 'page', id()], found);
      // Lists, verdicts and hangar hang on what a flight was measured with.
      void renew((key) => key[0] === 'logbook' && key[1] === 'page' && key[2] === id());
      return found;
    });
  const path = () => ({ params: { path: { key: id() } } });
  /** An edit of the flight as it stood at `version`; refused where somebody else has changed it since. */
  const edit = (version: string, call: (seen: ReturnType<typeof asSeen>) => Promise<Page>): Promise<Page> =>
    kept(async () => {
      const from = newest(version);
      const found = await call(asSeen(from));
      ledTo(from, found.flight.version);
      return found;
    });
  return {
    keepLog: (file: File, reading: Reading) =>
      kept(() =>
        send<Page>(`/api/logbook/flights/${id()}/logs/${crypto.randomUUID()}`, file, 'file', {
          reading: JSON.stringify(reading),
        }),
      ),
    changeLog: (log: string, reading: Reading, version: string) =>
      edit(version, (seen) =>
        ask(client.PUT('/api/logbook/logs/{log}', { params: { path: { log } }, body: reading, ...seen })),
      ),
    dropLog: (log: string) =>
      kept(() => ask(client.DELETE('/api/logbook/logs/{log}', { params: { path: { log } } }))),
    restoreLog: (log: string) =>
      kept(() => ask(client.POST('/api/logbook/logs/{log}/restore', { params: { path: { log } } }))),
    readouts: (typed: Record<string, string>, version: string) =>
      edit(version, (seen) =>
        ask(client.PUT('/api/logbook/flights/{key}/readouts', { ...path(), body: { typed }, ...seen })),
      ),
    tracking: (body: Schemas['TrackingIn'], version: string) =>
      edit(version, (seen) =>
        ask(client.PUT('/api/logbook/flights/{key}/tracking', { ...path(), body, ...seen })),
      ),
    landed: (body: Schemas['LandedIn'], version: string) =>
      edit(version, (seen) =>
        ask(client.PUT('/api/logbook/flights/{key}/landed', { ...path(), body, ...seen })),
      ),
    certification: (level: number | null, version: string) =>
      edit(version, (seen) =>
        ask(client.PUT('/api/logbook/flights/{key}/certification', { ...path(), body: { level }, ...seen })),
      ),
    photo: (file: File, title: string) =>
      kept(() =>
        send<Page>(`/api/logbook/flights/${id()}/photos/${crypto.randomUUID()}`, file, 'photo', { title }),
      ),
    dropPhoto: (key: string) =>
      ask(client.DELETE('/api/logbook/photos/{key}', { params: { path: { key } } })),
    restorePhoto: (key: string) =>
      ask(client.POST('/api/logbook/photos/{key}/restore', { params: { path: { key } } })),
    altimeter: (acts: string[]) =>
      ask(client.POST('/api/logbook/flights/{key}/altimeter', { ...path(), body: { acts } })),
    takeLog: (acts: string[]) =>
      kept(() =>
        ask(
          client.POST('/api/logbook/flights/{key}/altimeter/{log}', {
            params: { path: { key: id(), log: crypto.randomUUID() } },
            body: { acts },
          }),
        ),
      ),
  };
}
export type Desk = ReturnType<typeof useDesk>;
