"""Sentences about motors."""

import math
from typing import TYPE_CHECKING

from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.motors.labels import MotorLabel, delay_stray_s
from wobbly_fin.rocketry.motors.plausibility import Doubt, burn_time_range_s
from wobbly_fin.rocketry.motors.unsure import SURE, Band

if TYPE_CHECKING:
    from wobbly_fin.rocketry.motors.motor import Motor


def label_sentences(label: MotorLabel) -> tuple[str, ...]:
    """What a label says, piece by piece."""
    c = label.impulse_class
    low_s, high_s = burn_time_range_s(label)
    burns = f"{low_s:.2g} to {high_s:.2g} s" if f"{low_s:.2g}" != f"{high_s:.2g}" else f"about {low_s:.2g} s"
    said = [
        f"{c.name}: the whole push is between {c.min_n_s:g} and {c.max_n_s:g} N·s.",
        f"{label.average_thrust_n:g}: it pushes {label.average_thrust_n:g} N on average, so it burns {burns}.",
    ]
    if label.total_impulse_n_s is not None:
        said.insert(0, f"{label.total_impulse_n_s:g}: total impulse {label.total_impulse_n_s:g} N·s.")
    if label.kind == "booster":
        said.append(
            "-0: a booster. No delay and no ejection charge: it lights the stage above and must never be the motor"
            " that has to open a canopy."
        )
    elif label.kind == "plugged":
        said.append("-P: plugged. No ejection charge: something else must open the canopy.")
    elif label.delay_s is not None:
        said.append(
            f"-{label.delay_s:g}: the charge fires {label.delay_s:g} s after burnout, give or take"
            f" {delay_stray_s(label.delay_s):.2g} s (scatter quoted from memory)."
        )
    else:
        said.append("No dash: the label does not say which delay.")
    if label.adjustable_delay:
        said.append("A: the delay may be shortened in whole seconds with the maker's tool, never lengthened.")
    if label.slim_case:
        said.append("T: the slimmer case of its kind.")
    if label.case_code:
        said.append(f"{label.case_code}: the maker's own code; ask the maker's sheet.")
    return tuple(said)


def guessed_figures(motor: "Motor") -> tuple[tuple[str, tuple[float, float], str], ...]:
    """Figures that are not known: name, low and high end, and the quantity they are shown as. [SI]"""
    u = motor.unsure
    if u is None:
        return ()
    curve, grain, empty = motor.curve, motor.propellant_mass_kg, motor.burnout_mass_kg
    # Burn time is impulse over thrust, propellant goes with impulse: their causes know nothing of one another.
    burn = _ratio(u.impulse, (1 / u.thrust[1], 1 / u.thrust[0]))
    filled = _ratio(u.impulse, u.propellant)
    whole = (
        SURE
        if u.whole_weighed
        else (
            (grain * filled[0] + empty * u.case[0]) / (grain + empty),
            (grain * filled[1] + empty * u.case[1]) / (grain + empty),
        )
    )
    bands = (
        ("impulse", curve.total_impulse_n_s, u.impulse, "impulse"), ("average_thrust", curve.average_thrust_n, u.thrust, "force"),
        ("burn_time", curve.burn_time_s, burn, "duration"), ("propellant_mass", grain, filled, "mass"), ("total_mass", grain + empty, whole, "mass"),
    )  # fmt: skip
    return tuple(
        (name, (value * low, value * high), quantity) for name, value, (low, high), quantity in bands if (low, high) != SURE
    )


def _ratio(one: Band, other: Band) -> Band:
    """The band of a product of two figures."""
    down, up = (math.hypot(math.log(one[n]), math.log(other[n])) for n in (0, 1))
    return math.exp(-down), math.exp(up)


def guessed_sentences(motor: "Motor") -> tuple[str, ...]:
    """What of a motor is a guess, how wide, and what to do about it; nothing where nothing is."""
    if motor.unsure is None or motor.unsure.any_of_class:
        return ()
    guessed = [g for g in motor.unsure.guessed if g != "delays"]
    said = []
    if "impulse" in guessed and "total_mass" in guessed:
        said.append(say("motor-guessed-all", **{"class": motor.decoded.impulse_class.name}))
    elif guessed:
        said.append(say("motor-guessed-some", boxes=", ".join(say(f"motor-box-{g}") for g in guessed)))
    if "delays" in motor.unsure.guessed:
        said.append(say("motor-guessed-delay"))
    return tuple(said)


def doubt_sentence(doubt: Doubt) -> str:
    """One contradiction in words, with both figures."""
    value, low, high = doubt.value, doubt.low, doubt.high
    match doubt.code:
        case "impulse_outside_class":
            return f"The impulse comes to {value:.3g} N·s, but the letter promises {low:g} to {high:g} N·s."
        case "leading_impulse_outside_class":
            return f"The leading figure {value:g} N·s does not belong to the letter, which stands for {low:g} to {high:g} N·s."
        case "thrust_not_label":
            return f"Impulse ÷ burn time is {value:.3g} N, but the label says {(low + high) / 2:g} N."
        case "specific_impulse_odd":
            return f"Specific impulse comes to {value:.0f} s; this propellant gives {low:.0f} to {high:.0f} s (from memory). Check the masses."
        case "propellant_does_not_fit_case":
            return f"{value * 1000:.3g} g of propellant do not fit a case that holds {high * 1000:.3g} g at most."
        case "composite_booster":
            return "A -0 motor is black powder; a composite one would not light the stage above by itself."
