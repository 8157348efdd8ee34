import { describe, expect, it } from 'vitest';
import { count, day, lengthIn, newtons, speedIn, todayIso, unitsOf } from '../api/format';
import { rackRuler } from '../hangar/rack';
import { textsOf } from '../hangar/boxes';
import { longestCoast, values } from '../stations/motor/board';
import { motorBody, emptyMotor, readFile } from '../stores/adding';
import { matches } from './jump';

const place = (name: string, kind: string) => ({ name, kind, go: () => undefined });

describe('jump to', () => {
  const places = [place('Barn Owl', 'rocket'), place('Logbook', 'page'), place('B9', 'motor, Kettle')];
  it('finds by any word of name or kind', () => {
    expect(matches(places, 'kettle b9').map((p) => p.name)).toEqual(['B9']);
    expect(matches(places, 'page').map((p) => p.name)).toEqual(['Logbook']);
  });
  it('puts names that begin with it first', () => {
    expect(matches(places, 'b')[0]?.name).not.toBe('Logbook');
    expect(matches(places, 'zebra')).toEqual([]);
  });
});

describe('texts', () => {
  it('say numbers and days', () => {
    expect(newtons(123.4)).toBe('123 N');
    expect(newtons(8.437)).toBe('8.44 N');
    expect(count(1, 'flight')).toBe('1 flight');
    expect(count(3, 'flight')).toBe('3 flights');
    expect(day('2026-07-04')).toBe('4 Jul 2026');
    expect(todayIso(new Date(2026, 0, 9))).toBe('2026-01-09');
  });
  it('measure heights in the owner’s unit', () => {
    expect(unitsOf({ system: 'imperial' }).height.symbol).toBe('ft');
    expect(unitsOf({ system: 'imperial', exceptions: { height: 'meter' } }).height.symbol).toBe('m');
    expect(lengthIn(unitsOf({ system: 'imperial' }).height, -0.1)).toBe('0 ft');
    expect(rackRuler(2.05, 'metric').span).toBe(200);
    expect(rackRuler(2.05, 'imperial').step % 6).toBe(0);
  });
  it('say speeds in the owner’s unit', () => {
    expect(speedIn(unitsOf(null).speed, 12.34)).toBe('12.3 m/s');
    expect(speedIn(unitsOf({ system: 'imperial' }).speed, 44.704)).toBe('100 mph');
    const own = { system: 'imperial', exceptions: { speed: 'kilometer/hour' } };
    expect(speedIn(unitsOf(own).speed, 10)).toBe('36.0 km/h');
  });
  it('give a stored rocket its boxes back', () => {
    expect(textsOf({ name: 'Pip', remarks: 'r', typed: { mass: '3 oz' } })).toMatchObject({
      name: 'Pip',
      mass: '3 oz',
      remarks: 'r',
      cd: '',
    });
  });
});

describe('the board', () => {
  it('offers each value once, numbers as numbers', () => {
    expect(values([10, 2, null, 10])).toEqual(['2', '10']);
    expect(values(['b', 'a', undefined, 'a'])).toEqual(['a', 'b']);
  });
  it('has one time scale', () => expect(longestCoast([])).toBeGreaterThan(0));
});

describe('a motor form', () => {
  it('leaves the sheet’s figures out where a curve speaks', () => {
    const form = { ...emptyMotor(), texts: { impulse: '9 Ns', diameter: '18 mm' }, csv: '0,0' };
    expect(motorBody(form).typed).not.toHaveProperty('impulse');
    expect(motorBody({ ...form, csv: '' }).typed).toHaveProperty('impulse');
  });
  it('turns away a file that is empty or far too large', async () => {
    expect((await readFile(new File([], 'a.csv'))).problem).toContain('empty');
    expect((await readFile(new File([new Uint8Array(50_000_000)], 'a.csv'))).problem).toContain('50 MB');
    expect(await readFile(new File(['0,0'], 'a.csv'))).toEqual({ text: '0,0', problem: '' });
  });
});
