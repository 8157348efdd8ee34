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
