### What flights taught of a rocket, and where its first forecast begins.
### $flights, $rockets counts; $cd, $plain drag coefficients.

learnt-nothing = No measured flight yet: the forecast stands on the design alone.
learnt-elsewhere =
    No measured flight of its own yet: the forecast begins where { $flights ->
        [one] one flight
       *[other] { $flights } flights
    } of { $rockets ->
        [one] another rocket
       *[other] { $rockets } other rockets
    } of yours flew, Cd { $cd } rather than { $plain } by the design.
learnt-beside =
    The forecast began where { $flights ->
        [one] one flight
       *[other] { $flights } flights
    } of { $rockets ->
        [one] another rocket
       *[other] { $rockets } other rockets
    } of yours flew.
