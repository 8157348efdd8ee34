/** A range's word on a flight: a mark and a word say it, colour only agrees. One place for desk, phone and paper. */

export type Ruling = 'go' | 'go_with' | 'open' | 'no_go';

export const rulings: Record<Ruling, readonly [mark: string, word: string, colour: string]> = {
  go: ['✓', 'go', 'text-success'],
  go_with: ['~', 'go with a change', 'text-warning'],
  open: ['?', 'not decided', 'text-warning'],
  no_go: ['✕', 'no-go', 'text-error'],
};
