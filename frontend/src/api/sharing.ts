import { createQuery } from '@tanstack/svelte-query';
import { ask, client, type Schemas } from './client';

export type Manifest = Schemas['ManifestOut'];

export const useShared = (token: () => string) =>
  createQuery(() => ({
    queryKey: ['shared', token()],
    queryFn: () => ask(client.GET('/api/shared/{token}', { params: { path: { token: token() } } })),
  }));

export const useRange = (day: () => string) =>
  createQuery(() => ({
    queryKey: ['range', day()],
    refetchInterval: 10_000,
    queryFn: () => ask(client.GET('/api/range', { params: { query: { day: day() } } })),
  }));

export const useShares = () =>
  createQuery(() => ({ queryKey: ['shares'], queryFn: () => ask(client.GET('/api/shares')) }));
