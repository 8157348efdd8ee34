"""What was learnt, in words."""

from wobbly_fin.rocketry.constants import Z90
from wobbly_fin.rocketry.learning.band import Band
from wobbly_fin.rocketry.learning.delays import DelayLearnt
from wobbly_fin.rocketry.learning.rocket_fit import Learnt
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.motors.motor import label_of
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show, show_range


def learnt_sentences(learnt: Learnt, cd: float, units: UnitChoice = METRIC) -> tuple[str, ...]:
    """Drag as its flights show it against what the forecast takes, and which flights were hardly believed."""
    rockets, elsewhere = learnt.others
    if not learnt.flights:
        if not elsewhere:
            return (say("learnt-nothing"),)
        return (
            say("learnt-elsewhere", flights=elsewhere, rockets=rockets, cd=f"{cd * learnt.cd_factor:.2f}", plain=f"{cd:.2f}"),
        )
    low, high = learnt.cd_interval
    flights = f"{learnt.flights} measured flight{'s' if learnt.flights != 1 else ''}"
    inside = low <= 1.0 <= high
    said = [
        f"{flights.capitalize()}: Cd {cd * learnt.cd_factor:.2f} ({cd * low:.2f}–{cd * high:.2f}) "
        + (f"fits the {cd:.2f} forecast with." if inside else f"rather than {cd:.2f}.")
    ]
    if elsewhere:
        said.append(say("learnt-beside", flights=elsewhere, rockets=rockets))
    for key, factor in learnt.thrust_factors.items():
        if abs(factor - 1) >= 0.02:
            said.append(f"{label_of(key)} pushed {abs(factor - 1):.0%} {'more' if factor > 1 else 'less'} than its curve says.")
    if learnt.odd:
        n = len(learnt.odd)
        said.append(f"{n} flight{'s were' if n > 1 else ' was'} far off the rest and counted little.")
    return tuple(said)


def delay_sentence(found: DelayLearnt, units: UnitChoice = METRIC, batch: str = "") -> str:
    """A type's delay as measured against its label."""
    if not found.count:
        return f"Labelled {found.label_s:g} s; none measured yet."
    mean, sd = found.of_batch(batch)
    where = f" of batch {batch}" if batch in found.batches else ""
    motors = f"{found.count} motor{'s' if found.count != 1 else ''}"
    says = "says" if found.count == 1 else "say"
    return f"Labelled {found.label_s:g} s; {motors}{where} {says} {mean:.1f} s, the next within {max(mean - Z90 * sd, 0):.1f}–{mean + Z90 * sd:.1f} s nine times in ten."


def band_sentence(band: Band, units: UnitChoice = METRIC) -> str:
    """The next height."""
    spread = show_range(band.low_m, band.high_m, "height", units)
    if abs(band.expected_m / band.plain_m - 1) < 0.01:
        return f"{show(band.expected_m, 'height', units)}, nine times in ten {spread}."
    return f"{show(band.expected_m, 'height', units)} with what its flights taught ({show(band.plain_m, 'height', units)} by the design), nine times in ten {spread}."
