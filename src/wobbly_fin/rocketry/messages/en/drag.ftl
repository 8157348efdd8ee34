### How the air brakes a rocket.

## $coasting and $thrusting drag coefficients; $speed a speed with its unit; $own a drag coefficient.

drag-cruise = Cd { $coasting } coasting, { $thrusting } while the motor burns, at { $speed } in standard air.
drag-taught = Flights, of this rocket or of others of yours, say { $cd }, { $percent } % { $more ->
    [0] less
   *[other] more
 }: that is flown, here and on every page.
drag-own = Your own { $own } is flown instead.

## What of a shape the methods were not made for. $mach the speed in multiples of that of sound from which on.

drag-outside-flat-front = a flat front: its drag is a rough guess at any speed
drag-outside-half-ball = a nose as blunt as half a ball: from { $mach } times the speed of sound on its drag is not followed
drag-outside-steep-shoulder = a steep shoulder: its drag is a rough guess at any speed
drag-outside-thick-fins = fins thicker than an eighth of their chord: their drag is a rough guess at any speed
drag-outside-ring-fin = a ring as fins: what the gap to the body adds is not known
drag-outside-tube-fins = tubes as fins: what the corners between them add is not known
drag-outside-pods = tubes beside the body: what the gap between them adds is not known
