### What happened to an account. $by is a name, empty for a stranger; $told is 1 where $detail names the browser or the thing.

trace-signed-in = Signed in{ $told ->
    [0] {""}
   *[other] , { $detail }
 }.
trace-sign-in-failed = Somebody tried to sign in and could not{ $told ->
    [0] {""}
   *[other] , { $detail }
 }.
trace-password = The password was changed.
trace-visit-ended = A visit was ended{ $told ->
    [0] {""}
   *[other] : { $detail }
 }.
trace-shared = A link was made to { $detail }.
trace-share-ended = A link was taken back.
trace-archive-out = Everything was saved as an archive.
trace-archive-in = An archive was put in.
trace-range-looked = { $by } looked at the manifest of { $detail }, as range officer.
