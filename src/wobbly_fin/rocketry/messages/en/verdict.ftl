### Each test of a verdict in words. Keys: test-NAME-STATE, or test-NAME-WHY where there are several ways.
### $value and $limit are texts with their units, $label what it is about.

## In the mount

test-fits-passed = { $value } long in a mount that takes { $limit }
test-fits-failed = { $value } long, but the mount takes only { $limit }
test-fits-wide = { $value } across, wider than the mount’s { $limit }: it does not go in
test-fits-thin = { $value } across in a mount of { $limit }: it would rattle out. An adapter, or another motor
test-stages-failed = stage { $value } has no motor: it never lights. Load every stage
test-stages-none = no motor is loaded: choose one
test-cluster-passed = { $value } motors; all must light together
test-cluster-failed = mixes motors: they neither light nor burn out together, so the push goes off the axis
test-igniter-passed = its booster burns through and lights the motor above
test-igniter-charge = the booster has a delay and a charge: it would light nothing in time
test-igniter-composite = a composite motor lights nothing above it; the upper stage needs an igniter of its own
test-igniter-plugged = the booster is plugged: its flame never reaches the stage above
test-charge-passed = no charge behind the plug
test-charge-vented = its charge has a way out past the plug
test-charge-shut = has an ejection charge behind a plug: it would burst the tube; vent it, or use a motor made without a charge
test-charge-narrow = vents through { $value }, narrower than the motor’s { $limit }: the charge would burst the tube

## What opens it

test-opens-opens = { $value ->
    [altimeter_charge] an altimeter’s charge opens it
   *[other] the motor’s charge opens it
 }
test-opens-elsewhere = opens, but at another joint than the one meant: the weaker one parts. Check pins and fits
test-opens-released = a release lets the parachute open
test-opens-burn-string = the charge burns the string that holds the blades
test-opens-glides = glides down: needs no charge
test-opens-spins = spins down: needs no charge
test-opens-tumbles = tumbles down: needs no charge
test-opens-pushed-off = the stage above pushes it off
test-opens-no-charge = no ejection charge goes off, and no altimeter opens it: nothing would open the parachute
test-opens-no-device = nothing to come down under: no parachute, no streamer. Add one at Shape
test-opens-plugged = the tube is closed ahead of the motor: its charge never reaches the parachute
test-opens-blocked = a wall lies between charge and parachute: the gas never gets there
test-opens-vented = a gas vent beside the parachute lets the charge out: nothing is pushed off
test-opens-no-exit = nothing ahead of the charge can come off: the parachute has no way out
test-opens-fixed = every joint that could let it out is glued, screwed or riveted: what must open is never fixed
test-opens-weak = the charge may not part the joint: fewer pins, a shorter bay or a looser fit
test-opens-bursts = would need a pressure no tube is made for: throw with less, fewer pins or a wider bay
test-opens-tested-badly = its last ground test failed: mend that and test again, by those licensed for it
test-opens-waits = the release waits for an opening at the top that never comes
test-backup-passed = its backup pushes with { $value } against { $limit } that hold: it parts the joint too
test-backup-failed = its backup cannot open it
test-backup-weak = its backup pushes with { $value }, too little for the { $limit } that hold: it may not part the joint. Fewer pins, or a second altimeter
test-backup-plugged = its backup is closed in: that charge never reaches the parachute. A motor without a charge, or a way for its gas
test-backup-blocked = its backup is walled off from the parachute: a motor without a charge, or a second altimeter
test-backup-vented = its backup escapes through a gas vent
test-backup-no-exit = its backup pushes at nothing that can come off
test-backup-fixed = its backup pushes at joints that are fixed for good
test-backup-bursts = its backup needs a pressure no tube is made for
test-backup-tested-badly = its backup failed on the ground
test-loads-passed = the weakest link from parachute to anchor holds { $value } times what pulls at it
test-loads-failed = the weakest link from parachute to anchor holds only { $value } of what pulls at it, in time, early or late: see Recovery
test-bay-passed = { $value } packed in { $limit } of room
test-bay-failed = { $value } packed, but only { $limit } of room: a smaller parachute or a longer tube
test-shield-unknown = what shields the parachute is not known by its name; its packet must say that it is treated against fire
test-shield-failed = what shields the parachute is untreated: it burns and starts fires; treated tissue, fluff or a flameproof cloth instead
test-ground-test-passed = tested on the ground as it is now
test-ground-test-owed = its charges were not tested on the ground yet: those licensed for it do that before it first flies
test-ground-test-stale = the bay has changed since its ground test: test it again, by those licensed for it

## State

