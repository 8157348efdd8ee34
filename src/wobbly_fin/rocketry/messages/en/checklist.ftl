### The lines of a checklist: `item-KEY` is what to do, `.good` what it looks like when it is right, `.why` the reason, `.hazard` the
### caution at that very step. $whose is one (there is only one), upper or booster. Common practice, no source, unless a line says otherwise.

order-school-recovery-first = recovery packed first, then the motor: nothing is pushed down onto a loaded motor
order-school-motor-first = motor first, wadding pushed down onto it: the wadding meets the charge
order-igniter-at-pad = igniter in on the pad: no one carries a rocket that could light
order-igniter-at-table = igniter in at the table, where hands are steady; single motors without charges aboard only
order-arming-before-igniter = charges armed from the side, then the igniter in and clipped: no one works above live clips
order-arming-after-igniter = igniter in and clipped, then charges armed last, by a switch reached from the side

reopened = { $what } changed since it was ticked: look again.
reopened-words = It was ticked as something else: look again.
hang-rocket = the rocket
hang-motor = the motor or its delay
hang-weather = the weather
hang-site = the field or its rules
hang-person = who flies it

payload-aboard = what is fragile aboard

## At the bench

item-fins = Flex every fin and look along its root.
    .good = Nothing moves, no crack in a fillet.
    .why = A fin that goes in flight takes the rocket with it.
item-guide-rod = The lug slides on its rod.
    .good = Freely over its whole length.
item-guide-rail = Both buttons turn and run in the rail’s slot.
    .good = Freely over its whole length.
item-display = Parts that are only for the shelf come off.
    .why = They were weighed for no flight.
item-lesson = { $change }
    .why = Last time.
item-batteries = { $count ->
    [one] A fresh battery in the altimeter.
   *[other] A fresh battery in each of the { $count } altimeters.
 }
    .good = Its voltage is what its sheet asks for.
item-batteries-off = { $count ->
    [one] A fresh battery in the altimeter.
   *[other] A fresh battery in each of the { $count } altimeters.
 }
    .good = Its voltage is what its sheet asks for.
    .hazard = Charges stay disconnected.
item-vents = Vent holes of the altimeter’s bay are clear.
    .good = Light shows through.
    .why = Without them it feels nothing of the climb.
item-vents-none = The altimeter’s bay lets air in: it has no vent holes of its own.
    .good = Air gets in round the joint.
    .why = Without them it feels nothing of the climb.
item-battery = { $name }: { $battery }, fresh or charged.
    .good = As much voltage as its sheet asks for.
item-battery-untold = { $name }: a fresh battery, or charged.
    .good = As much voltage as its sheet asks for.
item-battery-off = { $name }: { $battery }, fresh or charged.
    .good = As much voltage as its sheet asks for.
    .hazard = Charges stay disconnected.
item-battery-off-untold = { $name }: a fresh battery, or charged.
    .good = As much voltage as its sheet asks for.
    .hazard = Charges stay disconnected.
item-switch = The switch of the charges is reached from the side, with the rocket closed and upright.
    .why = You arm last, over a clipped igniter: no one reaches inside or leans over it then.
    .hazard = If it is not, arm before the igniter goes in. Change that on the day’s page.
item-payload = The payload, { $payload }: end-on in foam between its bulkheads.
    .good = It cannot be shaken loose.
item-cold = It is cold: motors, batteries and canopy stay in a warm pocket until they go in.
    .good = Nothing brittle: fins and lug tapped, no crack.
    .why = Cold batteries give less, cold plastic breaks, cold cloth stays folded.

## Recovery

item-tumble = What shifts its balance moves freely.
    .good = Thrown by hand with the motor case back it does not fly straight.
item-hinges-blades = Hinges and band of the blades.
    .good = Springs out by itself, stays out.
    .hazard = Springs out with force: fingers and eyes clear.
item-hinges-wing = Hinge and band of the wing.
    .good = Springs out by itself, stays out.
    .hazard = Springs out with force: fingers and eyes clear.
item-canopy = Unfold the { $thing } and look it over.
    .good = No burn, no tear, no line glued to another.
item-cord = Pull hard on the cord at both ends.
    .good = Anchor, knots and eye hold; nothing burnt thin.
    .why = Most rockets that die do so here.
item-folded = Fold the { $thing } by its packing card.
    .good = It slides by its own weight.
item-talc = Shake the canopy out, dust it with talc, fold it again just before it flies.
    .good = It falls open by itself.
    .why = Cold cloth keeps its folds.
item-blow = Blow test: cord, canopy and nose in, no wadding, no motor.
    .good = One breath throws nose and canopy out.
    .hazard = Never with a motor or an igniter in the rocket.
