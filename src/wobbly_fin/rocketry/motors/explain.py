"""Sentences about motors."""

from wobbly_fin.rocketry.motors.labels import MotorLabel, delay_stray_s
from wobbly_fin.rocketry.motors.plausibility import Doubt, burn_time_range_s


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
