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

build-gather = Lay out every part and measure it
build-gather-inspect = Every part is on the table, and its figures are those of the plan.
build-dry-fit = Put it all together dry
build-dry-fit-line = Everything that is cut, in its place, without glue. What is tight is sanded now; pencil marks say how it goes together again.
build-dry-fit-motor = A spent case or a rod as thick as the motor slides in and out.
build-dry-fit-joints = Tubes stand in one line on a flat table.
build-because-gathered = it is measured first
build-because-cut = it is put together as it will be
build-because-fins-shaped = fins are shaped before they are tried
build-because-slots = tabs are tried in their slots
build-because-pocket-closed = the aft ring closes the pockets, or their glue runs out
build-spacing-apart = Rings apart leave room for long tabs; close together behind one another they carry thrust better. The drawing has them apart; both fly.
build-spacing-close = Rings close together carry thrust; if the drawing has them apart, the tabs need that room: both fly.
build-tube-in = { $count ->
    [one] Glue the { $name } into the rings
   *[other] Glue { $count } of { $name } into the rings
}
build-tube-in-line = Through every ring, aft ends level with the first; a fillet round each at each ring.
build-tube-in-inspect = All tubes lie along one another; a motor goes into each.
build-mount-turn-out = Turn while sliding and stop where the motor tube stands { $by } out of the body.
build-mount-turn-in = Turn while sliding and stop with the motor tube { $by } inside the body’s edge.
build-mount-turn-flush = Turn while sliding and stop with both aft edges flush.
build-mount-straight-out = Slide it in straight, without turning: the dams must meet their slots. Stop where the motor tube stands { $by } out of the body.
build-mount-straight-in = Slide it in straight, without turning: the dams must meet their slots. Stop with the motor tube { $by } inside the body’s edge.
build-mount-straight-flush = Slide it in straight, without turning: the dams must meet their slots. Stop with both aft edges flush.
build-mount-cord = The cord goes ahead of it and hangs out of the front: no glue on it.
build-ring-wall = Glue the { $ring } to the wall
build-ring-wall-line = From behind, with a long stick: a fillet of { $radius } all round between ring and wall.
build-ring-wall-why = The ring ahead of it wiped the wall clean as it went in, so no glue is there yet.
build-ring-wall-inspect = A lamp behind shows a bright line all round.
build-eye-nuts = Degrease the metal, scuff it, a washer on either side. Both nuts bonded with steel-filled epoxy over thread and washer, no lock washer: without that a turning canopy unscrews it. A swivel does the same.
build-eye-open = An open eye is closed with steel-filled epoxy, or a forged one taken. Smooth every drip when it has cured: an edge saws through a cord.
build-eye-u = Both legs, four nuts, a plate behind them.
build-eye-tilt = Set the eye at a slight angle, so that fingers can thread it.
build-eye-drips = Smooth every drip when it has cured: an edge saws through a cord.
build-eye-clear = Try it dry: the eye stands clear of the wall.
build-tie-early = Tie the cord to the { $eye }
build-tie-early-line = Now, on the open bench: once this is in its tube no hand gets to the eye. Flameproof cord or a flameproof leader at this end.
build-tie-early-bundle = Bundle the cord and tape it shut, so that no glue gets on it.
build-joint-screwed = Screw the { $name } to the { $other }, { $count } screws
build-joint-riveted = Rivet the { $name } to the { $other }, { $count } plastic rivets
build-joint-drill = { $count } holes evenly round, { $at } from the { $other }’s end, with the { $name } pushed home: through both walls together. Number the halves.
build-joint-inserts = Nuts or inserts glued inside, so that the screws come out again.
build-joint-rivets = Plastic rivets are pushed in by hand and come out with a nail under the head.
build-joint-stays = This joint stays shut in flight. Never put screws or rivets where the rocket must come apart.
build-joint-taped = Fit the taped joint of { $name } and { $other }
build-joint-tape-line = Slides by hand; tape goes round it at the field.
build-joint-fit = Fit the { $name } to the { $other }: it comes apart
build-joint-fit-line = Sand or tape the { $name } until the joint holds when the rocket is lifted by it and opens with a firm pull.
build-joint-opens = It must come apart in flight: no glue, no screws, no rivets here.
build-joint-off = It comes off on the ground, to get at what is inside.
build-joint-edges = A thin line of glue on both edges; they meet without a gap.
build-joint-wall = Glue on the { $other }’s wall, not on what slides in: so none is pushed out inside. One quick push with a turn.
build-joint-glued = Glue the { $name } to the { $other }
build-pins = Drill { $count } shear-pin holes: { $name } and { $other }
build-pins-where = Push the { $name } home and mark both halves. { $count } holes evenly round, { $at } from the { $other }’s end, through both walls in one go.
build-pins-drill = { $drill } drill for { $pin } nylon screws (usual tap drill, from memory: try it on an offcut); tap both walls or leave the fit tight.
build-pins-fit = Thin CA into the holes of a paper or wood wall, clear them again; take the joint apart and smooth the edges inside.
build-pins-day = Try all pins dry, then take them out. They go in when it is packed, with tape over them.
build-pins-stock = { $count } nylon screws { $pin }, and spares
build-pins-inspect = With the pins in, the joint does not turn; without them it slides by hand.
build-lid = Make the { $name }: it comes off
build-lid-line = { $across } across, { $thick } thick, with a lip or a step that stops it at the end of the { $into }.
build-lid-rods = Two rods run through the bay; nuts and washers hold this lid. No glue.
build-lid-why = What lies in the bay must come out again: to be switched on, read and given a fresh cell.
build-lid-stock = 2 threaded rods, nuts, washers
build-lid-inspect = Off and on by hand with one spanner.
build-vents-joint = Only { $near } from a joint: move the holes clear of it at Shape, or its gap feeds them.
build-vents-coupler = A coupler lies under them: drill with it pushed home, through both walls in one go.
build-sled-rods = It rides on the two rods of the bay, so the lid draws it out.
build-close = Close the bay with the { $name }
build-close-line = Sled in, switch at its hole, then the { $name }. Open it once more: everything comes out again by hand.
build-close-heard = Switch on, and hear or see that each device is awake before it is shut in.
build-close-caution = No charge is in it on the bench. Charges are loaded at the field, as the maker’s sheet and those licensed for it say.
build-close-inspect = The switch is worked from outside; the sled does not rattle.
build-nut-ring = Drill the ring for the { $name }
build-nut-ring-line = The { $ring } lies under it: a pilot hole through the wall into its edge, hardened with thin CA. No nut is needed.
build-nut-stick = { $far } down the tube no finger gets there: tape the nut and its ply to a stick, and draw it home with the screw from outside.
build-aft-flush = Aft face flush with the end of the motor tube: the flange lies flat on it.
build-retainer-threaded-ring = Scuff inside and tube, keep glue out of the thread: a ring of glue round the tube, then push it home with a turn.
build-retainer-twist-lock = Scuff its inside; keep glue off the lugs it locks by.
build-retainer-flange = Lay it on the aft ring, mark its holes, drill into the ring, screws with thin CA in their threads. The ring is flush with the motor tube.
build-retainer-fin-unit = Fit the unit that locks the motor; it turns home by hand.
build-retainer-clips = Screw or epoxy the clips to the aft ring, evenly round; a motor’s rim under each.
build-stuff-metal = Metal: degrease it, steel-filled epoxy.
build-stuff-plastic = Plastic: plastic-bonding or 5-minute epoxy on scuffed faces.
build-stuff-unsure = If yours is plastic, take plastic-bonding or 5-minute epoxy instead.
build-screw = The screw holds the motor from behind. Take the motor out first: never drill or screw into a case.
build-screw-room = { $room } of tube are left behind the case: the hole goes { $at } behind where it ends; harden it with thin CA.
build-screw-never = At the field the motor goes in first, then the screw behind it.
build-screw-drill = Drill with no motor in the rocket. Slowly, the tube backed by wood, fingers out of the tube.
build-weigh-tail = Weigh it without its ballast
build-weigh-tail-line = All but the ballast on the scale, painted, with what is packed. Type what it says: the balance is worked out again with it.
build-weigh-tail-balance = The drawing has { $drawn } of ballast; a tail that came out heavy needs more. See Shape for how much.
build-weigh-tail-what = the rocket without its ballast
build-because-tail = only the finished tail weighs what flies
build-because-weighed = as much as the scale asks for, no guess
build-ballast = Fix { $mass } of ballast in the { $host }
build-ballast-scale = If the scale asked for another figure, Shape has it: put that much in, tape it first, balance the rocket with its motor, then glue.
build-ballast-holes = Through the open base or a hole left for it; close the hole afterwards.
build-ballast-lead = Lead: gloves, and wash your hands. Some codes forbid metal in a nose: ask.
build-ballast-glove = Gloves with epoxy, moving air.
build-lines-neighbours = Lines: each one’s two ends to neighbouring holes; all of one length, none twisted round another.
build-lines-opposite = Lines: each one’s two ends to opposite holes; all of one length, none twisted round another.
build-mend-mount = Old glue scraped out, then fresh fillets laid in with a long stick wherever one still gets.
build-mend-face = { $end ->
    [fore] The { $ring }, from the front: its forward face is in reach of a stick.
   *[other] The { $ring }, from behind: its aft face is in reach of a stick.
}
build-mend-shut = The { $ring } is shut in: no stick gets to either face without cutting.
build-mend-open = Cut the body open over the mount
build-mend-open-line = No ring can be reached from either end. Cut the tube square ahead of the forward ring; a coupler joins it again afterwards.
build-mend-deep = The { $eye } is deeper than a hand gets: tie the new cord to a sound end of the flameproof leader, or take the mount out first.
build-mend-slot = Its tab leaves glue in the slot: dig it out down to the motor tube, so that the tab seats again.
build-mend-room = { $reach ->
    [yes] A stick still gets beside the tab inside: lay a fillet there too.
   *[no] Rings shut the room inside: no fillet can be laid there. Run thick glue into the slot before the tab goes in.
}
build-mend-edge = { $end ->
    [fore] The cord goes over its front edge when it opens: that edge is cut.
   *[aft] The cord goes over its rear edge when it opens: that edge is cut.
}
build-mend-bare = The { $tube } is bare from { $start } to { $stop } behind its front edge: nothing inside holds it round there. If another place is crushed, the same is done there.
build-mend-cut = Cut the { $tube } where it is sound
build-mend-cut-line = A collar as guide, square all round. What is cut off is the length of the new piece.
build-mend-most = Cut off { $most } at most: a coupler needs half its length of wall to hold on.
build-mend-most-before = The { $part } begins { $clear } from that edge: cut off { $most } at most, so that half a coupler has wall to hold on.
build-mend-new = Make a new { $tube }
build-mend-new-line = { $part ->
    [none] Only { $clear } of bare wall is left anywhere: no coupler holds there. What is in it has to come out, or is built anew.
   *[other] Only { $clear } of bare wall is left beside the { $part }: no coupler holds there. What is in it has to come out, or is built anew.
}
build-mend-splice = { $seams ->
    [1] Splice in a new piece over a coupler
   *[other] Splice in a new piece, a coupler at each seam
}
build-mend-coupler = Coupler { $long } long for a { $bore } bore, half in each piece; factory edges meet.
build-mend-roll = Roll it on the table before it sets. A cord that cannot cut again is wider, or has a band round the rim.
build-mend-nose = { $inside ->
    [yes] Glue the crack and line it inside
   *[no] Glue the crack and bind it outside
}
build-mend-crack = Open the crack, glue in it, close it with tape.
build-mend-lined = { $inside ->
    [yes] Fingers reach it through the base: a patch of cloth over it inside.
    [solid] It is solid: glue fills the crack, thin cloth round it outside keeps it shut.
   *[no] No finger reaches it through the base: thin cloth round it outside, sanded flush.
}

