import { p } from '../router';

/** Where a test of a rocket is mended, or a thing told, by the name the server gives the place. */
export function placeOf(at: string, rocket: string): string {
  if (at === 'fields') return p('/stores/fields');
  if (at === 'stores') return p('/stores/motors');
  if (at === 'settings') return p('/settings');
  const params = { params: { id: rocket } };
  const stations = {
    shape: p('/rockets/:id/shape', params),
    motor: p('/rockets/:id/motor', params),
    build: p('/rockets/:id/build', params),
    recovery: p('/rockets/:id/recovery', params),
  };
  return stations[at as keyof typeof stations] ?? stations.motor;
}
