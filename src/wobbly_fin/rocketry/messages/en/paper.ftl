### A paper log taken in: what is to be looked at.

paper-date = When was it? A day with its year.
paper-rocket = Which rocket?
paper-unknown-rocket = No rocket of that name is in the hangar: choose one.
paper-motor = Which motor? A label reads like B5-4.
paper-delay = Which delay did it have?
paper-height = This is no height.
paper-result = What came of it? Choose.

## Masks. $part, colours, $round and $overlap with their units.

mask-title = Mask of the { $part }, { $second }
mask-wrap = Wrap it round the tube: { $round } round, and { $overlap } to overlap. Cut the fields out; what is left covers.
mask-order = First paint it { $base } and let it dry. Then { $second } goes into the openings. Pull the mask off while the last coat is soft, low and slowly.
