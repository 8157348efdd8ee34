### Rockets proposed for a wish.

## What was done for the wish, and what nothing was reckoned of. $mass, $across with their units.

proposal-ballast = { $mass } of clay in the nose, to keep it below the height asked for
proposal-square = fins left square at their edges: quicker to make, and it brakes more
proposal-tube = no tube of { $across } is in the usual shops: it has to be found or made
proposal-mount = no motor tube of { $across } bore is in the usual shops: it has to be found or made
proposal-no-cost = what it costs is not reckoned: nothing here knows prices
proposal-no-hours = hours of work were not held against your limit: the build plan tells them
proposal-guessed = masses are guessed from sizes until you have it on a scale

## Why there is none. $height, $wanted heights; $test a test's name.

proposal-no-motor = No motor with a charge of its own, { $across } across, is in the box.
proposal-too-low = The highest that any motor in the box takes a rocket like this is about { $height }; { $wanted } was asked for.
proposal-too-high = The lowest that could be had is about { $height }, with all the ballast a motor lifts; { $wanted } was asked for at most.
proposal-no-room = Nothing as short as asked holds a motor, its mount and what it comes down under, in a tube that takes the payload.
proposal-fails = Sizes could be found, but none passed the test of { $test }: give it a gentler site, or another window.
proposal-none-meets = Sizes were tried, and none met all windows at once: widen the one you can best do without.
