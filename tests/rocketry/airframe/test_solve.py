"""Asking backwards: the answer, put in, gives what was asked for."""

from dataclasses import replace

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from tests.rocketry.airframe.rockets import airframes, model
from wobbly_fin.rocketry.airframe import Stage, balance
from wobbly_fin.rocketry.airframe.parts import MassLump
from wobbly_fin.rocketry.airframe.solve import NoSolutionError, ballast_for, sensitivities, smaller_margin, solve_fin, with_part
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
