import { createRouter } from 'sv-router';
import Hangar from './hangar/Hangar.svelte';
import NotFound from './kit/NotFound.svelte';

export const { p, navigate, isActive, route } = createRouter({
  '/': Hangar,
  '/new': () => import('./hangar/NewRocket.svelte'),
  '/new/parts': () => import('./hangar/NewAirframe.svelte'),
  '/rockets/:id/shape': () => import('./stations/shape/ShapeStation.svelte'),
  '/rockets/:id/motor': () => import('./stations/motor/MotorStation.svelte'),
  '/rockets/:id/air': () => import('./stations/motor/air/AirPage.svelte'),
  '/rockets/:id/build': () => import('./stations/build/BuildStation.svelte'),
  '/rockets/:id/build/print': () => import('./stations/build/PrintPage.svelte'),
  '/rockets/:id/recovery': () => import('./stations/recovery/RecoveryStation.svelte'),
  '/rockets/:id/recovery/print': () => import('./stations/recovery/PrintCard.svelte'),
  '/rockets/:id/flights': () => import('./stations/flights/FlightsStation.svelte'),
  '/rockets/:id/log': () => import('./logbook/LogFlight.svelte'),
  '/logbook': () => import('./logbook/Logbook.svelte'),
  '/logbook/:id': () => import('./logbook/FlightPage.svelte'),
  '/stores/motors': () => import('./stores/Motors.svelte'),
  '/stores/motors/new': () => import('./stores/AddMotor.svelte'),
  '/stores/motors/:key': () => import('./stores/MotorPage.svelte'),
  '/stores/box': () => import('./stores/Box.svelte'),
  '/stores/parts': () => import('./stores/Parts.svelte'),
  '/stores/glues': () => import('./stores/Glues.svelte'),
  '/stores/raw': () => import('./stores/RawStock.svelte'),
  '/stores/fields': () => import('./stores/Fields.svelte'),
  '/stores/fields/:id': () => import('./stores/field/FieldPage.svelte'),
  '/settings': () => import('./settings/Settings.svelte'),
  '*': NotFound,
});
