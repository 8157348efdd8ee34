### What a rocket waits for, as the hangar says it beside its drawing.

waiting-canopy = needs a parachute
waiting-repair = needs repair
waiting-search = not found yet
waiting-first-flight = never flown yet
waiting-next-flight = waits for its next flight
