### Steps of a build.

build-place-level = level with the body tube’s aft edge
build-place-ahead = { $ahead } ahead of the body tube’s aft edge

build-tubes-on = Glue on the { $count } { $piece }s
build-tubes-on-line = A thin line of glue along each line on the body; the { $piece }s’ aft ends { $place }.
build-tubes-on-touching = The second tube lies against the first as well, with a line of glue where they meet, and so on round; the last closes the ring.
build-tubes-on-apart = One after the other, each held by a rubber band until the glue grips.
build-tubes-sight = Sight through every tube: a straight rod laid in it runs along the body.
build-tubes-on-inspect = Seen from behind the { $piece }s stand evenly; none leans, or the rocket spins.
build-tubes-fillets = Fillets along the { $piece }s, { $count } corners
build-tubes-fillets-line = { $radius } radius along { $length }, outside where two surfaces meet; glue pushed in from both ends where no finger reaches.
build-tubes-inspect = No glue inside the tubes: what narrows one turns the rocket.
build-ring-on = Glue the ring to the tips of the fins
build-ring-on-line = { $inside } inside slides over the tips without force; its aft end { $place }, the same all round.
build-ring-on-true = Measure from body to ring beside every fin before the glue grips: one distance all round. A drop at each tip first, then a line along both sides.
build-ring-on-inspect = From behind ring and body have one middle; rolled along a table, the ring does not wobble.
build-pods-first = Each nose into its tube first, glued dry and straight; where they stand off the body, on the fins or strips that hold them.
build-pods-sight = Sight along every pod from behind: it lies along the body, or the rocket turns.
build-pods-inspect = One even hollow on either side of each; nothing gives when it is pressed sideways.
build-pods-without = the pods lie beside the rocket
build-tubes-first = Each tube dry in its place first: they go all round, and their ends are level.
build-tubes-without = there is nothing that holds its tail
build-baffle = Glue in the { $name }
build-baffle-line = { $across } across, its forward face { $deep } down from the front of its tube; glue on the wall first, then slide it in, so that it pushes the glue ahead of it.
build-baffle-order = The end with the outer holes towards the motor, unless its sheet says otherwise. It stays reachable: it is looked through before every flight.
build-baffle-inspect = Air blown in at one end comes out at the other; a lamp behind it is not seen.
build-baffle-without = what glows reaches the canopy, if nothing else is packed
