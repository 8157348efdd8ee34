import { createMutation, createQuery, keepPreviousData } from '@tanstack/svelte-query';
import { ask, client, type Schemas } from './client';
import { renew, stands } from './queries';
import { send } from './send';

export type Station = Schemas['StationOut'];
export type Step = Schemas['BuildStepOut'];
export type Picture = Schemas['PictureOut'];

/** What newer browsers have; TypeScript does not know of it yet. */
declare const Temporal: { Now: { timeZoneId(): string } } | undefined;

/** The clock this browser hangs under; free hours are told on it until their owner says otherwise. */
export function zone(): string {
  // The older way loads the browser's tables of dates, on a phone for a tenth of a second.
  const named =
    typeof Temporal === 'undefined'
      ? Intl.DateTimeFormat().resolvedOptions().timeZone
      : Temporal.Now.timeZoneId();
  const found = named || 'UTC';
  localStorage.setItem(ZONE, found);
  return found;
}
const ZONE = 'wobbly-fin:zone';
/** The same as last looked up: that loads the browser's dates, for which the hangar on a phone has no time. Empty: never yet. */
const lastZone = (): string => localStorage.getItem(ZONE) ?? '';

export const useStation = (id: () => string) =>
  createQuery(() => ({
    queryKey: ['build', id()],
    placeholderData: keepPreviousData,
    refetchInterval: 60_000,
    queryFn: () =>
      ask(
        client.GET('/api/workshop/rockets/{key}', {
          params: { path: { key: id() }, query: { zone: zone() } },
        }),
      ),
  }));

export const useBenches = () =>
  createQuery(() => ({
    queryKey: ['benches'],
    queryFn: () => ask(client.GET('/api/workshop/benches', { params: { query: { zone: lastZone() } } })),
  }));

export const usePicture = (
  build: () => string,
  step: () => string,
  revision: () => string,
  view: () => 'work' | 'stands' = () => 'work',
) =>
  createQuery(() => ({
    queryKey: ['picture', build(), step(), revision(), view()],
    enabled: step() !== '',
    staleTime: Infinity,
    retry: false,
    queryFn: () =>
      ask(
        client.GET('/api/workshop/builds/{build}/picture', {
          params: { path: { build: build() }, query: { step: step(), view: view() } },
        }),
      ),
  }));

export const useMaterials = (build: () => string, moment: () => string) =>
  createQuery(() => ({
    queryKey: ['materials', build(), moment()],
    enabled: build() !== '',
    placeholderData: keepPreviousData,
    queryFn: () =>
      ask(client.GET('/api/workshop/builds/{build}/materials', { params: { path: { build: build() } } })),
  }));

export type Recovery = Schemas['RecoveryOut'];
export type Bay = Schemas['BayOut'];
export type Link = Schemas['LinkOut'];
export type QuizAnswer = Schemas['QuizAnswerOut'];

export const useRecovery = (id: () => string) =>
  createQuery(() => ({
    queryKey: ['recovery', id()],
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => ask(client.GET('/api/hangar/rockets/{key}/recovery', { params: { path: { key: id() } } })),
  }));

export const useGlues = () =>
  createQuery(() => ({ queryKey: ['glues'], queryFn: () => ask(client.GET('/api/stores/glues')) }));

export const useRaw = () =>
  createQuery(() => ({ queryKey: ['raw'], queryFn: () => ask(client.GET('/api/stores/raw')) }));

/** A change at the bench: what comes back is the whole station, which replaces the one that is shown. */
export function useBuildChange<In>(id: () => string, run: (input: In) => Promise<Station>) {
  return createMutation(() => ({
    mutationFn: run,
    onSuccess: async (found: Station) => {
      await stands(['build', id()], found);
      // A weigh-in changes the rocket itself: whatever is said of it elsewhere is read anew.
      void renew((key) => key[0] === 'build' && key[1] === id());
    },
  }));
}

/** Send a photo with its step; the answer is the station, as for any other change. */
export const sendPhoto = (build: string, step: string, title: string, file: File): Promise<Station> =>
  send<Station>(`/api/workshop/builds/${build}/photos/${crypto.randomUUID()}`, file, 'photo', {
    step,
    title,
  });
