### A paper log taken in: what is to be looked at.

paper-date = When was it? A day with its year.
paper-rocket = Which rocket?
paper-unknown-rocket = No rocket of that name is in the hangar: choose one.
paper-motor = Which motor? A label reads like B5-4.
paper-delay = Which delay did it have?
paper-height = This is no height.
paper-result = What came of it? Choose.
