### What changed since a flight or a step was last seen, and what that did.

since-rocket = the rocket
since-motor = its motor
since-hour = its hour
since-weather = the weather
since-field = the field
since-rules = the limits it is judged by
since-flyer = your certificate or age
since-flights = what its flights taught
since-build = its build or repairs
since-model = how Wobbly Fin reckons
since-go = go
since-go-with = go with a change
since-open = not decided
since-no-go = no-go
since-changed = Changed since you last saw this: { $what }.
since-verdict = It was { $before }, now it is { $after }.
since-against = { $why }.
since-cured = What stood against it does no more: { $why }.
since-height = It peaks at { $after }, before at { $before }.
since-step = Changed since you did it. Then: { $before } Now: { $after }
since-steps = { $count ->
    [one] One step you did asks for something else now
   *[other] { $count } steps you did ask for something else now
 }: the design or the way of building has changed. Look at what is built again; until then it does not count as built.
