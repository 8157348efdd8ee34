import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import { Day } from './conditions.svelte';

const found = (more: object = {}) =>
  ({
    field_id: 'f',
    typed: { wind: '9 km/h', temperature: '17 C' },
    gustiness: 'breezy',
    hour: null,
    hours: [],
    aloft: [],
    ...more,
  }) as unknown as Schemas['ConditionsOut'];
const loaded = (more: object = {}) => {
  const day = new Day();
  day.load(found(more));
  return day;
};

describe('conditions being typed', () => {
  it('are asked for as they came when nothing was typed', () => {
    const { field_id, typed, gustiness, hour, hours, aloft } = found();
    expect(loaded().asked).toEqual({ field_id, typed, gustiness, hour, hours, aloft });
  });

  it('show what was sent as it was understood, but nothing typed on meanwhile is lost', () => {
    const day = loaded();
    day.texts['wind'] = '12';
    day.texts['temperature'] = '2';
    const sent = day.asked;
    day.texts['temperature'] = '21';
    day.settle(sent, found({ typed: { wind: '12 km/h', temperature: '2 °C' } }));
    expect(day.texts).toEqual({ wind: '12 km/h', temperature: '21' });
  });

  it('take over hours as understood, unless one was typed on', () => {
    const hour = { hour: 10, wind: '5', wind_from: 'W' };
    const understood = { ...hour, wind: '5 m/s' };
    const day = loaded({ hours: [hour] });
    day.settle(day.asked, found({ hours: [understood] }));
    expect(day.hours).toEqual([understood]);
    const sent = day.asked;
    day.hours[0] = { ...understood, wind: '7' };
    day.settle(sent, found({ hours: [understood] }));
    expect(day.hours[0]?.wind).toBe('7');
  });

  it('add an hour like the one before it, two later, and no later than midnight', () => {
    const day = loaded();
    expect(day.byHour).toBe(false);
    day.addHour();
    expect(day.hours).toEqual([{ hour: 10, wind: '', wind_from: 'W' }]);
    expect([day.hour, day.byHour]).toEqual([10, true]);
    day.hours[0] = { hour: 23, wind: '4 m/s', wind_from: 'N' };
    day.addHour();
    expect(day.hours[1]).toEqual({ hour: 24, wind: '4 m/s', wind_from: 'N' });
    expect(day.hour).toBe(10); // chosen once, it stays
  });

  it('add a wind aloft from where the one before it blows', () => {
    const day = loaded({ aloft: [{ height: '300 m', wind: '8 m/s', wind_from: 'S' }] });
    day.addAloft();
    expect(day.aloft[1]).toEqual({ height: '', wind: '', wind_from: 'S' });
  });
});
