### A cause of a failure, flown and held against what was measured. $figures names figures.

replay-fits = flown with this fault, every figure agrees with what was measured
replay-partly = flown with this fault, these would be different: { $figures }
replay-shut = flown with this fault nothing slows its fall, and something did
replay-open = flown with this fault something slows its fall, and nothing did
replay-alone = This is how it would have flown with this fault. Nothing was measured to hold against it: a height from the eye would help.

## The flight fitted to a log. $off with its unit.

log-off-fit = two in three heights within { $off } of it

## What a rocket cut open advises. $joint its kind, $who which ones.

teardown-pulled-out = A { $joint } pulled out of what held it ({ $who }): put in more of them, deeper, with wood or a doubled wall behind.
teardown-bent-open = An { $joint } was bent or opened ({ $who }): take a closed one of a larger size, and a cord with more stretch.
