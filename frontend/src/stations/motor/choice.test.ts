import { describe, expect, it } from 'vitest';
import type { MotorVerdict } from '../../api/queries';
import { byClass, keep, noWish } from '../../stores/shelf';
import type { Motor } from '../../api/queries';
import { noFilters, passes } from './filters';

const motor = (changes: Partial<MotorVerdict>): MotorVerdict =>
  ({
    key: 'catalogue:C8',
    name: 'C8',
    maker: 'Kettle',
    impulse_class: 'C',
    case: 'single-use',
    propellant: 'black powder',
    kind: 'single',
    average_thrust_n: 8,
    delays: [{ delay_s: 3 }, { delay_s: 5 }],
    ...changes,
  }) as MotorVerdict;

describe('narrowing the board', () => {
  it('lets everything through without filters', () => expect(passes(motor({}), noFilters())).toBe(true));
  it.each([
    ['impulseClass', 'C', 'D'],
    ['maker', 'Kettle', 'Moorhen'],
    ['propellant', 'black powder', 'composite'],
    ['casing', 'single-use', 'reload'],
    ['delay', '5', '4'],
    ['thrust', 'under 10 N', '30–100 N'],
  ])('by %s', (key, right, wrong) => {
    expect(passes(motor({}), { ...noFilters(), [key]: right })).toBe(true);
    expect(passes(motor({}), { ...noFilters(), [key]: wrong })).toBe(false);
  });
  it('puts a motor on the edge of a thrust band into one band only', () => {
    const edge = motor({ average_thrust_n: 10 });
    const bands = ['under 10 N', '10–30 N', '30–100 N', 'over 100 N'];
    expect(bands.filter((thrust) => passes(edge, { ...noFilters(), thrust }))).toEqual(['10–30 N']);
  });
});

describe('the shelf', () => {
  const shelf = [
    {
      name: 'C8',
      maker: 'Kettle',
      impulse_class: 'C',
      diameter_mm: 18,
      total_impulse_n_s: 9.3,
      thrust: [[0, 1]],
    },
    {
      name: 'D14',
      maker: 'Kettle',
      impulse_class: 'D',
      diameter_mm: 24,
      total_impulse_n_s: 18,
      thrust: [[1, 30]],
    },
  ] as Motor[];
  it('is narrowed by text and by choice', () => {
    expect(keep(shelf, { ...noWish(), text: ' d1' }).map((m) => m.name)).toEqual(['D14']);
    expect(keep(shelf, { ...noWish(), diameter: '18' }).map((m) => m.name)).toEqual(['C8']);
    expect(keep(shelf, { ...noWish(), maker: 'Nobody' })).toEqual([]);
  });
  it('is grouped by class, each with one scale for its curves', () => {
    const groups = byClass(shelf);
    expect(groups.map((g) => g.name)).toEqual(['C', 'D']);
    expect(groups[1]?.thrust).toBe(30);
  });
});
