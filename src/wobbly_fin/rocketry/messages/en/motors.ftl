### Motors: what of one is a guess, and lists of them as people write them down.

motor-guessed-all = Only its label is known. The rest is what is usual for a { $class } of this case; add what its pack or sheet says and heights get narrower.
motor-guessed-some = Guessed, not typed: { $boxes }.
motor-guessed-delay = Its delay is missing. It is the number after the dash; until then nothing is a go.
motor-box-diameter = diameter of the case
motor-box-length = length of the case
motor-box-propellant_kind = what it burns
motor-box-impulse = total impulse
motor-box-total_mass = mass
motor-box-propellant_mass = propellant
stock-over = Past its best-before date, { $day }. Its maker’s sheet says whether it may still be flown.
stock-until = Best before { $day }.
stock-low = Low: { $count } left, you keep { $keep }.
stock-bought = Bought { $day }.
stock-bought-at = Bought at { $shop }.
stock-bought-both = Bought { $day }, { $shop }.
motor-sheet-no-labels = Say which column holds the labels (B5-4, C7-5 …): without them nothing can be read.
offer-here = { $motor }, { $count } in the box
offer-practice = { $motor }, to practise with
merge-own = Choose another motor of your own for it to go into.
merge-two = { $one } and { $other } are two motors, or their cases differ: they stay two.
motor-list-before = You put this very list in on { $when }. Put it in again only if you bought the same again.
pasted-none = No motor label stands here. A label reads like B5-4.
pasted-label = This is nearly a label, but not one. A label reads like B5-4: class letter, thrust, dash, delay.
pasted-count = How many? More than one number could be meant.
motor-list-is = { $size }, { $stuff }

# What leaves a height open.
height-open-by-drag = Drag not known: height may be { $band }.
height-open-by-motor = Its motor’s figures are partly guessed: height may be { $band }.
height-open-by-drag-and-motor = Neither drag nor all of its motor is known: height may be { $band }.
