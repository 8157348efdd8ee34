"""The readiness strip as an answer."""

from collections.abc import Mapping

from wobbly_fin.hangar.api.schemas import OpensOut, ReadinessOut, UntoldOut
from wobbly_fin.hangar.readiness import Readiness
from wobbly_fin.rocketry.choosing.explain import headline, height_words, tightest, trial_sentence
from wobbly_fin.rocketry.choosing.explain_openings import opening_sentence
from wobbly_fin.rocketry.choosing.nearest import change_sentence
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.recovery.opens import in_order
from wobbly_fin.rocketry.units.display import UnitChoice, show

# Where a failing test is mended: the station of the rocket, or a page of its own.
PLACES: dict[str, str] = {
    "fits": "motor", "stages": "motor", "cluster": "motor", "igniter": "motor", "charge": "motor", "lifts": "motor", "rod_speed": "motor",
    "wind": "motor", "delay_window": "motor", "ejection_speed": "motor", "ceiling": "motor", "payload": "motor", "drift": "motor",
    "spent_drift": "motor", "inside_field": "motor", "tilt": "motor", "mach": "motor", "site_size": "fields", "local_limit": "settings",
    "stand_off": "motor", "motor": "stores", "permit": "settings", "age": "settings", "opens": "recovery", "backup": "recovery", "loads": "recovery",
    "bay": "recovery", "shield": "recovery", "ground_test": "recovery", "landing_rate": "recovery", "built": "build", "repairs": "build",
    "weight": "build", "airframe": "shape", "stable_ignition": "shape", "stable_rod": "shape", "stable_burnout": "shape", "tumbles": "shape",
    "flutter": "shape",
}  # fmt: skip


def readiness_out(found: Readiness) -> ReadinessOut:
    """The strip: verdict, the one test that decides, its nearest change, and what is not known."""
    c, units = found.candidate, found.question.units
    if c is None:
        return ReadinessOut(
            verdict="no",
            label="",
            say=headline((), units),
            decides="",
            decides_at="motor",
            change="",
            needs=[],
            opens=[],
            figures={},
            said={},
        )
    test = deciding(c)
    return ReadinessOut(
        verdict=c.verdict,
        label=c.label,
        say=headline((c,), units)
        if c.verdict != "no"
        else say("readiness-no", label=c.label, why=trial_sentence(test, units) if test else ""),
        decides=trial_sentence(test, units) + "." if test is not None else "",
        decides_at=PLACES[test.name] if test is not None else "",
        change=change_sentence(found.change, units) if found.change is not None else "",
        needs=needs_out(c),
        opens=[
            OpensOut(event=o.event, works=o.works, say=opening_sentence(o, c.configuration.layout, units))
            for o in in_order(c.configuration.openings)
        ],
        figures=figures_of(c),
        said=said_figures(c, units),
    )


def needs_out(c: Candidate, places: Mapping[str, str] | None = None) -> list[UntoldOut]:
    """What would decide what is not known, each with the place where it is told; `places` of a page that has its own."""
    told_at = {n: PLACES[t.name] for t in reversed(c.tests) for n in t.needs} | {"motor": PLACES["motor"]} | dict(places or {})
    # A build under way is finished, not told away.
    names = {"built": "unfinished"} if any(t.name == "built" and t.why == "unfinished" for t in c.tests) else {}
    return [
        UntoldOut(name=names.get(n, n), say=say(f"readiness-need-{names.get(n, n).replace('_', '-')}"), at=told_at[n])
        for n in c.open_for
    ]


def deciding(c: Candidate) -> Trial | None:
    """The first test against it, else the first that is not known, else the one with the least to spare."""
    if c.against:
        return c.against[0]
    waiting = next((t for t in c.tests if t.passed is None), None)
    if waiting is not None:
        return waiting
    return tightest(c) if any(t.margin is not None for t in c.tests) else None


def figures_of(c: Candidate) -> dict[str, float | None]:
    """What every page says of this rocket, loaded so."""
    return {
        "mass_kg": c.configuration.mass_kg,
        "liftoff_mass_kg": c.flight.liftoff_mass_kg,
        "apogee_m": c.flight.apogee_altitude_m,
        "rod_exit_speed_m_s": c.flight.rod_exit_speed_m_s,
        "descent_rate_m_s": c.flight.descent_rate_m_s,
        "margin_calibres": c.case.margins.on_pad if c.case.margins else None,
        "inside_field_fraction": c.case.inside[0] if c.case.inside else None,
    }


def said_figures(c: Candidate, units: UnitChoice) -> dict[str, str]:
    """The same with units and honest digits; what is not known is left out."""
    figures = figures_of(c)
    kinds = {
        "mass_kg": "mass",
        "liftoff_mass_kg": "mass",
        "apogee_m": "height",
        "rod_exit_speed_m_s": "speed",
        "descent_rate_m_s": "speed",
    }
    said = {name: show(value, kinds[name], units) for name, value in figures.items() if name in kinds and value is not None}
    if c.case.guesses and c.flight.lifted:
        said["apogee_m"] = height_words(c.case, units)
    margin = figures["margin_calibres"]
    return said | ({"margin_calibres": f"{margin:.1f}"} if margin is not None else {})
