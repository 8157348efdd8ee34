### What stands against a countdown.

override-by-missing = is missing; whose decision is it?
override-why-missing = is missing; what makes it safe all the same?
overridden = { $by } took it on: { $why }
override-of = { $what } { $by } took it on: { $why }
hangs-on = It opens again if this changes: { $what }.
bar-verdict = The verdict is no: no one overrides that. Change motor, delay or day.
bar-change = It does not go as planned. Make the change on the day’s page first: then it is judged, and logged, as it flies.
bar-unjudged = This wind is not judged. Note it where there is a network, or wait.
bar-open = In this wind something is not known. Note the wind where there is a network: then the list asks for it.
bar-wind = Read the wind: the last reading must be at most { $minutes } minutes old.
never-overridden = is held by something no one overrides
