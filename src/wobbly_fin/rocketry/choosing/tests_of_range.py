"""What the field, the range's code, the flyer's certificate and the state of the build say."""

from wobbly_fin.rocketry.choosing.case import Case
from wobbly_fin.rocketry.choosing.permits import ADULT_YEARS
from wobbly_fin.rocketry.choosing.trial import Trial, at_most, plain, unknown


def permit(case: Case) -> Trial | None:
    """The certificate the installation asks for."""
    if not case.configuration.motors:
        return None
    wanted, flyer = case.level, case.situation.flyer
    if flyer is None:
        return unknown("permit", "flyer", value=float(wanted)) if wanted else None
    return plain("permit", flyer.level >= wanted, float(wanted), float(flyer.level), why="model" if wanted == 0 else "")


def age(case: Case) -> Trial | None:
    """An adult where the code asks for one."""
    c = case.configuration
    if not c.motors:
        return None
    asked = case.level > 0 or c.installed_n_s > case.situation.code.adult_from_n_s
    if not asked:
        return None
    flyer = case.situation.flyer
    if flyer is None or flyer.age is None:
        return unknown("age", "flyer", limit=float(ADULT_YEARS))
    return plain("age", flyer.age >= ADULT_YEARS, float(flyer.age), float(ADULT_YEARS))


def local_limit(case: Case) -> Trial | None:
    """Impulse allowed here."""
    installed = case.configuration.installed_n_s
    most = min(case.rules.impulse_max_n_s, case.situation.code.impulse_max_n_s)
    return plain("local_limit", False, installed, most, "N·s") if installed > most else None


def site_size(case: Case) -> Trial | None:
    """The field's shorter side by the range's code."""
    ground = case.situation.ground
    if ground is None or not ground.outline or not case.configuration.motors:
        return None
    code = case.situation.code
    wants = code.least_site_m(case.configuration.installed_n_s, case.flight.apogee_altitude_m or 0.0, high_power=case.high_power)
    return plain("site_size", ground.least_side_m >= wants, ground.least_side_m, wants, "m")


def stand_off_m(case: Case) -> float | None:
    """How far from the pad everybody stands; None beyond the end of the code's table. [m]"""
    c = case.configuration
    if not c.motors:
        return None
    return case.situation.code.least_stand_off_m(c.installed_n_s, high_power=case.high_power, several=len(c.motors) > 1)


def stand_off(case: Case) -> Trial | None:
    """The distance everybody stands off; refused where the code's table ends."""
    if not case.configuration.motors:
        return None
    wants = stand_off_m(case)
    return plain("stand_off", wants is not None, wants, None, "m")


def tilt(case: Case) -> Trial | None:
    """The rod from vertical."""
    site, code = case.situation.site, case.situation.code
    most = code.high_tilt_deg if case.high_power else code.tilt_deg
    return plain("tilt", site.rod_tilt_deg <= most, site.rod_tilt_deg, most, "°") if site.rod_tilt_deg > 0 else None


def wind(case: Case) -> Trial:
    """The wind now."""
    most = min(case.rules.wind_max_m_s, case.situation.code.wind_max_m_s)
    return at_most("wind", case.situation.site.ground_wind_m_s, most, "m/s").unless(case.known, "wind")


def built(case: Case) -> Trial:
    """Build, repairs and holds are done."""
    done, layout = case.situation.built, case.configuration.layout
    # What stands there was built, whatever the drawing says of it.
    problems = () if done else case.configuration.problems
    if problems and layout is not None:
        return plain("built", False, layout.placed[problems[0].parts[0]].part.called, why=problems[0].code.replace("_", "-"))
    if done is None:
        return unknown("built", "built")
    # Not finished is not wrong: it is open until it is.
    return plain("built", True, "done") if done else unknown("built", "built", why="unfinished")


def repairs(case: Case) -> Trial | None:
    """No review keeps it down."""
    return plain("repairs", False, "repairs open") if case.situation.repairs else None
