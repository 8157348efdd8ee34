### A launch day's lines in words.

day-goes = Goes: { $height } high.
day-open = Not decided: { $what }
day-as-it-is = { $change } As it is: { $why }{ $more }
day-more = { " " }And { $count } more.
day-duty-outline = The field has no outline, so whether it is large enough is not judged. This needs { $value } a side.
day-duty-stand-off = Everybody { $value } from the pad, the lead as long.
day-duty-cleared = { $value } across cleared of dry grass round the pad.
day-told = { $value } at liftoff: class { $airspace } of 14 CFR 101.22, from memory. Class 2 and 3 ask for notice or leave beforehand; what, and of whom, the authority where you fly decides: have its answer.
day-no-distance = beyond the range’s table of distances