item-wadding-asked = Is “{ $wadding }” treated against fire? Its packet must say so.
    .good = Made for rockets, or sold as flame-retardant.
    .why = Wobbly Fin does not know it by that name.
    .hazard = If no one can say, use treated tissue. Untreated paper and laundry sheets start fires.
item-wadding = { $sheets ->
    [one] One sheet of treated tissue, loosely crumpled.
   *[other] { $sheets } sheets of treated tissue, loosely crumpled.
 }
    .good = Fills the tube all round, pushed through with a finger.
    .hazard = Untreated paper and laundry sheets start fires.
item-fluff = Treated cellulose fluff, loose, two to five centimetres.
    .good = No daylight past it.
    .hazard = Untreated paper and laundry sheets start fires.
item-cloth = The { $thing } in its flameproof cloth, open towards the nose.
    .good = No cloth of the canopy towards the charge.
item-baffle = Look through the baffle.
    .good = Nothing loose, nothing charred through.
item-piston = Wipe piston and tube, and let it fall through.
    .good = It runs by its own weight, its cord whole.
    .why = Soot jams it, and then nothing comes out.
item-packed = Cord first, { $thing } on top, lines towards the cord.
    .why = What leaves last lies lowest.
item-on = { $told ->
    [0] { $name } on.
   *[other] { $name } on: { $how }.
 }
    .good = { $says ->
    [0] Its ready tone or light, as its sheet says.
   *[other] Wait for { $ready }.
 }
    .why = Before it is shut in, while the motor has no igniter in it: no one opens a rocket that could light.
item-release-on = { $told ->
    [0] { $name } on.
   *[other] { $name } on: { $how }.
 }
    .good = { $says ->
    [0] Its ready tone or light, as its sheet says.
   *[other] Wait for { $ready }.
 }
    .why = Before its band goes round the canopy.
item-stow = { $name } in its place: { $where }, held so that it cannot shift at liftoff.
    .good = It does not rattle, and nothing presses on its switch.
item-stow-ribbon = { $name } in its place: { $where }, a ribbon on it, held so that it cannot shift at liftoff.
    .good = It does not rattle, and nothing presses on its switch.
item-stow-outside = { $name } under its shroud, held so that it cannot come off at liftoff.
    .good = It does not rattle, and nothing presses on its switch.
item-altimeter-on = { $count ->
    [one] Altimeter on, heard or read, then in.
   *[other] Altimeters on, one after another, each heard or read, then in.
 }
    .good = Its ready tone, or its word.
    .why = Before it is shut in, while the motor has no igniter in it.
item-release = The release round the canopy, set to { $height }.
    .good = Tried once by hand: it lets go.
item-bays = Drogue in its own bay, main in the other; main set to { $height }.
    .good = Each altimeter reads that height back.
item-pins = { $pins ->
    [one] One shear pin in, finger-tight.
   *[other] { $pins } shear pins in, finger-tight.
 }
    .good = None broken by putting it in.
item-nose = Nose: the rocket hangs from it, a light pull takes it off.
    .good = Turns freely; no paint in the joint.

## The hold, and the motor

item-hold-wind = Read the wind again, at the pad: not above { $limit }.
    .why = Once the motor is in, a change means unloading.
item-hold-wind-only = Read the wind again, at the pad.
    .why = Once the motor is in, a change means unloading.
item-hold-delay = The motor in your hand is { $label }.
    .good = Label and delay read aloud by somebody else.
item-unknown = Still open: { $what }
    .why = Answer it and this line goes. Or take it on yourself, by name and with a reason: the range officer sees it.
    .hazard = What no one knows is no go.
item-change = { $change }
    .good = Done, and seen by somebody else.
    .why = It flies with this change only.
item-motor = { $label }{ $whose ->
    [one] {""}
    [upper] {" "}of the upper stage
   *[booster] {" "}of the booster
 }: nozzle down, pushed home.
    .good = It sits on its stop.
    .hazard = Igniters stay out until the list asks for them.
item-motor-reload = { $label }{ $whose ->
    [one] {""}
    [upper] {" "}of the upper stage
   *[booster] {" "}of the booster
 } into its mount, nozzle down.
    .hazard = Igniters stay out until the list asks for them, unless the maker’s sheet builds this one in; then its leads stay twisted together.
item-sheet = The sheet of { $label }{ $whose ->
    [one] {""}
    [upper] {" "}of the upper stage
   *[booster] {" "}of the booster
 } lies open.
    .hazard = By the maker’s sheet of this very motor; it decides, not this list.
