import { describe, expect, it } from 'vitest';
import { textsOf } from './boxes';
import { rackRuler } from './rack';

describe('the rack', () => {
  it('is measured in round steps of the owner’s units', () => {
    expect(rackRuler(2.05, 'metric').span).toBe(200);
    expect(rackRuler(2.05, 'imperial').step % 6).toBe(0);
  });
});

describe('a rocket’s boxes', () => {
  it('give a stored rocket its boxes back', () => {
    expect(textsOf({ name: 'Pip', remarks: 'r', typed: { mass: '3 oz' } })).toMatchObject({
      name: 'Pip',
      mass: '3 oz',
      remarks: 'r',
      cd: '',
    });
  });
});
