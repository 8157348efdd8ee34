### What lets each device out, or why nothing does.
### $event which event, $source what pushes, $what the part that parts or is in the way, $push and $held forces with their units.

opening-event-separation = stages
opening-event-first = opening at the top
opening-event-main = parachute
opening-event-backup-first = backup of the opening at the top
opening-event-backup-main = backup of the parachute
opening-source-motor-charge = the motor’s charge
opening-source-altimeter-charge = an altimeter’s charge
opening-source-release = a release
opening-source-burn-string = the charge
opening-source-none = nothing

opening-opens = { $event }: { $source } pushes with { $push } against { $held } that hold, and { $what } comes off.
opening-opens-plain = { $event }: { $source } opens it.
opening-elsewhere = { $event }: { $source } parts { $what }, not the joint meant for it: that one holds harder.
opening-released = { $event }: a release lets it open at its height.
opening-burn-string = { $event }: the charge burns the string that holds the blades.
opening-glides = { $event }: it glides down by itself.
opening-spins = { $event }: it spins down by itself.
opening-tumbles = { $event }: it tumbles down by itself.
opening-pushed-off = { $event }: the motor above pushes the lower stage off at { $what }.
opening-no-charge = { $event }: no charge goes off, so nothing opens.
opening-no-device = { $event }: nothing aboard to open.
opening-plugged = { $event }: { $what } is closed ahead of the motor, so its charge goes nowhere.
opening-blocked = { $event }: { $what } lies between { $source } and what it should push out.
opening-blocked-plain = { $event }: { $source } never reaches what it should push out.
opening-vented = { $event }: { $source } escapes through { $what }.
opening-no-exit = { $event }: { $source } pushes against { $what }, and nothing can come off.
opening-fixed = { $event }: { $what } is held for good; { $source } cannot part it.
opening-weak = { $event }: { $source } pushes with { $push }, too little to be sure of the { $held } that hold { $what }.
opening-bursts = { $event }: parting { $what } would need a pressure no tube is made for.
opening-tested-badly = { $event }: its last ground test failed.
opening-waits = { $event }: the release waits for an opening at the top that never comes.
