import { navigate } from '../router';
import type { Place } from './jump';

/** Pages, and what is done on them, by their own names and by what people call them. */
export const pages: Place[] = [
  { name: 'Hangar', kind: 'page', go: () => navigate('/'), also: 'rockets models home start' },
  { name: 'New rocket', kind: 'do', go: () => navigate('/new'), also: 'begin add create kit goal' },
  {
    name: 'Weigh a finished rocket',
    kind: 'do',
    go: () => navigate('/new/weighed'),
    also: 'scale built ready',
  },
  {
    name: 'Draw from nothing',
    kind: 'do',
    go: () => navigate('/new/parts'),
    also: 'empty scratch build parts',
  },
  { name: 'Logbook', kind: 'page', go: () => navigate('/logbook'), also: 'flights history log' },
  {
    name: 'Import flights',
    kind: 'do',
    go: () => navigate('/logbook'),
    also: 'csv json paper spreadsheet file upload',
  },
  {
    name: 'Export my things',
    kind: 'do',
    go: () => navigate('/logbook'),
    also: 'archive zip download backup save',
  },
  {
    name: 'The log in figures',
    kind: 'page',
    go: () => navigate('/logbook/figures'),
    also: 'statistics season record totals chart',
  },
  { name: 'Motors', kind: 'stores', go: () => navigate('/stores/motors'), also: 'engines catalogue' },
  {
    name: 'Add a motor',
    kind: 'do',
    go: () => navigate('/stores/motors/new'),
    also: 'engine thrust curve new csv',
  },
  { name: 'Motor box', kind: 'stores', go: () => navigate('/stores/box'), also: 'engines stock inventory' },
  { name: 'Parts', kind: 'stores', go: () => navigate('/stores/parts'), also: 'tubes noses canopies stock' },
  { name: 'Glues', kind: 'stores', go: () => navigate('/stores/glues'), also: 'epoxy adhesive cure' },
  {
    name: 'Tubes and wood',
    kind: 'stores',
    go: () => navigate('/stores/raw'),
    also: 'balsa ply sheet material',
  },
  {
    name: 'Fields',
    kind: 'stores',
    go: () => navigate('/stores/fields'),
    also: 'site map launch place range kml geojson',
  },
  {
    name: 'Launch days',
    kind: 'page',
    go: () => navigate('/launchdays'),
    also: 'plan meet event weather calendar checklist field',
  },
  {
    name: 'The range',
    kind: 'page',
    go: () => navigate('/launchdays/range'),
    also: 'officer rso lco pads safety cards',
  },
  {
    name: 'Firing circuit',
    kind: 'page',
    go: () => navigate('/launchdays/firing'),
    also: 'igniter battery lead controller launch',
  },
  { name: 'Trainer', kind: 'page', go: () => navigate('/training'), also: 'learn quiz practice questions' },
  {
    name: 'Limits and units',
    kind: 'settings',
    go: () => navigate('/settings'),
    also: 'settings preferences options metric imperial feet safety',
  },
  {
    name: 'My certification',
    kind: 'settings',
    go: () => navigate('/settings'),
    also: 'level flyer licence high power',
  },
  {
    name: 'Password',
    kind: 'settings',
    go: () => navigate('/settings'),
    also: 'account sign login security',
  },
  { name: 'Backups', kind: 'settings', go: () => navigate('/settings'), also: 'restore save copy lost' },
  {
    name: 'My checklist lines',
    kind: 'settings',
    go: () => navigate('/settings'),
    also: 'items steps own list hold',
  },
  { name: 'Practice shelf', kind: 'settings', go: () => navigate('/settings'), also: 'invented demo sample' },
  { name: 'Guide', kind: 'help', go: () => navigate('/guide'), also: 'help manual how to documentation' },
];

/** What is done with one rocket: its stations, by the words people have for them. */
export function ofRocket(id: string, name: string): Place[] {
  const params = { params: { id } };
  return [
    { name, kind: 'rocket', go: () => navigate('/rockets/:id/motor', params), also: 'motor delay verdict' },
    {
      name: `${name}: Shape`,
      kind: 'rocket',
      go: () => navigate('/rockets/:id/shape', params),
      also: 'draw design stability balance templates drag fins paint',
    },
    {
      name: `${name}: Build`,
      kind: 'rocket',
      go: () => navigate('/rockets/:id/build', params),
      also: 'plan steps glue assemble repair',
    },
    {
      name: `${name}: Recovery`,
      kind: 'rocket',
      go: () => navigate('/rockets/:id/recovery', params),
      also: 'parachute chute canopy packing cord charge landing',
    },
    {
      name: `${name}: flights`,
      kind: 'rocket',
      go: () => navigate('/rockets/:id/flights', params),
      also: 'history log heights',
    },
  ];
}
