"""Which whole flight explains a log: from what the search saw of it, to the moments and figures of the flight that fits best."""

import math
from dataclasses import dataclass, field
from typing import Literal

import numpy as np

from wobbly_fin.rocketry.altimetry.expected import BURN_SHARE, DRAG_SHARE, RATE_SHARE
from wobbly_fin.rocketry.altimetry.fall_fit import fit_knee
from wobbly_fin.rocketry.altimetry.search import EVENTS, Basis, EventName, Moment, Search
from wobbly_fin.rocketry.altimetry.series import Floats
from wobbly_fin.rocketry.altimetry.whole_fit import Known, Settled, fit_whole
from wobbly_fin.rocketry.altimetry.whole_model import BURN_S, DRAG, EJECT_S, MAIN_S, RATE, RATE_2, fly_model
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2

NEVER_S = 1e11
_TWO_BETTER, _OPENED_BETTER = 8.0, 4.0  # of half χ², before two openings or one are believed
_DART_SHARE = 0.6  # of the speed at which its own drag holds it: a fall faster than that is no canopy
_BURNS = (1.0, 0.6, 1.6)
_REST_S = 0.5  # on the ground before the log ends, for its landing to be told
_FELT_AT = ("launch", "burnout", "ejection")
_FELT = ("push", "spike", "placed")


