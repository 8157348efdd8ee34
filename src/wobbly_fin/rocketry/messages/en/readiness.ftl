### The readiness strip: what would decide what is not known, each asking for one thing.

readiness-no = Not with { $label }: { $why }.
readiness-need-site = Say where you stand and how long the rod is.
readiness-need-wind = Say what the wind is.
readiness-need-outline = Choose the field you fly on.
readiness-need-flyer = Say your certification and age.
readiness-need-built = Is it built?
readiness-need-unfinished = Finish its build.
readiness-need-weight = Weigh it.
readiness-need-ground-test = Note its ground test, made by those licensed for it.
readiness-need-motor = Say which motor you have, or what its pack says of it.
readiness-need-wadding = Say what the wadding is: treated tissue, fluff, or what its packet says.
readiness-need-model = Beyond what is computed here: fly it only as those do who know such flights.
