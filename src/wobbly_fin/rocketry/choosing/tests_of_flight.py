"""What the flight itself says: lift, rod, balance, speed, height, opening, landing."""

import math

from wobbly_fin.rocketry.airframe.flutter import flutter_speed_m_s
from wobbly_fin.rocketry.airframe.modelled import ROUND_UP_TO
from wobbly_fin.rocketry.airframe.parts import FinSet
from wobbly_fin.rocketry.airframe.standard_drag import SOUND_M_S
from wobbly_fin.rocketry.choosing.case import Case
from wobbly_fin.rocketry.choosing.trial import Trial, TrialName, at_least, at_most, plain, share, unknown, window
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2

_SLOW_MACH = 0.3  # no fin people build flutters below it (our own figure); above it a fin of unknown stiffness is not judged
_LONGEST_ROOM_M = 20.0  # a flight that lands beside the pad is not held to a share of nothing


def airframe(case: Case) -> Trial | None:
    """Nothing of the airframe itself forbids flying."""
    if case.configuration.rigid is None:
        return None
    found = case.configuration.dangers
    return plain("airframe", not found, found[0].code if found else "sound", why=found[0].code.replace("_", "-") if found else "")


def lifts(case: Case) -> Trial:
    """Average thrust over weight."""
    thrust = sum(m.curve.average_thrust_n for m in case.pushed.on_pad)
    return at_least("lifts", thrust / case.weight_n, case.rules.thrust_to_weight_min, "")


def rod_speed(case: Case) -> Trial:
    """Speed leaving the rod: enough by itself, and enough for the wind."""
    rules, site = case.rules, case.situation.site
    wants = max(rules.rod_speed_min_m_s, rules.rod_speed_to_wind_min * site.ground_wind_m_s)
    return at_least("rod_speed", case.flight.rod_exit_speed_m_s, wants, "m/s").unless(case.known, "site", "wind")


def stable_ignition(case: Case) -> Trial | None:
    """Margin with the motor in."""
    return _margin(case, "stable_ignition", case.margins.ignition if case.margins else None)


def stable_rod(case: Case) -> Trial | None:
    """Margin leaving the rod, at the angle the wind meets it."""
    return _margin(case, "stable_rod", case.margins.rod_exit if case.margins else None)


def stable_burnout(case: Case) -> Trial | None:
    """Margin once burnt out."""
    return _margin(case, "stable_burnout", case.margins.burnout if case.margins else None)


def _margin(case: Case, name: TrialName, value: float | None) -> Trial | None:
    if value is None or case.margins is None:
        return None
    limit = case.rules.stability_min_calibres
    if value - case.margins.doubt < limit <= value:
        return unknown(name, "model", value=value, limit=limit, unit="cal")
    return at_least(name, value, limit, "cal")


def tumbles(case: Case) -> Trial | None:
    """It does not fly broadside at speed."""
    return plain("tumbles", False, "tumbles") if case.flight.tumbles else None


def mach(case: Case) -> Trial | None:
    """Within the speeds the model is made for."""
    top, rigid = case.flight.max_mach, case.configuration.rigid
    if top is None:
        return None
    # One drag coefficient for all speeds knows nothing of sound.
    limit = ROUND_UP_TO if rigid is None else rigid.modelled_to
    if top > limit:
        return unknown("mach", "model", value=top, limit=limit, unit="Mach")
    return plain("mach", True, top, limit, "Mach")


def flutter(case: Case) -> Trial | None:
    """Top speed below that at which the weakest fin may flutter."""
    layout, top = case.configuration.layout, case.flight.max_speed_m_s
    if layout is None or top is None or not layout.of(FinSet):
        return None
    air = case.situation.site.air
    sound = top / case.flight.max_mach if case.flight.max_mach else SOUND_M_S
    weakest: float | None = None
    for placed in layout.of(FinSet):
        estimate = flutter_speed_m_s(placed.part, pressure_pa=air.pressure_pa(), sound_speed_m_s=sound)
        if estimate is not None:
            weakest = estimate if weakest is None else min(weakest, estimate)
        elif (case.flight.max_mach or 0.0) > _SLOW_MACH:
            return unknown("flutter", "model", value=top, unit="m/s")
    return plain("flutter", True, top, None, "m/s", "slow") if weakest is None else at_most("flutter", top, weakest, "m/s")


def ceiling(case: Case) -> Trial:
    """Peak below the field's ceiling."""
    peak, most = case.flight.apogee_altitude_m, case.situation.site.ceiling_m
    if most is None:
        return plain("ceiling", peak is not None, peak, None, "m", "free" if peak is not None else "none")
    return at_most("ceiling", peak, most, "m")


def payload(case: Case) -> Trial | None:
    """What is fragile aboard stands the push: not the change of speed alone, gravity comes on top."""
    aboard, hardest = case.situation.payload, case.flight.max_acceleration_m_s2
    if aboard is None or hardest is None:
        return None
    return at_most("payload", aboard.mass_kg * (hardest + STANDARD_GRAVITY_M_S2), aboard.stands_n, "N")


def delay_window(case: Case) -> Trial:
    """It opens about the top."""
    ejection, rules = case.flight.ejection, case.rules
    return window(
        "delay_window", ejection.after_apogee_s if ejection else None, rules.ejection_earliest_s, rules.ejection_latest_s, "s"
    )


def ejection_speed(case: Case) -> Trial:
    """Slow enough for what opens."""
    ejection = case.flight.ejection
    return at_most("ejection_speed", ejection.speed_m_s if ejection else None, case.rules.ejection_speed_max_m_s, "m/s")


def landing_rate(case: Case) -> Trial:
    """How fast it lands."""
    speed, limit = case.flight.lands_m_s, case.rules.descent_rate_max_m_s
    if speed is not None and case.flight.ejection is None:
        # A hop too low to open is no gentle landing: that it falls from no height makes it none.
        return plain("landing_rate", False, speed, limit, "m/s", why="unopened")
    return at_most("landing_rate", speed, limit, "m/s")


def drift(case: Case) -> Trial | None:
    """The nominal landing inside the field: the room left to the edge, negative outside."""
    ground, flight = case.situation.ground, case.flight
    if ground is None or not ground.outline or flight.landing_x_m is None or flight.landing_y_m is None:
        return None
    return _room("drift", ground.room_m(flight.landing_x_m, flight.landing_y_m), flight.landing_x_m, flight.landing_y_m)


def spent_drift(case: Case) -> Trial | None:
    """The worst of its spent stages inside the field."""
    ground, flight = case.situation.ground, case.flight
    if ground is None or not ground.outline or not flight.spent:
        return None
    return _room(
        "spent_drift", *min((ground.room_m(f.landing_x_m, f.landing_y_m), f.landing_x_m, f.landing_y_m) for f in flight.spent)
    )


def _room(name: TrialName, room_m: float, x_m: float, y_m: float) -> Trial:
    far = max(math.hypot(x_m, y_m), _LONGEST_ROOM_M)
    return Trial(name=name, passed=room_m >= 0, value=room_m, limit=0.0, unit="m", margin=room_m / far)


def inside_field(case: Case) -> Trial | None:
    """Of a cloud of landings so many inside the field."""
    if case.flight.apogee_altitude_m is None:
        return None
    limit = case.rules.inside_field_min_fraction
    ground = case.situation.ground
    if ground is None or not ground.outline:
        return unknown("inside_field", "outline", limit=limit, unit="share")
    if case.inside is None:
        return unknown("inside_field", limit=limit, unit="share", why="pending", pending=True)
    value, sure = case.inside
    return share("inside_field", value, limit, sure=sure).unless(case.known, "wind")
