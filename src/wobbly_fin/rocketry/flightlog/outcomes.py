"""What can be said of a flight afterwards, and what counts as a success."""

from typing import Literal

Opening = Literal["before_apogee", "at_apogee", "after_apogee", "never", "not_seen", "no_launch"]
Landing = Literal["safe", "hard", "damaged", "out_of_reach", "lost", "none"]

OPENINGS: dict[Opening, str] = {
    "before_apogee": "opened on the way up",
    "at_apogee": "opened at the top",
    "after_apogee": "opened on the way down",
    "never": "never opened",
    "not_seen": "no one saw it open",
    "no_launch": "did not leave the pad",
}
LANDINGS: dict[Landing, str] = {
    "safe": "landed safe, flies again",
    "hard": "landed hard, still whole",
    "damaged": "damaged",
    "out_of_reach": "out of reach",
    "lost": "lost",
    "none": "still on the pad",
}


# A success comes back fit to fly again with its canopy open.
NEVER_OPEN: tuple[Opening, ...] = ("never", "no_launch")
FIT_TO_FLY: tuple[Landing, ...] = ("safe", "hard")


def succeeded(opening: Opening, landing: Landing) -> bool:
    """Whether a flight came back fit to fly again with its canopy open."""
    return opening not in NEVER_OPEN and landing in FIT_TO_FLY
