### The assembly: what keeps a rocket from being built, and why one step comes before another.

assembly-name-forward = forward { $name }
assembly-name-aft = aft { $name }

assembly-problem-does-not-fit = The { $part } is { $wide } across; the { $other } lets { $bore } pass.
assembly-problem-same-room = The { $part } and the { $other } need the same { $by } of the tube, { $at } behind the nose’s tip.
assembly-problem-floats = The { $part } has { $gap } of air all round inside the { $other }: glue does not bridge that, and it hangs on nothing.
assembly-problem-outside = The { $part } lies { $at } behind the nose’s tip; the rocket is { $long } long.
assembly-problem-no-joiner = The { $part } and the { $other } meet edge to edge, with nothing inside that holds both.
assembly-problem-no-mount = The stage that ends with the { $part } has nothing to put a motor in.
assembly-problem-no-nose = The { $part } is open at the front: there is no nose cone.
assembly-problem-opening-fixed = The { $part } holds for good where the rocket must come apart in flight.
assembly-problem-sealed-in = The { $part } is { $wide } across; its widest way out, past the { $other }, lets { $bore } pass.
assembly-shut = The { $part } cannot come out again: the { $other } shuts it in for good.
assembly-problem-motor-shut-in = The { $part } lets { $bore } pass behind the { $other }; a motor needs { $wide }.
assembly-problem-no-room-for-screw = A screw through the side sits behind the motor’s case; here { $room } of tube are left there.
assembly-problem-out-of-reach = The { $part } cannot be reached in any order of work.
assembly-problem-no-way-in = The { $part } cannot be slid to its place in any order of work: the { $other } is in its way.
assembly-problem-unfinished = No step of the plan fixes the { $part } to the { $other }.

assembly-mend-does-not-fit = Make the { $part } { $bore } across or less, or the { $other } wider.
assembly-mend-same-room = Move the { $part } by { $by } or more.
assembly-mend-floats = Make the { $part } wider, or put a ring round it.
assembly-mend-outside = Move the { $part } onto the rocket.
assembly-mend-no-joiner = Add a coupler that reaches about one diameter into each.
assembly-mend-no-mount = Add a motor tube.
assembly-mend-no-nose = Add a nose cone in front of it.
assembly-mend-opening-fixed = Choose a friction fit, tape or shear pins there.
assembly-mend-sealed-in = Make the { $part } narrower, or let one end of its bay come off.
assembly-mend-motor-shut-in = Widen the { $part } to { $wide }, or let the motor tube reach through it.
assembly-mend-no-room-for-screw = Set the motor further in: about 10 mm of tube behind its case.
assembly-mend-out-of-reach = Move the { $part } nearer to an open end.
assembly-mend-no-way-in = Move the { $other }, or leave it off until the { $part } is in.
assembly-mend-unfinished = Tell where the { $part } belongs, or which step fixes it.

assembly-because-reach = the { $by } leaves no way to it
assembly-because-slide = the { $part } could not slide past the { $by }
assembly-because-far = it would then lie { $far } down the { $by }, deeper than a hand gets