item-shorten = Delay{ $whose ->
    [one] {""}
    [upper] {" "}of the upper stage
   *[booster] {" "}of the booster
 } shortened by { $seconds } s with the maker’s own tool.
    .good = Shortened, never lengthened.
    .hazard = By the maker’s sheet of this very motor; it decides, not this list.
item-retention-hook = Hook closed over the motor’s end{ $whose ->
    [one] {""}
    [upper] , upper stage
   *[booster] , booster
 }; taped round.
    .good = It does not slide with a firm pull.
    .why = A motor that backs out takes its charge with it.
item-retention-threaded-ring = Retaining ring{ $whose ->
    [one] {""}
    [upper] {" "}of the upper stage
   *[booster] {" "}of the booster
 } screwed home by hand.
    .good = Fine threads backed until they click, never forced.
    .why = A motor that backs out takes its charge with it.
item-retention-twist-lock = Cap{ $whose ->
    [one] {""}
    [upper] {" "}of the upper stage
   *[booster] {" "}of the booster
 } turned till it locks.
    .good = It cannot be turned back without pressing.
    .why = A motor that backs out takes its charge with it.
item-retention-fin-unit = Fin unit{ $whose ->
    [one] {""}
    [upper] {" "}of the upper stage
   *[booster] {" "}of the booster
 } turned till it locks the motor.
    .good = No play along the body.
    .why = A motor that backs out takes its charge with it.
item-retention-screw = Screw through the side{ $whose ->
    [one] {""}
    [upper] {" "}of the upper stage
   *[booster] {" "}of the booster
 }, behind the case’s end.
    .good = It touches no case, and the motor cannot pass it.
    .why = A motor that backs out takes its charge with it.
item-retention-clips = Both clips over the motor’s end{ $whose ->
    [one] {""}
    [upper] , upper stage
   *[booster] , booster
 }.
    .good = They spring back when lifted.
    .why = A motor that backs out takes its charge with it.
item-retention-tape = Masking tape on the motor{ $whose ->
    [one] {""}
    [upper] {" "}of the upper stage
   *[booster] {" "}of the booster
 }, or over the joint outside.
    .good = It takes a firm pull to move it.
    .why = A motor that backs out takes its charge with it.
item-held = Something holds the motor{ $whose ->
    [one] {""}
    [upper] {" "}of the upper stage
   *[booster] {" "}of the booster
 } in both ways.
    .good = It takes a firm pull to move it.
item-cluster = All { $count } motors{ $whose ->
    [one] {""}
    [upper] {" "}of the upper stage
   *[booster] {" "}of the booster
 } of one type and batch.
    .good = Same label, same date.
    .why = All must light together.
item-stages = Stages joined: they come apart with a light pull, and nothing wobbles.
    .good = Motors touch end to end, taped.
    .hazard = A booster has no charge and no delay: it must never be the motor that opens a canopy.
item-stages-gap = Stages joined: they come apart with a light pull, and nothing wobbles.
    .good = The way between is clear, its vents open close below the upper motor.
    .hazard = A booster has no charge and no delay: it must never be the motor that opens a canopy.
item-tissue-onto = From the front: { $sheets ->
    [one] one sheet of treated tissue
   *[other] { $sheets } sheets of treated tissue
 }, pushed loosely down onto the motor.
    .good = Fills the tube all round.
    .hazard = Untreated paper and laundry sheets start fires. Keep your face off the tube.
item-fluff-onto = From the front: treated fluff, two to five centimetres, pushed loosely down onto the motor.
    .good = Fills the tube all round.
    .hazard = Untreated paper and laundry sheets start fires. Keep your face off the tube.

## Walking out, and the pad

item-weigh = Weigh it, motor in, and find where it balances.
    .good = As forecast; else judge it again.
    .why = Mass and balance decide delay and stability.
item-photo = A photograph; name and number are on the rocket.
    .why = For whoever finds it.
item-officer = Shown to the range officer, its card in hand.
    .good = Signed.
item-distance = Everybody { $distance } from the pad, the lead as long.
item-igniter-table = Igniter { $count ->
    [one] into the motor
   *[other] into each of the { $count } motors
 }, its leads twisted together: head touches the propellant, plug pushes the leads apart, bent away from the { $guide ->
    [rod] lug
   *[rail] rail
 }.
    .good = Bridge whole; the leads stay twisted together until they are clipped.
    .why = Most failed launches are here.
    .hazard = From here on nozzle and nose point at no one, and nothing is opened.
item-igniter-pad = Igniter { $count ->
    [one] into the motor
   *[other] into each of the { $count } motors
 }: head touches the propellant, plug pushes the leads apart, bent away from the { $guide ->
    [rod] lug
   *[rail] rail
 }.
    .good = Bridge whole, leads apart.
    .why = Most failed launches are here.
    .hazard = From here on nothing is opened, and no one leans over it.
