### What opens a rocket going wrong, and what happens then. $source what fires, $event of what, $speed and $landing with their units.

failing-way-fails = { $event }, { $source } fails
failing-way-early = { $event }, { $source } early
failing-way-late = { $event }, { $source } late
failing-then-opens = opens at { $speed }, lands at { $landing }
failing-then-reserve = its backup opens it at { $speed }, lands at { $landing }
failing-then-main-low = the main opens in the dive at { $speed }, lands at { $landing }
failing-then-first-only = the main never opens, lands at { $landing }
failing-then-nothing = nothing else opens it, comes in at { $landing }: everybody stands, watches and is warned
