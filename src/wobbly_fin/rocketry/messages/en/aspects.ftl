### What is not computed of a kind of part, and why not.
### $what which of it, in a row; $why the reason.

aspect-without = { $what }: { $why }

aspect-name-solid = volume
aspect-name-outline = drawing
aspect-name-push = push of the air
aspect-name-drag = drag
aspect-name-surface = surface
aspect-name-template = paper template
aspect-name-stock = line to buy it by
aspect-name-checks = checks of its own

aspect-none-holes = holes weigh nothing.
aspect-none-bought = none, it is bought ready made: put it on the scale.
aspect-none-soft = none, cloth and cord are weighed by area and length.
aspect-none-lump = none, it weighs what was told.
aspect-none-told = none, it is no body in the air.
aspect-none-inside = none, it lies inside, where the air does not reach.
aspect-none-small = none taken, it is small beside fins and nose (our own judgement).
aspect-none-flush = none taken, holes lie flush with the skin (our own judgement).
aspect-none-any = none, it is looked at together with what it meets.
aspect-none-square = none, it is cut square off a tube.
aspect-none-tube = none, it is cut from tube: see the cut list.
aspect-none-sheet = none, it is cut from sheet: see the sheets.
aspect-none-made = none, it is made, not bought.
aspect-name-section = place in the section
aspect-name-held = fixing of its own
aspect-none-outward = none, it stands outside.
aspect-none-against = none, it lies against what holds it.
aspect-none-joined = none, its joints hold it.
aspect-none-soft_held = none, it is tied, and packed.
aspect-none-loose = none, it comes out again, or is fixed where it is told.
aspect-name-price = price
aspect-none-free = none, it costs nothing.