test-built-passed = build, repairs and holds are done
test-built-unknown = not known whether it is built: tell it, or finish it in Build
test-built-does-not-fit = it cannot be built as drawn: the { $value } is too wide for what it goes into
test-built-same-room = it cannot be built as drawn: the { $value } needs room another part takes
test-built-floats = it cannot be built as drawn: the { $value } hangs on nothing
test-built-outside = it cannot be built as drawn: the { $value } lies outside the rocket
test-built-no-joiner = it cannot be built as drawn: nothing joins the { $value } to the next tube
test-built-no-mount = it cannot be built as drawn: there is nothing to put a motor in
test-built-no-nose = it cannot be built as drawn: it is open at the front
test-built-opening-fixed = it cannot be built as drawn: a joint holds for good where it must come apart
test-built-sealed-in = it cannot be built as drawn: the { $value } cannot come out again
test-built-motor-shut-in = it cannot be built as drawn: no motor gets past the { $value }
test-built-no-room-for-screw = it cannot be built as drawn: the motor’s screw has no tube behind the case
test-built-unfinished = its build is not finished: finish it in Build
test-repairs-failed = the review of its last failure keeps it on the ground until its repairs are done; finish them in Build
test-airframe-passed = nothing about the airframe forbids flying
test-airframe-mount-loose = the motor tube is held by nothing: add centring rings
test-airframe-motor-hits = something sits where the motor goes: move it
test-airframe-motor-long = the motor is longer than the rocket
test-airframe-found-high-power = a found tube takes a high-power motor: its strength is not known
test-airframe-found-refused = a found tube and high power: your school allows only rocket tube
test-airframe-no-fins = no fins: nothing keeps it straight
test-airframe-two-fins = two fins steady it in one plane only
test-airframe-one-fin = one fin is a wing: it does not steady it
test-weight-passed = { $value } by its parts; never weighed, and within what that leaves open every test holds
test-weight-heavy = never weighed: { $value } heavier than its parts come to, and a test fails. Weigh it
test-motor-passed = { $value } to { $limit } high: its motor is known by its label alone, and within what that leaves open every test holds
test-motor-unknown = { $value } to { $limit } high: its motor is known by its label alone, and within what that leaves open a test fails. Add what its pack says: impulse, masses, burn time
test-motor-late = { $value } to { $limit } high: its motor is known by its label alone, and within what that leaves open the parachute comes at the wrong moment. Add what its pack says: impulse, masses, burn time
test-motor-delay = { $value } to { $limit } high: the delay of this motor is missing. Add it: it is the number after the dash
test-motor-class = { $value } to { $limit } high on a motor usual for this class. Which one do you have? Add it
test-weight-light = never weighed: { $value } lighter than its parts come to, and a test fails. Weigh it

## Range

test-permit-model = model rocketry: needs no certification
test-permit-passed = needs level { $value } certification, you hold level { $limit }
test-permit-failed = needs level { $value } certification, you hold { $limit ->
    [0] none
   *[other] level { $limit }
 }; your local body decides
test-permit-unknown = needs level { $value } certification: say which you hold
test-age-passed = high power needs an adult of { $limit }
test-age-failed = high power needs an adult of { $limit }, you are { $value } (NFPA 1127, from memory)
test-age-unknown = high power needs an adult of { $limit }: say your age
test-local-limit-failed = { $value } installed, above the local limit of { $limit }
test-site-size-passed = the field’s shorter side is { $value }, this impulse needs { $limit } (NFPA, from memory)
test-site-size-failed = the field’s shorter side is { $value }, this impulse needs { $limit } (NFPA, from memory): a larger site, or less motor
test-stand-off-passed = stand { $value } away
test-stand-off-failed = more impulse than the range’s table of distances goes to: how far to stand is not known
test-tilt-passed = rod { $value } from vertical, at most { $limit }
test-tilt-failed = rod { $value } from vertical, at most { $limit }: set it straighter

## Flight