# What a model of a flight leaves out and no residual shows: how a thrust curve begins and fades, a swinging descent, the air's own layers.
# Our own figures, from simulated motors and devices; see the tests.
_RISE_S, _RISE_SHARE, _FADE_S, _FADE_SHARE = 0.02, 0.01, 0.02, 0.05
_TOP_S, _TOP_SHARE, _OPENS_S, _LANDS_M, _RATE_SHARE, _SPEED_SHARE = 0.03, 0.002, 0.08, 0.2, 0.0015, 0.012
# Top speed: share of its own spread, and of it for each share by which the burn is worse known than this; found like `_HONEST`. A push
# that was more than the sensor takes was short and sharp, which heights show badly.
SpeedBy = Literal["felt", "clipped", "heights"]
_SPEED: dict[SpeedBy, tuple[float, float]] = {"felt": (0.7, 0.9), "clipped": (1.1, 0.2), "heights": (0.45, 0.2)}
_BURN_KNOWN = 0.02
_RATE_LAST_M = 0.5  # a short descent has not forgotten how it began: this height over the fall
# What a spread comes to in the end, where its moment was felt or jumped, and where heights alone show it: such that one in three lies outside,
# of 300 logs of one simulated altimeter and 60 of another (`test_honest_figures`).
_HONEST: dict[str, tuple[EventName, float, float]] = {
    "burn_time_s": ("burnout", 1.0, 1.15), "burnout": ("burnout", 1.0, 1.15), "delay_s": ("burnout", 0.8, 1.25),
    "coast_time_s": ("burnout", 0.8, 0.8),
    "apogee_to_ejection_s": ("ejection", 0.8, 1.2), "ejection": ("ejection", 0.8, 1.2), "ejection_altitude_m": ("ejection", 1.1, 1.15),
    "apogee_m": ("apogee", 0.9, 0.9), "duration_s": ("launch", 0.75, 1.0),
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class WholeFlight:
    """A whole flight with honest spreads.

    Attributes
    ----------
    figures : dict
        Name → (value, standard deviation); only what the log holds. Names as in `Readout`, and the moments on the log's clock.
    opened : bool or None
    unsure : float
        How badly its burn is known, as a share of it.
    shape : array
        The fitted flight's parameters; see `whole_model`.
    """

    figures: dict[str, tuple[float, float]]
    opened: bool | None
    unsure: float
    shape: Floats = field(compare=False)

    def heights_m(self, time_s: Floats) -> Floats:
        """Heights the fitted flight reads at rising times on the file's clock, above the pad. [m]"""
        read = np.empty((len(time_s), 2))
        fly_model(self.shape, np.ascontiguousarray(time_s), read)
        return read[:, 0]

    def moments(self, on: Search) -> dict[EventName, Moment]:
        """On the file's clock; what was felt or jumped keeps its own mark."""
        found: dict[EventName, Moment] = {}
        for name in EVENTS:
            if name in self.figures:
                was = on.moments.get(name)
                basis: Basis = was.basis if was is not None and was.basis in ("push", "spike") else "heights"
                found[name] = Moment(time_s=self.figures[name][0], sd_s=self.figures[name][1], basis=basis)
        return found


def whole_flight(on: Search) -> WholeFlight | None:
    """The flight that explains the heights best; None where too little of one is there."""
    whole, opened = _best(on)
    if whole is None:
        return None
    told = whole.figures()
    end = float(on.t[-1])
    burn = told["burn_time_s"][0]
    felt: set[EventName] = {
        name for name in EVENTS if name in _FELT_AT and (m := on.moments.get(name)) is not None and m.basis in _FELT
    }
    begins = 0.0 if "launch" in felt else _RISE_S + _RISE_SHARE * burn
    fades = 0.0 if "burnout" in felt else _FADE_S + _FADE_SHARE * burn
    slow = whole.slow_m
    top = _TOP_S + _TOP_SHARE * told["apogee_time_s"][0] + 0.1 * slow
    opens = 0.0 if "ejection" in felt else _OPENS_S
    down = math.hypot(_LANDS_M, 0.7 * slow) / max(told["rate"][0] if "rate" in told else 30.0, 0.5)
    speed = told["max_speed_m_s"][0]
    more = {
        "launch": begins, "burnout": fades, "apogee": top, "ejection": opens, "landing": down, "main": 0.2, "burn_time_s": math.hypot(begins, fades),
        "apogee_time_s": math.hypot(begins, top), "coast_time_s": math.hypot(fades, top), "apogee_to_ejection_s": math.hypot(top, opens),
        "delay_s": math.hypot(fades, opens), "duration_s": math.hypot(begins, down),
        "apogee_m": math.hypot(0.2 + 2e-4 * told["apogee_m"][0], 0.9 * slow), "max_speed_m_s": _SPEED_SHARE * speed + slow,
        "burnout_speed_m_s": _SPEED_SHARE * speed + slow, "ejection_altitude_m": math.hypot(0.35, 0.9 * slow), "main_altitude_m": 1.0,
        "rate": told["rate"][0] * math.hypot(_RATE_SHARE, _RATE_LAST_M / _fallen_m(told, end)) if "rate" in told else 0.0,
        "drogue_rate_m_s": 4 * _RATE_SHARE * told["drogue_rate_m_s"][0] if "drogue_rate_m_s" in told else 0.0,
    }  # fmt: skip
    gone = set()
    if told["apogee"][0] > end - 0.2:
        gone |= {"apogee", "apogee_m", "apogee_time_s", "coast_time_s"}
    if told["landing"][0] > end - _REST_S:
        gone |= {"landing", "duration_s"}
    if opened is not True:
        gone |= {
            "ejection",
            "ejection_altitude_m",
            "apogee_to_ejection_s",
            "delay_s",
            "rate",
            "main",
            "main_altitude_m",
            "drogue_rate_m_s",
        }
    spread = {n: (v, _honest(n, felt) * math.hypot(sd, more.get(n, 0.0))) for n, (v, sd) in told.items() if n not in gone}
    unsure = _unsure(told, more)
    if "max_speed_m_s" in spread:
        by: SpeedBy = "clipped" if on.s.felt_m_s2 is not None else "heights"
        spread["max_speed_m_s"] = (speed, speed_sd(speed, spread["max_speed_m_s"][1], unsure, by))
    figures = {n: both for n, both in spread.items() if all(map(math.isfinite, both))}
    return WholeFlight(figures=figures, opened=opened, unsure=unsure, shape=whole.p)


def _fallen_m(told: dict[str, tuple[float, float]], end_s: float) -> float:
    """How far it came down, within the log, at the rate it came to in the end. [m]"""
    since, height = (told[n][0] for n in (("main", "main_altitude_m") if "main" in told else ("ejection", "ejection_altitude_m")))
    return max(min(height, told["rate"][0] * (end_s - since)), 1.0)


def _unsure(told: dict[str, tuple[float, float]], more: dict[str, float]) -> float:
    """How badly the burn is known, as a share of it."""
    burn, sd = told["burn_time_s"]
    return math.hypot(sd, more["burn_time_s"]) / max(burn, 0.05)


def speed_sd(speed_m_s: float, sd: float, unsure: float, by: SpeedBy) -> float:
    """Spread of the top speed: where the burn is badly known, so is what it came to. [m/s]"""
    own, by_burn = _SPEED[by]
    return math.hypot(own * sd, by_burn * speed_m_s * max(unsure - _BURN_KNOWN, 0.0))


def _honest(name: str, felt: set[EventName]) -> float:
    moment, sharp, by_heights = _HONEST.get(name, ("apogee", 1.0, 1.0))
    return sharp if moment in felt else by_heights


def _best(on: Search) -> tuple[Settled | None, bool | None]:
    """The best fit, and whether anything opened: None where the log ends before that shows."""
    launch, burnout = on.moments.get("launch"), on.moments.get("burnout")
    top = float(on.t[on.top])
    starts_s = launch.time_s if launch else on.rough_launch + 0.1
    burn = max((burnout.time_s if burnout else on.rough_burnout()) - starts_s, 0.15)
    known = tuple(
        Known(name=name, time_s=m.time_s, sd_s=m.sd_s)
        for name, m in on.moments.items()
        if name in ("launch", "burnout", "ejection") and m.basis in _FELT
    )
    landing = on.moments.get("landing")
    landed = landing.time_s if landing else None
    use = ~on.outliers & (on.t > starts_s - 3.0) & (on.t < (landed + 4.0 if landed is not None else math.inf))
    t, h = on.t[use], on.h[use]
    if len(t) < 12:
        return None, None
    ground = float(np.median(h[t > landed + 0.5])) if landed is not None and np.sum(t > landed + 0.5) >= 3 else 0.0
    rate, apart = _rates(on, top, landed, ground)
    bangs = [k.time_s for k in known if k.name == "ejection"]
    opens = [max(at, starts_s + burn + 0.2) for at in bangs or (top + 0.3, top - 0.8, top + 1.8)]
    if on.expected is not None:
        burn = on.expected.burn_s
    shares = (1.0,) if on.expected is not None or any(k.name == "burnout" for k in known) else _BURNS
    ups = tuple(_start(on, starts_s, burn * share, top, ground) for share in shares)
    downs = [("dart", ups[0]), *(("one", _opening(ups[0], at, rate)) for at in opens)]
    if apart is not None:
        downs += [("two", _opening(ups[0], at, *apart)) for at in opens]
    found = fit_whole(t, h, on.s.noise_m, on.slow_m(), ups, tuple(downs), known, top + 5.0, landed, _beforehand(on))
    return _chosen(found, on, top, bool(bangs))


def _beforehand(on: Search) -> dict[int, tuple[float, float]]:
    """What rocket, motor and site let expect."""
    e = on.expected
    if e is None:
        return {}
    found = {BURN_S: (e.burn_s, BURN_SHARE * e.burn_s), DRAG: (e.drag_per_m, DRAG_SHARE * e.drag_per_m)}
    return (
        found
        if e.rate_m_s is None
        else found | {RATE: (e.rate_m_s, RATE_SHARE * e.rate_m_s), RATE_2: (e.rate_m_s, RATE_SHARE * e.rate_m_s)}
    )


def _opening(up: Floats, at_s: float, rate: float, main_s: float = NEVER_S, main_rate: float = 5.0) -> Floats:
    p = up.copy()
    p[[EJECT_S, RATE, MAIN_S, RATE_2]] = at_s, rate, main_s, main_rate
    return p


def _chosen(found: dict[str, Settled], on: Search, top: float, banged: bool) -> tuple[Settled | None, bool | None]:
    one, two, dart = found.get("one"), found.get("two"), found.get("dart")
    best = one
    if two is not None and (one is None or two.cost < one.cost - _TWO_BETTER) and two.p[RATE_2] < two.p[RATE] / 1.4:
        best = two
    if best is None or dart is None:
        return best or dart, None if best is None else True
    own = math.sqrt(STANDARD_GRAVITY_M_S2 / max(float(dart.p[DRAG]), 1e-5))
    fell = float(on.t[-1]) - top
    if dart.cost < best.cost + _OPENED_BETTER or (best.kind == "one" and best.p[RATE] > max(_DART_SHARE * own, 15.0)):
        # Nothing shows that something opened: it did not, or the log ends too early to say.
        ended = on.moments.get("landing") is None
        return (best if ended and banged else dart), (None if ended and fell < 4.0 else False)
    return best, True


def _start(on: Search, launch_s: float, burn_s: float, top_s: float, ground_m: float) -> Floats:
    speed = max(
        STANDARD_GRAVITY_M_S2 * max(top_s - launch_s - burn_s, 0.2) * 0.8, float(on.h[on.top]) / max(top_s - launch_s, 0.3)
    )
    push = speed / burn_s
    drag = min(max(on.drag if on.drag is not None else 8e-4, 2e-4), 1e-2)
    return np.array([launch_s, burn_s, push, push, push, 0.2, drag, 0.003, NEVER_S, 6.0, NEVER_S, 5.0, 0.0, ground_m, 0.02, 0.12])


def _rates(on: Search, top: float, landed: float | None, ground: float) -> tuple[float, tuple[float, float, float] | None]:
    """A descent rate to begin with, and where a knee shows: the rate before it, when, the rate after."""
    end = landed - 0.3 if landed is not None else float(on.t[-1])
    use = (on.t > top + 3.0) & (on.t < end) & ~on.outliers
    if np.sum(use) < 8 or on.t[use][-1] - on.t[use][0] < 1.5:
        fall = max(end - top, 0.5)
        return min(max((float(on.h[on.top]) - ground) / fall, 1.0), 60.0), None
    rate = max(-float(np.polyfit(on.t[use], on.h[use], 1)[0]), 0.5)
    knee = fit_knee(on.t[use], on.h[use], max(on.s.noise_m, 0.05), 1.0) if np.sum(use) > 20 else None
    if knee is None or knee.after_m_s > -0.5 or knee.before_m_s > 1.25 * knee.after_m_s:
        return rate, None
    return rate, (-knee.before_m_s, knee.time_s, -knee.after_m_s)
