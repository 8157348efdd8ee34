### What changed since a flight or a step was last seen, and what that did.

since-cause-rocket = the rocket
since-cause-motor = its motor
since-cause-hour = its hour
since-cause-weather = the weather
since-cause-field = the field
since-cause-rules = the limits it is judged by
since-cause-flyer = your certificate or age
since-cause-flights = what its flights taught
since-cause-build = its build or repairs
since-cause-model = how Wobbly Fin reckons
since-was-go = go
since-was-go-with = go with a change
since-was-open = not decided
since-was-no-go = no-go
since-changed = Changed since you last saw this: { $what }.
since-brief = { $what }.
since-verdict = It was { $before }, now it is { $after }.
since-against = { $why }.
since-cured = What stood against it does no more: { $why }.
since-height = It peaks at { $after }, before at { $before }.
since-step = Changed since you did it. Then: { $before } Now: { $after }
since-steps = { $count ->
    [one] One step you did asks for something else now
   *[other] { $count } steps you did ask for something else now
 }: the design or the way of building has changed. Look at each again; until then it does not count as built.
