### How a rocket comes down.
### $device and $body areas with drag, $slow and $fast landing speeds with their units.

recovery-hung = What hangs from a streamer does most of the braking: it is taken to hang as it would tumble, { $body } of Cd × area beside the streamer’s { $device }. Hanging right across its fall it lands at { $slow }, nearly in line at { $fast } (areas by Hoerner’s cross-flow rule, from memory).
