### How a reload is put together: `assemble-STEP` is what to do, `.good` what good looks like, `.wrong` what goes wrong without it.
### Common practice, no source; the maker's sheet decides at every step.

card-sheet = By the maker’s sheet of this very motor; it decides, not this list.
card-closure-untold = not told
card-closure-threaded = screwed in
card-closure-snap-ring = held by a snap ring
card-grain-untold = not told
card-grain-end-burner = one grain that burns from its end
card-grain-slotted = one grain with a slot
card-grain-cored = grains with a hole through
card-liner-untold = not told
card-liner-paper = a paper tube
card-liner-phenolic = a hard tube
card-liner-none = none
card-seals-untold = not told
card-seals-o-rings = rubber rings
card-seals-none = none
card-delay-untold = not told
card-delay-in-closure = built into the forward closure
card-delay-loose = a loose piece
card-delay-none = none
card-charge-untold = not told
card-charge-by-sheet = filled by the sheet
card-charge-none = none: a plugged closure
card-igniter-untold = not told
card-igniter-on-the-pad = put in on the pad
card-igniter-while-closing = fed in while the motor is closed

assemble-counted = Every part the sheet names is laid out and counted.
    .good = None missing, none left over from another motor.
    .wrong = A part left on the table is one that is not in the motor.
assemble-liner = Liner as the sheet has it.
    .good = It slides in without force.
    .wrong = What is forced in cracks.
assemble-liner-paper = Paper liner into the case; where it is tight a layer is peeled off.
    .good = It slides in without force and turns with a finger.
    .wrong = A liner forced in buckles, and the case burns through there.
assemble-liner-phenolic = Hard liner into the case, dry or greased as the sheet says.
    .good = It slides in without force, no crack at its ends.
    .wrong = A cracked liner lets the flame at the case.
assemble-seals = Seals, where the sheet names any: greased, each where the sheet puts it.
    .good = Counted: none left over.
    .wrong = A wrong seal burns through; makers differ.
assemble-seals-o-rings = Rubber rings greased, each where the sheet puts it.
    .good = Counted: none left over, none twisted, no grit on the grease.
    .wrong = A wrong or a dry ring burns through; makers differ, so this list puts none anywhere.
assemble-delay = Delay as the sheet has it.
    .good = It is the delay you planned, shortened or not.
    .wrong = Another delay opens the canopy too early or too late.
assemble-delay-in-closure = Forward closure with its delay built in: it is the delay you planned.
    .good = The label says so, read aloud.
    .wrong = Another delay opens the canopy too early or too late.
assemble-delay-loose = Delay piece, its rings and spacer into the forward closure, in the sheet’s order.
    .good = It sits flush, the end that lights first towards the grain.
    .wrong = A delay the wrong way round, or a gap beside it, fires at once or never.
assemble-forward = Forward closure in.
    .good = By hand, never forced.
    .wrong = A closure that is not home leaks forwards, into your canopy.
assemble-forward-plugged = The plugged forward closure in: no charge goes behind it.
    .good = Solid: no hole through it.
    .wrong = A closure with a hole lets the flame at the canopy.
assemble-greased-end = The end of the grain that must not light is greased all over, away from the nozzle.
    .good = Its whole face and the edge of its paper shine.
    .wrong = Flame runs up the paper and lights that end too: the motor bursts.
assemble-nozzle-tried = Nozzle seated, and taken out again.
    .good = It goes home by hand and comes out by hand.
    .wrong = A nozzle that jams later is forced over an igniter.
assemble-grain = Grains as the sheet has them.
    .good = All in, in the sheet’s order.
    .wrong = A grain the wrong way round burns too fast or not at all.
assemble-grain-end-burner = The grain in, its slotted end to the nozzle.
    .good = You see the slot from the nozzle’s end.
    .wrong = The other way round it does not light, or lights at the wrong end.
assemble-grain-slotted = The grain in, its slot as the sheet draws it, to the nozzle; upright while closing.
    .good = You see the slot from the nozzle’s end.
    .wrong = A slot that is closed off lights late and hard.
assemble-grain-cored = { $grains ->
    [one] The grain in.
   *[other] All { $grains } grains in, spacers between them where the sheet has them.
 }
    .good = A stick passes through { $grains ->
    [one] its hole.
   *[other] all their holes.
 }
    .wrong = A hole that is closed off raises the pressure until the case gives.
assemble-igniter-in = Igniter fed through the loose nozzle into the slot, its leads twisted together; the motor stays upright while it is closed.
    .good = Its head is at the grain’s slot, its leads come straight out.
    .wrong = Pinched leads short it; a head that slips back lights nothing.
assemble-closure = The right closures, by the sheet.
    .good = By hand, never forced.
    .wrong = A closure that is not home leaks, and then fails.
assemble-closure-threaded = Aft closure screwed in: back until the threads click, then forwards by hand.
    .good = Home by hand, never forced; the gap is what the sheet shows.
    .wrong = A crossed thread strips under pressure.
assemble-closure-snap-ring = Snap ring in its groove.
    .good = It turns freely all round: every bit of it is in the groove.
    .wrong = A ring half in its groove throws the closure out.
assemble-charge = Ejection charge and cap by the sheet.
    .good = The cap is on and level.
    .wrong = A charge that spills is not there when it is needed.
assemble-wiped = Excess grease wiped off, nozzle and case outside.
    .good = Dry to the touch.
    .wrong = A greasy case slides in its mount.
