# What the server says of itself.

server-warming = Preparing the flight computer, once after installing: about half a minute. You can look around meanwhile; whatever flies waits for it.

## Files passed on from one person to another.

passed-large = is { $size } MB; a file of { $what } takes less than { $most } MB
passed-other = is no file of { $what } as they are saved here
passed-motors = motors
passed-parts = parts
passed-code = range rules
passed-checklist = checklist lines
parts-no-size = tells no part’s size; write them beside the parts: “body tube 25 × 300 mm”
code-differs = { $rule }: { $own } instead of { $shipped }.
own-lines-many = has more than { $most } lines of your own; a list nobody reads to its end keeps nobody safe

## Uploads in pieces

piece-too-large = has a piece that does not belong to it. Take the photo again
pieces-too-many = is one too many on its way. Let the others arrive first
