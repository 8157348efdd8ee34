"""Asking backwards: the answer, put in, gives what was asked for."""

from dataclasses import replace

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from tests.rocketry.airframe.rockets import airframes, model
from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.parts import BodyTube, CanopyPack, MassLump
from wobbly_fin.rocketry.airframe.solve import (
    NoSolutionError,
    ballast_for,
    canopy_effect,
    sensitivities,
    smaller_margin,
    solve_fin,
    with_part,
)
from wobbly_fin.rocketry.motors.catalogue import find_motor

D19 = find_motor("D19-6")[0]


def with_ballast(airframe, ballast):
    stage = airframe.stages[0]
    lump = MassLump(mass_kg=ballast.mass_kg, position_m=ballast.station_m)
    return replace(airframe, stages=(Stage(parts=(*stage.parts, lump)),))


@pytest.mark.parametrize("wanted", [1.5, 2.0, 2.5, 3.5])
def test_ballast_reaches_the_margin_within_a_hundredth(wanted):
    found = balance(model(), [D19])
    ballast = ballast_for(found, wanted)
    assert smaller_margin(balance(with_ballast(model(), ballast), [D19])) == pytest.approx(wanted, abs=0.01)
    assert ballast.margin_after == pytest.approx(wanted, abs=0.01)


@settings(max_examples=60, deadline=None)
@given(airframes(), st.floats(0.2, 4.0))
def test_ballast_reaches_any_margin_in_any_airframe_or_says_why_not(airframe, more):
    found = balance(airframe, [D19])
    assume(smaller_margin(found) < 15.0)
    wanted = max(0.0, smaller_margin(found)) + more
    try:
        ballast = ballast_for(found, wanted)
    except NoSolutionError as error:
        assert error.message
        return
    assert smaller_margin(balance(with_ballast(airframe, ballast), [D19])) == pytest.approx(wanted, abs=0.01)


def test_no_ballast_is_needed_where_the_margin_is_there():
    assert ballast_for(balance(model(), [D19]), 0.2).mass_kg == 0.0


def test_a_margin_that_would_balance_ahead_of_the_ballast_is_refused():
    with pytest.raises(NoSolutionError, match="ahead of it"):
        ballast_for(balance(model(), [D19]), 15.0)


def index_of(airframe, key):
    return next(i for i, p in enumerate(airframe.parts) if p.id == key)


@pytest.mark.parametrize(("field", "wanted"), [("span_m", 1.2), ("span_m", 1.8), ("position_m", 0.8)])
def test_a_fin_solved_for_gives_the_margin(field, wanted):
    value, changed = solve_fin(model(), [D19], index_of(model(), "fins"), field, wanted)
    assert smaller_margin(balance(changed, [D19])) == pytest.approx(wanted, abs=0.01)
    fin = list(changed.parts)[index_of(changed, "fins")]
    assert getattr(fin, field) == value


def test_what_no_fin_can_give_is_refused_with_what_it_could():
    with pytest.raises(NoSolutionError, match="the range gives"):
        solve_fin(model(), [D19], index_of(model(), "fins"), "position_m", 6.0)


def test_sensitivities_are_what_a_tenth_more_does():
    found = sensitivities(model(), [D19])
    assert len(found) > 10 and abs(found[0].margin_change) >= abs(found[-1].margin_change)
    span = next(s for s in found if s.field == "span_m")
    fins = list(model().parts)[span.index]
    by_hand = balance(with_part(model(), span.index, replace(fins, span_m=1.1 * 0.045)), [D19])
    assert span.margin_change == pytest.approx(smaller_margin(by_hand) - smaller_margin(balance(model(), [D19])))


def test_fins_as_long_as_the_body_have_nowhere_to_go():
    fins = next(i for i, p in enumerate(model().parts) if p.id == "fins")
    long = with_part(model(), fins, replace(list(model().parts)[fins], root_chord_m=0.6, tip_chord_m=0.5))
    with pytest.raises(NoSolutionError, match="as long as the body"):
        solve_fin(long, [D19], fins, "position_m", 2.0)


def test_gear_packed_forward_stays_in_its_own_bay():
    fore = BodyTube(id="fore", length_m=0.2, outer_diameter_m=0.0262, inner_diameter_m=0.0253, material="paper-tube")
    drogue = CanopyPack(id="drogue", parent="fore", diameter_m=0.15, material="film")
    nose, *rest = model().parts
    two_bays = Airframe(stages=(Stage(parts=(nose, fore, *rest, drogue)),))
    layout = balance(two_bays, [D19]).layout
    slack = {p.host: p.fore_m - layout.bay_of(p.host).fore_m for p in layout.of(CanopyPack)}
    effect = canopy_effect(two_bays, [D19])
    assert effect.moved_m == pytest.approx(max(slack.values()))
    assert effect.forward > effect.settled
    one = canopy_effect(Airframe(stages=(Stage(parts=(nose, fore, *rest)),)), [D19])
    # What the drogue can slide, in its bay, adds to what the others do.
    assert effect.forward - effect.settled > one.forward - one.settled