item-igniter-built-in = The igniter is in already, from closing the motor: untwist its leads and look that it has not slipped.
    .good = Bridge whole, leads apart, leads as long out as when you closed it.
    .hazard = From here on nothing is opened, and no one leans over it.
item-parallel = Igniters side by side, leads twisted together in two bundles.
    .good = No strand reaches the other bundle.
item-key-out = The key is out and in your pocket.
    .why = It stays with whoever is at the pad.
    .hazard = No one connects with a key in the box.
item-slides-rod = Onto the rod, upright: it slides to the stop.
    .good = Blast deflector level; dry grass cleared.
item-slides-rail = Onto the rail, upright: it slides to the stop.
    .good = Blast deflector level; dry grass cleared.
item-clear-line = No one in line with nose or nozzle; everybody back whom the arming does not need.
    .good = Rocket upright, you to its side.
    .hazard = A charge can go at the moment it is armed.
item-arming-on = { $told ->
    [0] { $name } on.
   *[other] { $name } on: { $how }.
 }
    .good = { $says ->
    [0] Its ready tone or light, as its sheet says.
   *[other] Wait for { $ready }.
 }
    .hazard = Upright from now on, from the side, no one in line with nose or nozzle.
item-altimeter-arms = { $count ->
    [one] Altimeter on.
   *[other] Altimeters on, one after another.
 }
    .good = Its ready tone, or its word.
    .hazard = Upright from now on, from the side, no one in line with nose or nozzle.
item-arm-before = Charges armed from the side, before there is an igniter in the motor.
    .good = Continuity of each is told.
    .hazard = On the pad only, upright, by those licensed for it where you live; no one else near. Nothing is opened after.
item-arm-built-in = Charges armed from the side, before the igniter’s leads are clipped.
    .good = Continuity of each is told.
    .hazard = On the pad only, upright, by those licensed for it where you live; no one else near. Nothing is opened after.
item-arm-after = Charges armed last, from the side.
    .good = Continuity of each is told.
    .hazard = On the pad only, upright, by those licensed for it where you live; no one else near. Nothing is opened after.
item-clips = Clips clean, clear of each other and of the deflector, wires wrapped.
    .good = A tug does not take them off.
item-clips-live = Clips clean, clear of each other and of the deflector, wires wrapped.
    .good = A tug does not take them off.
    .hazard = Charges are live: from the side, below the nose’s line, no one else near.
item-leave-pad = Last look from the side, then walk back with the key.
    .good = Nothing leans, nothing hangs in the way of the fins.

## The count, and after

item-back = Everybody back; sky and field clear; water and a fire watch ready.
    .good = Called out, and answered.
item-key-in = Key in: the lamp says the circuit is whole.
    .why = Not that the battery is fit.
item-five = Count from five; hold the button until it goes.
item-all-lit = Watch that all motors light.
    .why = One that stays dark leans it over.
item-misfire = If it does not go: key out, wait { $seconds } s, one person walks.
    .hazard = Never sooner, never two.
item-misfire-charges = If it does not go: key out, wait { $seconds } s, one person walks, and makes the charges safe before anything else is touched.
    .hazard = Never sooner, never two. Igniter and nose stay as they are until the charges are safe.
item-leave = Walk up only where it is safe: in a wire or a tree that is not, it stays.
    .hazard = Never fetch it from a power line; never catch one.
item-disarm = A charge that did not fire is live: make it safe first, standing aside.
    .hazard = Before anything is picked up. Those licensed for it.
item-read-out = Read the altimeter out before switching it off.
item-after = { $name }: { $how }.
item-after-untold = { $name }: read it out before it is switched off.
item-case-out = Motor out when cool.
    .good = It was still there.
    .hazard = Hot.
item-cases-out = Motors out when cool, the booster’s too.
    .good = They were still there.
    .hazard = Hot.
item-inspect = Cord, canopy, fins, retention, motor tube.
    .good = Nothing burnt, torn, cracked or backed off.
    .why = What is found now is mended before it flies again.
item-told = Tell the log what happened, while you remember.

## What is carried to the pad

carry-key = the key, in a pocket
carry-igniters = { $count ->
    [one] the igniter, its plug, and one to spare
   *[other] { $count } igniters, their plugs, and one to spare
 }
carry-clips = sandpaper for the clips, tape
carry-switch = for { $name }: { $how }
carry-eyes = glasses for your eyes
carry-card = the flight card the range officer signed
carry-water = water, where the ground is dry
carry-phone = this phone
