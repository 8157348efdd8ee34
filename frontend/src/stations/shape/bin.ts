import { ask, client } from '../../api/client';
import type { Rocket } from '../../api/queries';
import { throwOut } from '../../kit/bin';
import { navigate } from '../../router';

/** Off the rack, with a way back; the hangar is where one stands then. */
export function binRocket(rocket: Rocket): Promise<void> {
  const path = { params: { path: { key: rocket.id } } };
  return throwOut({
    says: `${rocket.name} is in the bin.`,
    away: () => ask(client.DELETE('/api/hangar/rockets/{key}', path)),
    back: () => ask(client.POST('/api/hangar/rockets/{key}/restore', path)),
    leave: () => navigate('/'),
  });
}
