### Rockets proposed for a wish.

## What was done for the wish, and what nothing was reckoned of. $mass, $across with their units.

proposal-ballast = { $mass } of clay, to keep it straight or below the height asked for
proposal-altimeters = the motor has no charge of its own: two altimeters open it, and their charges need a test on the ground before the first flight
proposal-stiffer = stiffer fins than usual, as it flies fast
proposal-domed = a sewn domed parachute, { $across } across its mouth: its eight lines carry the opening better than a flat one’s
proposal-square = fins left square at their edges: quicker to make, and it brakes more
proposal-tube = no tube of { $across } is in the usual shops: it has to be found or made
proposal-mount = no motor tube of { $across } bore is in the usual shops: it has to be found or made
proposal-takes = about { $price } in euros or dollars by our own rough prices, and { $hours } hours at the bench
begun-price = about { $price }
proposal-too-dear = The cheapest that does the rest costs about { $price } by our own rough prices; { $wanted } may be spent.
proposal-too-long = The quickest that does the rest takes { $hours } hours at the bench; { $wanted } may be spent.
proposal-guessed = masses are guessed from sizes until you have it on a scale

## Why there is none. $height, $wanted heights; $tests what failed.

proposal-no-motor = No motor { $across } across is in the box.
proposal-too-low = The highest that any motor in the box takes a rocket like this is about { $height }; { $wanted } was asked for.
proposal-ceiling = Your field allows flights up to { $ceiling }; you asked for at least { $wanted }. Wish for less, or choose a field with a higher ceiling.
proposal-too-high = The lowest that could be had is about { $height }, with all the ballast a motor lifts; { $wanted } was asked for at most.
proposal-no-room = Nothing as short as asked holds a motor, its mount and what it comes down under, in a tube that takes the payload.
proposal-unbuilt = A rocket flies as you wish, but nobody could build it: no hand or stick gets at what has to be glued between its tubes. A wider body gives the room.
proposal-fails = Of all that were tried, what came nearest failed: { $tests }. A longer rod, another day or a wider wish may let it pass.
proposal-none-meets = Sizes were tried, and none met all windows at once: widen the one you can best do without.
proposal-no-motor-at-all = There is no motor in your box yet: add one, or show the practice shelf in Settings.

## Which of several rockets is best in what. $kind.

proposal-kind = { $kind ->
    [mass] lightest
    [hours] quickest to build
    [landing] softest landing
    [price] cheapest
   *[impulse] smallest motor
  }

## A kit’s list. What is asked about a line.

kit-asks-unknown = Which part is this? Add it in Shape, or write it another way.
kit-asks-joins = What does this coupler join? The list names one tube only.
kit-asks-another = There is one of these already: say in Shape where the second goes.
kit-asks-where = Where does it go? Add it in Shape, in its place.
kit-asks-width = How wide is the tube? Measure across it.

## What to measure first. $part, $figure of it; $height, $margin: how far each goes with it; $share of all that is unsure.

narrow-weigh = Weigh the { $part }: its guess moves the height by { $height } and the balance by { $margin } calibres ({ $share } of what is unsure).
narrow-measure = Measure the { $part }, { $figure }: its guess moves the height by { $height } and the balance by { $margin } calibres ({ $share } of what is unsure).
narrow-place = Look where the { $part } sits: a little further up or down moves the height by { $height } and the balance by { $margin } calibres ({ $share } of what is unsure).

## What a rocket just begun rests on.

begun-nearest = This comes nearest. The sentence above says what stops it: change that, or take it and try on.
begun-sure = Partly guessed: height give or take { $height }, balance give or take { $margin } calibres, in 19 of 20 cases.
begun-name = { $across } rocket
begun-missing = Not told, so as usual: { $parts }.

## Boxes of a rocket to be begun. $range.

begin-needs-figure-diameter = is missing; measure across the tube
begin-needs-label = is missing; write what is printed on it, such as { $example }
begin-needs-figure-low = is missing; how high at least?
begin-needs-figure-high = is missing; how high at most?
begin-no-size = is no pair of sizes; write diameter × length, such as { $example }
begin-payload-both = is missing; a payload needs its weight and its size

## A rocket changed by a wish. $part its name; $was, $value sizes; $mass; $motor a name; $edges a shape.

turn-motor = Fly it on { $motor }.
turn-ballast = Put { $mass } of ballast in the nose.
turn-edges = Give the { $part } { $edges ->
    [airfoil] airfoiled
   *[rounded] rounded
  } edges.
turn-size-canopy = Change the { $part } from { $was } to { $value } across.
turn-size-hole = Cut a spill hole of { $value } into the { $part }.
turn-size-span = Make the { $part } { $value } in span, now { $was }.
turn-size-root = Make the { $part } { $value } long at the root, now { $was }.
turn-size-thickness = Cut the { $part } from { $value } sheet, now { $was }.
turn-size-length = Make the { $part } { $value } long, now { $was }.
wish-met = { $ways ->
    [one] One way to it.
   *[other] { $ways } ways to it, the least work first.
  }
wish-unmet = Nothing that was tried gets there: up to two changes of motor, parachute, ballast, fins and tube. Ask for less, or begin a new rocket from the goal.
wish-met-already = It does that as it is.
wish-nearest = Nothing within two changes gets there. Nearest: { $steps } Then { $height } high. { $why }
wish-falls-short = That is not enough.
wish-needs-motor = is missing; which motor?
wish-needs-figure = is missing; how much?
wish-quick = is for a rocket drawn by its parts: grow this one into parts first
wish-no-motor = needs a motor that fits; there is none yet
wish-unknown-motor = is no motor of yours that fits this mount: { $motor }
