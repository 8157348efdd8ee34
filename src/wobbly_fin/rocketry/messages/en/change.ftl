### The nearest change that makes a flight go.

change-to-delay = Goes with { $label }.
change-to-motor = Goes with { $label } out of the box.
change-by-tilt = Goes with the rod { $value }° into the wind.
change-by-canopy = Goes under { $value } of parachute.
change-by-spill-hole = Goes with a spill hole of { $value }.
change-by-rod-length = Goes off { $value } of guided rod.
change-by-ballast = Goes with { $value } of ballast in the nose.
change-by-hour = Wait for { $value }.
change-then = It peaks at { $height } then.
