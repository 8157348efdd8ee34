"""What the flight's API takes and gives beside a single flight: a cloud of them, and aiming."""

from wobbly_fin.site.schema import Schema


class CloudOut(Schema):
    """A cloud so far. `points` are the runs since the last message: east, north [m], and how each ended (0 opened, 1 shut)."""

    done: int
    runs: int
    points: list[list[float]]
    sentences: list[str]
    inside_fraction: float | None
    apogee_m: dict[str, float] | None
    landing_distance_m: dict[str, float] | None
    note: str | None


class AimIn(Schema):
    """What to reach, as typed. `motor` names the boosters a staged rocket flies over, as on the board."""

    height: str = ""
    time: str = ""
    ballast: str = ""
    motor: str = ""


class ShotOut(Schema):
    """One way of trying."""

    key: str
    label: str
    delay_s: float | None
    verdict: str
    why_not: str | None
    apogee_m: float
    landing_time_s: float | None
    ballast_kg: float
    height_miss_m: float | None
    time_miss_s: float | None
    margin: float
    front: bool
    said: dict[str, str]


class AimOut(Schema):
    """The tries, nearest first, those nothing else beats in everything marked."""

    headline: str
    shots: list[ShotOut]
