"""What may be seen of a failure: clues that are true, false or not known, and where each comes from.

`usual` is how often a clue is true in a failure picked at random: our own estimate from common practice, no source. What matters for
the ranking is only how much more or less often a cause makes it true.
"""

from dataclasses import dataclass
from typing import Literal

Source = Literal["log", "configuration", "weather", "answer"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Clue:
    """One thing to be known: its source, how often it is true, what is said of it either way, and the question where it is asked."""

    source: Source
    usual: float
    yes: str
    no: str
    question: str = ""


def _asked(usual: float, question: str, yes: str, no: str) -> Clue:
    return Clue(source="answer", usual=usual, yes=yes, no=no, question=question)


def _log(usual: float, yes: str, no: str) -> Clue:
    return Clue(source="log", usual=usual, yes=yes, no=no)


def _built(usual: float, yes: str, no: str) -> Clue:
    return Clue(source="configuration", usual=usual, yes=yes, no=no)


def _sky(usual: float, yes: str, no: str) -> Clue:
    return Clue(source="weather", usual=usual, yes=yes, no=no)


CLUES: dict[str, Clue] = {
    # Asked, in the order of a flight.
    "lit": _asked(0.9, "Did the motor light?", "the motor lit", "the motor did not light"),
    "igniter_burnt": _asked(0.9, "Was the igniter burnt?", "the igniter was burnt", "the igniter was whole"),
    "lamp_lit": _asked(0.9, "Did the continuity lamp light?", "the lamp showed a whole circuit", "the lamp stayed dark"),
    "clips_touched": _asked(0.1, "Did clips or leads touch each other or the deflector?", "leads or clips touched", "nothing touched"),
    "stuck_on_rod": _asked(0.06, "Did it hang on the rod?", "it hung on the rod", "it left the rod freely"),
    "flame_sideways": _asked(0.05, "Did flame come out of the side or front?", "flame came out where it should not", "flame came out of the nozzle alone"),
    "straight": _asked(0.75, "Did it fly straight?", "it flew straight", "it did not fly straight"),
    "corkscrewed": _asked(0.08, "Did it corkscrew or loop?", "it corkscrewed or looped", "it did not loop"),
    "into_wind": _asked(0.15, "Did it lean far into the wind?", "it leaned far into the wind", "it did not lean into the wind"),
    "fin_left": _asked(0.08, "Did a fin come off in the air?", "a fin came off in the air", "all fins stayed on in the air"),
    "joint_bare": _asked(0.12, "Is the broken joint bare of glue?", "the broken joint was bare of glue", "glue held to both faces"),
    "popped": _asked(0.85, "Was the charge heard?", "the charge was heard", "no charge was heard"),
    "nose_off": _asked(0.75, "Did the nose come off?", "the nose came off", "the nose stayed on"),
    "nose_off_early": _asked(0.05, "Did the nose come off on the way up, before any charge?", "the nose came off before any charge", "the nose stayed on until the charge"),
    "blown_apart": _asked(0.06, "Was something blown apart or split by the charge?", "the charge blew something apart", "the charge broke nothing"),
    "motor_in": _asked(0.88, "Was the motor still in?", "the motor was still in", "the motor was gone"),
    "canopy_out": _asked(0.7, "Did the canopy come out?", "the canopy came out", "the canopy stayed inside"),
    "canopy_open": _asked(0.5, "Did the canopy open?", "the canopy opened", "the canopy did not open"),
    "main_at_top": _asked(0.08, "Was the large canopy out at the top already?", "the large canopy was out at the top", "the large canopy stayed in at the top"),
    "main_out": _asked(0.85, "Did the large canopy come out at all?", "the large canopy came out", "the large canopy never came out"),
    "round_fins": _asked(0.05, "Was cord or canopy wound round the fins?", "cord or canopy was wound round the fins", "nothing was wound round the fins"),
    "melted": _asked(0.1, "Is the canopy melted or scorched?", "the canopy was scorched or melted", "the canopy was not scorched"),
    "tangled": _asked(0.12, "Were the lines tangled?", "the lines were tangled", "the lines were clear"),
    "torn": _asked(0.12, "Is the canopy torn, or are lines ripped off?", "the canopy was torn or lines ripped off", "canopy and lines were whole"),
    "cord_whole": _asked(0.85, "Is the cord whole?", "the cord was whole", "the cord had parted"),
    "cord_burnt": _asked(0.08, "Is the cord burnt where it parted?", "the cord was burnt through", "the cord was not burnt"),
    "anchor_out": _asked(0.07, "Did the cord’s anchor pull out?", "the anchor pulled out", "the anchor held"),
    "tube_cut": _asked(0.1, "Did the cord cut the tube open?", "the cord cut the tube open", "the tube was not cut"),
    "packed_tight": _asked(0.15, "Did the packing feel tight?", "the packing felt tight", "the packing slid freely"),
    "nose_tight": _asked(0.12, "Was the nose a tight fit?", "the nose was a tight fit", "the nose came off lightly"),
    "switched_on": _asked(0.92, "Was the altimeter on and ready?", "the altimeter was on and ready", "the altimeter was not on"),
    "one_did_not_light": _asked(0.04, "Did a motor of the cluster or a stage not light?", "a motor stayed unlit", "every motor lit"),
    "hit_hard_ground": _asked(0.2, "Did it land on a road, a car or rock?", "it landed on something hard", "it landed on soft ground"),
    "outside": _asked(0.15, "Did it land outside the field?", "it landed outside the field", "it landed inside the field"),
    "seen_down": _asked(0.9, "Was it seen all the way down?", "it was seen all the way down", "it went out of sight"),
    "mount_loose": _asked(0.05, "Is the motor mount loose or pushed forward?", "the motor mount was loose or pushed forward", "the mount was firm"),
    # From the log.
    "log_left": _log(0.9, "the log shows a launch", "the log shows no launch"),
    "log_low": _log(0.2, "it peaked far below the forecast", "it peaked where it was to"),
    "log_weak_push": _log(0.08, "it was pushed less than the motor’s curve says", "it was pushed as the curve says"),
    "log_short_burn": _log(0.05, "the burn ended early", "the burn lasted as long as it should"),
    "log_early": _log(0.12, "the charge fired well before the top", "the charge did not fire early"),
    "log_late": _log(0.15, "the charge fired well after the top", "the charge did not fire late"),
    "log_no_charge": _log(0.1, "no charge shows in the log", "a charge shows in the log"),
    "log_main_at_top": _log(0.06, "it hung from the large canopy from the top on", "it did not hang from the large canopy at the top"),
    "log_main_silent": _log(0.06, "it came down under the small canopy to the ground", "the large canopy slowed it before the ground"),
    "log_fast_down": _log(0.35, "it came down much faster than its canopy lets it", "it came down as its canopy lets it"),
    "log_fell_free": _log(0.25, "it fell with nothing open", "something slowed its fall"),
    # From the configuration, as frozen that day.
    "no_charge_made": _built(0.03, "its motor has no charge and nothing else opens it", "something fires to open it"),
    "delay_short": _built(0.1, "the delay was short: it was to open well before the top", "the delay was not short"),
    "delay_long": _built(0.12, "the delay was long: it was to open well after the top", "the delay was not long"),
    "fast_opening": _built(0.12, "it was to open at speed", "it was to open slowly"),
    "friction": _built(0.3, "only tape or friction held the motor", "a hook, ring or screw held the motor"),
    "bay_full": _built(0.15, "the bay is nearly full", "the bay has room to spare"),
    "thin_film": _built(0.35, "the canopy is thin plastic film", "the canopy is cloth"),
    "bare_path": _built(0.1, "little or nothing shields the canopy from the hot gas", "the canopy is shielded"),
    "elastic_low": _built(0.15, "elastic lies where the hot gas reaches it", "only flameproof line lies in the hot gas"),
    "stiff_cord": _built(0.2, "the cord is thin and stiff, with little stretch", "the cord stretches"),
    "cord_weak": _built(0.1, "the cord’s strength is hardly more than its load", "the cord is strong enough"),
    "margin_low": _built(0.1, "less than one calibre of stability", "stable by a calibre and more"),
    "margin_high": _built(0.15, "more than three calibres: it leans hard into wind", "not overstable"),
    "rod_slow": _built(0.12, "it left the rod slowly", "it left the rod fast enough"),
    "altimeter_fires": _built(0.1, "an altimeter is to fire", "the motor’s own charge is to fire"),
    "two_openings": _built(0.1, "two canopies open one after the other", "one canopy, opened once"),
    "cluster_or_stage": _built(0.08, "several motors or stages must light", "one motor"),
    "thin_fins": _built(0.15, "long thin fins", "stout fins"),
    "canopy_small": _built(0.1, "the canopy is small for this mass", "the canopy is large enough"),
    "drifts_out": _built(0.12, "the drift reckoned reaches the field’s edge", "the drift reckoned stays well inside"),
    # From the weather of the hour.
    "windy": _sky(0.25, "wind enough to lean into", "hardly any wind"),
    "cold": _sky(0.12, "cold enough to stiffen cloth and plastic", "warm enough for cloth and plastic to move"),
}  # fmt: skip
