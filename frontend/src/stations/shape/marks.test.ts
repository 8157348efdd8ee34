import { describe, expect, it } from 'vitest';
import { fit, ruler, snap } from './marks';

describe('the bench', () => {
  it('fits a rocket into width or height, whichever is less', () => {
    expect(fit(1044, 1000, 1, 0.01).scale).toBeCloseTo(1000);
    expect(fit(1044, 220, 1, 0.1).scale).toBeCloseTo(500);
  });

  it('marks centimetres or inches', () => {
    const cm = ruler(0.5, 900, false);
    expect(cm.symbol).toBe('cm');
    expect(cm.marks.filter((m) => m.long).map((m) => m.label)).toEqual([
      '0',
      '5',
      '10',
      '15',
      '20',
      '25',
      '30',
      '35',
      '40',
      '45',
      '50',
    ]);
    expect(ruler(0.5, 900, true).symbol).toBe('in');
  });

  it('snaps to half millimetres', () => {
    expect(snap(0.04131)).toBeCloseTo(0.0415);
  });
});