test-lifts-passed = average thrust is { $value }× liftoff weight, needs { $limit }
test-lifts-failed = average thrust is { $value }× liftoff weight, needs { $limit }: too weak, or the rocket too heavy
test-lifts-none = never lifts
test-rod-speed-passed = leaves the rod at { $value }, needs { $limit }
test-rod-speed-failed = leaves the rod at { $value }, needs { $limit }: more thrust, a longer rod or less wind
test-rod-speed-none = never leaves the rod; needs { $limit }
test-rod-speed-unknown = leaves the rod at { $value }: enough in calm air on the usual rod. Say rod and wind
test-wind-passed = wind { $value }, no flying above { $limit }
test-wind-failed = wind { $value }, no flying above { $limit }: wait
test-wind-unknown = no wind told; no flying above { $limit }. Say what it is
test-stable-ignition-passed = { $value } calibres stable with the motor in, needs { $limit }
test-stable-ignition-failed = { $value } calibres stable with the motor in, needs { $limit }: nose weight, a lighter motor or more fin
test-stable-ignition-unknown = { $value } calibres stable with the motor in, needs { $limit }, but its shape is known less well than that: more nose weight than it seems to need
test-stable-ignition-tumble = { $value } calibres stable with the motor in, needs { $limit }: it will tumble
test-stable-rod-passed = { $value } calibres stable leaving the rod, at the angle the wind meets it, needs { $limit }
test-stable-rod-failed = { $value } calibres stable leaving the rod, at the angle the wind meets it, needs { $limit }: nose weight, a lighter motor or more fin
test-stable-rod-unknown = { $value } calibres stable leaving the rod, at the angle the wind meets it, needs { $limit }, but its shape is known less well than that: more nose weight than it seems to need
test-stable-rod-tumble = { $value } calibres stable leaving the rod, at the angle the wind meets it, needs { $limit }: it will tumble
test-stable-burnout-passed = { $value } calibres stable once burnt out, needs { $limit }
test-stable-burnout-failed = { $value } calibres stable once burnt out, needs { $limit }: nose weight, a lighter motor or more fin
test-stable-burnout-unknown = { $value } calibres stable once burnt out, needs { $limit }, but its shape is known less well than that: more nose weight than it seems to need
test-stable-burnout-tumble = { $value } calibres stable once burnt out, needs { $limit }: it will tumble
test-tumbles-failed = flies broadside at speed: it tumbles, and no height or landing here can be believed. Do not fly it
test-mach-passed = { $value } times the speed of sound at most, computed up to { $limit }
test-mach-unknown = { $value } times the speed of sound: drag and balance are computed only up to { $limit }, beyond it nothing here is sure
test-flutter-passed = { $value } at most; its fins may flutter from { $limit }
test-flutter-failed = { $value } at most, but its fins may flutter from { $limit }: thicker or stiffer fins, or a gentler motor
test-flutter-slow = { $value } at most: too slow for fins to flutter
test-flutter-unknown = { $value } at most; how stiff its fins are is not known, so flutter is not judged
test-ceiling-passed = peaks at { $value }, ceiling { $limit }
test-ceiling-failed = peaks at { $value }, above the ceiling of { $limit }
test-ceiling-free = peaks at { $value }; no ceiling is set for this field
test-ceiling-none = has no peak to judge: it never lifts, or it leaves the air model, which ends at 32 km
test-payload-passed = presses on its payload with { $value }, which stands { $limit }
test-payload-failed = presses on its payload with { $value }, which stands { $limit }: a gentler motor
test-delay-window-passed = opens { $value }
test-delay-window-early = opens { $value }, earlier than { $limit }: needs a longer delay
test-delay-window-late = opens { $value }, later than { $limit }: needs a shorter delay
test-delay-window-none = nothing opens before it lands
test-ejection-speed-passed = moving at { $value } when the parachute opens, up to { $limit } is kind to it
test-ejection-speed-failed = moving at { $value } when the parachute opens, above { $limit }: it may shred or zip the tube
test-ejection-speed-none = no parachute opens; it should, below { $limit }
test-landing-rate-passed = lands at { $value }, limit { $limit }
test-landing-rate-failed = lands at { $value }, above { $limit }: a larger parachute, or one that opens
test-landing-rate-unopened = falls to the ground at { $value } before anything opens
test-landing-rate-none = does not fly; should land below { $limit }
test-drift-passed = comes down { $value } inside the field’s edge
test-drift-failed = comes down { $value } outside the field: a smaller parachute, less height, or wait for less wind
test-spent-drift-passed = its spent stage comes down { $value } inside the field’s edge
test-spent-drift-failed = its spent stage comes down { $value } outside the field: less height, or wait for less wind
test-inside-field-passed = { $value } simulated landings are inside the field, { $limit } are needed
test-inside-field-failed = only { $value } simulated landings are inside the field, { $limit } are needed: a smaller parachute, a tilted rod, less height or less wind
test-inside-field-close = { $value } simulated landings are inside the field, as near to the { $limit } needed as can be told
test-inside-field-unknown = no field is drawn, so landing inside cannot be judged. Choose one, or say how wide it is
test-inside-field-pending = where it may land is being worked out

# What fails by a motor of which only the label is told, and may pass by the real one.
as-guessed = { $what }. Its motor’s figures are guessed from the label: the pack may say otherwise

## The whole

verdict-only-just = Only just: { $what }.
verdict-nothing-fits = No motor fits this mount.
verdict-nothing-passes = Nothing passes every test here today. Nearest is { $label }: { $why }
verdict-fly = Fly { $label }: { $height } high, { $opens }.
verdict-fly-just = Fly { $label }: { $height } high, { $opens }, but only just.
verdict-open = { $label } passes all that can be judged: { $height } high, { $opens }. Still open: { $needs }.
verdict-class = No motor of yours fits yet. A usual { $label } would fly { $height } high, { $opens }. Which motors do you have?
verdict-need-site = where you stand
verdict-need-wind = the wind
verdict-need-outline = the field’s outline
verdict-need-flyer = your certification and age
verdict-need-built = whether it is built
verdict-need-weight = its weight on the scale
verdict-need-ground-test = a ground test
verdict-need-model = what this is not modelled for
verdict-need-motor = which motor it is, or what its pack says
verdict-need-wadding = whether the wadding is treated
verdict-need-cloud = where it may land, being worked out

## What the kit's box says

printed-not-known = The kit’s box says { $label }: it is not in your motors yet. Add it, and it is judged too.
printed-same = The kit’s box says { $label }: so do we.
printed-no = The kit’s box says { $label }: not here, not today. { $why }
printed-open = The kit’s box says { $label }: it may do. { $why } Add what its pack says.
printed-alone = The kit’s box says { $label }: it passes.
printed-gentler = The kit’s box says { $label }: it passes too. { $best } is gentler; with { $label } the tight spot is: { $tight }.