standing-slides = slides in
standing-reach = { $far } in
standing-shut = hatched: out of reach from now on
standing-tail = tail
standing-moves-in = Cut open: the { $part } slides into the { $into }.
standing-moves-on = Cut open: the { $part } goes onto the { $into }.
standing-says-reach = Reached from { $end ->
    [fore] the front
   *[other] behind
}, { $far } in.
standing-says-shut = Hatched is what no stick reaches afterwards.
standing-says-open = Cut open, as it stands now.
build-because-school = no order of work leaves a way to the corners of its tabs
build-mask-cord = The cord on the { $eye } is tied already: push its bundle into the tube and stop the end with paper.
build-piston = Fit the { $name }: it slides
build-piston-line = { $across } across. Sand it until it falls through its tube by its own weight, dry and clean; thin CA on the tube’s wall and sanding make it glide.
build-piston-cord = Tie it into the cord, so that the cord draws it out past the end of its tube and it hangs free.
build-piston-inspect = Turned over, it runs from one end to the other and does not tilt.

## Colours. $colour a colour, $parts names of parts.

build-colour = Paint the { $colour }
build-colour-where = On: { $parts }. Two thin coats.
build-colour-mask = Mask first, with the template at full size: { $parts }. Press the edges down, and seal them with a breath of the colour below.
build-colour-cover = Cover what keeps the colour it has.
build-because-dry = the colour below has to be dry
build-without-colour = it stays in the colour below

## Paint, on the bench. $mass with its unit; $ground, $how and $colours names.

paint-mass = All its paint weighs about { $mass }, second colours included.
paint-no-mass = No paint is weighed in yet: add it as a part, under “allowance”.
paint-order = Light before dark: { $colours }.
paint-seen = { $how ->
    [well] Stands out
    [fairly] Can be made out
   *[hardly] Is hard to see
  } { $ground ->
    [sky] against a bright sky
    [grass] in grass
   *[straw] in straw
  }
